import { describe, expect, it } from "vitest";
import { assessJob, proofOf } from "#core/judge";
import { curesFor } from "#core/known";
import type { Complaint, Family, Reading } from "#core/record";
import {
  BASIC,
  choice,
  DECISION,
  frameOpen,
  HUB,
  job,
  lookedAndTurned,
  measured,
  pairs,
  REPAIR,
} from "../../../tests/jobs.ts";
import { comesApart, isOnePiece } from "../../families/index.ts";
import { deadSlotsOf } from "../module/index.ts";
import { answersAsked, powerCheck } from "./index.ts";

const motor = (family: Family) => ({
  ...HUB,
  family,
  expected: null,
  hallSpacing: "none" as const,
  rated: { volts: 230 },
});
const volts = (slot: string, value: number) => measured("power", slot, "volts", value);
const said = (slot: string, word: string) => choice("power", slot, word);
const judged = (family: Family, readings: readonly Reading[], complaint: Complaint = "noRun") =>
  assessJob(job(readings, { motor: motor(family), complaint }));
const BODY = [...lookedAndTurned(), ...frameOpen(), ...pairs(["12.0", "12.1", "12.0"], BASIC, "0.2")];

describe("how electronics fail (common practice)", () => {
  const fed = [volts("mains", 231), volts("v24.motor", 26.5), ...BODY];
  const found = (family: Family, readings: readonly Reading[], complaint: Complaint = "noRun") => {
    const { faults, action } = judged(family, [...fed, ...readings], complaint);
    return [faults[0]!.fault, action?.cures.join()];
  };
  it("an open limiter is replaced alone where nothing behind it is shorted; else the module is", () => {
    const open = [
      said("direct", "silent"),
      said("direct", "silent"),
      choice("module", "moduleLook", "limiterOpen"),
      choice("module", "moduleLook", "limiterOpen"),
    ];
    const behind = (word: string) =>
      judged("ecmAirflow", [...fed, ...open, choice("module", "behindLimiter", word)]);
    expect(behind("whole")).toMatchObject({ decided: "repair", action: { cures: ["limiter"] } });
    expect(behind("shorted").action?.cures).toEqual(["module"]);
    const unread = judged("ecmAirflow", [...fed, ...open]);
    expect(unread.decided).toBeNull();
    expect(unread.next?.slots).toEqual(["behindLimiter"]);
  });
  it("one tap that does not start it, while the others do: the module", () => {
    expect(found("ecm", [said("taps", "someDead"), said("taps", "someDead")], "lowAirflow")).toEqual([
      "oneTap",
      "module",
    ]);
  });
  it("tap by tap says which: none without a wire counts, and one that runs on is worst", () => {
    const tap = (...words: readonly string[]) =>
      powerCheck
        .answer(
          job(
            words.map((word, i) => said(`tap.${i + 1}`, word)),
            { motor: motor("ecm") },
          ),
          0,
        )
        .findings.map(({ likelihood, sentence }) => [Object.keys(likelihood).join(), sentence]);
    expect(tap()).toEqual([]);
    expect(tap("unused", "unused")).toEqual([]);
    const rest = ["unused", "unused", "unused"] as const;
    expect(tap("starts", "starts", ...rest)).toEqual([["allAnswer", "Taps 1, 2: each starts and stops it"]]);
    expect(tap("starts", "dead", "starts")).toEqual([["someDead", "Tap 2: no start, while others start it"]]);
    expect(tap("dead", "dead", ...rest)).toEqual([["noneAnswer", "Taps 1, 2: none starts it"]]);
    expect(tap("starts", "stays", "dead")).toEqual([["keepsRunning", "Tap 2: it runs on once taken away"]]);
    // What was not tried passes for nothing: the others may be dead, or alive.
    expect(tap("starts")).toEqual([]);
    expect(tap("dead")).toEqual([["noneAnswer,someDead", "Tap 1: does not start it; not all are tried"]]);
    // Said of all together before: the single ones are believed.
    const both = powerCheck.answer(
      job([said("taps", "allAnswer"), said("tap.3", "dead")], { motor: motor("ecm") }),
      0,
    );
    expect(both.findings.map(({ likelihood }) => Object.keys(likelihood))).toEqual([
      ["noneAnswer", "someDead"],
    ]);
  });
  it("rocks and never starts, with three equal pairs: half of a bridge", () => {
    expect(found("ecm", [said("rocks", "keepsRocking"), said("turns", "givesUp")], "twitches")).toEqual([
      "halfBridge",
      "module",
    ]);
    const open = [...lookedAndTurned(), ...frameOpen(), ...pairs(["OL", "12.1", "OL"], BASIC, "0.2")];
    const verdict = judged(
      "ecm",
      [volts("mains", 231), volts("v24.motor", 26.5), said("rocks", "keepsRocking"), ...open],
      "twitches",
    );
    expect(verdict.action?.cures).toEqual(["section"]);
  });
  it("hunts: the air while it is steady in free air, the module where it hunts there too", () => {
    const hunts = said("turns", "hunts");
    const steady = [hunts, said("freeAir", "steady"), choice("air", "airPath", "restricted")];
    expect(found("ecmAirflow", steady, "hunting")).toEqual(["airflow", "air"]);
    const free = [hunts, said("freeAir", "hunts"), choice("air", "airPath", "free")];
    expect(found("ecmAirflow", free, "hunting")).toEqual(["hunting", "module"]);
  });
  it("is tried in free air only once it hunted", () => {
    const asks = (...readings: readonly Reading[]) =>
      answersAsked(job(readings, { motor: motor("ecmAirflow") }), 0).includes("freeAir");
    expect([asks(), asks(said("turns", "runs")), asks(said("turns", "hunts"))]).toEqual([false, false, true]);
  });
  it("at another speed than is called: the switches before anything else", () => {
    expect(
      found(
        "ecmAirflow",
        [said("turns", "wrongSpeed"), choice("module", "switches", "differ")],
        "lowAirflow",
      ),
    ).toEqual(["switches", "switches"]);
  });
});

