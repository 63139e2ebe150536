import type { JobStep } from "#contract/jobs";
import { isRoadStage, type RoadStage } from "#core/judge";
import { checkOf, slotOf } from "#core/measure";
import type { Here } from "#core/measure/safety";
import {
  DISPOSITION_LABELS,
  RELEASE_LABELS,
  workshopOf,
  type CheckId,
  type JobRecord,
  type Reading,
} from "#core/record";

/** An entry of a step that can be taken back, and how it reads. */
export interface StepEntry {
  readonly id: string;
  readonly words: string;
  readonly by: string;
  readonly at: string;
  /** The place it was read at; null where it is no reading. */
  readonly slot: string | null;
}

/**
 * Readings of a check that can be taken back, corrections and what was withdrawn by hand among them, as written: what was
 * corrected since, by whoever, is there again once the correction is taken back.
 */
function readingsIn(
  { readings }: JobRecord,
  check: CheckId,
  epoch: number,
  text: (reading: Reading) => string,
): StepEntry[] {
  const undone = new Set(
    readings.flatMap(({ value, supersedes }) => (value.kind === "undone" ? [supersedes] : [])),
  );
  const corrected = new Set(readings.flatMap(({ id, supersedes }) => (undone.has(id) ? [] : [supersedes])));
  return readings
    .filter(
      ({ id, check: where, epoch: when, value }) =>
        where === check && when === epoch && value.kind !== "undone" && !undone.has(id) && !corrected.has(id),
    )
    .map((reading) => {
      const { id, by, takenAt: at, slot, value } = reading;
      const place =
        slotOf(check, slot)?.name ??
        (value.kind === "skipped" && value.what ? value.what : checkOf(check).title);
      return { id, by, at, slot, words: `${place} ${text(reading)}` };
    });
}

interface Written {
  readonly id: string;
  readonly by: string;
  readonly at: string;
}
const entry = ({ id, by, at }: Written, words: string): StepEntry => ({ id, by, at, words, slot: null });

/** The lines of a stage of the road, oldest first: of the repair, a run, or the release. */
function workIn(record: JobRecord, stage: RoadStage): StepEntry[] {
  const { done, parts, runs, starts = [], releases } = workshopOf(record);
  const repairs = record.repairs.map((repair) => entry(repair, repair.plan));
  const timed = new Set(runs.map(({ start }) => start));
  const lines = {
    repair: [
      ...repairs,
      ...done.map((line) => entry(line, line.step)),
      ...parts.map((line) => entry(line, line.part)),
    ],
    // What was read again is taken back where it was read; here it is the repair that it would prove.
    readAgain: repairs,
    letRun: [
      ...runs.map((run) => entry(run, `run of ${run.minutes} min`)),
      ...starts.filter(({ id }) => !timed.has(id)).map((start) => entry(start, "the clock that runs")),
    ],
    release: releases.map((release) => entry(release, RELEASE_LABELS[release.as])),
    close: [],
  }[stage];
  return lines.toSorted((one, two) => (one.at < two.at ? -1 : one.at > two.at ? 1 : 0));
}

/**
 * What was entered in a step and stands, oldest first.
 * @param text how a reading reads
 */
export function entriesIn(
  record: JobRecord,
  step: JobStep,
  epoch: number,
  text: (reading: Reading) => string,
): readonly StepEntry[] {
  if (step === "takenIn" || step === "report") return [];
  if (step === "decide")
    return record.decisions.map((decision) => entry(decision, DISPOSITION_LABELS[decision.disposition]));
  return isRoadStage(step) ? workIn(record, step) : readingsIn(record, step, epoch, text);
}

/** The last entry that who is here wrote in this sitting: what undo takes back; undefined where there is none. */
export const lastEntryOf = (entries: readonly StepEntry[], here: Here): StepEntry | undefined =>
  entries.findLast(({ by, at }) => by === here.by && at >= here.since);
