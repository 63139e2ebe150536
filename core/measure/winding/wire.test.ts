import { describe, expect, it } from "vitest";
import { areaOfGauge, wireResistance } from "./index.ts";

describe("copper wire", () => {
  // NBS Handbook 100 / ASTM B258 (memory).
  it.each([
    [18, 20.95e-3],
    [12, 5.211e-3],
  ])("of gauge %i is %f Ω a metre at 20 °C", (gauge, ohms) => {
    expect(wireResistance(1, areaOfGauge(gauge), 20) / ohms).toBeCloseTo(1, 3);
  });

  it("halves its copper every three gauges or so, and 4/0 is 107.2 mm² (ASTM B258, memory)", () => {
    expect(areaOfGauge(10) / areaOfGauge(13)).toBeCloseTo(2.005, 3);
    expect(areaOfGauge(-3)).toBeCloseTo(107.2, 1);
  });

  it("warms by 4 % in ten kelvin, and is as long as it is", () => {
    expect(wireResistance(2, 1.5, 30) / wireResistance(1, 1.5, 20)).toBeCloseTo(2 * 1.0392, 3);
    expect(wireResistance(0, 1, 20)).toBe(0);
  });

  it("refuses what is no wire", () => {
    expect(() => areaOfGauge(51)).toThrow(RangeError);
    expect(() => areaOfGauge(Number.NaN)).toThrow(RangeError);
    expect(() => wireResistance(-1, 1, 20)).toThrow(RangeError);
    expect(() => wireResistance(1, 0, 20)).toThrow(RangeError);
  });
});
