import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { lowerFirst } from "#core/check";
import { checkOf } from "#core/measure";
import { cureFactsOf, curesText, factsOf, type CureId } from "#core/known";
import { chanceText } from "#core/quantity";
import type { Outcome } from "#bench/outcome";
import { idealFor } from "#bench/outcome";
import { motorOfCase } from "#bench/caseFile";
import { marksOf, truthOf, type Marks } from "#bench/marks";
import { UNSAFE } from "#bench/unsafe";
import { useOpenJob } from "../job/openJob.ts";
import { Button, buttonClass } from "../ui/Button.tsx";
import { Mark } from "../ui/Mark.tsx";
import { endRunning, type Running } from "./running.ts";
import { useDebrief } from "./useDebrief.ts";

/** What an action would have come to, in a sentence. */
const CAME_TO: Readonly<Record<Outcome, string>> = {
  right: "Right: all it needs, and nothing besides.",
  half: "Half of it: it needs more, and would come back.",
  undecided: "Nothing was decided.",
  wasteful: "It costs more than it needs, or cures nothing.",
  harmful: "Harmful: a fault in the motor stays, and comes back or hurts.",
};

/** What a Brier score means to somebody who never met one. */
function judgementWords(brier: number): string {
  if (brier <= 0.05) return "sure, and right to be";
  if (brier <= 0.15) return "near the truth";
  if (brier <= 0.3) return "about as good as a guess between two";
  return "sure of what is not so, or unsure of what is";
}

const minutes = (seconds: number) => {
  const whole = Math.max(1, Math.round(seconds / 60));
  return `${whole} ${whole === 1 ? "minute" : "minutes"}`;
};

function Line({
  name,
  value,
  state,
}: {
  name: string;
  value: string;
  state: "agrees" | "departs" | "cannotTell";
}) {
  return (
    <li className="flex items-start gap-3 py-1">
      <span className="mt-1">
        <Mark state={state} />
      </span>
      <span className="w-44 shrink-0 text-ink-2 max-sm:w-32">{name}</span>
      <span className="font-semibold">{value}</span>
    </li>
  );
}

function MarksTable({
  marks,
  peeked,
  best,
  needless,
}: {
  readonly marks: Marks;
  readonly peeked: boolean;
  /** Seconds of the shortest way that convinces; null while nobody knows. */
  readonly best: number | null;
  readonly needless: number | null;
}) {
  const { outcome, settled, brier, seconds, needlessParts, unsafe } = marks;
  return (
    <ul aria-label="Marks">
      <Line name="Action" value={CAME_TO[outcome]} state={outcome === "right" ? "agrees" : "departs"} />
      <Line
        name="Judgement"
        value={
          peeked
            ? "Not marked: the program's verdict was looked at."
            : `${brier.toFixed(2)}, ${judgementWords(brier)} (0 is best, 1 worst)`
        }
        state={peeked ? "cannotTell" : brier <= 0.15 ? "agrees" : "departs"}
      />
      <Line
        name="Work at the bench"
        value={
          best === null
            ? minutes(seconds)
            : !settled
              ? `${minutes(seconds)}, and it was not settled then; the shortest way takes ${minutes(best)}`
              : `${minutes(seconds)}; the shortest way takes ${minutes(best)}`
        }
        state={best === null || !settled ? "cannotTell" : seconds <= 2 * best ? "agrees" : "departs"}
      />
      <Line
        name="Readings not needed"
        value={
          needless === null ? "Being counted" : needless === 0 ? "None" : `${needless}, after it was settled`
        }
        state={needless === null ? "cannotTell" : needless === 0 ? "agrees" : "departs"}
      />
      <Line
        name="Parts not needed"
        value={
          needlessParts.length === 0 ? "None" : needlessParts.map((cure) => cureFactsOf(cure).name).join(", ")
        }
        state={needlessParts.length === 0 ? "agrees" : "departs"}
      />
      <Line
        name="Unsafe acts"
        value={unsafe.length === 0 ? "None" : String(unsafe.length)}
        state={unsafe.length === 0 ? "agrees" : "departs"}
      />
    </ul>
  );
}

