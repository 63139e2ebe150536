import type { CheckId, Reading, Sitting } from "../record/index.ts";
import type { CheckAnswer, CheckDefinition } from "./definition.ts";

/** Results kept of each kind; the oldest goes first. Enough for the jobs of a bench and their epochs. */
const MOST_KEPT = 200;

/** Texts numbered, so that keys are short; forgotten all together where they grow too many, and never numbered alike. */
const MOST_NUMBERED = 50_000;
const numbers = new Map<string, number>();
let last = 0;

function numberOf(text: string): number {
  const found = numbers.get(text);
  if (found !== undefined) return found;
  if (numbers.size >= MOST_NUMBERED) numbers.clear();
  last += 1;
  numbers.set(text, last);
  return last;
}

const numbered = new WeakMap<object, number>();

/** The number of what a part of a record says: the same for equal parts, found at once for the same one. */
function partNumber(part: object | undefined): number {
  if (!part) return 0;
  const found = numbered.get(part) ?? numberOf(JSON.stringify(part));
  numbered.set(part, found);
  return found;
}

/** What readings are judged by, by its numbers. */
const grounds = ({ motor, instruments, past, limits }: Sitting): string =>
  `${partNumber(motor)} ${partNumber(instruments)} ${partNumber(past)} ${partNumber(limits)}`;

const ownReadings = new WeakMap<
  readonly Reading[],
  Map<string, { readings: readonly Reading[]; numbers: string }>
>();

function readingsOf(readings: readonly Reading[], checks: readonly CheckId[]) {
  const byChecks =
    ownReadings.get(readings) ?? new Map<string, { readings: readonly Reading[]; numbers: string }>();
  ownReadings.set(readings, byChecks);
  const key = checks.join(" ");
  const found = byChecks.get(key);
  if (found) return found;
  const own = readings.filter(({ check }) => checks.includes(check));
  const made = { readings: own, numbers: own.map(partNumber).join(",") };
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
  const key = `${epoch} ${grounds(sitting)} ${own.numbers}`;
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
