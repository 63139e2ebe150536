import { useEffect, useState, type FormEvent } from "react";
import { lowerFirst } from "#core/check";
import { latestIn } from "#core/record";
import {
  cautionsFor,
  comesFirst,
  isDone,
  lapsed,
  minutesOf,
  waitCut,
  waitOf,
  type Caution as CautionOf,
} from "#core/measure/safety";
import { useOpenJob } from "../../job/openJob.ts";
import { useHere } from "../../job/useHere.ts";
import { useReadingText } from "../../job/useReadingText.ts";
import { clockText, useSecondsLeft } from "../../job/useSecondsLeft.ts";
import { Button } from "../../ui/Button.tsx";
import { Mark } from "../../ui/Mark.tsx";
import { Field, FIELD_CLASS } from "../../ui/Field.tsx";
import { Caution } from "../../ui/Notice.tsx";
import { CheckRecord } from "../entry/CheckRecord.tsx";
import { Mend } from "../entry/Mend.tsx";
import { entrySlot } from "../entry/slots.ts";
import { SlotRow } from "../entry/SlotRow.tsx";
import { useEntry } from "../entry/useEntry.ts";
import { timeText } from "../../ui/dates.ts";

/** Letters that a reason has at least. */
const LEAST_REASON = 10;

/** A wait that gates its caution: started by hand, counted down, and only then to be acknowledged. */
function Wait({
  caution,
  onDone,
  focus,
}: {
  readonly caution: CautionOf;
  readonly onDone: () => void;
  readonly focus: boolean;
}) {
  const { record, epoch, read } = useOpenJob();
  const running = waitOf(record, caution, epoch);
  const minutes = minutesOf(record, caution, epoch);
  const left = useSecondsLeft(running?.startedAt ?? null, minutes);
  const [cutting, setCutting] = useState(false);
  if (!running)
    return (
      <Button
        look={focus ? "main" : "plain"}
        className="shrink-0"
        onClick={() => {
          const before = latestIn(record.readings, "safety", caution.id, epoch);
          void read(
            "safety",
            caution.id,
            { kind: "choice", choice: "started" },
            { supersedes: before?.id ?? null },
          );
        }}
      >
        Start {minutes} minutes
      </Button>
    );
  if (left > 0)
    return (
      <div className="shrink-0 text-right">
        <p className="text-amber">
          <strong role="timer" className="block text-4xl">
            {clockText(left)}
          </strong>
          then measure, then touch
        </p>
        {cutting ? (
          <CutShort
            onDone={(cut) => {
              setCutting(false);
              if (cut) onDone();
            }}
          />
        ) : (
          <Button look="quiet" size="small" data-aside onClick={() => setCutting(true)}>
            Measured dead already
          </Button>
        )}
      </div>
    );
  return (
    <Button look={focus ? "main" : "plain"} className="shrink-0" onClick={onDone}>
      Waited, and measured dead
    </Button>
  );
}

/** A wait ended before its time, by somebody who measured: only with the reason, which stays in the record. */
function CutShort({ onDone }: { readonly onDone: (cut: boolean) => void }) {
  const { read } = useOpenJob();
  const [problem, setProblem] = useState("");
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const text = String(new FormData(event.currentTarget).get("waitCut")).trim();
    if (text.length < LEAST_REASON) return setProblem("Say what was measured, and why it cannot wait.");
    const outcome = await read("safety", "waitCut", { kind: "text", text });
    if (outcome.kind === "refused") setProblem(outcome.sentence);
    else onDone(true);
  };
  return (
    <form
      noValidate
      onSubmit={(event) => void submit(event)}
      className="flex w-72 flex-col items-stretch gap-2 text-left"
    >
      <Field id="wait-cut" label="What was measured, and why it cannot wait" problem={problem || undefined}>
        <input
          id="wait-cut"
          name="waitCut"
          autoFocus
          autoComplete="off"
          maxLength={200}
          aria-invalid={problem !== ""}
          aria-describedby="wait-cut-problem"
          className={FIELD_CLASS}
        />
      </Field>
      <span className="flex gap-2">
        <Button type="submit">Cut the wait short</Button>
        <Button look="quiet" onClick={() => onDone(false)}>
          Wait
        </Button>
      </span>
    </form>
  );
}

const BLEED = ["bleedCapacitance", "bleedResistance", "bleedVolts"] as const;

