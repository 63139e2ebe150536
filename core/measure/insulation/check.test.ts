import type { Motor } from "#core/record";
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
  ohmsOf,
  pairs,
  reading,
  skipped,
  SOUND_LAMPS,
  spun,
} from "../../../tests/jobs.ts";
import { assessJob } from "../../judge/index.ts";
import { insulationCheck } from "./index.ts";

const read = (slot: string, typed: string) => reading({ check: "insulation", slot, value: ohmsOf(typed) });
const at = (celsius: number) =>
  reading({ check: "insulation", slot: "temperature", value: { kind: "celsius", celsius } });
const TRACTION = { ...HUB, family: "traction" as const, rated: { volts: 96 } };
const volts = (value: number) => measured("insulation", "testVolts", "volts", value);
const answer = (readings: Parameters<typeof job>[0], motor: Parameters<typeof job>[1] = {}) => {
  const [found] = insulationCheck.answer(job([volts(250), ...readings], motor), 0).findings;
  return found && Object.keys(found.likelihood)[0];
};

describe("a meter and a tester at the same leads", () => {
  it("speak of one dampness: what the tester adds against water is less than it would say alone", () => {
    const odds = (...readings: Parameters<typeof job>[0]) => {
      const { faults } = assessJob(job(readings, { complaint: "noisy" }));
      const { probability } = faults.find(({ fault }) => fault === "waterInside")!;
      return Math.log10(probability / (1 - probability));
    };
    const good = [volts(250), read("oneMinute", "2.2G")];
    const alone = odds(...good) - odds();
    const added = odds(...frameOpen(), ...good) - odds(...frameOpen());
    expect(alone).toBeLessThan(-0.2);
    expect(added).toBeLessThan(0);
    expect(added).toBeGreaterThan(0.7 * alone);
  });
});

