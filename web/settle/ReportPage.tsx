import { useEffect, useMemo } from "react";
import { OUR_API } from "../app/place.ts";
import { shareText } from "#core/quantity";
import { proofOf } from "#core/judge";
import { epochOf, RELEASE_LABELS } from "#core/record";
import {
  buildReport,
  dayWords,
  lineState,
  moneyText,
  PROOF_HEADINGS,
  type Costs,
  type PairTable,
} from "#core/report";
import { BeforeAfter } from "./BeforeAfter.tsx";
import { IntervalStrip } from "../checks/drawing/IntervalStrip.tsx";
import { useDelivery, useOpenJob } from "../job/openJob.ts";
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
                {pair} <span className="block text-sm text-ink-2">{wires}</span>
              </th>
              <td className="pr-3 font-semibold whitespace-nowrap">{value}</td>
              <td className="text-right text-sm text-ink-2 sm:whitespace-nowrap">{meaning}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="text-sm text-ink-2">{table.summary}</p>
      {table.strip && (
        <div className="mt-2">
          <IntervalStrip
            title="Off the mean, %"
            band={table.strip.limit}
            bandWords={`allowed ± ${shareText(table.strip.limit)}`}
            rows={table.strip.bars}
            narrow
          />
        </div>
      )}
    </div>
  );
}

function Fact({ name, value }: { readonly name: string; readonly value: string }) {
  return (
    <>
      <dt className="text-ink-2">{name}</dt>
      <dd className="font-semibold">{value}</dd>
    </>
  );
}

function CostTable({ costs }: { readonly costs: Costs }) {
  return (
    <>
      <table className="w-full text-left">
        <tbody>
          {costs.lines.map(([what, amount], i) => (
            <tr key={i}>
              <th scope="row" className="pr-3 font-normal">
                {what}
              </th>
              <td className="text-right">{moneyText(amount, costs.currency)}</td>
            </tr>
          ))}
          <tr className="border-t border-ink font-bold">
            <th scope="row" className="pr-3">
              Together
            </th>
            <td className="text-right">{moneyText(costs.total, costs.currency)}</td>
          </tr>
        </tbody>
      </table>
      <p className="text-sm text-ink-2">{costs.aside}</p>
    </>
  );
}

/** A page that a customer understands, and the measurements behind it: on screen, in print, and as PDF. */
export default function ReportPage() {
  const job = useOpenJob();
  const { id, record, number, takenInAt, closedAt, closing } = job;
  const { waiting } = useDelivery();
  // A closed job keeps the report that was handed over.
  const report = useMemo(
    () => (closedAt && closing ? closing.report : buildReport(record, { number, takenInAt, closedAt })),
    [record, number, takenInAt, closedAt, closing],
  );
  // What had departed, drawn as it was found and as it is now.
  const proved = useMemo(
    () => (epochOf(record) > 0 ? [...new Set(proofOf(record).lines.map(({ check }) => check))] : []),
    [record],
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
        <a href={`${OUR_API}/jobs/${id}/report.pdf`} download className={buttonClass("main")}>
          Save as PDF
        </a>
        <Button onClick={() => window.print()}>Print</Button>
        <a href={`${OUR_API}/jobs/${id}/bundle`} download className={buttonClass("plain")}>
          Save the job as a file
        </a>
        {waiting.length > 0 && (
          <p className="self-center text-sm text-amber">
            Files hold what the server has; {waiting.length} still on the way.
          </p>
        )}
      </div>
      <article className="rounded-xl border border-line bg-sheet p-8 print:border-0 print:p-0">
        <header className="mb-5 flex items-end justify-between gap-4 border-b-2 border-ink pb-3">
          <div>
            <p className="text-lg font-bold">{report.letterhead?.name ?? "Motor report"}</p>
            <p className="text-sm text-ink-2">{report.letterhead?.line}</p>
          </div>
          <p className="text-right text-sm whitespace-nowrap text-ink-2">
            {report.letterhead && <strong className="block text-base text-ink">Motor report</strong>}
            {dayWords(closedAt ?? takenInAt, report.timeZone)}
          </p>
        </header>
        <h2 id="report-title" className="text-3xl font-bold">
          {report.answer}
        </h2>
        <p className="mt-1 text-lg">{report.plainWords}</p>
        <dl className="my-4 grid grid-cols-[auto_1fr_auto_1fr] gap-x-5 gap-y-1 max-sm:grid-cols-[auto_1fr]">
          {[["Machine", report.title] as const, ...report.motor].map(([name, value]) => (
            <Fact key={name} name={name} value={value} />
          ))}
        </dl>
        <p>
          <span className="text-ink-2">You told us:</span> {report.complaint}
        </p>
        {report.release && (
          <div className="my-4 flex items-center gap-4 rounded-xl bg-green-soft px-5 py-4 print:border print:border-line">
            <Mark state={report.release.as === "use" ? "agrees" : "departs"} />
            <p className="grow">
              <strong>{RELEASE_LABELS[report.release.as]}.</strong> {report.release.words}
            </p>
            <p className="text-sm text-ink-2 sm:whitespace-nowrap">
              signed {report.release.by}, {dayWords(report.release.at, report.timeZone)}
            </p>
          </div>
        )}
        {proved.length > 0 && (
          <div className="my-4 break-inside-avoid">
            <h3 className="mb-2 font-bold">Before and after</h3>
            <BeforeAfter checks={proved} />
          </div>
        )}
        <div className="flex flex-wrap gap-x-10">
          <div className="grow basis-72">
            {report.knownBy !== undefined && (
              <>
                {part("How we know")}
                <p>{report.knownBy}</p>
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
          </div>
          <div className="grow basis-72">
            {report.costs && (
              <>
                {part("What it cost")}
                <CostTable costs={report.costs} />
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
          </div>
        </div>
        {report.signedBy && (
          <div className="mt-12 grid grid-cols-2 gap-10 text-sm text-ink-2">
            <p className="border-t border-line-strong pt-1">
              Measured{report.repairs.length > 0 ? ", repaired" : ""}
              {report.release ? ", released" : ""}: {report.signedBy.join(", ")}
            </p>
            <p className="border-t border-line-strong pt-1">Received</p>
          </div>
        )}
        <p className="mt-6 border-t border-line pt-3 text-sm text-ink-2">{report.foot}</p>
        <section
          aria-labelledby="annex"
          className="mt-8 break-before-page border-t-2 border-ink pt-4 print:mt-0 print:border-0"
        >
          <h2 id="annex" className="text-xl font-bold">
            What was measured
          </h2>
          {report.proof && (
            <>
              {part(PROOF_HEADINGS[report.proof.answer])}
              {report.proof.lines.map(({ variable, before, after, doubt }) => (
                <p key={variable}>
                  Before: {before}. After: {after ?? "not repeated"}
                  {doubt ? ` (${doubt})` : ""}.
                </p>
              ))}
            </>
          )}
          {report.tables.length > 0 && (
            <>
              {part("Between the leads")}
              <div className="flex flex-wrap gap-x-8 gap-y-3">
                {report.tables.map((table) => (
                  <PairSitting key={table.title} table={table} />
                ))}
              </div>
            </>
          )}
          {part(report.proof ? "As found" : "What we found")}
          {report.findings.length === 0 && <p>Nothing was measured yet.</p>}
          <ul className="columns-2 gap-6 max-sm:columns-1">
            {report.findings.map((line) => (
              <li key={line.sentence} className="flex break-inside-avoid items-baseline gap-2">
                <Mark state={lineState(line)} /> {line.sentence}
              </li>
            ))}
          </ul>
        </section>
      </article>
    </section>
  );
}
