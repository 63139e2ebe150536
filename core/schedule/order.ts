import type { Minutes } from "../quantity/index.ts";
import type { DayJob, OrderCost, Placed, Task } from "./types.ts";

/** Tasks that are put in order by trying every order; beyond it the order is searched for. */
export const MOST_EXACT = 8;
/** Orders tried where not all can be: bounds the time, and nothing else. */
const MOST_TRIED = 400;

/** Where a simulated day is: one person, one task after the other. */
interface Course {
  readonly now: Minutes;
  /** Of each job, its next task and when that can begin. */
  readonly at: readonly number[];
  readonly ready: readonly Minutes[];
  readonly setUp: string | null;
}

const startOf = (jobs: readonly DayJob[]): Course => ({
  now: 0,
  at: jobs.map(() => 0),
  ready: jobs.map(({ notBefore, tasks }) => notBefore + (tasks[0]?.wait ?? 0)),
  setUp: null,
});

/** Minutes of a task with what is set up already. */
const minutesOf = ({ minutes, setUp }: Task, standing: string | null): Minutes =>
  setUp !== null && setUp.what === standing ? minutes - setUp.minutes : minutes;

/** The course after the next task of a job. */
function done(
  jobs: readonly DayJob[],
  { now, at, ready, setUp }: Course,
  job: number,
): Course & { start: Minutes } {
  const { tasks } = jobs[job]!;
  const task = tasks[at[job]!]!;
  const start = Math.max(now, ready[job]!);
  const end = start + minutesOf(task, setUp);
  const after = tasks[at[job]! + 1];
  return {
    start,
    now: end,
    at: at.with(job, at[job]! + 1),
    ready: ready.with(job, end + (after?.wait ?? 0)),
    setUp: task.setUp?.what ?? null,
  };
}

/** One number for an order's cost, whole minutes given: the graver part always outweighs the lighter. */
const BROKEN = 1e13;
const LATE = 1e7;

function costOf({ promised, weight }: DayJob, end: Minutes): number {
  const late = promised === null ? 0 : Math.max(0, end - promised);
  return (late > 0 ? BROKEN : 0) + late * LATE + weight * end;
}

/**
 * What a placed day costs.
 * @returns promises broken, minutes late over all of them, and the weighted minutes until each job is ready
 */
export function orderCost(jobs: readonly DayJob[], placed: readonly Placed[]): OrderCost {
  const ends = new Map(placed.map(({ job, end }) => [job, end]));
  let [broken, late, waiting] = [0, 0, 0];
  for (const { id, promised, weight } of jobs) {
    const end = ends.get(id) ?? 0;
    const over = promised === null ? 0 : Math.max(0, end - promised);
    broken += over > 0 ? 1 : 0;
    late += over;
    waiting += weight * end;
  }
  return [broken, late, waiting];
}

/** Negative where the first order is the better one. */
export const compareCosts = (a: OrderCost, b: OrderCost): number => a[0] - b[0] || a[1] - b[1] || a[2] - b[2];

/** The tasks of a sequence of jobs, each entry the job's next task, with their times. */
function placedBy(jobs: readonly DayJob[], sequence: readonly number[]): Placed[] {
  let course: Course = startOf(jobs);
  return sequence.map((job) => {
    const task = course.at[job]!;
    const next = done(jobs, course, job);
    course = next;
    return { job: jobs[job]!.id, task, start: next.start, end: next.now };
  });
}

