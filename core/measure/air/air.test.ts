import { describe, expect, it } from "vitest";
import type { Reading } from "#core/record";
import { choice, HUB, job, measured } from "../../../tests/jobs.ts";
import { airCheck, airflowOf, fanAt, throttledOf } from "./index.ts";

const ECM = { ...HUB, family: "ecm", connection: "unknown" } as const;

describe("airflow", () => {
  it("is one flash for each 100 CFM (common practice), counted whole", () => {
    expect(airflowOf(12)).toBe(1200);
    expect(airflowOf(0)).toBe(0);
    expect(() => airflowOf(1.5)).toThrow(RangeError);
    expect(() => airflowOf(-1)).toThrow(RangeError);
  });

  it("follows the fan laws: at 1.25 of the speed 1.25, 1.5625 and 1.953 (any fan handbook)", () => {
    const { flow, pressure, power } = fanAt(1.25);
    expect([flow, pressure, power]).toEqual([1.25, 1.5625, expect.closeTo(1.953, 3)]);
    expect(() => fanAt(0)).toThrow(RangeError);
  });
});

describe("static pressure", () => {
  const pressures = (now: number, most: number) => [
    measured("air", "staticPressure", "pascals", now),
    measured("air", "staticMost", "pascals", most),
  ];
  it("above what the plate allows throttles the blower, whatever was seen", () => {
    const outcome = (...readings: readonly Reading[]) =>
      airCheck
        .answer(job(readings, { motor: ECM }), 0)
        .findings.map(({ likelihood }) => Object.keys(likelihood)[0]);
    expect(outcome(...pressures(200, 125))).toEqual(["restricted"]);
    expect(outcome(...pressures(200, 125), choice("air", "airPath", "free"))).toEqual(["restricted"]);
    expect(outcome(...pressures(100, 125))).toEqual(["free"]);
    expect(outcome(...pressures(100, 125), choice("air", "airPath", "restricted"))).toEqual(["restricted"]);
    expect(throttledOf(job(pressures(100, 125).slice(0, 1)), 0)).toBeNull();
  });
});
