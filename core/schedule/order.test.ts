import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import { uniformInt } from "pure-rand/distribution/uniformInt";
import { describe, expect, it } from "vitest";
import { compareCosts, MOST_EXACT, orderCost, orderDay, plainOrder } from "./order.ts";
import type { DayJob, Placed, Task } from "./types.ts";

const task = (minutes: number, wait = 0, setUp: Task["setUp"] = null): Task => ({ minutes, wait, setUp });
const job = (id: string, tasks: readonly Task[], more: Partial<DayJob> = {}): DayJob => ({
  ...{ id, tasks, notBefore: 0, promised: null, weight: 1 },
  ...more,
});
const order = (placed: readonly Placed[]) => placed.map((one) => `${one.job}${one.task}`).join(" ");

/** A day nobody made: seeded, so that a failure can be looked at again. */
function drawn(seed: number, jobs: number, mostTasks: number): DayJob[] {
  const random = xoroshiro128plus(seed);
  const between = (least: number, most: number) => uniformInt(random, least, most);
  return Array.from({ length: jobs }, (_, i) =>
    job(
      `j${i}`,
      Array.from({ length: between(1, mostTasks) }, (_, k) =>
        task(
          between(4, 60),
          k > 0 && between(0, 1) ? between(5, 120) : 0,
          between(0, 3) === 0 ? { what: between(0, 1) ? "drill" : "tester", minutes: between(1, 4) } : null,
        ),
      ),
      {
        notBefore: between(0, 3) === 0 ? between(0, 90) : 0,
        promised: between(0, 2) === 0 ? between(20, 400) : null,
        weight: [1, 1, 2, 4][between(0, 3)]!,
      },
    ),
  );
}

/** Every sequence of the tasks in which nobody waits needlessly, written as plainly as can be. */
function bestByForce(jobs: readonly DayJob[]) {
  let best: readonly [number, number, number] = [Infinity, Infinity, Infinity];
  const go = (
    placed: readonly Placed[],
    at: readonly number[],
    ready: readonly number[],
    set: string | null,
  ) => {
    let isDone = true;
    const starts = jobs.map((one, i) =>
      one.tasks[at[i]!] ? Math.max(placed.at(-1)?.end ?? 0, ready[i]!) : Infinity,
    );
    jobs.forEach((one, i) => {
      const next = one.tasks[at[i]!];
      if (!next) return;
      isDone = false;
      const start = starts[i]!;
      // Nobody waits while something could be done.
      if (start > Math.min(...starts)) return;
      const saved = next.setUp && next.setUp.what === set ? next.setUp.minutes : 0;
      const end = start + next.minutes - saved;
      go(
        [...placed, { job: one.id, task: at[i]!, start, end }],
        at.with(i, at[i]! + 1),
        ready.with(i, end + (one.tasks[at[i]! + 1]?.wait ?? 0)),
        next.setUp?.what ?? null,
      );
    });
    if (!isDone) return;
    const cost = orderCost(jobs, placed);
    if (compareCosts(cost, best) < 0) best = cost;
  };
  go(
    [],
    jobs.map(() => 0),
    jobs.map((one) => one.notBefore + (one.tasks[0]?.wait ?? 0)),
    null,
  );
  return best;
}

