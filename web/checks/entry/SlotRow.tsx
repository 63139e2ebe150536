import type { ReactNode } from "react";
import { slotOf } from "#core/measure";
import { latestIn, standingIn, type CheckId } from "#core/record";
import { useOpenJob } from "../../job/openJob.ts";
import { useReadingText } from "../../job/useReadingText.ts";
import { EntryField } from "./EntryField.tsx";
import { HandsOff, useHandsOff } from "./HandsOff.tsx";
import { ProbesHere } from "./ProbesHere.tsx";
import { Repeats } from "./Repeats.tsx";
import type { Entry } from "./useEntry.ts";

const TONES = {
  plain: "",
  agrees: "text-green",
  departs: "text-copper",
  cannotTell: "text-slate",
} as const;
export type Tone = keyof typeof TONES;

/** One place to read, large: its name, the field or the value, and what it means beside it. */
export function SlotRow({
  entry,
  check,
  slot,
  name = entry.slots.find((one) => one.slot === slot)?.name ?? slot,
  under = entry.slots.find((one) => one.slot === slot)?.under ?? "",
  word = "",
  tone = "plain",
  detail,
  probes,
}: {
  readonly entry: Entry;
  readonly check: CheckId;
  readonly slot: string;
  readonly name?: string;
  /** Second line of the name, such as wire colours. */
  readonly under?: string;
  /** The judgement in a word. */
  readonly word?: string;
  readonly tone?: Tone;
  readonly detail?: ReactNode;
  /** Where the probes go: a phone draws it in the row that is read. */
  readonly probes?: ReactNode;
}) {
  const { record, epoch, closed } = useOpenJob();
  const textOf = useReadingText();
  const off = useHandsOff(check, slot);
  const active = entry.active === slot && !off;
  const last = latestIn(record.readings, check, slot, epoch);
  const text = last ? textOf(last) : "";
  // What is typed corrects it: nothing else is to be pressed for that.
  const corrects = slotOf(check, slot)?.again === "corrects";
  const alone = standingIn(record.readings, check, slot, epoch).length === 1;
  return (
    <li
      className={`grid min-h-16 grid-cols-[8rem_1fr_8.5rem] items-center gap-3 rounded-xl border bg-sheet px-4 py-1.5 max-sm:gap-2 max-sm:px-3 ${active ? "border-2 border-green max-sm:grid-cols-[5.5rem_1fr]" : "border-line max-sm:grid-cols-[5.5rem_1fr_auto]"}`}
    >
      <button
        type="button"
        aria-label={`Go to ${name}`}
        onClick={() => entry.move(slot)}
        className="min-h-11 text-left leading-tight"
      >
        <strong className="block">{name}</strong>
        <span className="block text-sm leading-tight text-ink-2">{under}</span>
      </button>
      <div className="min-w-0">
        {active ? (
          <EntryField entry={entry} standing={text} />
        ) : (
          <p className={`text-3xl font-semibold leading-9 ${TONES[tone]}`}>
            {off && !last ? (
              <HandsOff />
            ) : last && alone && !closed ? (
              <button
                type="button"
                title="Correct this reading"
                aria-label={`Correct ${text}`}
                onClick={() => entry.correct(last)}
                className="min-h-11 rounded text-left decoration-dotted underline-offset-8 hover:underline pointer-coarse:min-w-11"
              >
                {text}
              </button>
            ) : (
              text || <span className="text-base font-normal text-ink-2">not read</span>
            )}
          </p>
        )}
        {(!alone || (active && !corrects)) && (
          <Repeats check={check} slot={slot} onCorrect={(reading) => entry.correct(reading)} />
        )}
      </div>
      <p
        className={`text-right text-sm leading-snug text-ink-2 max-sm:max-w-24 ${active ? "max-sm:hidden" : ""}`}
      >
        {word && <strong className={`block text-base ${TONES[tone] || "text-ink"}`}>{word}</strong>}
        {detail}
      </p>
      {active && <ProbesHere>{probes}</ProbesHere>}
    </li>
  );
}
