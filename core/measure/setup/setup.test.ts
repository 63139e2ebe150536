import { describe, expect, it } from "vitest";
import { assessJob } from "#core/judge";
import type { Motor, Reading } from "#core/record";
import {
  BASIC,
  choice,
  HUB,
  job,
  measured,
  MILLIOHM,
  ohmsOf,
  pairs,
  reading,
  TRUE_RMS,
} from "../../../tests/jobs.ts";
import { polePairsOf } from "../backemf/index.ts";
import { countsMagnets, firstPairOf, SETUP_SLOTS, setupCheck } from "./index.ts";

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

describe("the meter on known volts", () => {
  const volts = (slot: string, value: number, instrumentId: string | null = null) =>
    reading({ check: "setup", slot, value: { kind: "quantity", quantity: "volts", value }, instrumentId });
  const on = (read: number, meter: string | null = TRUE_RMS.id) =>
    answers([volts("voltsKnown", 24), volts("voltsRead", read, meter)]);
  it("agrees within what the meter states and a one percent source", () => {
    // 1 % and 3 digits of 10 mV on the 60 V range, and 1 % of the source: 0.51 V.
    expect(on(24.4)).toEqual({ voltsKnown: "agrees" });
    expect(on(23.6)).toEqual({ voltsKnown: "agrees" });
    expect(on(24.6)).toEqual({ voltsKnown: "departs" });
    expect(on(23.4)).toEqual({ voltsKnown: "departs" });
  });
  it("says nothing without a meter that reads volts, or without both", () => {
    expect(on(24.6, null)).toEqual({});
    expect(on(24.6, MILLIOHM.id)).toEqual({});
    expect(answers([volts("voltsRead", 24, TRUE_RMS.id)])).toEqual({});
    expect(SETUP_SLOTS.voltsKnown.refuse!(0, HUB)).toMatch(/no volts/u);
  });
});

describe("the meter's battery", () => {
  it("that shows low puts the set-up in doubt, and is changed", () => {
    const told = (word: string) => setupCheck.answer(job([choice("setup", "battery", word)]), 0).findings[0]!;
    expect(told("low")).toMatchObject({ departs: true, advice: expect.stringMatching(/new one/u) });
    expect(told("good")).toMatchObject({ departs: false });
    const doubt = (word: string) =>
      assessJob(job([choice("setup", "battery", word)])).faults.find(({ fault }) => fault === "setup")!
        .probability;
    expect(doubt("low")).toBeGreaterThan(2 * doubt("good"));
  });
});

describe("magnets counted in the rotor", () => {
  const count = (value: number) => measured("setup", "magnets", "count", value);
  const written = { ...HUB, polePairs: 15 };
  const of = (magnets: number, motor: Motor = written) =>
    setupCheck
      .answer(job([count(magnets)], { motor }), 0)
      .findings.map(({ sentence, departs }) => [sentence, departs]);
  it("are twice the pole pairs, or the record is wrong", () => {
    expect(of(30)).toEqual([["30 magnets counted, 30 written down", false]]);
    expect(of(28)).toEqual([["28 magnets counted, 30 written down", true]]);
    expect(of(30, { ...HUB, polePairs: null })).toEqual([]);
    const plate = (magnets: number) =>
      assessJob(job([count(magnets)], { motor: written })).faults.find(({ fault }) => fault === "wrongPlate")!
        .probability;
    expect(plate(28)).toBeGreaterThan(3 * plate(30));
  });
  it("come in pairs", () => {
    const refuse = SETUP_SLOTS.magnets.refuse!;
    expect([refuse(27, HUB), refuse(0, HUB)]).toEqual([
      expect.stringMatching(/pairs/u),
      expect.stringMatching(/pairs/u),
    ]);
    expect(refuse(28, HUB)).toBeNull();
  });
  it("are what the spin goes by until the record is put right", () => {
    expect(polePairsOf(job([count(28)], { motor: written }), 0)).toEqual({ polePairs: 14, how: "read" });
    expect(polePairsOf(job([], { motor: written }), 0)).toEqual({ polePairs: 15, how: "record" });
  });
  it("are asked for where a count of poles enters anything", () => {
    expect(countsMagnets(written)).toBe(true);
    expect(countsMagnets({ ...written, polePairs: null })).toBe(false);
    expect(countsMagnets({ ...written, family: "ecm" })).toBe(false);
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
  it("names the one change that moved it, the most of several", () => {
    const told = (...more: readonly Reading[]) => setupCheck.answer(job([...first, ...more]), 0).findings[0]!;
    const leads = read("after.leads", "117m", MILLIOHM.id);
    expect(told(leads)).toMatchObject({
      departs: true,
      sentence: expect.stringMatching(/^A–B after one change, other leads: 117 mΩ after 128 mΩ/u),
      advice: expect.stringMatching(/^Other leads: that moved it/u),
    });
    expect(told(read("after.clips", "128.1m", MILLIOHM.id))).toMatchObject({ departs: false });
    expect(told(leads, read("after.range", "100m", MILLIOHM.id)).sentence).toMatch(/another range/u);
    expect(told(read("again", "128.1m", MILLIOHM.id), leads).sentence).toMatch(/other leads/u);
    expect(setupCheck.answer(job([...first, read("after.leads", "117m", BASIC.id)]), 0).findings).toEqual([]);
  });
  it("is judged with the same meter only, and of the first pair that stands", () => {
    expect(answers([...first, read("again", "141m", BASIC.id)])).toEqual({});
    expect(firstPairOf(job(first), 0)).toMatchObject({ pair: "AB", ohms: 0.128 });
    expect(firstPairOf(job([]), 0)).toBeNull();
  });
});
