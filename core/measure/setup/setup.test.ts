import { describe, expect, it } from "vitest";
import { assessJob } from "#core/judge";
import { BASIC, job, MILLIOHM, ohmsOf, pairs, reading } from "../../../tests/jobs.ts";
import { firstPairOf, setupCheck } from "./index.ts";

const read = (slot: string, typed: string, instrumentId: string | null = null) =>
  reading({ check: "setup", slot, value: ohmsOf(typed), instrumentId });
const answers = (readings: Parameters<typeof job>[0]) =>
  Object.fromEntries(
    setupCheck
      .answer(job(readings), 0)
      .findings.map((found) => [found.variable, Object.keys(found.likelihood)[0]]),
  );

describe("the meter on something known", () => {
  it("agrees within its accuracy, its leads and a one percent part", () => {
    expect(answers([read("known", "10"), read("knownRead", "10.3", BASIC.id)])).toEqual({
      meterKnown: "agrees",
    });
    expect(answers([read("known", "10"), read("knownRead", "12.1", BASIC.id)])).toEqual({
      meterKnown: "departs",
    });
    expect(answers([read("known", "10"), read("knownRead", "10.05", MILLIOHM.id)])).toEqual({
      meterKnown: "agrees",
    });
    expect(answers([read("known", "10"), read("knownRead", "10.3", MILLIOHM.id)])).toEqual({
      meterKnown: "departs",
    });
  });
});

describe("the first reading once more", () => {
  const first = pairs(["128.0m", "128.2m", "128.1m"], MILLIOHM, "0.1m");
  it("comes back, or the set-up is in doubt", () => {
    expect(answers([...first, read("again", "128.2m", MILLIOHM.id)])).toEqual({ endRepeat: "same" });
    expect(answers([...first, read("again", "141m", MILLIOHM.id)])).toEqual({ endRepeat: "moved" });
    const moved = assessJob(job([...first, read("again", "141m", MILLIOHM.id)]));
    const still = assessJob(job([...first, read("again", "128.2m", MILLIOHM.id)]));
    const setup = (verdict: typeof moved) =>
      verdict.faults.find(({ fault }) => fault === "setup")!.probability;
    expect(setup(moved)).toBeGreaterThan(5 * setup(still));
  });
  it("is judged with the same meter only, and of the first pair that stands", () => {
    expect(answers([...first, read("again", "141m", BASIC.id)])).toEqual({});
    expect(firstPairOf(job(first), 0)).toMatchObject({ pair: "AB", ohms: 0.128 });
    expect(firstPairOf(job([]), 0)).toBeNull();
  });
});