/** Capacitors of this machine, where somebody knows them: they may need longer than the usual five minutes. */
function Bleed() {
  const { record, epoch } = useOpenJob();
  const entry = useEntry(
    "safety",
    BLEED.map((slot) => entrySlot("safety", slot, record.motor)),
    null,
  );
  const textOf = useReadingText();
  const known = BLEED.flatMap((slot) => latestIn(record.readings, "safety", slot, epoch) ?? []);
  // Begun and not finished stays in sight; whole it makes room for the cautions.
  const [open, setOpen] = useState(known.length > 0 && known.length < BLEED.length);
  if (!open)
    return (
      <Button look="quiet" onClick={() => setOpen(true)}>
        {known.length > 0
          ? `Counted with ${known.map(textOf).join(", ")}`
          : "Capacitor and bleed resistor are known"}
      </Button>
    );
  return (
    <div>
      <ul className="grid gap-2" aria-label="What holds the charge">
        {BLEED.map((slot) => (
          <SlotRow key={slot} entry={entry} check="safety" slot={slot} />
        ))}
      </ul>
      <Mend entry={entry} />
      <p className="mt-1 text-sm text-ink-2">
        Down to 30 V DC by V₀·e^(−t/RC), five minutes at least. A bleeder may be open: the wait ends in a
        measurement.
      </p>
    </div>
  );
}

/** The cautions that apply, each acknowledged by itself, anew in every epoch. */
export function Safety() {
  const { record, epoch, read, closed } = useOpenJob();
  const [problem, setProblem] = useState("");
  const here = useHere();
  const why = lapsed(record, epoch, here);
  const cautions = cautionsFor(record.motor);
  const waits = cautions.some(({ wait }) => wait !== undefined);
  const cut = waitCut(record, epoch);
  const next = cautions.find((caution) => !isDone(record, caution, epoch, here));
  const done = (caution: CautionOf) => {
    const before = latestIn(record.readings, "safety", caution.id, epoch);
    void read(
      "safety",
      caution.id,
      { kind: "choice", choice: "done" },
      { supersedes: before?.id ?? null },
    ).then((outcome) => setProblem(outcome.kind === "refused" ? outcome.sentence : ""));
  };
  // The next open caution takes the focus, so that Enter, Enter, Enter reads them one by one.
  useEffect(
    () =>
      document
        .getElementById(`caution-${next?.id}`)
        ?.querySelector<HTMLElement>("button:not([data-aside])")
        ?.focus(),
    [next?.id],
  );
  return (
    <section aria-labelledby="check-title">
      <h2 id="check-title" className="text-xl font-bold">
        Made safe
      </h2>
      <p className="mb-4 max-w-2xl text-ink-2">
        Nothing is measured on a motor that could start or shock you. Read each, do it, say so. They come back
        after every repair, on another day and for another person.
      </p>
      {why && (
        <p role="status" className="mb-3 max-w-3xl border-l-4 border-amber bg-amber-soft px-4 py-2 text-sm">
          {why}
        </p>
      )}
      <ol className="max-w-3xl overflow-hidden rounded-xl border border-line bg-sheet">
        {cautions.map((caution) => {
          const acknowledged = isDone(record, caution, epoch, here);
          const first = comesFirst(record, caution, epoch, here);
          return (
            <li
              key={caution.id}
              id={`caution-${caution.id}`}
              className={`flex min-h-16 items-center gap-x-4 gap-y-2 border-t border-line px-4 py-2 first:border-0 ${caution.wait ? "max-sm:flex-wrap max-sm:justify-end" : ""}`}
            >
              <Mark state={acknowledged ? "agrees" : "toDo"} />
              <p className={`grow ${caution.wait ? "max-sm:basis-3/4" : ""}`}>{caution.text}</p>
              {acknowledged ? (
                <span className="shrink-0 text-sm text-green">
                  done {timeText(latestIn(record.readings, "safety", caution.id, epoch)!.takenAt)}
                </span>
              ) : closed ? null : caution.wait && first ? (
                <span className="shrink-0 text-sm text-ink-2">after: {lowerFirst(first.name)}</span>
              ) : caution.wait ? (
                <Wait caution={caution} focus={caution === next} onDone={() => done(caution)} />
              ) : (
                <span className="flex shrink-0 flex-col items-end">
                  <Button
                    look={caution === next ? "main" : "plain"}
                    disabled={first !== null}
                    onClick={() => done(caution)}
                  >
                    Done
                  </Button>
                  {first && <span className="text-xs text-ink-2">after: {lowerFirst(first.name)}</span>}
                </span>
              )}
            </li>
          );
        })}
      </ol>
      {waits && !closed && (
        <div className="mt-3 max-w-3xl">
          <Bleed />
        </div>
      )}
      {cut && (
        <div className="mt-3 max-w-3xl">
          <Caution>
            <strong>The wait was cut short.</strong> {cut}
          </Caution>
        </div>
      )}
      {problem && (
        <p role="alert" className="mt-3 text-red">
          {problem}
        </p>
      )}
      <div className="mt-4 max-w-3xl">
        <Caution>
          Energised work is for qualified people under local rules and the maker's instructions. This list
          supports judgement; it does not replace a licensed person where one is required.
        </Caution>
      </div>
      <CheckRecord check="safety" />
    </section>
  );
}
