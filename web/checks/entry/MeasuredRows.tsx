import type { CheckId } from "#core/record";
import { useOpenJob } from "../../job/openJob.ts";
import { Mend } from "./Mend.tsx";
import { entrySlot } from "./slots.ts";
import { SlotRow } from "./SlotRow.tsx";
import { useEntry } from "./useEntry.ts";

interface MeasuredRowsProps {
  readonly label: string;
  readonly check: CheckId;
  readonly slots: readonly string[];
}

/** A few measured slots of a check, one below the other, with no meter of their own. */
export function MeasuredRows({ label, check, slots }: MeasuredRowsProps) {
  const { record } = useOpenJob();
  const entry = useEntry(
    check,
    slots.map((slot) => entrySlot(check, slot, record.motor)),
    null,
  );
  return (
    <>
      <ul className="grid max-w-4xl gap-2" aria-label={label}>
        {slots.map((slot) => (
          <SlotRow key={slot} entry={entry} check={check} slot={slot} />
        ))}
      </ul>
      <Mend entry={entry} />
    </>
  );
}
