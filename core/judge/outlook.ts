import { namedIn, type CureId } from "../known/index.ts";
import { readingsLeft, whatIsLeft } from "../inference/index.ts";
import { epochOf, type JobRecord } from "../record/index.ts";
import { MOST_DOUBT } from "./action.ts";
import { weigh } from "./assessJob.ts";
import type { NextCheck } from "./nextCheck.ts";

/** Beyond this nobody counts ahead. */
const MOST_COUNTED = 7;
/** Outcomes named; the rest is rare. */
const MOST_NAMED = 3;

/** Courses counted ahead must make up this share of all of them, or nothing is said. Judgement. */
const LEAST_COUNTED = 0.4;

/** What the next reading would leave, and how far it is. */
export interface Outlook {
  /** By outcome of the next reading, most probable first: what would then be asked for, and how likely that would be. */
  readonly leaves: readonly {
    readonly words: string;
    readonly probability: number;
    /** Null where it would be nothing that has a name yet: nothing known cures it, or many things are likely alike. */
    readonly to: readonly CureId[] | null;
    readonly share: number;
  }[];
  /**
   * Readings until one answer is likely enough: in half of the courses that are not hardly possible, and in all of them,
   * slips aside. Null where it may take longer than anybody counts.
   */
  readonly readings: { readonly usual: number; readonly most: number } | null;
}

/** @param chances by the number of readings, as the engine counts them ahead */
function countedAhead(chances: readonly number[]): Outlook["readings"] {
  const all = chances.reduce((sum, p) => sum + p, 0);
  if (all < LEAST_COUNTED) return null;
  let sum = 0;
  const usual = chances.findIndex((p) => (sum += p) >= all / 2);
  return { usual, most: chances.findLastIndex((p) => p > 0) };
}

/** The job as it stands, with the readings that nobody has taken yet; null where none is proposed. */
function aheadOf(job: JobRecord, next: NextCheck | null) {
  if (!next || next.slots.length === 0 || next.again) return null;
  const { model, circumstances, inference, steps } = weigh(job, epochOf(job));
  const fresh = steps.filter(({ again }) => !again);
  const step = fresh.find(({ check, slots }) => check === next.check && slots.join() === next.slots.join());
  const variable = step?.variables[0];
  if (variable === undefined) return null;
  const enough = 1 - MOST_DOUBT[job.motor.consequence];
  const count = () =>
    readingsLeft(model, circumstances, model.actions, inference, fresh, enough, MOST_COUNTED);
  return { model, circumstances, inference, variable, count };
}

/**
 * How likely one answer is likely enough after how many more readings.
 * @param next what the verdict proposes; null where nothing is to be read
 * @returns the chance of exactly n readings at place n, adding up to at most 1; null where nothing can be counted
 * @example readingsAhead(job, assessJob(job).next) // [0, 0.7, 0.2, …]: one more reading is enough in seven courses of ten
 */
export const readingsAhead = (job: JobRecord, next: NextCheck | null): readonly number[] | null =>
  aheadOf(job, next)?.count() ?? null;

/**
 * Looks ahead from a job as it stands, by playing readings through that nobody has taken yet.
 * @param next what the verdict proposes; null where nothing is to be read
 */
export function outlookOf(job: JobRecord, next: NextCheck | null): Outlook | null {
  const ahead = aheadOf(job, next);
  if (!ahead) return null;
  const { model, circumstances, inference, variable, count } = ahead;
  return {
    leaves: whatIsLeft(model, circumstances, model.actions, inference, variable)
      .slice(0, MOST_NAMED)
      .map(({ to, ...left }) => ({ ...left, to: namedIn(to) })),
    readings: countedAhead(count()),
  };
}
