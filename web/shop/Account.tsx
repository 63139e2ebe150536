import { isSentBack } from "#core/record";
import { lazy, Suspense } from "react";
import { Link } from "react-router";
import type { OutcomeLine } from "#contract/shop";
import { decidedText } from "#core/known";
import { COME_BACK_DAYS, STAYED_AWAY_DAYS, type Band, type Truth } from "#core/outcomes";
import { chanceText, shareText } from "#core/quantity";
import { useAccountQuery } from "../app/api.ts";
import { Mark } from "../ui/Mark.tsx";
import { Experience } from "./Experience.tsx";
import { dayText } from "../ui/dates.ts";

const ReliabilityChart = lazy(() => import("./ReliabilityChart.tsx"));

const MARKS = {
  true: "agrees",
  half: "cannotTell",
  false: "departs",
  open: "toDo",
} as const satisfies Record<Truth, string>;

const whole = (share: number) => `${Math.round(share * 100)} %`;

/** What became of a job, in a few words. */
function endOf({ outcome, cameBack, truth }: OutcomeLine): string {
  if (cameBack) return "came back";
  if (truth === "half") return "half of it: its proof showed the rest";
  if (outcome.proof === "proved") return outcome.repairs > 1 ? "proved by another repair" : "proved";
  if (outcome.proof === "failed") return "not cured";
  if (outcome.repairs > 0) return "not proved";
  if (isSentBack(outcome.did?.disposition) && truth === "true") return "stayed away";
  return "not known yet";
}

function BandTable({ bands }: { readonly bands: readonly Band[] }) {
  return (
    <table className="w-full text-left">
      <thead className="text-sm text-ink-2">
        <tr>
          <th className="py-1 font-normal">Said</th>
          <th className="px-2 font-normal">Jobs</th>
          <th className="px-2 font-normal">Came true</th>
          <th className="font-normal">Between</th>
        </tr>
      </thead>
      <tbody>
        {bands.map(({ from, to, n, came, share, least, most }) => (
          <tr key={from} className="border-t border-line">
            <th scope="row" className="py-1.5 font-normal">
              {from === 0 ? `below ${shareText(to)}` : `${shareText(from)} to ${shareText(to)}`}
            </th>
            <td className="px-2">{n}</td>
            <td className="px-2 font-semibold whitespace-nowrap">
              {came}, {whole(share)}
            </td>
            <td className="text-ink-2">
              {whole(least)} and {whole(most)}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What this shop was told, what it did, and what was true: how far the verdicts can be trusted here. */
export function Account() {
  const { data } = useAccountQuery();
  if (!data) return <p>Fetching the account.</p>;
  const { bands, counts, unsaid, told, experience, items } = data;
  const known = counts.true + counts.half + counts.false;
  return (
    <div className="flex flex-col gap-4">
      <section aria-labelledby="account" className="rounded-xl border border-line bg-sheet p-4">
        <h2 id="account" className="text-lg font-bold">
          What we said, what was true
        </h2>
        <p className="mb-3 max-w-3xl text-ink-2">
          {known === 0
            ? "No closed job shows yet whether what was said of it was true."
            : `Of ${known} closed jobs that tell, what was said came true in ${counts.true}.`}{" "}
          {counts.half > 0 &&
            `In ${counts.half} it was half of what was needed, and the proof showed the rest. `}
          {counts.open > 0 && `${counts.open} more do not tell yet, or never will. `}
          {unsaid > 0 && `The evidence left ${unsaid} undecided.`}
        </p>
        {told.of > 0 && (
          <p className="mb-3 max-w-3xl text-ink-2">
            Customers were told a time for {told.of} {told.of === 1 ? "motor" : "motors"} closed since:{" "}
            {told.kept} {told.kept === 1 ? "was" : "were"} ready by then; by the chances that were told it
            should be {told.expected.toFixed(1)}.
          </p>
        )}
        {bands.length > 0 && (
          <div className="grid grid-cols-2 items-start gap-6 max-lg:grid-cols-1">
            <Suspense fallback={<p className="h-72">Drawing.</p>}>
              <ReliabilityChart bands={bands} />
            </Suspense>
            <div>
              <BandTable bands={bands} />
              <p className="mt-2 text-sm text-ink-2">
                The interval holds the true share 19 times in 20: with few jobs it is wide. True is a repair
                that its readings proved and that did not come back within {COME_BACK_DAYS} days, and a motor
                that was cleared and stayed away for {STAYED_AWAY_DAYS}. A new motor cures whatever was wrong
                with the old one, and proves nothing.
              </p>
            </div>
          </div>
        )}
      </section>
      <Experience today={experience} />
      {items.length > 0 && (
        <section aria-labelledby="ends" className="rounded-xl border border-line bg-sheet p-4">
          <h2 id="ends" className="mb-1 text-lg font-bold">
            Closed jobs
          </h2>
          <table className="w-full text-left">
            <thead className="text-sm text-ink-2">
              <tr>
                <th className="py-1 font-normal">Motor</th>
                <th className="font-normal">Said</th>
                <th className="font-normal">Done</th>
                <th className="font-normal">What became of it</th>
              </tr>
            </thead>
            <tbody>
              {items.map((line) => {
                const { jobId, name, closedAt, outcome, truth } = line;
                return (
                  <tr key={jobId} className="border-t border-line align-top">
                    <td className="py-1.5 pr-3">
                      <Link to={`/jobs/${jobId}/report`} className="font-semibold text-green underline">
                        {name}
                      </Link>
                      <span className="block text-sm text-ink-2">{dayText(closedAt)}</span>
                    </td>
                    <td className="pr-3">
                      {outcome.said
                        ? `${decidedText(outcome.said)}, ${chanceText(outcome.said.probability)}`
                        : "not decided"}
                    </td>
                    <td className="pr-3">
                      {outcome.did ? decidedText(outcome.did) : ""}
                      {outcome.without && (
                        <span className="block text-sm text-ink-2">
                          Without having seen {outcome.without.join(", ")}
                        </span>
                      )}
                    </td>
                    <td>
                      <span className="flex items-center gap-2">
                        <Mark state={MARKS[truth]} /> {endOf(line)}
                      </span>
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </section>
      )}
    </div>
  );
}
