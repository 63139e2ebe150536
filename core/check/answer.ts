import type { CheckId, Reading, Sitting } from "../record/index.ts";
import type { CheckAnswer, CheckDefinition } from "./definition.ts";

/** Results kept of each kind; the oldest goes first. Enough for the jobs of a bench and their epochs. */
const MOST_KEPT = 200;

/** What readings are judged by, as a text; worked out once for each sitting. */
const groundsOf = new WeakMap<Sitting, string>();
const ownReadings = new WeakMap<
  readonly Reading[],
  Map<string, { readings: readonly Reading[]; text: string }>
>();

function grounds(sitting: Sitting): string {
  const { motor, instruments, past, limits } = sitting;
  const found = groundsOf.get(sitting) ?? JSON.stringify([motor, instruments, past, limits]);
  groundsOf.set(sitting, found);
  return found;
}

function readingsOf(readings: readonly Reading[], checks: readonly CheckId[]) {
  const byChecks =
    ownReadings.get(readings) ?? new Map<string, { readings: readonly Reading[]; text: string }>();
  ownReadings.set(readings, byChecks);
  const key = checks.join(" ");
  const found = byChecks.get(key);
  if (found) return found;
  const own = readings.filter(({ check }) => checks.includes(check));
  const made = { readings: own, text: JSON.stringify(own) };
  byChecks.set(key, made);
  return made;
}

/** Results by what they were worked out from. */
export type Kept<T> = Map<string, T>;

/**
 * Work on the readings of some checks in one epoch. It sees those readings and what they are judged by, nothing else of
 * the job, so that its result is kept for as long as these stay the same, whatever else is written down.
 * @param kept where results of this one kind are kept
 */
export function remembered<T>(
  kept: Kept<T>,
  checks: readonly CheckId[],
  sitting: Sitting,
  epoch: number,
  work: (own: Sitting) => T,
): T {
  const own = readingsOf(sitting.readings, checks);
  const key = `${epoch} ${own.text} ${grounds(sitting)}`;
  const known = kept.get(key);
  if (known !== undefined) return known;
  const { motor, instruments, past, limits } = sitting;
  const restricted = {
    motor,
    instruments,
    readings: own.readings,
    ...(past && { past }),
    ...(limits && { limits }),
  };
  groundsOf.set(restricted, grounds(sitting));
  const made = work(restricted);
  if (kept.size >= MOST_KEPT) kept.delete(kept.keys().next().value!);
  kept.set(key, made);
  return made;
}

const answers = new WeakMap<CheckDefinition, Kept<CheckAnswer>>();

/** A check's answer for an epoch, from its own readings and those it leans on. */
export function answerOf(check: CheckDefinition, sitting: Sitting, epoch: number): CheckAnswer {
  const kept = answers.get(check) ?? new Map<string, CheckAnswer>();
  answers.set(check, kept);
  return remembered(kept, [check.id, ...check.leansOn], sitting, epoch, (own) => check.answer(own, epoch));
}