describe("a blower in one piece", () => {
  const whole = { ...motor("ecm"), onePiece: true } as const;
  const readings = [
    volts("mains", 231),
    volts("v24.motor", 26.5),
    said("taps", "noneAnswer"),
    said("taps", "noneAnswer"),
    ...lookedAndTurned(),
  ];
  const verdict = (motorIs: typeof whole | ReturnType<typeof motor>) =>
    assessJob(job(readings, { motor: motorIs, complaint: "noRun" }));
  it("ends in the motor, whatever of it failed, and asks for no ohms and no opening", () => {
    const { decided, action, proposals } = verdict(whole);
    expect([decided, action?.cures]).toEqual(["replaceMotor", ["motor"]]);
    const asked = proposals.flatMap(({ check, slots }) => [check, ...slots]);
    for (const never of ["winding", "frame", "insulation", "backemf", "moduleLook", "shortDrag"])
      expect(asked, never).not.toContain(never);
  });
  it("is no other than its kind where it comes apart", () => {
    expect(verdict(motor("ecm")).action?.cures).toEqual(["module"]);
  });
  it("is a thing of the kinds that come apart alone", () => {
    expect(deadSlotsOf(whole)).not.toContain("moduleLook");
    expect(deadSlotsOf(motor("ecm"))).toContain("moduleLook");
    expect(isOnePiece({ family: "hub", onePiece: true })).toBe(false);
    expect(isOnePiece({ family: "ecm", onePiece: true })).toBe(true);
    expect(comesApart({ family: "ecm" })).toBe(true);
    expect(curesFor("bearing", { family: "ecm", onePiece: true })).toEqual(["motor"]);
    expect(curesFor("harness", { family: "ecm", onePiece: true })).toEqual(["harness"]);
  });
});