/** What was true, how it was seen, and the way that would have been enough. */
export function Debriefing({ running }: { readonly running: Running }) {
  const { record } = useOpenJob();
  const navigate = useNavigate();
  const { file, words, peeked } = running;
  const decided = (running.decided ?? []) as readonly CureId[];
  const debrief = useDebrief(file, record);
  const [marks] = useState(() => marksOf(file, { ...running, decided: { cures: decided } }));
  const motor = motorOfCase(file);
  const truth = truthOf(motor);
  const ideal = idealFor(motor.ailments, motor);
  const known = debrief !== null && debrief !== "failed" ? debrief : null;
  const way = known?.way ?? null;
  const firstMissed = known?.taken.indexOf(false) ?? -1;
  const leave = (to: string) => {
    endRunning();
    void navigate(to);
  };
  return (
    <div className="mx-auto grid max-w-5xl gap-4">
      <section aria-labelledby="debrief" className="rounded-xl border border-line bg-sheet p-5">
        <h2 id="debrief" tabIndex={-1} className="text-xl font-bold">
          {truth.length === 0
            ? "Nothing was wrong with it"
            : truth.map((fault) => factsOf(fault).name).join(", and ")}
        </h2>
        <p>
          {ideal.length === 0 ? "It goes back as it is." : `${curesText([...ideal])}.`} You said:{" "}
          {decided.length === 0 ? "nothing, send it back" : lowerFirst(curesText([...decided]))}.
        </p>
        <p className="mt-2 border-l-4 border-green pl-3">{file.lesson}</p>
      </section>
      <section aria-labelledby="marks" className="rounded-xl border border-line bg-sheet p-5">
        <h3 id="marks" className="font-bold">
          Marks
        </h3>
        <MarksTable
          marks={marks}
          peeked={peeked}
          best={way?.seconds ?? null}
          needless={known?.needless ?? null}
        />
        {[...new Set(marks.unsafe.map(({ kind }) => kind))].map((kind) => (
          <p key={kind} className="mt-2 border-l-4 border-red pl-3 text-sm">
            <strong>{UNSAFE[kind].did}.</strong> {UNSAFE[kind].why}
          </p>
        ))}
        {!peeked && words.length > 0 && (
          <p className="mt-3 text-sm text-ink-2">
            Your word:{" "}
            {words.map(({ fault, chance }) => `${factsOf(fault).name} ${chanceText(chance)}`).join(", ")}.
          </p>
        )}
      </section>
      <div className="grid gap-4 lg:grid-cols-2">
        <section aria-labelledby="way" className="rounded-xl border border-line bg-sheet p-5">
          <h3 id="way" className="font-bold">
            The way that is enough
          </h3>
          {debrief === null && <p role="status">Being worked out.</p>}
          {debrief === "failed" && <p role="alert">It could not be worked out on this device.</p>}
          {known && !way && <p>Nothing that can be read here settles this one.</p>}
          {known && way && (
            <>
              <p className="text-sm text-ink-2">
                {minutes(way.seconds)} in all
                {way.settles ? "" : "; it leads to the right action and leaves some doubt"}.
              </p>
              <ol className="mt-2 space-y-1.5">
                {way.steps.map(({ check, title, seconds }, i) => (
                  <li key={`${check} ${title} ${i}`} className="flex gap-3">
                    <span className="mt-1">
                      <Mark state={known.taken[i] ? "agrees" : i === known.told ? "departs" : "toDo"} />
                    </span>
                    <span className="grow">
                      {title}
                      {!known.taken[i] && (
                        <span className={`block text-sm ${i === known.told ? "text-copper" : "text-ink-2"}`}>
                          {i === firstMissed ? "Yours left the way here. " : ""}
                          {i === known.told ? "This would have told most." : "Not read."}
                        </span>
                      )}
                    </span>
                    <span className="text-sm text-ink-2">{minutes(seconds)}</span>
                  </li>
                ))}
              </ol>
              {known.besides.length > 0 && (
                <p className="mt-3 text-sm text-ink-2">
                  Read besides: {known.besides.map((check) => lowerFirst(checkOf(check).title)).join(", ")}.
                </p>
              )}
            </>
          )}
        </section>
        <section aria-labelledby="stood" className="rounded-xl border border-line bg-sheet p-5">
          <h3 id="stood" className="font-bold">
            The verdict as it stood
          </h3>
          {known?.stood.length === 0 && <p>Nothing was read.</p>}
          {known && known.stood.length > 0 && (
            <ol className="mt-2 space-y-2">
              {known.stood.map(({ title, readings, headline, chance, settled }, i) => (
                <li key={i}>
                  <p className="flex justify-between gap-3">
                    <span>
                      <strong>{title}</strong>, {readings} {readings === 1 ? "reading" : "readings"}
                    </span>
                    <span className="shrink-0">{chanceText(chance)}</span>
                  </p>
                  <div className="my-1 h-2 rounded bg-sunk" aria-hidden>
                    <div className="h-2 rounded bg-ink" style={{ width: `${chance * 100}%` }} />
                  </div>
                  <p className="text-sm text-ink-2">
                    {headline}
                    {settled ? ": settled." : "."}
                  </p>
                </li>
              ))}
            </ol>
          )}
          {known && known.stood.length > 0 && (
            <p className="mt-2 text-sm text-ink-2">The bar: the chance that it gave to what was true.</p>
          )}
        </section>
      </div>
      <div className="flex flex-wrap gap-3">
        <Button look="main" onClick={() => leave("/practice")}>
          To the other cases
        </Button>
        <Button onClick={() => leave(`/practice/${file.id}`)}>This one again</Button>
        <Link to="/" className={buttonClass("plain")} onClick={endRunning}>
          To the bench
        </Link>
      </div>
    </div>
  );
}
