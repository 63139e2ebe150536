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
import { CURE_IDS, CURES, type CureId } from "../catalogue/index.ts";
import { CONSEQUENCES } from "../record/index.ts";
import { assessJob, breakEven, COME_BACK, labour, MOST_DOUBT, MOST_HAZARD } from "./index.ts";
import { paidAfter } from "./action.ts";

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
    // Three quarters of an hour to find out, a quarter of the wrong ones come back, and what was missing is then paid.
    expect(action!.wrongCost).toBeGreaterThan(labour(45) + 0.25 * COME_BACK[HUB.consequence]);
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

  it("that is not the cure is paid beside what is: what is cheap and unlikely is not what costs least", () => {
    const { action, rivals } = assessJob(
      job([...REST, ...DEAD, choice("hall", "C.wire", "broken")], { complaint: "twitches" }),
    );
    expect(rivals.length).toBeGreaterThan(0);
    for (const rival of rivals) expect(rival.expectedCost).toBeGreaterThan(action!.expectedCost);

    const bit = (cure: CureId) => 1 << CURE_IDS.indexOf(cure);
    const asked = new Map([
      [bit("bearings"), 0.6],
      [bit("motor"), 0.2],
      [bit("battery") | bit("sensorWire"), 0.2],
    ]);
    const [bearings, motor, battery, wire] = (["bearings", "motor", "battery", "sensorWire"] as const).map(
      (cure) => CURES[cure].parts.hub + labour(CURES[cure].minutes),
    ) as [number, number, number, number];
    expect(paidAfter(asked, bit("bearings"), "hub")).toBeCloseTo(
      (0.2 * motor + 0.2 * (battery + wire)) / 0.4,
      9,
    );
    expect(paidAfter(asked, bit("sensorWire"), "hub")).toBeCloseTo(
      0.6 * bearings + 0.2 * motor + 0.2 * battery,
      9,
    );
    // A new motor brings its own sensors and wires, and no battery.
    expect(paidAfter(asked, bit("motor"), "hub")).toBeCloseTo(battery, 9);
    expect(paidAfter(new Map([[bit("motor"), 1]]), bit("motor"), "hub")).toBe(0);
  });

  it("is not shown twice, once with work on top that makes it no likelier", () => {
    const open = [...lookedAndTurned(), ...frameOpen(), ...pairs(["OL", "128m", "OL"], MILLIOHM, "0.1m")];
    const { action, rivals } = assessJob(job(open, { complaint: "noRun" }));
    expect(action!.cures).toEqual(["phaseWire"]);
    expect(rivals.length).toBeGreaterThan(0);
    for (const one of rivals)
      for (const less of [action!, ...rivals].filter(({ cures }) => cures.length < one.cures.length))
        if (less.cures.every((cure) => one.cures.includes(cure)))
          expect(one.probability).toBeGreaterThan(less.probability + 0.005);
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
