import { isRoadStage, type RoadStage } from "#core/judge";
import { checkOf, slotOf } from "#core/measure";
import {
  DISPOSITION_LABELS,
  RELEASE_LABELS,
  workshopOf,
  type CheckId,
  type JobRecord,
  type Reading,
} from "#core/record";
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

/** The last line of a stage of the road: of the repair, a run, or the release. */
function lastOfWork(record: JobRecord, stage: RoadStage): LastEntry | null {
  const { done, parts, runs, starts = [], releases } = workshopOf(record);
  const repairs = record.repairs.map(({ id, at, plan }) => ({ id, at, words: plan }));
  const timed = new Set(runs.map(({ start }) => start));
  const lines = {
    repair: [
      ...repairs,
      ...done.map(({ id, at, step }) => ({ id, at, words: step })),
      ...parts.map(({ id, at, part }) => ({ id, at, words: part })),
    ],
    // What was read again is taken back where it was read; here it is the repair that it would prove.
    readAgain: repairs,
    letRun: [
      ...runs.map(({ id, at, minutes }) => ({ id, at, words: `run of ${minutes} min` })),
      ...starts
        .filter(({ id }) => !timed.has(id))
        .map(({ id, at }) => ({ id, at, words: "the clock that runs" })),
    ],
    release: releases.map(({ id, at, as }) => ({ id, at, words: RELEASE_LABELS[as] })),
    close: [],
  }[stage];
  if (lines.length === 0) return null;
  const { id, words } = lines.reduce((late, line) => (line.at >= late.at ? line : late));
  return { id, words };
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
  if (isRoadStage(step)) return lastOfWork(record, step);
  const reading = lastReading(record, step, epoch);
  if (!reading) return null;
  const { slot, value } = reading;
  const place =
    slotOf(step, slot)?.name ?? (value.kind === "skipped" && value.what ? value.what : checkOf(step).title);
  return { id: reading.id, words: `${place} ${text(reading)}` };
}
