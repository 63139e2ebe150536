import { describe, expect, it } from "vitest";
import { chanceFrom } from "#bench/chance";
import { accuracyOf, canMeasure, rangeAmong, type AccuracyRange } from "#core/quantity";
import { PAIRS, type Reading } from "#core/record";
import { job, measured, SHOP, TRUE_RMS } from "../../../tests/jobs.ts";
import {
  heatsWinding,
  imbalanceOf,
  measuredOf,
  measureForced,
  windingCheck,
  type ForcedReading,
} from "./index.ts";

const SUPPLY = SHOP.find((one) => one.ranges.length === 0 && canMeasure(one, "dcAmperes"))!;
const forced = (volts: number, amperes: number): ForcedReading[] => [{ volts, amperes }];
const three = (AB: ForcedReading[], BC: ForcedReading[], CA: ForcedReading[], zero: number[] = [0]) =>
  measureForced({ voltmeter: TRUE_RMS, ammeter: SUPPLY, pairs: { AB, BC, CA }, zero });

describe("a forced current", () => {
  it("gives R = (V − V0)/I: 6.40 mV over 50 mA is 128 mΩ (Ohm's law)", () => {
    const found = three(forced(0.0064, 0.05), [], []).pairs.AB!;
    expect(found.state === "finite" && found.resistance).toBeCloseTo(0.128, 12);
    const shifted = three(forced(0.0066, 0.05), [], [], [0.0002]).pairs.AB!;
    expect("resistance" in shifted && shifted.resistance).toBeCloseTo(0.128, 12);
  });
  it("is open by what the two instruments' displays leave open, where they said it themselves", () => {
    const own = (byDisplays?: { u: number; freedom: number }) => {
      const found = three([{ volts: 0.064, amperes: 0.5, ...(byDisplays && { byDisplays }) }], [], []).pairs
        .AB!;
      return found.state === "finite" ? found.independent.u : Number.NaN;
    };
    expect(own({ u: 0.01, freedom: 8 })).toBeCloseTo(Math.hypot(own(), 0.01 * 0.128), 9);
  });
  it("decides what a two-wire meter cannot: 5 % of 48 mΩ at 2 A", () => {
    const measured_ = three(forced(0.096, 2), forced(0.0962, 2), forced(0.0959, 2));
    expect(imbalanceOf(measured_, 0.05)!.judgement).toBe("agrees");
    expect(imbalanceOf(three(forced(0.096, 2), forced(0.112, 2), forced(0.111, 2)), 0.05)!.judgement).toBe(
      "departs",
    );
  });
  it("is open where the supply finds no path, and contradictory where it comes and goes", () => {
    expect(three(forced(12, 0), [], []).pairs.AB!.state).toBe("open");
    expect(three([...forced(12, 0), ...forced(0.2, 2)], [], []).pairs.AB!.state).toBe("contradictory");
  });
  it("notices a winding that warms under it", () => {
    const warming = [0.192, 0.194, 0.197, 0.201].map((volts) => ({ volts, amperes: 1.5 }));
    const found = three(warming, [], []).pairs.AB!;
    expect("drifting" in found && found.drifting).toBe(true);
  });
  it("refuses meters that cannot, and negative readings", () => {
    expect(() =>
      measureForced({ voltmeter: SUPPLY, ammeter: SUPPLY, pairs: { AB: [], BC: [], CA: [] }, zero: [] }),
    ).toThrow(RangeError);
    expect(() => three(forced(-1, 1), [], [])).toThrow(RangeError);
  });
  it("warns above a tenth of rated (memory), where the rating is known", () => {
    expect(heatsWinding(2, { amperes: 12 })).toBe(true);
    expect(heatsWinding(1, { amperes: 12 })).toBe(false);
    expect(heatsWinding(1, {})).toBeNull();
  });

  it("states an uncertainty of a deviation that covers the truth at least 93 percent of the time", () => {
    const truth = { AB: 0.047, BC: 0.048, CA: 0.049 };
    const trials = 2000;
    let covered = 0;
    for (let i = 0; i < trials; i += 1) {
      const chance = chanceFrom(31_000 + i);
      const [gv, zv, ga] = [chance.between(-1, 1), chance.between(-1, 1), chance.between(-1, 1)];
      const show = (value: number, ranges: readonly AccuracyRange[], gain: number, zero: number) => {
        const range = rangeAmong(ranges, value);
        const read =
          value * (1 + range.ofReading * gain) +
          ((range.digits - 1) * zero + chance.between(-1, 1)) * range.resolution;
        return Math.max(0, Math.round(read / range.resolution) * range.resolution);
      };
      const at = (ohms: number): ForcedReading[] => [
        { volts: show(ohms * 2, TRUE_RMS.dcVolts!, gv, zv), amperes: show(2, SUPPLY.dcAmperes!, ga, 0) },
      ];
      const found = imbalanceOf(
        three(at(truth.AB), at(truth.BC), at(truth.CA), [show(0, TRUE_RMS.dcVolts!, gv, zv)]),
        0.05,
      )!;
      if (Math.abs(found.deviations.AB.value - (0.047 / 0.048 - 1)) <= found.deviations.AB.expanded)
        covered += 1;
    }
    expect(covered / trials).toBeGreaterThanOrEqual(0.93);
    expect(accuracyOf(rangeAmong(TRUE_RMS.dcVolts!, 0.1)).perReading.u).toBeGreaterThan(0);
  });

  it("stands in a job as the finer reading, once all three are read so", () => {
    const read = (pair: string, volts: number): Reading[] => [
      measured("winding", `${pair}.amperes`, "amperes", 1.5, { instrumentId: SUPPLY.id }),
      measured("winding", `${pair}.volts`, "volts", volts, { instrumentId: TRUE_RMS.id }),
    ];
    const record = job([...read("AB", 0.192), ...read("BC", 0.1922), ...read("CA", 0.1918)]);
    for (const pair of PAIRS) expect(measuredOf(record, 0)!.pairs[pair]!.state).toBe("finite");
    expect(windingCheck.answer(record, 0).state).toBe("agrees");
  });
});