describe("the order of a day", () => {
  it("does the shortest first, which makes the sum of all waiting least (Smith's rule, 1956)", () => {
    const jobs = [job("a", [task(40)]), job("b", [task(10)]), job("c", [task(25)])];
    expect(order(orderDay(jobs))).toBe("b0 c0 a0");
    const weighed = [job("a", [task(40)], { weight: 8 }), job("b", [task(10)]), job("c", [task(25)])];
    expect(order(orderDay(weighed))).toBe("a0 b0 c0");
  });

  it("keeps a promise before anything shorter, and the one that can be kept where not both can", () => {
    const promised = [job("a", [task(40)], { promised: 45 }), job("b", [task(10)])];
    expect(order(orderDay(promised))).toBe("a0 b0");
    const both = [job("a", [task(60)], { promised: 30 }), job("b", [task(20)], { promised: 25 })];
    expect(order(orderDay(both))).toBe("b0 a0");
  });

  it("starts first what then runs by itself, and works meanwhile", () => {
    const jobs = [job("dry", [task(2), task(10, 120)]), job("a", [task(60)]), job("b", [task(50)])];
    const placed = orderDay(jobs);
    expect(order(placed)).toBe("dry0 b0 a0 dry1");
    expect(placed.at(-1)).toMatchObject({ start: 122, end: 132 });
  });

  it("does in one go what is set up once", () => {
    const drill = { what: "drill", minutes: 6 };
    const jobs = [job("a", [task(12, 0, drill)]), job("b", [task(13)]), job("c", [task(15, 0, drill)])];
    const placed = orderDay(jobs);
    expect(order(placed)).toBe("a0 c0 b0");
    expect(placed.at(-1)?.end).toBe(12 + 9 + 13);
  });

  it("begins nothing before it can be begun", () => {
    const [placed] = orderDay([job("part", [task(10)], { notBefore: 30 })]);
    expect(placed).toMatchObject({ start: 30, end: 40 });
  });

  it("keeps the places that a person gave", () => {
    const jobs = [job("a", [task(40)]), job("b", [task(10)]), job("c", [task(25)]), job("d", [task(5)])];
    expect(order(orderDay(jobs, new Map([["a", 0]])))).toBe("a0 d0 b0 c0");
    expect(order(orderDay(jobs, new Map([["d", 2]])))).toBe("b0 c0 d0 a0");
    expect(order(orderDay(jobs, new Map([["gone", 0]])))).toBe("d0 b0 c0 a0");
  });

  it("refuses a job with nothing to do, and times that are no whole minutes", () => {
    expect(() => orderDay([job("a", [])])).toThrow(RangeError);
    expect(() => orderDay([job("a", [task(2.5)])])).toThrow(RangeError);
    expect(() => orderDay([job("a", [task(-1)])])).toThrow(RangeError);
    expect(orderDay([])).toEqual([]);
  });

  it("is the best there is for up to eight tasks, against every order by force", () => {
    for (let seed = 1; seed <= 60; seed += 1) {
      const jobs = drawn(seed, 2 + (seed % 4), 2).filter(
        (_, i, all) => all.slice(0, i + 1).reduce((sum, { tasks }) => sum + tasks.length, 0) <= 7,
      );
      expect(orderCost(jobs, orderDay(jobs)), `seed ${seed}`).toEqual(bestByForce(jobs));
    }
    const eight = Array.from({ length: MOST_EXACT }, (_, i) =>
      job(`j${i}`, [task(10 + ((i * 37) % 50))], { promised: i % 3 === 0 ? 90 : null }),
    );
    expect(orderCost(eight, orderDay(eight))).toEqual(bestByForce(eight));
  }, 60_000);

  it("is never worse than the rows as they stood, in 1,000 drawn days", () => {
    for (let seed = 1; seed <= 1000; seed += 1) {
      const jobs = drawn(seed, 3 + (seed % 20), 3);
      const [made, plain] = [orderDay(jobs), plainOrder(jobs)].map((placed) => orderCost(jobs, placed));
      expect(compareCosts(made!, plain!), `seed ${seed}`).toBeLessThanOrEqual(0);
    }
  }, 60_000);

  it("overlaps no two tasks and forgets none", () => {
    for (let seed = 1; seed <= 50; seed += 1) {
      const jobs = drawn(seed, 15, 3);
      const placed = orderDay(jobs);
      expect(placed).toHaveLength(jobs.reduce((sum, { tasks }) => sum + tasks.length, 0));
      placed.slice(1).forEach(({ start }, i) => expect(start).toBeGreaterThanOrEqual(placed[i]!.end));
    }
  });
});
