import { describe, expect, it } from "vitest";
import { HUB, job, SHOP, spun, TRUE_RMS } from "../../../tests/jobs.ts";
import { keptReading, recordedSpun, waveformFile } from "../../../tests/recorded.ts";
import { backemfCheck, constantOf, isRecorded, spinOf } from "../backemf/index.ts";
import type { Instrument } from "../../quantity/index.ts";
import type { Motor, Reading } from "../../record/index.ts";
import { waveformCheck } from "./index.ts";

const COPTER: Motor = {
  ...{ ...HUB, family: "hobby", polePairs: 7, hallSpacing: "none" },
  speedConstant: { rpmPerVolt: 1000, convention: "peak", source: "plate" },
};
/** A meter whose alternating volts are good to a tenth. */
const COARSE: Instrument = {
  ...TRUE_RMS,
  id: "coarse",
  acVolts: {
    ...TRUE_RMS.acVolts!,
    ranges: TRUE_RMS.acVolts!.ranges.map((range) => ({ ...range, ofReading: 0.1 })),
  },
};
const answered = (readings: readonly Reading[], epoch = 0) =>
  waveformCheck.answer(job(readings, { motor: COPTER }), epoch);
const found = (variable: string, readings: readonly Reading[]) =>
  answered(readings).findings.find((one) => one.variable === variable);

describe("a recorded waveform as evidence", () => {
  it("is asked of nobody, and says nothing while there is none", () => {
    const { findings, state, steps } = answered([]);
    expect([findings, state, steps]).toEqual([[], "toDo", []]);
    expect(waveformCheck.optional(COPTER)).toBe(true);
  });

  it("finds a magnet that is low where the winding sees it, by as much as it is", () => {
    const low = found("magnetRing", [recordedSpun({ lower: { 2: 0.15 } })])!;
    expect(low.departs).toBe(true);
    expect(low.likelihood["even"]!).toBeLessThan(0.01);
    expect(low.sentence).toMatch(/−1[45] %/u);
    expect(answered([recordedSpun({ lower: { 2: 0.15 } })]).state).toBe("departs");
  });

  it("calls magnets even only after two turns, with known slots, that can see one", () => {
    const sound = recordedSpun();
    expect(found("magnetRing", [sound])).toMatchObject({ departs: false });
    // 0.2 s at 2000 rpm are six turns; a twentieth of it is less than two.
    expect(found("magnetRing", [recordedSpun({}, { seconds: 0.05 })])).toBeUndefined();
    expect(found("magnetRing", [recordedSpun({}, {}, { slots: null })])).toBeUndefined();
    // Seven pole pairs over twenty-one slots have the same coils under each.
    expect(found("magnetRing", [recordedSpun({}, {}, { slots: 21 })])).toBeUndefined();
    expect(found("magnetRing", [recordedSpun({}, {}, { polePairs: null })])).toBeUndefined();
    expect(found("magnetRing", [recordedSpun({}, { noise: 3, range: null })])?.departs).not.toBe(false);
  });

  it("calls no magnets even that the winding could hardly show, or that stand out either way", () => {
    // Ten poles over twelve slots show a third of what fourteen do: a little scatter hides it.
    const ten = (noise: number) =>
      recordedSpun({ polePairs: 5 }, { noise, range: null }, { polePairs: 5, slots: 12 });
    expect(found("magnetRing", [ten(0.01)])).toMatchObject({ departs: false });
    expect(found("magnetRing", [ten(0.8)])?.departs).not.toBe(false);
    const high = recordedSpun({ lower: { 2: -0.12 } });
    expect(found("magnetRing", [high])?.departs).not.toBe(false);
  });

  it("tells a rotor that runs out from a magnet that is low", () => {
    const swings = recordedSpun({ swing: 0.05 });
    expect(found("runout", [swings])).toMatchObject({ departs: true });
    expect(found("magnetRing", [swings])).toBeUndefined();
    expect(found("runout", [recordedSpun()])).toMatchObject({ departs: false });
  });

  it("cannot tell where it was kept and says nothing of the rotor", () => {
    expect(answered([recordedSpun({}, {}, { polePairs: null })])).toMatchObject({
      state: "cannotTell",
      note: "recorded",
    });
  });

  it("counts a coast beside a spin once", () => {
    const readings = [
      recordedSpun({ lower: { 2: 0.15 } }),
      keptReading(waveformFile({ lower: { 2: 0.15 } }), { check: "waveform", slot: "coast" }),
    ];
    expect(answered(readings).findings.filter(({ variable }) => variable === "magnetRing")).toHaveLength(1);
  });
});

