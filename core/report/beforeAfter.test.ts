import { describe, expect, it } from "vitest";
import type { JobRecord, Reading } from "#core/record";
import {
  celsius,
  choice,
  frameOpen,
  HUB,
  job,
  lamps,
  MILLIOHM,
  pairs,
  REPAIR,
  SOUND_LAMPS,
} from "../../tests/jobs.ts";
import { recordedSpun } from "../../tests/recorded.ts";
import { proofOf } from "../judge/index.ts";
import { beforeAfterOf } from "./beforeAfter.ts";

const of = (readings: readonly Reading[], more: Partial<JobRecord> = {}) => {
  const record = job([...readings], { repairs: [REPAIR], motor: HUB, ...more });
  return beforeAfterOf(record, proofOf(record));
};
describe("before and after on the report", () => {
  it("draws three pairs twice on the band that is allowed, where both times say how far they are off", () => {
    const [drawn] = of([
      celsius(20),
      ...pairs(["127.8m", "128.1m", "160m"], MILLIOHM, "0.1m"),
      celsius(20, 1),
      ...pairs(["127.8m", "128.1m", "128.0m"], MILLIOHM, "0.1m", 1),
    ]);
    expect(drawn).toMatchObject({ kind: "strips", title: "Three pairs" });
    if (drawn?.kind !== "strips") throw new Error("no strips");
    expect(drawn.before.bars.some(({ state }) => state === "departs")).toBe(true);
    expect(drawn.after.bars.every(({ state }) => state === "agrees")).toBe(true);
  });
  it("lists what has no drawing, place by place, what was not read again too", () => {
    const [drawn] = of([
      choice("mechanical", "turn", "grinding"),
      choice("mechanical", "axialPlay", "clear"),
      choice("mechanical", "turn", "even", 1),
    ]);
    expect(drawn).toMatchObject({ kind: "values" });
    if (drawn?.kind !== "values") throw new Error("no values");
    expect(drawn.rows[0]![2]).not.toBe("not read");
    expect(drawn.rows[1]![2]).toBe("not read");
  });
  it("lists open pairs: they lie nowhere on a band", () => {
    const [drawn] = of([
      celsius(20),
      ...pairs(["OL", "OL", "OL"], MILLIOHM, "0.1m"),
      celsius(20, 1),
      ...pairs(["127.8m", "128.1m", "128.0m"], MILLIOHM, "0.1m", 1),
    ]);
    expect(drawn?.kind).toBe("values");
    expect(JSON.stringify(drawn)).toContain("128.1 mΩ");
  });
  it("draws a turn of the sensors, each state seen or never seen", () => {
    const record = [...lamps("100 101 100 101 100 101 100"), ...lamps(SOUND_LAMPS, "forward", 1)];
    const drawn = of(record).find(({ kind }) => kind === "ring");
    if (drawn?.kind !== "ring") throw new Error("no ring");
    expect(drawn.before.states.filter(({ seen }) => seen).length).toBeLessThan(6);
    expect(drawn.after.states.every(({ seen }) => seen)).toBe(true);
  });
  it("lists a recording by what it said, before and after", () => {
    const drawn = of([recordedSpun({ lower: { 2: 0.15 } }), recordedSpun({}, {}, {}, 1)]).find(
      ({ title }) => title === "Waveform",
    );
    if (drawn?.kind !== "values") throw new Error("no values");
    const [place, before, after] = drawn.rows[0]!;
    expect(place).toBe("Recorded while spun");
    expect(before).toMatch(/One pole pair of every turn is low/u);
    expect(after).toMatch(/nothing remarked/u);
  });
  it("is nothing where nothing had departed", () => {
    expect(of(frameOpen())).toEqual([]);
  });
});