/** Every order in which nobody waits while something could be done; those that cannot become the best left out. */
function exactly(jobs: readonly DayJob[]): number[] {
  const all = jobs.reduce((sum, { tasks }) => sum + tasks.length, 0);
  /** What is left of each job from each task on, at the least: its work without what is set up, and its waits. */
  const rest = jobs.map(({ tasks }) => {
    const left = [0];
    for (const { minutes, wait, setUp } of tasks.toReversed())
      left.unshift(left[0]! + minutes - (setUp?.minutes ?? 0) + wait);
    return left;
  });
  let best = Infinity;
  let found: number[] = [];
  const go = (course: Course, spent: number, sequence: readonly number[]) => {
    if (sequence.length === all) {
      if (spent < best) [best, found] = [spent, [...sequence]];
      return;
    }
    let bound = spent;
    jobs.forEach((job, i) => {
      const at = course.at[i]!;
      const task = job.tasks[at];
      // Its next wait is in the time it is ready at already.
      if (task) bound += costOf(job, Math.max(course.now, course.ready[i]!) + rest[i]![at]! - task.wait);
    });
    if (bound >= best) return;
    const open = jobs.flatMap(({ tasks }, i) => (course.at[i]! < tasks.length ? [i] : []));
    const soonest = Math.min(...open.map((i) => Math.max(course.now, course.ready[i]!)));
    for (const job of open.filter((i) => Math.max(course.now, course.ready[i]!) === soonest)) {
      const next = done(jobs, course, job);
      const isLast = next.at[job] === jobs[job]!.tasks.length;
      go(next, spent + (isLast ? costOf(jobs[job]!, next.now) : 0), [...sequence, job]);
    }
  };
  go(startOf(jobs), 0, []);
  return found;
}

/** Jobs as numbers, laid out once for as many days as are played. */
interface Laid {
  readonly jobs: readonly DayJob[];
  readonly minutes: readonly (readonly number[])[];
}

/**
 * A day in which whoever comes first in the ranks and can be worked on is worked on: nobody waits while something could be done.
 * @param limit a day that costs as much is given up: infinitely much then
 * @returns the sequence, and its cost in one number
 */
function inRanks(
  { jobs, minutes }: Laid,
  ranks: readonly number[],
  limit = Infinity,
): { sequence: number[]; cost: number } {
  const at = new Uint8Array(jobs.length);
  const ready = Float64Array.from(jobs, ({ notBefore, tasks }) => notBefore + (tasks[0]?.wait ?? 0));
  const sequence: number[] = [];
  const left = [...ranks];
  let [now, cost] = [0, 0];
  /** Of all that is still to be ready: none of it before now. */
  let weight = jobs.reduce((sum, one) => sum + one.weight, 0);
  let standing: string | null = null;
  while (left.length > 0) {
    if (cost + weight * now >= limit) return { sequence, cost: Infinity };
    let chosen = -1;
    let soonest = 0;
    for (let k = 0; k < left.length; k += 1) {
      const when = ready[left[k]!]!;
      if (when <= now) {
        chosen = k;
        break;
      }
      if (when < ready[left[soonest]!]!) soonest = k;
    }
    const k = chosen < 0 ? soonest : chosen;
    const job = left[k]!;
    const { tasks } = jobs[job]!;
    const task = tasks[at[job]!]!;
    const saved: number = task.setUp !== null && task.setUp.what === standing ? task.setUp.minutes : 0;
    now = Math.max(now, ready[job]!) + minutes[job]![at[job]!]! - saved;
    standing = task.setUp?.what ?? null;
    sequence.push(job);
    at[job]! += 1;
    if (at[job] === tasks.length) {
      left.splice(k, 1);
      cost += costOf(jobs[job]!, now);
      weight -= jobs[job]!.weight;
    } else ready[job] = now + tasks[at[job]!]!.wait;
  }
  return { sequence, cost };
}

const lay = (jobs: readonly DayJob[]): Laid => ({
  jobs,
  minutes: jobs.map(({ tasks }) => tasks.map(({ minutes }) => minutes)),
});

/** Ranks to begin a search from: as they stand, by promise, by shortest for its weight, by what has long waits. */
function beginnings(jobs: readonly DayJob[]): number[][] {
  const all = jobs.map((_, i) => i);
  const total = jobs.map(({ tasks }) => tasks.reduce((sum, { minutes }) => sum + minutes, 0));
  const waits = jobs.map(({ tasks }) => tasks.reduce((sum, { wait }) => sum + wait, 0));
  const by = (key: (job: number) => number) => all.toSorted((a, b) => key(a) - key(b));
  const due = (i: number) => jobs[i]!.promised ?? Infinity;
  const slack = (i: number) => due(i) - total[i]! - waits[i]!;
  const short = (i: number) => total[i]! / jobs[i]!.weight;
  const orElse = (first: (i: number) => number, then: (i: number) => number) =>
    all.toSorted((a, b) => {
      const [x, y] = [first(a), first(b)];
      return (x === y ? 0 : x - y) || then(a) - then(b);
    });
  return [all, orElse(due, short), orElse(slack, short), by(short), by((i) => short(i) - waits[i]!)];
}

