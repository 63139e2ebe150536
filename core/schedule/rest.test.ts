import { describe, expect, it } from "vitest";
import {
  choice,
  DECISION,
  frameOpen,
  HUB,
  job,
  lookedAndTurned,
  madeSafe,
  MILLIOHM,
  pairs,
  REPAIR,
} from "../../tests/jobs.ts";
import { assessJob, readingsAhead } from "../judge/index.ts";
import type { JobRecord, ShopLimits } from "../record/index.ts";
import { cautionsFor } from "../measure/safety/index.ts";
import { awaitsParts, orderDay, partsOver, partsToOrder, restOf, tasksOf, weightOf } from "./index.ts";

const FOUND = [
  ...madeSafe("hub"),
  ...lookedAndTurned(),
  ...frameOpen(),
  ...pairs(["OL", "OL", "OL"], MILLIOHM, "0.1m"),
];
const rest = (record: JobRecord, closed = false) => restOf(record, assessJob(record), closed);
const decided = (more: Partial<typeof DECISION> & { cures?: readonly string[] } = {}) => ({
  decisions: [{ ...DECISION, cures: ["starJoint"], ...more }] as never,
});
const line = { by: "MO", at: "2026-03-02T11:00:00.000Z" };

describe("what is still to be done", () => {
  it("before the decision: what is read yet, and what is then likely done, by chances that are one course each", () => {
    const fresh = rest(job(madeSafe("hub")));
    expect(fresh.readings.length).toBeGreaterThan(0);
    expect(fresh.readings.reduce((sum, { chance }) => sum + chance, 0)).toBeCloseTo(1, 9);
    const found = rest(job(FOUND));
    // A new motor would cure an open star joint as well, and nobody reckons with one.
    const [likeliest, ...others] = found.works.toSorted((a, b) => b.chance - a.chance);
    expect(likeliest).toMatchObject({ days: 0, run: 30 });
    expect(found.works.reduce((sum, { chance }) => sum + chance, 0)).toBeLessThanOrEqual(1);
    expect(Math.max(0, ...others.map(({ chance }) => chance))).toBeLessThan(0.2);
    expect(found.readings).toEqual([{ chance: 1, minutes: 2 }]);
  });

  it("reckons with as many readings as are likely left, and never with fewer minutes than the warrant asks for", () => {
    const record = job(madeSafe("hub"));
    const verdict = assessJob(record);
    const read = (ahead: readonly number[] | null) => restOf(record, verdict, false, ahead).readings;
    const longest = (all: ReturnType<typeof read>) => Math.max(...all.map(({ minutes }) => minutes));
    const mean = (all: ReturnType<typeof read>) =>
      all.reduce((sum, { chance, minutes }) => sum + chance * minutes, 0);
    for (const ahead of [[1], [0, 1], [0.2, 0.3, 0.1], null])
      expect(read(ahead).reduce((sum, { chance }) => sum + chance, 0)).toBeCloseTo(1, 9);
    // One reading more is more minutes, and what nobody could count is all that is open.
    expect(mean(read([0, 0, 0, 0, 1]))).toBeGreaterThan(mean(read([0, 0, 1])));
    expect(longest(read([0.5]))).toBe(longest(read([0])));
    expect(mean(read([0.5]))).toBeLessThan(mean(read([0])));
    const asked = verdict.warrant.filter(({ state }) => state === "open");
    expect(asked.length).toBeGreaterThan(0);
    expect(read([1])[0]!.minutes).toBeGreaterThan(verdict.next!.minutes);
    // As the look-ahead counts it.
    const counted = readingsAhead(record, verdict.next)!;
    expect(counted.reduce((sum, chance) => sum + chance, 0)).toBeLessThanOrEqual(1 + 1e-9);
    expect(counted.some((chance) => chance > 0)).toBe(true);
    expect(read(counted).reduce((sum, { chance }) => sum + chance, 0)).toBeCloseTo(1, 9);
  });

  it("waits until capacitors have bled down, as long as nobody has started their clock", () => {
    const motor = { ...HUB, family: "ecm" as const };
    const caution = cautionsFor(motor).find(({ wait }) => wait !== undefined)!;
    expect(rest(job([], { motor })).settle).toBe(caution.wait);
    expect(rest(job([choice("safety", caution.id, "started")], { motor })).settle).toBeUndefined();
    expect(rest(job(madeSafe("ecm"), { motor })).settle).toBeUndefined();
    expect(rest(job([])).settle).toBeUndefined();
  });

  it("once it is decided: the work, what runs by itself amid it, its proof and its run", () => {
    const star = rest(job(FOUND, decided()));
    expect(star).toMatchObject({
      readings: [],
      works: [{ chance: 1, minutes: 45, wait: 0, days: 0, run: 30 }],
    });
    const dry = rest(job(FOUND, decided({ cures: ["dryAndSeal"] })));
    expect(dry.works[0]).toMatchObject({ minutes: 60, wait: 240 });
    expect(rest(job(FOUND, decided({ disposition: "notMotor" as never, cures: [] }))).works).toEqual([]);
  });

  it("less of it the more of its steps are ticked", () => {
    const done = [
      "Open the rear screws only and draw the rotor against its pull.",
      "Read the three pairs before closing.",
    ];
    const workshop = {
      done: done.map((step, i) => ({
        ...{ id: `w${i}`, epoch: 0, plan: "Resolder the star joint", step, photos: [], ...line },
      })),
      ...{ parts: [], runs: [], releases: [] },
    };
    const { works } = rest(job(FOUND, { ...decided(), workshop }));
    expect(works[0]?.minutes).toBe(Math.ceil((45 * 5) / 7));
  });

  it("after the repair: what departed, read again, and the rest of its run; nothing of a closed one", () => {
    const after = { ...decided(), repairs: [REPAIR] };
    expect(rest(job(FOUND, after))).toMatchObject({ works: [], run: 30 });
    expect(rest(job(FOUND, after)).proof).toBeGreaterThan(0);
    const again = [...madeSafe("hub", 1), ...pairs(["128m", "128m", "128m"], MILLIOHM, "0.1m", 1)];
    expect(rest(job([...FOUND, ...again], after))).toMatchObject({ proof: 0, run: 30 });
    expect(rest(job(FOUND, after), true)).toEqual({ readings: [], works: [], proof: 0, run: 0, close: 0 });
  });
});

