import { type CheckId, latestIn } from "#core/record";
import { useOpenJob } from "../../job/openJob.ts";
import { useReadingText } from "../../job/useReadingText.ts";
import { EntryField } from "./EntryField.tsx";
import { HandsOff, useHandsOff } from "./HandsOff.tsx";
import type { Entry } from "./useEntry.ts";

/** A lesser place to read, such as a speed or a temperature: one line until it is being read. */
export function SlotCell({
  entry,
  check,
  slot,
  name,
  empty = "not read",
}: {
  readonly entry: Entry;
  readonly check: CheckId;
  readonly slot: string;
  readonly name: string;
  readonly empty?: string;
}) {
  const { record, epoch } = useOpenJob();
  const textOf = useReadingText();
  const off = useHandsOff(check, slot);
  const active = entry.active === slot && !off;
  const last = latestIn(record.readings, check, slot, epoch);
  return (
    <div
      className={`min-h-12 min-w-0 grow basis-0 rounded-xl border bg-sheet px-3 py-1.5 ${active ? "border-2 border-green" : "border-line"}`}
    >
      {active ? (
        <>
          <p className="text-xs font-semibold text-ink-2">{name}</p>
          <EntryField entry={entry} big={false} standing={last ? textOf(last) : ""} />
          {last && !entry.correcting && (
            <button
              type="button"
              className="min-h-9 text-sm pointer-coarse:min-h-11 text-green underline underline-offset-4"
              onClick={() => entry.correct(last)}
            >
              Correct {textOf(last)}
            </button>
          )}
        </>
      ) : (
        <button
          type="button"
          onClick={() => entry.move(slot)}
          className="block size-full text-left text-sm pointer-coarse:min-h-11"
        >
          <span className="text-ink-2">{name}</span>
          <strong className="block">{last ? textOf(last) : empty}</strong>
        </button>
      )}
      {off && entry.active === slot && <HandsOff />}
    </div>
  );
}
