import { Link } from "react-router";
import { isOpen, type Need, type Verdict } from "#core/judge";
import { upperFirst } from "#core/check";
import { chanceText } from "#core/quantity";

/** What leads is asked for from this chance on. */
const LEADS_FROM = 0.5;

/** The rest stands in the report. */
const SUSPECTS_SHOWN = 4;

/** Needs that the same reading meets, in one line. */
function byReading(needs: readonly Need[]): readonly (readonly Need[])[] {
  const lines = new Map<string, Need[]>();
  for (const need of needs) {
    const key = need.step ? `${need.step.check} ${need.step.title}` : need.what;
    lines.set(key, [...(lines.get(key) ?? []), need]);
  }
  return [...lines.values()];
}

function Line({ needs, job }: { readonly needs: readonly Need[]; readonly job: string }) {
  const { what, step, ableMeter, inRecord } = needs[0]!;
  const to = inRecord ? "takenIn" : step?.check;
  const words = needs.length > 1 && step ? step.title : upperFirst(what);
  return (
    <li>
      {to ? (
        <Link
          to={`/jobs/${job}/${to}`}
          className="inline-flex min-h-8 items-center underline underline-offset-2 max-lg:min-h-11"
        >
          {words}
        </Link>
      ) : (
        words
      )}
      {step ? `, ${step.minutes} min` : ""}
      {ableMeter ? `, with ${ableMeter}` : ""}
    </li>
  );
}

/** Where to look once the motor is cleared: each cause outside it with its chance, and the cheapest reading of it. */
function Outside({ verdict, job }: { readonly verdict: Verdict; readonly job: string }) {
  const { suspects } = verdict.outside;
  return (
    <section aria-label="What lies outside it" className="mb-4 border-l-4 border-line pl-3 text-sm">
      <p className="font-semibold text-ink-2">What lies outside it</p>
      {suspects.length === 0 ? (
        <p className="text-ink-2">Nothing stands out. If it comes back, read on from here.</p>
      ) : (
        <ul className="grid gap-1.5">
          {suspects.slice(0, SUSPECTS_SHOWN).map(({ fault, name, probability, step }) => (
            <li key={fault} className="leading-snug">
              <span className="flex justify-between gap-3">
                <span>{name}</span>
                <span className="font-semibold">{chanceText(probability)}</span>
              </span>
              {step && (
                <span className="text-ink-2">
                  <Link
                    to={`/jobs/${job}/${step.check}`}
                    className="underline underline-offset-2 max-lg:inline-block max-lg:min-h-11 max-lg:py-2.5"
                  >
                    {step.title}
                  </Link>{" "}
                  {step.minutes} min
                </span>
              )}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** What must still be seen before what leads is decided on, each a way to its step, and what was left out. */
export function Needs({ verdict, job }: { readonly verdict: Verdict; readonly job: string }) {
  const { action, decided, hardFact, warrant } = verdict;
  if (verdict.cleared) return <Outside verdict={verdict} job={job} />;
  if (!action || action.probability < LEADS_FROM || hardFact) return null;
  const open = decided ? [] : warrant.filter(isOpen);
  const leftOut = warrant.filter(({ state }) => state === "leftOut");
  if (open.length + leftOut.length === 0) return null;
  return (
    <section aria-label="Before it is decided" className="mb-4 border-l-4 border-line pl-3 text-sm">
      {open.length > 0 && (
        <>
          <p className="font-semibold text-ink-2">Before it is decided</p>
          <ul>
            {byReading(open).map((needs) => (
              <Line key={needs[0]!.what} needs={needs} job={job} />
            ))}
          </ul>
        </>
      )}
      {leftOut.length > 0 && (
        <p className="text-ink-2">Left out: {leftOut.map(({ what }) => what).join(", ")}.</p>
      )}
    </section>
  );
}