describe("parts to order", () => {
  const MODULE_PRICE = {
    prices: { hourly: 40, parts: { bearings: { price: 9, days: 3 } } },
  } as unknown as ShopLimits;
  const parts = (record: JobRecord, closed = false) => partsToOrder(record, assessJob(record), closed);
  const noisy = (more: Partial<JobRecord> = {}) =>
    job([...madeSafe("hub"), choice("mechanical", "turn", "grinding")], {
      ...decided({ disposition: "replacePart" as never, cures: ["bearings"] }),
      limits: MODULE_PRICE,
      motor: HUB,
      ...more,
    });

  it("are those of the decision that nobody has listed yet, with what they are told by", () => {
    expect(parts(noisy())).toEqual([
      {
        what: "Bearing",
        by: "by size, seal and clearance, as stamped on the old one",
        chance: 1,
        price: 9,
        days: 3,
      },
    ]);
    const listed = {
      ...{ id: "p1", epoch: 0, part: "Bearing, 6203 2RS", state: "awaited" as const, due: null, price: 9 },
      ...{ replaces: null, ...line },
    };
    const workshop = { done: [], parts: [listed], runs: [], releases: [] };
    expect(parts(noisy({ workshop }))).toEqual([]);
    expect(awaitsParts(noisy({ workshop }))).toBe(true);
    expect(awaitsParts(noisy())).toBe(false);
  });

  it("are none that lie on the shelf, of a closed job, or of one that goes back as it is", () => {
    const onShelf = {
      prices: { hourly: 40, parts: { bearings: { price: 9, days: 0 } } },
    } as unknown as ShopLimits;
    expect(parts(noisy({ limits: onShelf }))).toEqual([]);
    expect(parts(noisy(), true)).toEqual([]);
    expect(parts(noisy(decided({ disposition: "notMotor" as never, cures: [] })))).toEqual([]);
  });

  it("stand together by who has them, the most wanted first, and what nobody has last", () => {
    const from = (supplier: string): ShopLimits => ({
      prices: { hourly: 40, parts: { bearings: { price: 9, days: 3, supplier } } },
    });
    const wanted = parts(noisy({ limits: from("Lockside Bearings") }));
    expect(wanted).toMatchObject([{ what: "Bearing", supplier: "Lockside Bearings", price: 9 }]);
    const latch = { what: "Latch", by: "by its voltage", chance: 0.75, price: null, days: 2 };
    const over = partsOver([
      { id: "1", name: "Trike", parts: [...wanted, latch] },
      { id: "2", name: "Pump", parts: wanted },
      { id: "3", name: "Fan", parts: parts(noisy({ limits: from("Another") })) },
      { id: "4", name: "Lift", parts: [{ ...latch, price: 3, days: 5, chance: 1 }] },
    ]);
    expect(over.map(({ supplier, what, jobs }) => [supplier, what, jobs.map(({ name }) => name)])).toEqual([
      ["Another", "Bearing", ["Fan"]],
      ["Lockside Bearings", "Bearing", ["Trike", "Pump"]],
      ["", "Latch", ["Trike", "Lift"]],
    ]);
    // The price that is known, and the days of the slowest.
    expect(over[2]).toMatchObject({ price: 3, days: 5, jobs: [{ chance: 0.75 }, { chance: 1 }] });
  });
});

