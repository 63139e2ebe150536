import { describe, expect, it } from "vitest";
import { assessJob } from "#core/judge";
import { reachOf } from "#core/quantity";
import {
  BASIC,
  choice,
  frameOpen,
  job,
  lookedAndTurned,
  MILLIOHM,
  pairs,
  reading,
  seen,
} from "../../../tests/jobs.ts";
import { endsTooLow, frameCheck, frameOutcome } from "./index.ts";

const openOn = (meter: { id: string }) => frameOpen().map((one) => ({ ...one, instrumentId: meter.id }));
const answer = (readings: ReturnType<typeof frameOpen>) => frameCheck.answer(job(readings), 0);

describe("what the lowest lead says", () => {
  it.each([
    ["open", "clear"],
    [1e6, "high"],
    [999e3, "leaking"],
    [1000, "leaking"],
    [999, "touching"],
    [0, "touching"],
  ] as const)("%s is %s", (lowest, outcome) => {
    expect(frameOutcome(lowest)).toBe(outcome);
  });
});

describe("open on a meter that ends low", () => {
  it("is no proof of a clear winding: the four-wire meter of the shop ends at 2 kΩ", () => {
    expect(reachOf(MILLIOHM)).toBe(2000);
    expect(endsTooLow(reachOf(MILLIOHM))).toBe(true);
    expect(endsTooLow(reachOf(BASIC))).toBe(false);
    expect(endsTooLow(1e6)).toBe(false);
    const { state, note, findings, steps } = answer(openOn(MILLIOHM));
    expect(state).toBe("cannotTell");
    expect(note).toBe("open?");
    expect(findings[0]).toMatchObject({ departs: false, likelihood: { clear: 1, high: 1, leaking: 1 } });
    expect(findings[0]!.likelihood).not.toHaveProperty("touching");
    expect(findings[0]!.sentence).toBe(
      "All leads read open on a meter that ends at 2 kΩ: a leak above that would not show",
    );
    expect(steps.map(({ title }) => title)).toEqual(["A meter that reaches 1 MΩ: each lead to frame again"]);
  });

  it("excludes nothing below its end, and a touch may lie above 200 Ω", () => {
    const tiny = { ...MILLIOHM, id: "tiny", ranges: MILLIOHM.ranges.slice(0, 3) };
    const finding = frameCheck.answer({ ...job(openOn(tiny)), instruments: [tiny] }, 0).findings[0]!;
    expect(finding.likelihood).toMatchObject({ touching: 1, leaking: 1 });
  });

  it("is settled by one that reaches, or by a finite reading on either", () => {
    expect(answer([...openOn(MILLIOHM), ...openOn(BASIC)])).toMatchObject({
      state: "agrees",
      note: "open",
      steps: [],
    });
    const low = [
      ...openOn(MILLIOHM).slice(0, 2),
      reading({ check: "frame", slot: "C", value: { kind: "ohms", ohms: 470 }, instrumentId: MILLIOHM.id }),
    ];
    expect(answer(low)).toMatchObject({ state: "departs", findings: [{ likelihood: { touching: 1 } }] });
  });

  it("one lead of the three on the low meter is enough to leave it open", () => {
    expect(answer([...openOn(BASIC).slice(0, 2), ...openOn(MILLIOHM).slice(2)]).state).toBe("cannotTell");
    expect(answer(openOn(MILLIOHM).slice(0, 2))).toMatchObject({ state: "inProgress", note: "2/3" });
  });

  it("excludes a touch and no leak, and work waits for a meter that reaches", () => {
    const rest = [...lookedAndTurned(), ...pairs(["128m", "128m", "128m"], MILLIOHM, "0.1m")];
    const chance = (readings: Parameters<typeof job>[0]) =>
      assessJob(job(readings)).faults.find(({ fault }) => fault === "frameFault")!.probability;
    const [before, low, far] = [rest, [...rest, ...openOn(MILLIOHM)], [...rest, ...openOn(BASIC)]].map(
      chance,
    );
    expect(low).toBeLessThan(0.5 * before!);
    expect(far).toBeLessThan(0.4 * low!);
    const worn = [
      ...lookedAndTurned().filter(({ slot }) => slot !== "turn" && slot !== "axialPlay"),
      choice("mechanical", "turn", "grinding"),
      choice("mechanical", "turn", "grinding"),
      choice("mechanical", "axialPlay", "clear"),
      choice("mechanical", "sight", "opened"),
      seen([]),
      ...pairs(["128m", "128m", "128.1m"], MILLIOHM, "0.1m"),
    ];
    const noisy = (readings: typeof worn) => assessJob({ ...job(readings), complaint: "noisy" });
    expect(noisy([...worn, ...openOn(MILLIOHM)])).toMatchObject({ decided: null, next: { check: "frame" } });
    expect(noisy([...worn, ...openOn(BASIC)]).decided).toBe("replacePart");
  });

  it("may be left at that by saying why", () => {
    const skip = reading({
      check: "frame",
      slot: "skipped",
      value: { kind: "skipped", reason: "no other meter" },
    });
    expect(answer([...openOn(MILLIOHM), skip]).state).toBe("skipped");
  });
});