describe("insulation with a tester", () => {
  it("is corrected to 40 °C before it is judged: 18 MΩ at 20 °C is a quarter there (IEEE 43, memory)", () => {
    expect(answer([read("oneMinute", "18M"), at(20)])).toBe("bad");
    expect(answer([read("oneMinute", "18M"), at(40)])).toBe("poor");
    expect(answer([read("oneMinute", "18M"), at(20), choice("insulation", "kind", "thermoset")])).toBe(
      "poor",
    );
  });
  it("is good far above, and above the tester's range", () => {
    expect(answer([read("oneMinute", "2.2G")])).toBe("good");
    expect(answer([read("oneMinute", "OL")])).toBe("good");
    expect(answer([read("oneMinute", "0")])).toBe("down");
  });
  it("is broken down and no damp where hardly a hundred kilohms are left, at any temperature and voltage", () => {
    expect(answer([read("oneMinute", "90k"), at(40)])).toBe("down");
    expect(answer([read("oneMinute", "2M"), at(40)])).toBe("bad");
    expect(answer([read("oneMinute", "5k"), at(5)])).toBe("down");
    expect(answer([measured("insulation", "testVolts", "volts", 50), read("oneMinute", "5k")])).toBe("down");
  });
  it("compares with nothing below 10 °C, and asks to warm the winding (IEEE 43, memory)", () => {
    const [cold] = insulationCheck.answer(job([read("oneMinute", "300M"), at(6)]), 0).findings;
    expect(cold).toMatchObject({ departs: false, likelihood: { good: 1, poor: 1, bad: 1, down: 1 } });
    expect(cold!.sentence).toMatch(/below 10 °C it compares with no limit/u);
    // At 10 °C it is an eighth at 40 °C.
    expect(answer([read("oneMinute", "300M"), at(10)])).toBe("good");
    expect(answer([read("oneMinute", "100M"), at(10)])).toBe("poor");
  });
  it("passes nothing at a few volts, and condemns nothing less for it", () => {
    const gentle = (ohms: string) =>
      insulationCheck.answer(job([volts(50), read("oneMinute", ohms)]), 0).findings[0]!;
    expect(gentle("2.2G").sentence).toMatch(/at so few volts it passes nothing/u);
    expect(gentle("2.2G").likelihood).toMatchObject({ good: 1, bad: 1 });
    expect(gentle("OL").sentence).toMatch(/at so few volts it passes nothing/u);
    expect(gentle("2M").likelihood).toEqual({ bad: 1 });
    expect(answer([volts(500), read("oneMinute", "2.2G")])).toBe("good");
    expect(answer([volts(500), read("oneMinute", "OL")])).toBe("good");
    expect(gentle("2.2G").sentence).toMatch(/250 V is the test$/u);
    const traction = job([volts(50), read("oneMinute", "2.2G")], { motor: TRACTION });
    expect(insulationCheck.answer(traction, 0).findings[0]!.sentence).toMatch(/500 V is the test$/u);
  });
  it("passes nothing where nobody wrote down at how many volts, and condemns nothing less for it", () => {
    const untold = (ohms: string) => insulationCheck.answer(job([read("oneMinute", ohms)]), 0).findings[0]!;
    for (const ohms of ["2.2G", "OL", "30M"])
      expect(untold(ohms), ohms).toMatchObject({
        departs: false,
        likelihood: { good: 1, poor: 1, bad: 1, down: 1 },
      });
    expect(untold("2.2G").sentence).toMatch(/nobody wrote down at how many volts, so it passes nothing/u);
    expect(untold("2M").likelihood).toEqual({ bad: 1 });
    expect(untold("5k").likelihood).toEqual({ down: 1 });
    expect(untold("0").likelihood).toEqual({ down: 1 });
    const open = (readings: Parameters<typeof job>[0]) =>
      insulationCheck.answer(job(readings), 0).steps.map(({ slots }) => slots.includes("testVolts"));
    expect(open([read("oneMinute", "2.2G")])).toEqual([true]);
    expect(open([volts(250), read("oneMinute", "2.2G")])).toEqual([]);
  });
  it("is half done while what was read passes nothing, whatever the reason, and can still be skipped", () => {
    const gentle = [volts(50), read("oneMinute", "2.2G")];
    const cold = [volts(500), read("oneMinute", "2.2G"), at(6)];
    for (const readings of [gentle, cold, [read("oneMinute", "OL")]]) {
      const { state, steps, made, findings } = insulationCheck.answer(job(readings, { motor: TRACTION }), 0);
      expect({ state, steps: steps.length, made: made.length }).toEqual({
        state: "inProgress",
        steps: 1,
        made: 0,
      });
      expect(findings[0]!.ableMeter).toMatch(/^a tester at 500 V/u);
    }
    const left = insulationCheck.answer(job([...gentle, skipped("insulation", "no 500 V here")]), 0);
    expect(left).toMatchObject({ state: "skipped", note: "no 500 V here" });
    const told = insulationCheck.answer(job([volts(500), read("oneMinute", "2.2G")], { motor: TRACTION }), 0);
    expect(told).toMatchObject({ state: "agrees", steps: [] });
  });
  it("clears no traction motor by a test of fifty volts", () => {
    const clear = (value: number) => {
      const readings = [
        ...[...lookedAndTurned(), ...frameOpen(), ...pairs(["22m", "22m", "22m"], MILLIOHM, "0.1m")],
        ...[...spun([60, 3, 3, 3, 60]), ...lamps(SOUND_LAMPS), choice("run", "runGood", "runs")],
        ...[volts(value), read("oneMinute", "2.2G")],
      ];
      const { decided, warrant } = assessJob(job(readings, { motor: TRACTION, complaint: "routine" }));
      return { decided, half: JSON.stringify(warrant).includes("Insulation: half done") };
    };
    expect(clear(50)).toEqual({ decided: null, half: true });
    expect(clear(500)).toEqual({ decided: "notMotor", half: false });
  });
  it("says where the test was harder than the winding takes, and counts what was read", () => {
    const hard = (value: number, rated: Motor["rated"]) =>
      insulationCheck.answer(
        job([volts(value), read("oneMinute", "300M")], { motor: { ...HUB, ...(rated && { rated }) } }),
        0,
      ).findings[0]!;
    expect(hard(500, { volts: 12 }).sentence).toMatch(
      /tested with 500 V, where this winding takes 250 V at most/u,
    );
    expect(hard(500, { volts: 12 }).likelihood).toEqual({ good: 1 });
    expect(hard(250, { volts: 12 }).sentence).not.toContain("takes");
    expect(hard(500, { volts: 67 }).sentence).not.toContain("takes");
    expect(hard(1000, { volts: 67 }).sentence).toContain("takes 500 V at most");
  });
  it("is poor where ten minutes add little: damp (polarisation index 2, IEEE 43, memory)", () => {
    expect(answer([read("oneMinute", "500M"), read("tenMinutes", "650M")])).toBe("poor");
    expect(answer([read("oneMinute", "500M"), read("tenMinutes", "1.2G")])).toBe("good");
    expect(answer([read("oneMinute", "6G"), read("tenMinutes", "6.5G")])).toBe("good");
  });
  it("of a traction motor lies far above the whole vehicle's 500 Ω/V (ISO 6469-3, memory)", () => {
    const [found] = insulationCheck.answer(
      job([volts(500), read("oneMinute", "300M")], { motor: TRACTION }),
      0,
    ).findings;
    expect(found!.sentence).toContain("Ω/V, 500");
    expect(answer([read("oneMinute", "300M")], { motor: TRACTION })).toBe("good");
    // At full charge, where the plate names two: half as many ohms a volt.
    const perVolt = (rated: Motor["rated"]) => {
      const motor = { ...TRACTION, ...(rated && { rated }) };
      const { sentence } = insulationCheck.answer(job([volts(500), read("oneMinute", "300M")], { motor }), 0)
        .findings[0]!;
      return Number(/(\d+) Ω\/V/u.exec(sentence)![1]);
    };
    expect(perVolt({ volts: 200, voltsMost: 400 })).toBeCloseTo(perVolt({ volts: 400 }), -1);
    expect(perVolt({ volts: 200, voltsMost: 400 })).toBeLessThan(0.6 * perVolt({ volts: 200 }));
  });
  it("is awaited for traction alone, and a skip stands with its reason", () => {
    expect(insulationCheck.optional(job([]).motor)).toBe(true);
    expect(insulationCheck.optional(TRACTION)).toBe(false);
    const record = job([skipped("insulation", "no tester here")]);
    expect(insulationCheck.answer(record, 0).state).toBe("skipped");
    expect(insulationCheck.answer(record, 0).note).toBe("no tester here");
    expect(insulationCheck.answer(job([at(20)]), 0).state).toBe("inProgress");
  });
});