/** The best of the beginnings, mended by moving one job at a time until nothing is gained or enough was tried. */
function searched(jobs: readonly DayJob[]): number[] {
  const laid = lay(jobs);
  let tried = 0;
  const play = (ranks: readonly number[], limit?: number) => {
    tried += 1;
    return { ranks, ...inRanks(laid, ranks, limit) };
  };
  let best = beginnings(jobs)
    .map((ranks) => play(ranks))
    .reduce((least, one) => (one.cost < least.cost ? one : least));
  for (let gained = true; gained && tried < MOST_TRIED;) {
    gained = false;
    for (let from = 0; from < jobs.length && tried < MOST_TRIED; from += 1) {
      for (const by of [-1, 1, -2, 2, -5, 5, -13, 13]) {
        const to = from + by;
        if (to < 0 || to >= jobs.length || tried >= MOST_TRIED) continue;
        const moved = best.ranks.toSpliced(from, 1).toSpliced(to, 0, best.ranks[from]!);
        const one = play(moved, best.cost);
        if (one.cost < best.cost) [best, gained] = [one, true];
      }
    }
  }
  return best.sequence;
}

/** Rows in the order that somebody gave them, each begun when it can be: what an order is held against. */
export function plainOrder(jobs: readonly DayJob[]): readonly Placed[] {
  const ranks = jobs.map((_, i) => i);
  return placedBy(jobs, inRanks(lay(jobs), ranks).sequence);
}

/** Moves jobs to the places that a person gave them; the others keep their order around them. */
function pinned(
  jobs: readonly DayJob[],
  ranks: readonly number[],
  pins: ReadonlyMap<string, number>,
): number[] {
  const moved = ranks.filter((job) => !pins.has(jobs[job]!.id));
  const set = ranks
    .filter((job) => pins.has(jobs[job]!.id))
    .toSorted((a, b) => pins.get(jobs[a]!.id)! - pins.get(jobs[b]!.id)!);
  for (const job of set) moved.splice(Math.min(moved.length, pins.get(jobs[job]!.id)!), 0, job);
  return moved;
}

/**
 * The order of the day for one person, who never waits while something could be done: promises kept first, then the least
 * weighted waiting. What runs by itself is started
 * where that pays, what is set up once is used by several in one go. Exact for up to {@link MOST_EXACT} tasks, and never worse
 * than {@link plainOrder} beyond.
 * @param pins places, from 0, that a person gave to jobs: they keep them, whatever it costs
 * @throws RangeError where a job has no task, or a time is no whole minute
 * @example orderDay([long, short]) // the short one first
 */
export function orderDay(
  jobs: readonly DayJob[],
  pins: ReadonlyMap<string, number> = new Map(),
): readonly Placed[] {
  for (const { id, tasks } of jobs) {
    if (tasks.length === 0) throw new RangeError(`orderDay: ${id} has no task`);
    if (
      tasks.some(
        ({ minutes, wait }) =>
          !Number.isInteger(minutes) || !Number.isInteger(wait) || minutes < 0 || wait < 0,
      )
    )
      throw new RangeError(`orderDay: ${id} has a time that is no whole minute`);
  }
  const count = jobs.reduce((sum, { tasks }) => sum + tasks.length, 0);
  const sequence = count <= MOST_EXACT ? exactly(jobs) : searched(jobs);
  if (![...pins.keys()].some((id) => jobs.some((job) => job.id === id))) return placedBy(jobs, sequence);
  return placedBy(jobs, inRanks(lay(jobs), pinned(jobs, [...new Set(sequence)], pins)).sequence);
}
