import { checkOf, slotOf } from "#core/assess";
import { DISPOSITION_LABELS, type CheckId, type JobRecord, type Reading } from "#core/record";
import type { JobStep } from "#contract/jobs";

/** The last entry of a step, that undo takes back, and how it reads; null where there is none. */
export interface LastEntry {
  readonly id: string;
  readonly words: string;
}

/** The last reading written in a check that was not taken back: a value, a correction, or a taking back by hand. */
function lastReading(record: JobRecord, check: CheckId, epoch: number): Reading | undefined {
  const undone = new Set(
    record.readings.flatMap(({ value, supersedes }) => (value.kind === "undone" ? [supersedes] : [])),
  );
  return record.readings.findLast(
    ({ id, check: where, epoch: when, value }) =>
      where === check && when === epoch && value.kind !== "undone" && !undone.has(id),
  );
}

/** @param text how a reading reads */
export function lastEntryOf(
  record: JobRecord,
  step: JobStep,
  epoch: number,
  text: (reading: Reading) => string,
): LastEntry | null {
  if (step === "takenIn" || step === "report") return null;
  if (step === "decide") {
    const decision = record.decisions.at(-1);
    return decision ? { id: decision.id, words: DISPOSITION_LABELS[decision.disposition] } : null;
  }
  if (step === "repair") {
    const repair = record.repairs.at(-1);
    return repair ? { id: repair.id, words: repair.plan } : null;
  }
  const reading = lastReading(record, step, epoch);
  if (!reading) return null;
  const place = slotOf(step, reading.slot)?.name ?? checkOf(step).title;
  return { id: reading.id, words: `${place} ${text(reading)}` };
}