describe("mains on both sides", () => {
  const asked = (...readings: readonly Reading[]) =>
    answersAsked(job(readings, { motor: motor("ecm") }), 0).includes("entry");
  it("are read where they enter the machine once they are not right at the motor, and not before", () => {
    expect([
      asked(),
      asked(volts("mains", 231)),
      asked(volts("mains", 0)),
      asked(volts("mains", 190)),
    ]).toEqual([false, false, true, true]);
    expect(answersAsked(job([volts("mains", 0)], { motor: motor("miniSplit") }), 0)).not.toContain("entry");
  });
  it.each([
    ["there", "mainsCut"],
    ["missing", "mainsDead"],
  ])("dead at the motor and %s where they enter: %s", (word, fault) => {
    expect(judged("ecm", [volts("mains", 0.4), said("entry", word)]).faults[0]!.fault).toBe(fault);
  });
});

describe("the proof of what was asked in a row", () => {
  const proof = (family: Family, before: readonly Reading[], after: readonly Reading[], cure: string) =>
    proofOf(
      job([...before, ...after], {
        motor: motor(family),
        decisions: [{ ...DECISION, cures: [cure] }],
        repairs: [REPAIR],
      }),
    ).lines.map(({ variable, state }) => [variable, state]);
  const hunted = [said("turns", "hunts"), said("freeAir", "hunts")];

  it("follows the first of it: what no longer hunts is not tried in free air", () => {
    expect(proof("ecmAirflow", hunted, [choice("power", "turns", "runs", 1)], "module")).toEqual([
      ["turnsWhenFed", "cured"],
      ["freeAir", "cured"],
    ]);
    expect(proof("ecmAirflow", hunted, [], "module")).toEqual([
      ["turnsWhenFed", "notRepeated"],
      ["freeAir", "notRepeated"],
    ]);
    expect(proof("ecmAirflow", hunted, [choice("power", "turns", "hunts", 1)], "module")).toContainEqual([
      "freeAir",
      "notRepeated",
    ]);
  });
  it("and mains that are right at the motor are not read where they enter", () => {
    const right = { ...volts("mains", 231), epoch: 1 };
    expect(proof("ecm", [volts("mains", 0), said("entry", "missing")], [right], "supply")).toEqual([
      ["mains", "cured"],
      ["mainsEntry", "cured"],
    ]);
  });
  it("is not made by one tap of several", () => {
    const dead = ["dead", "dead", "unused", "unused", "unused"].map((word, i) => said(`tap.${i + 1}`, word));
    expect(proof("ecm", dead, [choice("power", "tap.1", "starts", 1)], "module")).toEqual([
      ["taps", "notRepeated"],
    ]);
  });
});

describe("the link of two units", () => {
  it.each(["miniSplit", "miniSplitDriver"] as const)(
    "%s: that is dead, and moves no more, is cut",
    (family) => {
      const silent = [
        volts("mains", 231),
        volts("link", 0.4),
        said("linkMoves", "still"),
        said("turns", "silent"),
      ];
      const verdict = judged(family, [...silent, said("called", "shown")], "errorCode");
      expect(verdict.faults[0]!.fault).toBe("linkCut");
      expect(verdict.action?.cures).toEqual(["harness"]);
    },
  );
  it("that stands still is doubted, whatever it reads", () => {
    const cut = (moves: string) =>
      judged("miniSplit", [volts("mains", 231), volts("link", 48), said("linkMoves", moves)]).faults.find(
        ({ fault }) => fault === "linkCut",
      )!.probability;
    expect(cut("still")).toBeGreaterThan(5 * cut("moves"));
  });
  it("that moves at a low figure is alive: no steady value is asked for", () => {
    const { findings } = powerCheck.answer(
      job([volts("link", 8), said("linkMoves", "moves")], { motor: motor("miniSplit") }),
      0,
    );
    expect(findings.map(({ departs }) => departs)).toEqual([false, false]);
  });
});
