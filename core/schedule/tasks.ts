import type { Minutes } from "../quantity/index.ts";
import type { Pressing } from "../record/index.ts";
import { STARTING, type Rest } from "./readyWhen.ts";
import type { SetUp, Task } from "./types.ts";

/** How much an hour of waiting weighs, beside a usual one. Judgement. */
const WEIGHTS: Readonly<Record<Pressing, number>> = { waits: 0.5, soon: 2, standsStill: 4 };

/** How much an hour of waiting of a motor weighs against that of others. @example weightOf("standsStill") // 4 */
export const weightOf = (pressing: Pressing | undefined): number => (pressing ? WEIGHTS[pressing] : 1);

/** What is set up for the checks that need it. Bench judgement. */
const SET_UPS: Readonly<Partial<Record<string, SetUp>>> = {
  backemf: { what: "drill", minutes: 2 },
  insulation: { what: "insulation tester", minutes: 2 },
};

const likeliest = <One extends { readonly chance: number }>(all: readonly One[]): One | undefined =>
  all.toSorted((a, b) => b.chance - a.chance)[0];

/**
 * The likeliest course of what is left of a motor, as tasks in whole minutes, at least one; what a part is waited for is of
 * another day.
 * Where something has to bleed down first, its clock is a task of its own: others are worked on while it goes.
 * @param next the step that it goes on with, a check or a stage of the road
 */
export function tasksOf({ settle = 0, readings, works, proof, run, close }: Rest, next: string): Task[] {
  const tasks: Task[] = [];
  const add = (work: Minutes, wait: Minutes, setUp: SetUp | null = null) => {
    // What bleeds down is waited for once, before whatever comes first.
    const before = settle > 0 && tasks.length === 1 ? Math.max(wait, settle) : wait;
    tasks.push({ minutes: Math.max(1, Math.ceil(work)), wait: Math.ceil(before), setUp });
  };
  if (settle > 0) add(STARTING, 0);
  const setUp = SET_UPS[next] ?? null;
  const read = likeliest(readings);
  if (read) add(Math.max(read.minutes, setUp?.minutes ?? 0), 0, setUp);
  const work = likeliest(works);
  if (work && work.days > 0) return tasks.length > 0 ? tasks : [{ minutes: 1, wait: 0, setUp: null }];
  if (work && work.minutes > 0) {
    if (work.wait > 0) {
      add(work.minutes / 2, 0);
      add(work.minutes / 2, work.wait);
    } else add(work.minutes, 0);
  }
  const proving = proof + (work?.proof ?? 0);
  if (proving > 0) add(proving, 0);
  add(close, run + (work?.run ?? 0));
  return tasks;
}
