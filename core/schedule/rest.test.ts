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
import { assessJob } from "../judge/index.ts";
import type { JobRecord, ShopLimits } from "../record/index.ts";
import { awaitsParts, partsToOrder, restOf } from "./rest.ts";

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
});
