import { useRef, useState, type FormEvent, type KeyboardEvent } from "react";
import { uuidv7 } from "uuidv7";
import type { JobView } from "#contract/jobs";
import {
  formatQuantity,
  JUDGEMENT_WORDS,
  parseQuantity,
  percentText,
  quantityText,
  RESISTANCE,
} from "#core/quantity";
import {
  balanceLimitOf,
  epochOf,
  latestIn,
  pairName,
  PAIRS,
  phasesOf,
  standing,
  type Pair,
  type ReadingValue,
} from "#core/record";
import { imbalanceOf, measuredOf, type MeasuredPair } from "#core/winding";
import { sentenceOf, useAppendMutation } from "../../app/api.ts";

const SLOTS = ["tips", ...PAIRS] as const;
type Slot = (typeof SLOTS)[number];

function shown(pair: MeasuredPair | undefined): string {
  if (!pair) return "not read";
  if (pair.state === "open") return "OL";
  if (pair.state === "contradictory") return "OL and a value: read again";
  return pair.state === "short" ? "near zero" : quantityText(pair.resistance, RESISTANCE, pair.expanded);
}

/** The tips, or the first pair nobody has read yet. */
function firstUnread(record: JobView["record"], epoch: number): Slot {
  return SLOTS.find((slot) => !latestIn(record.readings, "winding", slot, epoch)) ?? "CA";
}

/** Three pairs at rest: a reading costs its digits and Enter. */
export function PairsEntry({ job }: { readonly job: JobView }) {
  const { record } = job;
  const epoch = epochOf(record);
  const [meter, setMeter] = useState(record.instruments.at(-1)?.id ?? "");
  const [slot, setSlot] = useState<Slot>(() => firstUnread(record, epoch));
  const [text, setText] = useState("");
  const [problem, setProblem] = useState("");
  const [append, { isLoading }] = useAppendMutation();
  const field = useRef<HTMLInputElement>(null);
  const measured = measuredOf(record, epoch);
  const imbalance = measured ? imbalanceOf(measured, balanceLimitOf(record.motor)) : null;
  const parsed = parseQuantity(text, RESISTANCE);
  const closed = job.closedAt !== null;

  const move = (to: Slot) => {
    setSlot(to);
    setText("");
    field.current?.focus();
  };
  const save = async (value: ReadingValue, typed: string) => {
    const body = {
      id: uuidv7(),
      check: "winding",
      slot,
      epoch,
      value,
      typed,
      instrumentId: meter,
      takenAt: new Date().toISOString(),
      by: "MO",
      supersedes: null,
    };
    const result = await append({ job: job.id, version: job.version, kind: "reading", body });
    if (result.error) setProblem(sentenceOf(result.error));
    else {
      setProblem("");
      move(SLOTS[Math.min(SLOTS.indexOf(slot) + 1, SLOTS.length - 1)]!);
    }
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (parsed.kind === "refused") setProblem(parsed.sentence);
    else if (!isLoading)
      void save(parsed.kind === "open" ? { kind: "open" } : { kind: "ohms", ohms: parsed.value }, text);
  };
  const keys = (event: KeyboardEvent) => {
    if (text !== "") return;
    const last = standing(record.readings).findLast(
      (reading) => reading.check === "winding" && reading.slot === slot,
    );
    if (event.key === "+" && last) {
      event.preventDefault();
      void save(last.value, last.typed);
    }
    if (event.key === "Backspace") move(SLOTS[Math.max(0, SLOTS.indexOf(slot) - 1)]!);
    if (event.key === "o" || event.key === "O") {
      event.preventDefault();
      void save({ kind: "open" }, "OL");
    }
  };
  const label = slot === "tips" ? "Probe tips together" : `Pair ${pairName(slot)}`;

  return (
    <section aria-labelledby="pairs-title">
      <h2 id="pairs-title" className="text-xl font-bold">
        Three pairs at rest
      </h2>
      <p className="mb-4 text-ink-2">
        Hold the rotor still. Touch the probe tips first, then press hard on each pair of leads. Equal pairs
        mean three sound limbs.
      </p>
      <div className="mb-4 flex flex-wrap gap-2" role="group" aria-label="What to read">
        {SLOTS.map((name) => (
          <button
            key={name}
            type="button"
            aria-pressed={slot === name}
            onClick={() => move(name)}
            className="min-h-11 rounded-lg border border-line-strong bg-sheet px-4 font-semibold aria-pressed:border-green aria-pressed:bg-green-soft"
          >
            {name === "tips" ? "Tips" : pairName(name)}
          </button>
        ))}
        <label className="ml-auto text-sm">
          Meter{" "}
          <select
            value={meter}
            onChange={(event) => setMeter(event.target.value)}
            className="min-h-11 rounded-lg border border-line-strong bg-sheet px-2"
          >
            {record.instruments.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
      </div>
      <form onSubmit={submit} className="mb-2 rounded-xl border-2 border-green bg-sheet p-4">
        <label htmlFor="reading" className="font-semibold">
          {label}
        </label>
        <input
          id="reading"
          ref={field}
          autoFocus
          autoComplete="off"
          value={text}
          disabled={closed}
          onChange={(event) => {
            setText(event.target.value);
            setProblem("");
          }}
          onKeyDown={keys}
          aria-invalid={problem !== ""}
          aria-describedby="understood"
          className="block h-14 w-full bg-transparent text-4xl font-semibold focus-visible:outline-none"
        />
        <p
          id="understood"
          className={problem ? "text-red" : "text-green"}
          role={problem ? "alert" : undefined}
        >
          {problem ||
            (closed
              ? "This job is closed."
              : text === ""
                ? "Type 0.162, 162m or OL, then Enter."
                : parsed.kind === "finite"
                  ? `= ${Object.values(formatQuantity(parsed.value, RESISTANCE)).join(" ")}`
                  : parsed.kind === "open"
                    ? "open circuit"
                    : parsed.sentence)}
        </p>
      </form>
      <p className="mb-4 text-sm text-ink-2">
        Enter saves, + reads again, O open circuit, Backspace goes back a pair.
      </p>
      <table className="w-full rounded-xl border border-line bg-sheet text-left">
        <caption className="sr-only">Pairs as measured</caption>
        <tbody>
          {PAIRS.map((pair: Pair) => {
            const found = measured?.pairs[pair];
            const [from, to] = phasesOf(pair);
            const deviation = imbalance?.deviations[pair];
            return (
              <tr key={pair} className="border-t border-line first:border-0">
                <th scope="row" className="p-3">
                  {pairName(pair)}
                  <span className="block text-sm font-normal text-ink-2">
                    {record.motor.wireColours[from]}, {record.motor.wireColours[to]}
                  </span>
                </th>
                <td className="p-3 text-2xl font-semibold">{shown(found)}</td>
                <td className="p-3 text-right text-sm text-ink-2">
                  {deviation &&
                    `${percentText(deviation.value)} ± ${percentText(deviation.expanded, { signed: false })} of the mean`}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {imbalance && (
        <p className="mt-3">
          <strong>{JUDGEMENT_WORDS[imbalance.judgement]}</strong> at ±
          {percentText(imbalance.limit, { signed: false })} of the mean; spread{" "}
          {percentText(imbalance.spread, { signed: false })}.
        </p>
      )}
    </section>
  );
}
