import { useEffect, useMemo } from "react";
import { API } from "#contract/routes";
import { buildReport, type PairTable } from "#core/report";
import { useOpenJob } from "../job/openJob.ts";
import { Button, buttonClass } from "../ui/Button.tsx";
import { Mark } from "../ui/Mark.tsx";

function PairSitting({ table }: { readonly table: PairTable }) {
  return (
    <div className="grow basis-72">
      <h4 className="font-semibold">{table.title}</h4>
      <table className="w-full text-left">
        <tbody>
          {table.rows.map(({ pair, wires, value, meaning }) => (
            <tr key={pair} className="border-t border-line">
              <th scope="row" className="py-1 pr-3 font-normal">
                {pair} <span className="text-ink-2">{wires}</span>
              </th>
              <td className="pr-3 font-semibold">{value}</td>
              <td className="text-right text-sm text-ink-2">{meaning}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="text-sm text-ink-2">{table.summary}</p>
    </div>
  );
}

/** One page that a customer understands: on screen, in print, and as PDF. */
export default function ReportPage() {
  const job = useOpenJob();
  const { id, record, number, takenInAt, closedAt, closing, waiting } = job;
  // A closed job keeps the report that was handed over.
  const report = useMemo(
    () => (closedAt && closing ? closing.report : buildReport(record, { number, takenInAt, closedAt })),
    [record, number, takenInAt, closedAt, closing],
  );
  useEffect(() => {
    const title = document.title;
    document.title = `${report.title}, motor report`;
    return () => {
      document.title = title;
    };
  }, [report.title]);
  const part = (title: string) => <h3 className="mt-4 font-bold">{title}</h3>;
  return (
    <section aria-labelledby="report-title" className="mx-auto max-w-3xl">
      <div className="mb-4 flex flex-wrap gap-3 print:hidden">
        <a href={`${API}/jobs/${id}/report.pdf`} download className={buttonClass("main")}>
          Save as PDF
        </a>
        <Button onClick={() => window.print()}>Print</Button>
        <a href={`${API}/jobs/${id}/bundle`} download className={buttonClass("plain")}>
          Save the job as a file
        </a>
        {waiting.length > 0 && (
          <p className="self-center text-sm text-amber">
            Files hold what the server has; {waiting.length} still on the way.
          </p>
        )}
      </div>
      <article className="rounded-xl border border-line bg-sheet p-8 print:border-0 print:p-0">
        <p className="text-ink-2">Motor report</p>
        <h2 id="report-title" className="text-2xl font-bold">
          {report.title}
        </h2>
        <dl className="mt-1 flex flex-wrap gap-x-5 text-sm text-ink-2">
          {report.motor.map(([name, value]) => (
            <div key={name} className="flex gap-1">
              <dt>{name}:</dt>
              <dd className="text-ink">{value}</dd>
            </div>
          ))}
        </dl>
        {part("What you told us")}
        <p>{report.complaint}</p>
        <div className="my-4 rounded-xl bg-green-soft px-5 py-4">
          <h3 className="text-xl font-bold">{report.answer}</h3>
          <p className="text-lg">{report.plainWords}</p>
        </div>
        {part("What we found")}
        {report.findings.length === 0 && <p>Nothing was measured yet.</p>}
        <ul className="columns-2 gap-6 max-sm:columns-1">
          {report.findings.map(({ sentence, departs }) => (
            <li key={sentence} className="flex break-inside-avoid items-baseline gap-2">
              <Mark state={departs ? "departs" : "agrees"} /> {sentence}
            </li>
          ))}
        </ul>
        {report.tables.length > 0 && (
          <>
            {part("Measured between the leads")}
            <div className="flex flex-wrap gap-x-8 gap-y-3">
              {report.tables.map((table) => (
                <PairSitting key={table.title} table={table} />
              ))}
            </div>
          </>
        )}
        {report.decision && (
          <>
            {part(`Decided: ${report.decision.what}`)}
            <p>
              {report.decision.plain} {report.decision.reason} ({report.decision.by})
            </p>
          </>
        )}
        {report.repairs.length > 0 && (
          <>
            {part("What we did")}
            {report.repairs.map(({ plan, done, minutes, by, at }) => (
              <p key={at}>
                {plan}: {done} {minutes} minutes ({by}).
              </p>
            ))}
          </>
        )}
        {report.proof && (
          <>
            {part(
              { proved: "Proved", failed: "Not cured yet", open: "Proof not complete" }[report.proof.answer],
            )}
            {report.proof.lines.map(({ variable, before, after, doubt }) => (
              <p key={variable}>
                Before: {before}. After: {after ?? "not repeated"}
                {doubt ? ` (${doubt})` : ""}.
              </p>
            ))}
          </>
        )}
        {report.notDone.length > 0 && (
          <>
            {part("Not checked")}
            {report.notDone.map((line) => (
              <p key={line}>{line}</p>
            ))}
          </>
        )}
        <p className="mt-6 border-t border-line pt-3 text-sm text-ink-2">{report.foot}</p>
      </article>
    </section>
  );
}