describe("tasks of a day", () => {
  const REST = { readings: [], works: [], proof: 0, run: 0, close: 3 } as const;
  const work = { chance: 0.9, minutes: 40, wait: 0, days: 0, proof: 8, run: 30 };
  it("are the likeliest course in whole minutes, what runs by itself between them", () => {
    const readings = [
      { chance: 0.3, minutes: 4 },
      { chance: 0.7, minutes: 9.2 },
    ];
    expect(
      tasksOf({ ...REST, readings, works: [{ ...work, chance: 0.1, minutes: 5 }, work] }, "winding"),
    ).toEqual([
      { minutes: 10, wait: 0, setUp: null },
      { minutes: 40, wait: 0, setUp: null },
      { minutes: 8, wait: 0, setUp: null },
      { minutes: 3, wait: 30, setUp: null },
    ]);
  });
  it("set up once what a drill is needed for, and hold a wait amid the work", () => {
    const readings = [{ chance: 1, minutes: 1 }];
    expect(tasksOf({ ...REST, readings }, "backemf")[0]).toEqual({
      minutes: 2,
      wait: 0,
      setUp: { what: "drill", minutes: 2 },
    });
    expect(tasksOf({ ...REST, works: [{ ...work, wait: 240 }] }, "repair").map(({ wait }) => wait)).toEqual([
      0, 240, 0, 30,
    ]);
  });
  it("start the clock of what bleeds down first, and come back to it", () => {
    const readings = [{ chance: 1, minutes: 9 }];
    expect(tasksOf({ ...REST, settle: 10, readings }, "safety")).toEqual([
      { minutes: 1, wait: 0, setUp: null },
      { minutes: 9, wait: 10, setUp: null },
      { minutes: 3, wait: 0, setUp: null },
    ]);
    // Somebody else's motor is worked on while it goes.
    const waits = { id: "fan", tasks: tasksOf({ ...REST, settle: 10, readings }, "safety") };
    const plain = { id: "hub", tasks: tasksOf({ ...REST, readings }, "winding") };
    const jobs = [waits, plain].map((one) => ({ ...one, notBefore: 0, promised: null, weight: 1 }));
    const order = orderDay(jobs, new Map());
    expect([order[0]!.job, order[0]!.task, order[1]!.job]).toEqual(["fan", 0, "hub"]);
    expect(order[1]!.start).toBe(1);
  });
  it("end where a part is waited for, and are never none", () => {
    expect(tasksOf({ ...REST, works: [{ ...work, days: 4 }] }, "repair")).toEqual([
      { minutes: 1, wait: 0, setUp: null },
    ]);
    expect(tasksOf(REST, "close")).toHaveLength(1);
    expect(weightOf("standsStill")).toBeGreaterThan(weightOf(undefined));
    expect(weightOf("waits")).toBeLessThan(weightOf(undefined));
  });
});
