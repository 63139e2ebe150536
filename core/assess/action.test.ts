import { describe, expect, it } from "vitest";
import {
  choice,
  frameOpen,
  HUB,
  job,
  lamps,
  lookedAndTurned,
  measured,
  MILLIOHM,
  pairs,
} from "../../tests/jobs.ts";
import { CURES } from "../catalogue/index.ts";
import { CONSEQUENCES } from "../record/index.ts";
import { assessJob, breakEven, COME_BACK, labour, MOST_DOUBT, MOST_HAZARD } from "./index.ts";

const REST = [...lookedAndTurned(), ...frameOpen(), ...pairs(["128m", "128m", "128m"], MILLIOHM, "0.1m")];
const DEAD = [measured("hall", "supply", "volts", 5), ...lamps("100 110 010 000 100 110 010 000 100")];

describe("what an action costs", () => {
  it("is parts and labour, and what being wrong costs on average", () => {
    const { action } = assessJob(
      job([...REST, ...DEAD, choice("hall", "C.wire", "broken")], { complaint: "twitches" }),
    );
    expect(action!.cures).toEqual(["sensorWire"]);
    expect(action!.minutes).toBe(CURES.sensorWire.minutes);
    expect(action!.cost).toBeCloseTo(CURES.sensorWire.parts.hub + labour(CURES.sensorWire.minutes), 9);
    // Three quarters of an hour to find out, and a quarter of the wrong ones come back.
    expect(action!.wrongCost).toBeCloseTo(labour(45) + 0.25 * COME_BACK[HUB.consequence], 9);
    expect(action!.expectedCost).toBeCloseTo(action!.cost + (1 - action!.probability) * action!.wrongCost, 9);
    expect(action!.exact).toBeLessThanOrEqual(action!.probability);
  });

  it("of needless parts is counted: both of two rivals cost what the other one would have saved", () => {
    const { action, rivals } = assessJob(job([...REST, ...DEAD], { complaint: "twitches" }));
    const both = [action!, ...rivals].find(({ cures }) => cures.length === 2);
    const motor = [action!, ...rivals].find(({ cures }) => cures[0] === "motor");
    for (const dear of [both, motor]) if (dear) expect(dear.waste).toBeGreaterThan(0.1 * dear.cost);
    expect(labour(60)).toBe(54);
  });

  it("breaks even where the rival is as dear", () => {
    // 50 + (1 − p)·200 = 90 at p = 0.8.
    expect(breakEven({ cost: 50, wrongCost: 200 }, { expectedCost: 90 })).toBeCloseTo(0.8, 12);
    expect(breakEven({ cost: 50, wrongCost: 200 }, { expectedCost: 40 })).toBeNull();
    expect(breakEven({ cost: 50, wrongCost: 200 }, { expectedCost: 400 })).toBeNull();
    expect(() => breakEven({ cost: 50, wrongCost: 0 }, { expectedCost: 90 })).toThrow(RangeError);
  });
});

describe("what a machine's class asks for", () => {
  it("is more certainty and less hazard the more a failure hurts", () => {
    for (const table of [MOST_DOUBT, MOST_HAZARD])
      for (const grave of ["person", "aircraft"] as const) expect(table[grave]).toBeLessThan(table.vehicle);
    expect(MOST_HAZARD.vehicle).toBeLessThan(MOST_HAZARD.nuisance);
    for (const consequence of CONSEQUENCES) {
      expect(MOST_DOUBT[consequence]).toBeGreaterThan(0);
      expect(COME_BACK[consequence]).toBeGreaterThan(0);
    }
  });
});
