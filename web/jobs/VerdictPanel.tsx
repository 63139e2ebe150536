import type { ReactNode } from "react";
import { type NextCheck, type Outlook, type Verdict, type NextStep } from "#core/judge";
import { CHECKS } from "#core/measure";
import { curesText } from "#core/known";
import { lowerFirst, upperFirst } from "#core/check";
import type { CheckId } from "#core/record";
import { chanceText } from "#core/quantity";
import { Unbroken } from "../ui/Unbroken.tsx";

const LEAST_SHOWN = 0.05;
const SHOWN = 4;
const WEIGHTS_SHOWN = 3;
const LEAST_WEIGHT = 0.3;
/** Below this a fault is named without its reasons. */
const LEAST_EXPLAINED = 0.3;

/** What comes next once it is decided, where no check does. */
const SETTLED: Readonly<Partial<Record<NextStep["kind"], string>>> = {
  repair: "Decided. The repair comes next.",
  wait: "Decided. What it waits for is to come.",
  lookAtProof: "Look at the proof, and decide anew.",
  letRun: "Nothing departs any more. Let it run, then release it.",
  release: "Nothing departs any more. Release it.",
  close: "Nothing is left to do. Close the job.",
  done: "The job is closed.",
};

function enough(verdict: Verdict): string {
  if (verdict.decided) return "Enough is known to decide.";
  return "No check here would tell more. Repeat what looks odd, or decide as it stands.";
}

const titleOf = (check: CheckId) => CHECKS.find(({ id }) => id === check)?.title ?? "";

/** What a step would tell; a check that only comes first says why it is made at all. */
function whyNext({ because, gain, first }: NextCheck, why: string): string {
  if (first) return first;
  return gain > 0 && because !== "" ? `It tells most about ${because}.` : why;
}

/** What would then be asked for; what has no name yet is never called nothing. */
function thenText(to: Outlook["leaves"][number]["to"]): string {
  if (to === null) return "then still open";
  return `then ${to.length > 0 ? lowerFirst(curesText(to)) : "nothing wrong"}`;
}

/** What each outcome of the next reading would leave, and how many more it takes. */
function Ahead({ outlook: { leaves, readings } }: { readonly outlook: Outlook }) {
  return (
    <div className="mt-1 text-sm text-ink-2">
      <ul>
        {leaves.map(({ words, to, share }) => (
          <li key={words}>
            <Unbroken>{`${upperFirst(words)}: ${thenText(to)}, ${chanceText(share)}.`}</Unbroken>
          </li>
        ))}
      </ul>
      {readings && readings.most > 1 && (
        <p className="mt-1">
          {readings.usual < readings.most
            ? `Usually ${readings.usual} more readings place it, at most ${readings.most}.`
            : `At most ${readings.most} more readings place it.`}
        </p>
      )}
    </div>
  );
}

/** The standing verdict with its reasons; what it shows, the core found. */
export function VerdictPanel({
  verdict,
  stands = null,
  outlook = null,
  headline = verdict.headline,
  needs = null,
  children,
}: {
  readonly verdict: Verdict;
  /** What stands of the job, where that is not the verdict alone. */
  readonly headline?: string;
  /** Where the job goes next; the button leads there. */
  readonly stands?: NextStep["kind"] | null;
  /** What the next reading would leave; null while nobody looked ahead. */
  readonly outlook?: Outlook | null;
  /** What must still be seen before it is decided. */
  readonly needs?: ReactNode;
  /** The way to the next step. */
  readonly children: ReactNode;
}) {
  const next = CHECKS.find(({ id }) => id === verdict.next?.check);
  const settled = stands && SETTLED[stands];
  const doubtful = verdict.findings
    .filter(({ variable }) => verdict.doubtful.includes(variable))
    .map(({ sentence }) => sentence);
  return (
    <aside aria-label="Standing verdict" aria-live="polite" className="p-5">
      <p className="text-sm font-semibold text-ink-2">Standing verdict</p>
      <h2 className="text-lg font-bold">{headline}</h2>
      <p className="mb-4 text-sm text-ink-2">
        <Unbroken>{verdict.reason}</Unbroken>
      </p>
      {needs}
      <ul className="space-y-4">
        {verdict.faults
          .filter(({ probability }) => probability > LEAST_SHOWN)
          .slice(0, SHOWN)
          .map((fault) => (
            <li key={fault.fault}>
              <p
                className={`flex justify-between gap-2 ${fault.probability < LEAST_EXPLAINED ? "text-ink-2" : "font-semibold"}`}
              >
                <span>
                  {fault.name}
                  {fault.place ? `, ${fault.place.phase}` : ""}
                </span>
                <span className="shrink-0">{chanceText(fault.probability)}</span>
              </p>
              <div className="my-1 h-2 overflow-hidden rounded bg-sunk">
                {/* Pushed along and not widened: the page is not laid out anew for each frame of it. */}
                <div
                  className="h-2 rounded bg-ink transition-transform duration-300"
                  style={{ transform: `translateX(${(fault.probability - 1) * 100}%)` }}
                />
              </div>
              <ul className="text-sm text-ink-2">
                {fault.weights
                  .filter(
                    ({ weight }) => fault.probability >= LEAST_EXPLAINED && Math.abs(weight) >= LEAST_WEIGHT,
                  )
                  .slice(0, WEIGHTS_SHOWN)
                  .map(({ variable, sentence, weight, clears }) => (
                    <li key={variable} className="flex gap-2">
                      <span
                        className={`w-12 shrink-0 text-right font-semibold ${weight > 0 ? "text-copper" : "text-green"}`}
                      >
                        {weight > 0 ? "+" : "−"}
                        {Math.abs(weight).toFixed(1)}
                      </span>
                      {clears && weight > 0 ? `Rules out others. ${sentence}` : sentence}
                    </li>
                  ))}
              </ul>
            </li>
          ))}
      </ul>
      {verdict.experience && <p className="mt-4 text-sm text-ink-2">{verdict.experience}.</p>}
      <div className="mt-5 border-t border-line pt-3">
        <p className="text-sm font-semibold text-ink-2">Next</p>
        {settled ? (
          <p className="text-sm">{settled}</p>
        ) : next && verdict.next ? (
          <>
            <p className="font-semibold">{verdict.next.title || next.title}</p>
            <p className="text-sm">
              <Unbroken>
                {verdict.next.halfDone
                  ? "Begun; finish it first."
                  : `${verdict.next.title === next.title ? "" : `${next.title}, `}${verdict.next.minutes} min. ${whyNext(verdict.next, next.why)}`}
              </Unbroken>
            </p>
          </>
        ) : (
          <p className="text-sm">{enough(verdict)}</p>
        )}
        {!settled && verdict.runnerUp && (
          <p className="mt-1 text-sm text-ink-2">
            <Unbroken>
              {`Or: ${lowerFirst(verdict.runnerUp.title || titleOf(verdict.runnerUp.check))}, ${verdict.runnerUp.minutes} min.`}
            </Unbroken>
          </p>
        )}
        {outlook && <Ahead outlook={outlook} />}
        <div className="mt-3">{children}</div>
      </div>
      {doubtful.length > 0 && (
        <p className="mt-4 border-l-4 border-amber pl-3 text-sm">
          <strong>Does not fit the rest, read it again:</strong> {doubtful.join(". ")}.
        </p>
      )}
      {verdict.wouldChange.length > 0 && (
        <p className="mt-4 text-sm text-ink-2">
          What would change it: {verdict.wouldChange.map(({ words }) => words).join("; ")}.
        </p>
      )}
    </aside>
  );
}
