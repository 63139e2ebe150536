import type { Minutes } from "../quantity/index.ts";

/** A piece of work on a motor that needs a person. */
export interface Task {
  readonly minutes: Minutes;
  /** What runs by itself between the task before it and this one: capacitors, drying, a run. 0 where nothing does. */
  readonly wait: Minutes;
  /** What is set up for it, such as a drill: done one after the other it is set up once. */
  readonly setUp: SetUp | null;
}

export interface SetUp {
  readonly what: string;
  /** Part of the task's minutes. */
  readonly minutes: Minutes;
}

/** A motor on the bench as the order of the day sees it. Times are minutes from now. */
export interface DayJob {
  readonly id: string;
  /** In order, at least one. */
  readonly tasks: readonly Task[];
  /** Nothing of it begins before: a wait that runs, a part that is to come. */
  readonly notBefore: Minutes;
  /** Ready by then was promised; null where nobody promised. */
  readonly promised: Minutes | null;
  /** How much an hour of waiting weighs against that of others, above 0: 1 is usual. */
  readonly weight: number;
}

/** A task with its place in the day. */
export interface Placed {
  readonly job: string;
  /** Which of the job's tasks, from 0. */
  readonly task: number;
  readonly start: Minutes;
  readonly end: Minutes;
}

/** What an order costs, the graver first: promises broken, minutes by which they are, weighted minutes until each is ready. */
export type OrderCost = readonly [broken: number, late: Minutes, waiting: number];
