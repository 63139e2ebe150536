import { describe, expect, it } from "vitest";
import { assessJob } from "#core/judge";
import {
  choice,
  frameOpen,
  HUB,
  job,
  leftOut,
  lookedAndTurned,
  measured,
  MILLIOHM,
  pairs,
  skipped,
} from "../../../tests/jobs.ts";
import type { Reading } from "../../record/index.ts";
import { FEED_SLOTS, feedCheck, packAnswer } from "./index.ts";

const pack = (rest: number, load: number) => [
  measured("feed", "pack.rest", "volts", rest),
  measured("feed", "pack.load", "volts", load),
];
const answered = (readings: readonly Reading[], epoch = 0) => feedCheck.answer(job(readings), epoch);
const found = (variable: string, readings: readonly Reading[]) =>
  answered(readings).findings.find((one) => one.variable === variable);
const BODY = [...lookedAndTurned(), ...frameOpen(), ...pairs(["128m", "128m", "128.1m"], MILLIOHM, "0.1m")];

describe("a battery under throttle (common practice: it sags below 0.88 of its voltage at rest)", () => {
  it.each([
    [40, 39, "holds"],
    [40, 35.2, "holds"],
    [40, 35.1, "sags"],
    [40, 0, "sags"],
  ] as const)("%f V at rest and %f V under throttle %s", (rest, load, answer) => {
    expect(packAnswer(rest, load)).toBe(answer);
    const finding = found("pack", pack(rest, load))!;
    expect(finding.likelihood).toEqual({ [answer]: 1 });
    expect(finding.departs).toBe(answer === "sags");
  });

  it("is said with both figures and the fall, and not before both are read", () => {
    expect(found("pack", pack(40, 30))?.sentence).toBe(
      "Battery 40 V at rest, 30 V under throttle, −25 %: it sags",
    );
    expect(found("pack", pack(40, 39))?.sentence).not.toMatch(/sags/u);
    expect(found("pack", pack(40, 30).slice(0, 1))).toBeUndefined();
    expect(found("pack", pack(40, 30).slice(1))).toBeUndefined();
  });

  it("cannot be compared with nothing", () => {
    expect(() => packAnswer(0, 0)).toThrow(RangeError);
    expect(() => packAnswer(40, -1)).toThrow(RangeError);
    const { refuse } = FEED_SLOTS["pack.rest"];
    expect(refuse?.(0, HUB)).toMatch(/the pack or its fuse is the fault/u);
    expect(refuse?.(40, HUB)).toBeNull();
  });
});

describe("command, settings and what rubs", () => {
  it.each([
    ["command", "follows", "command", false, /follows/u],
    ["command", "uneven", "command", true, /jumps or sticks/u],
    ["command", "missing", "command", true, /missing/u],
    ["rubbing", "free", "rubbing", false, /^Nothing rubs on it$/u],
    ["rubbing", "rubs", "rubbing", true, /^Brake, chain or propeller rubs$/u],
    ["settings", "fit", "settings", false, /settings fit$/u],
    ["settings", "wrong", "settings", true, /do not fit this motor$/u],
  ] as const)("%s %s", (slot, said, variable, departs, sentence) => {
    const finding = found(variable, [choice("feed", slot, said)])!;
    expect(finding).toMatchObject({ likelihood: { [said]: 1 }, departs });
    expect(finding.sentence).toMatch(sentence);
  });
});

describe("the check as a whole", () => {
  it("is to do, begun, skipped, agreeing or departing, and counts", () => {
    expect(answered([])).toMatchObject({ state: "toDo", note: "", findings: [] });
    expect(answered(pack(40, 39).slice(0, 1))).toMatchObject({ state: "inProgress" });
    expect(answered([skipped("feed", "came without its battery")])).toMatchObject({
      state: "skipped",
      note: "came without its battery",
    });
    const [command, settings, rubbing] = [
      choice("feed", "command", "follows"),
      choice("feed", "settings", "fit"),
      choice("feed", "rubbing", "free"),
    ];
    // Two of four that agree say nothing of the other two.
    expect(answered([...pack(40, 39), command])).toMatchObject({ state: "inProgress", note: "2 of 4" });
    expect(answered([...pack(40, 39), command, settings, rubbing])).toMatchObject({
      state: "agrees",
      note: "4 agree",
    });
    const noSettings = leftOut("feed", "settings", "the owner has the display");
    expect(answered([...pack(40, 39), command, rubbing, noSettings])).toMatchObject({
      state: "agrees",
      note: "3 agree",
    });
    expect(answered([...pack(40, 30), choice("feed", "command", "follows")])).toMatchObject({
      state: "departs",
      note: "1 departs",
    });
    expect(answered(pack(40, 39), 1).state).toBe("toDo");
  });

  it("offers one reading after the other, what costs least first, and what was read to be read again", () => {
    expect(answered([]).steps.map(({ name }) => name)).toEqual(["rubbing", "pack", "command", "settings"]);
    const some = answered(pack(40, 39));
    expect(some.steps.map(({ name }) => name)).toEqual(["rubbing", "command", "settings"]);
    expect(some.made.map(({ name }) => name)).toEqual(["pack"]);
  });

  it("is not for motors with electronics of their own, and no verdict waits for it", () => {
    expect(feedCheck.notApplicable(HUB)).toBeNull();
    expect(feedCheck.notApplicable({ ...HUB, family: "ecm" })).toMatch(/own electronics/u);
    expect(feedCheck.optional(HUB)).toBe(true);
  });
});

describe("what clears a motor (common practice)", () => {
  it.each([
    [pack(40, 28), "cutsOut", "battery"],
    [[choice("feed", "command", "missing"), ...pack(40, 39)], "noRun", "command"],
    [
      [
        choice("feed", "rubbing", "rubs"),
        choice("feed", "rubbing", "rubs"),
        choice("feed", "settings", "fit"),
        choice("run", "runGood", "rough"),
        ...pack(40, 39),
      ],
      "hot",
      "rubbing",
    ],
  ] as const)("is what was seen to fail outside it: %#", (readings, complaint, cure) => {
    const verdict = assessJob(job([...BODY, ...readings], { complaint }));
    expect(verdict.decided).toBe("notMotor");
    expect(verdict.action?.cures).toEqual([cure]);
  });

  it("is not a battery that holds", () => {
    const verdict = assessJob(job([...BODY, ...pack(40, 39)], { complaint: "cutsOut" }));
    expect(verdict.decided).toBeNull();
    const battery = (readings: readonly Reading[]) =>
      assessJob(job(readings, { complaint: "cutsOut" })).faults.find(({ fault }) => fault === "battery")!
        .probability;
    expect(battery([...BODY, ...pack(40, 39)])).toBeLessThan(0.2 * battery(BODY));
  });
});