describe("a recorded waveform as a spin", () => {
  const judged = (readings: readonly Reading[]) => backemfCheck.answer(job(readings, { motor: COPTER }), 0);

  it("gives three voltages and the speed constant without meter or drill", () => {
    const record = job([recordedSpun()], { motor: COPTER });
    const constant = constantOf(record, 0)!;
    expect(Math.abs(constant.rpmPerVolt / 1000 - 1)).toBeLessThan(0.005);
    // What the recorder's own height may be off is in it: common practice says 3 %.
    expect(constant.expanded / constant.rpmPerVolt).toBeGreaterThan(0.025);
    const { findings, state } = judged([recordedSpun()]);
    expect(state).toBe("agrees");
    expect(findings.map(({ variable }) => variable)).toEqual(["spun", "constant"]);
  });

  it("stands beside what was read by hand never: of the two the one that knows the voltages better", () => {
    const byHand = (meter: string) => spun([233, 1.41, 1.41, 1.41, 233], { instrumentId: meter });
    const better = [...byHand(TRUE_RMS.id), recordedSpun()];
    const worse = [...byHand(COARSE.id), recordedSpun()];
    const of = (readings: readonly Reading[]) =>
      job(readings, { motor: COPTER, instruments: [...SHOP, COARSE] });
    expect(isRecorded(of(better), 0)).toBe(false);
    expect(isRecorded(of(worse), 0)).toBe(true);
    for (const readings of [better, worse]) {
      const { findings } = backemfCheck.answer(of(readings), 0);
      expect(findings.filter(({ variable }) => variable === "spun")).toHaveLength(1);
      expect(findings.filter(({ variable }) => variable === "constant")).toHaveLength(1);
    }
    // Three pairs by hand are wanted to stand against it.
    const two = byHand(TRUE_RMS.id).filter(({ slot }) => slot !== "CA");
    expect(isRecorded(of([...two, recordedSpun()]), 0)).toBe(true);
  });

  it("leaves what was read by hand where it knows fewer than three lines, or their height is cut off", () => {
    const byHand = spun([233, 1.41, 1.41, 1.41, 233], {});
    const one = recordedSpun({}, { probes: [{ of: "AB", way: 1 }] });
    expect(spinOf(job([...byHand, one], { motor: COPTER }), 0)!.pairs.AB!.volts).toBeCloseTo(1.41, 9);
    expect(spinOf(job([one], { motor: COPTER }), 0)).toBeNull();
    const clipped = recordedSpun({}, { range: 1.5 });
    expect(spinOf(job([clipped], { motor: COPTER }), 0)).toBeNull();
  });

  it("shows a phase with fewer turns as two voltages low", () => {
    const { findings } = judged([recordedSpun({ phases: [0.85, 1, 1] })]);
    expect(findings[0]!.sentence).toMatch(/Both pairs through A make less/u);
    expect(findings[0]!.departs).toBe(true);
  });

  it("finds weakened magnets by the constant, with the plate as it is stated", () => {
    const constant = judged([recordedSpun({ constant: 1250 })]).findings.find(
      ({ variable }) => variable === "constant",
    )!;
    expect(constant).toMatchObject({ departs: true });
    expect(constant.sentence).toMatch(/\+25 %/u);
  });

  it("takes the constant from a coast as well, at whatever speed", () => {
    const coast = keptReading(waveformFile({}, { seconds: 1, speed: (t) => 2200 * Math.exp(-t / 0.8) }), {
      check: "waveform",
      slot: "coast",
    });
    const constant = constantOf(job([coast], { motor: COPTER }), 0)!;
    expect(Math.abs(constant.rpmPerVolt / 1000 - 1)).toBeLessThan(0.01);
  });

  it("goes by the pole pairs of the record, and by those said with it where the record has none", () => {
    const unknown = { ...COPTER, polePairs: null };
    const record = job([recordedSpun()], { motor: unknown });
    expect(Math.abs(constantOf(record, 0)!.rpmPerVolt / 1000 - 1)).toBeLessThan(0.005);
    expect(constantOf(job([recordedSpun({}, {}, { polePairs: null })], { motor: unknown }), 0)).toBeNull();
  });
});
