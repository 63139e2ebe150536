import { describe, expect, it } from "vitest";
import { assessJob } from "#core/judge";
import type { Complaint, Family, Reading } from "#core/record";
import {
  choice,
  frameOpen,
  HUB,
  job,
  leftOut,
  lookedAndTurned,
  measured,
  pairs,
  BASIC,
} from "../../../tests/jobs.ts";
import { buildReport } from "../../report/index.ts";
import { airCheck } from "../air/index.ts";
import { answersAsked, lostOn, POWER_SLOTS, powerCheck } from "./index.ts";
import { moduleCheck } from "../module/index.ts";
import { schemeOfFamily } from "../../families/index.ts";

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
const of = (verdict: ReturnType<typeof judged>, id: string) =>
  verdict.faults.find(({ fault }) => fault === id)!.probability;
const BODY = [...lookedAndTurned(), ...frameOpen(), ...pairs(["12.0", "12.1", "12.0"], BASIC, "0.2")];

describe("where a voltage is lost, there is the fault (common practice)", () => {
  const WAY = ["v24.transformer", "v24.limit", "v24.call", "v24.board", "v24.motor"] as const;
  it.each([
    [0, "transformer"],
    [1, "limitOpen"],
    [2, "noCall"],
    [3, "board"],
    [4, "harness"],
  ] as const)("lost at point %i of the way of the call: %s", (lost, fault) => {
    const once = [volts("mains", 231), ...WAY.map((slot, i) => volts(slot, i < lost ? 26.5 : 0))];
    // A probe misses a pin: what one reading carries is read twice, and a lost wire is looked for.
    const wires =
      fault === "harness"
        ? [choice("module", "harness", "broken"), choice("module", "harness", "broken")]
        : [];
    const readings = [...once, ...once, ...wires];
    for (const family of ["ecm", "ecmAirflow"] as const) {
      const verdict = judged(family, readings);
      expect(verdict.faults[0]!.fault, family).toBe(fault);
      expect(verdict.decided, family).toBe(fault === "harness" ? "repair" : "notMotor");
    }
  });

  it("is looked for at the plug before a driver is condemned: motor supply and low supply (common practice)", () => {
    const silent = [
      ...[volts("mains", 231), volts("driver.command", 3.4), volts("driver.feedback", 0.1)],
      ...[said("turns", "silent"), said("turns", "silent"), ...lookedAndTurned()],
    ];
    const asked = (readings: readonly Reading[], family: Family = "miniSplitDriver") => {
      const { decided, next, reason } = judged(family, readings);
      return { decided, slots: next?.slots, reason };
    };
    expect(asked(silent)).toMatchObject({
      decided: null,
      slots: ["driver.supply"],
      reason: expect.stringMatching(
        /^Most likely: replace the motor\. \d+ % sure; \d+ % needed\. First: motor supply: /u,
      ) as string,
    });
    const supplied = [...silent, volts("driver.supply", 318)];
    expect(asked(supplied)).toMatchObject({ decided: null, slots: ["driver.fifteen"] });
    // Its answer comes through the same cable: every wire of it is looked at last.
    const fed = [...supplied, volts("driver.fifteen", 15.1)];
    expect(asked(fed)).toMatchObject({ decided: null, slots: ["harness"] });
    expect(asked([...fed, choice("module", "harness", "whole")]).decided).toBe("replaceMotor");
    // Its low supply missing, it is the board and not the motor.
    const unfed = judged("miniSplitDriver", [
      ...supplied,
      volts("driver.fifteen", 0),
      volts("driver.fifteen", 0),
    ]);
    expect(of(unfed, "board")).toBeGreaterThan(of(unfed, "module"));
    expect(unfed.decided).not.toBe("replaceMotor");
    // A fan can pull it down: the board waits for the reading without it, which turns the verdict round.
    const missing = [
      ...silent,
      volts("driver.supply", 0),
      volts("driver.supply", 0),
      volts("driver.fifteen", 0),
    ];
    const called = [...missing, said("called", "shown"), said("called", "shown")];
    const fan = { ...motor("miniSplitDriver"), consequence: "nuisance" as const };
    expect(assessJob(job(called, { motor: fan, complaint: "noRun" }))).toMatchObject({
      decided: null,
      next: {
        slots: ["unplugged"],
        first: expect.stringMatching(/pull its supply down/u) as string,
      },
    });
    const without = (word: string) =>
      judged("miniSplitDriver", [
        ...[...supplied, volts("driver.fifteen", 0), volts("driver.fifteen", 0)],
        ...[said("unplugged", word), said("unplugged", word)],
      ]);
    expect(without("missing").faults[0]!.fault).toBe("board");
    expect(without("back").faults[0]!.fault).toBe("module");
  });

  it("is told as the stretch between the last point that has it and the first that has not", () => {
    const call = schemeOfFamily("ecm")!.ways[1]!;
    const lost = (...read: readonly (readonly [string, number])[]) => {
      const found = lostOn(
        job(
          read.map(([slot, v]) => volts(slot, v)),
          { motor: motor("ecm") },
        ),
        call,
        0,
      );
      return found && [found.after?.name ?? null, found.at.name];
    };
    expect(lost()).toBeNull();
    expect(lost(["v24.transformer", 26], ["v24.board", 26])).toBeNull();
    // What was not read in between stays inside the stretch.
    expect(lost(["v24.transformer", 26], ["v24.board", 0])).toEqual(["Transformer", "Board"]);
    expect(lost(["v24.limit", 0])).toEqual([null, "Limit"]);
    expect(lost(["v24.limit", 0], ["v24.board", 26])).toEqual([null, "Limit"]);
  });

  it("no mains: the supply, and nothing is ordered", () => {
    const verdict = judged("ecmAirflow", [volts("mains", 0), volts("mains", 0)]);
    expect(judged("ecmAirflow", [volts("mains", 0)])).toMatchObject({ decided: null, next: { again: true } });
    expect(verdict).toMatchObject({ decided: "notMotor", action: { cures: ["supply"] } });
  });

  it("mains and call at the motor, no answer to the direct test, windings alike: the module", () => {
    const there = [volts("mains", 243), volts("v24.motor", 26.5), said("direct", "silent")];
    expect(judged("ecmAirflow", there).decided).toBeNull();
    // On one look nothing is ordered; a limiter alone would do for a sixtieth of its price: the module is opened.
    const again = [...there, said("direct", "silent"), ...BODY];
    expect(judged("ecmAirflow", [...there, ...BODY])).toMatchObject({ action: { cures: ["module"] } });
    expect(judged("ecmAirflow", again).next?.slots).toContain("moduleLook");
    const opened = judged("ecmAirflow", [...again, choice("module", "moduleLook", "clean")]);
    expect(opened).toMatchObject({ decided: "replacePart", action: { cures: ["module"] } });
  });

  it("the same with a pair open: the winding section, and no iron", () => {
    const open = [...lookedAndTurned(), ...frameOpen(), ...pairs(["OL", "12.1", "OL"], BASIC, "0.2")];
    const verdict = judged("ecm", [
      volts("mains", 231),
      volts("v24.motor", 26),
      said("taps", "noneAnswer"),
      ...open,
    ]);
    expect(verdict.action?.cures).toEqual(["section"]);
  });

  it("10 V DC absent from an analogue-command motor with mains present: the motor", () => {
    const verdict = judged("ecmSealed", [...lookedAndTurned(), volts("mains", 231), volts("tenVolts", 0)]);
    expect(verdict.faults[0]!.fault).toBe("module");
    expect(verdict.action?.cures).toEqual(["motor"]);
  });

  it("no command: the fault lies before the motor", () => {
    const verdict = judged("ecmSealed", [
      volts("mains", 231),
      volts("tenVolts", 10),
      said("called", "none"),
      said("called", "none"),
      volts("command.out", 0),
      volts("command.out", 0),
      volts("command.in", 0),
    ]);
    expect(verdict).toMatchObject({ decided: "notMotor", action: { cures: ["call"] } });
  });

  it("runs with the tap removed: the module", () => {
    const verdict = judged(
      "ecm",
      [volts("mains", 231), said("taps", "keepsRunning"), said("runsOn", "runsOn")],
      "runsOn",
    );
    expect(verdict.faults[0]!.fault).toBe("stuckOn");
    expect(verdict.action?.cures).toEqual(["module"]);
  });

  it("hunting: airflow first, then the module", () => {
    const first = judged("ecm", [], "hunting");
    expect(of(first, "airflow")).toBeGreaterThan(of(first, "module"));
    const blocked = judged("ecm", [choice("air", "airPath", "restricted")], "hunting");
    expect(blocked.action?.cures).toEqual(["air"]);
    const free = judged("ecm", [choice("air", "airPath", "free")], "hunting");
    expect(of(free, "module")).toBeGreaterThan(of(free, "airflow"));
  });

  it("a brief rocking at the start is normal, one that never ends is not", () => {
    const at = (word: string) =>
      of(judged("ecm", [volts("mains", 231), said("rocks", word)], "twitches"), "limbOpen");
    expect(at("briefly")).toBeLessThan(2 * at("starts"));
    expect(at("keepsRocking")).toBeGreaterThan(5 * at("briefly"));
  });
});

describe("a voltage above its band", () => {
  const HIGH = [31.5, 31.4, 31.6].map((value, i) =>
    volts(["v24.transformer", "v24.limit", "v24.motor"][i]!, value),
  );

  it("is no cut: nothing is lost, and what makes it is suspected (arithmetic)", () => {
    const answer = powerCheck.answer(job(HIGH, { motor: motor("ecm") }), 0);
    expect(
      answer.findings.map(({ sentence, likelihood, departs }) => [sentence, likelihood, departs]),
    ).toEqual([
      ["Transformer 31.5 V: there, above its band", { high: 1 }, true],
      ["Limit 31.4 V: there, above its band", { high: 1 }, true],
      ["Motor plug 31.6 V: there, above its band", { high: 1 }, true],
    ]);
    for (const way of schemeOfFamily("ecm")!.ways)
      expect(lostOn(job(HIGH, { motor: motor("ecm") }), way, 0)).toBeNull();
    const [before, after] = [judged("ecm", []), judged("ecm", HIGH)];
    for (const cut of ["transformer", "limitOpen", "harness", "mainsDead"])
      expect(of(after, cut), cut).toBeLessThan(0.2 * of(before, cut));
    expect(of(after, "mainsOff")).toBeGreaterThan(5 * of(before, "mainsOff"));
  });

  it("and one that just holds hardly clears what is before it: near an edge one looks further", () => {
    const at = (value: number) => of(judged("ecm", [volts("v24.motor", value)]), "mainsOff");
    expect(at(20.9)).toBeGreaterThan(1.5 * at(26));
    expect(at(21.1)).toBeCloseTo(at(26), 6);
    // Near its end is not missing: nobody asks for it again with the fan unplugged.
    const steps = (value: number) =>
      powerCheck
        .answer(job([volts("driver.fifteen", value)], { motor: motor("miniSplitDriver") }), 0)
        .steps.map(({ name }) => name);
    expect(steps(13.6)).not.toContain("unplugged");
    expect(steps(13.4)).toContain("unplugged");
  });
});

describe("a motor in which nothing is wrong", () => {
  const AGREES = [volts("mains", 231), volts("v24.motor", 26.4), ...BODY];
  const AWAY = [said("trouble", "away"), said("trouble", "away")];
  const AWAY_AGAIN = [said("troubleAgain", "away"), said("troubleAgain", "away")];

  it("is told only where the trouble was looked for on two days and did not show", () => {
    const taps = [said("taps", "allAnswer"), choice("air", "airPath", "free")];
    expect(judged("ecm", [...AGREES, ...taps]).decided).toBeNull();
    expect(judged("ecm", [...AGREES, ...taps, ...AWAY]).decided).toBeNull();
    const verdict = judged("ecm", [...AGREES, ...taps, ...AWAY, ...AWAY_AGAIN]);
    expect(verdict).toMatchObject({ decided: "notMotor", headline: "Nothing wrong found" });
    expect(verdict.action!.cures).toEqual([]);
    const told = [...AGREES, ...taps, ...AWAY, ...AWAY_AGAIN];
    const head = { number: 1, takenInAt: "2026-03-02T09:00:00.000Z", closedAt: null };
    expect(buildReport(job(told, { motor: motor("ecm"), complaint: "cutsOut" }), head)).toMatchObject({
      answer: "Nothing wrong found",
      plainWords: expect.stringMatching(/did not show\. If it comes back, look at: a limit/u) as string,
    });
    // A trouble that shows is somewhere.
    const shows = [said("trouble", "shows"), said("trouble", "shows")];
    expect(judged("ecm", [...AGREES, ...taps, ...shows]).action!.cures).not.toEqual([]);
  });

  it("is not condemned on its complaint: a sealed one that has mains and command and was never seen to fail", () => {
    const fan = { ...motor("ecmSealed"), consequence: "nuisance" as const };
    const fed = [volts("mains", 232), volts("command.in", 6.3), choice("air", "airPath", "free")];
    const verdict = assessJob(
      job([...fed, ...lookedAndTurned()], { motor: fan, complaint: "twitches", events: ["surge"] }),
    );
    expect(verdict.action).toMatchObject({ cures: ["motor"] });
    expect(verdict.action!.probability).toBeGreaterThan(0.9);
    expect(verdict.decided).toBeNull();
    expect(verdict.reason).toMatch(/First: called: how it behaves/u);
    expect(verdict.next).not.toBeNull();
  });
});

describe("a reading that cannot be made here", () => {
  const SILENT = [
    volts("mains", 231),
    choice("power", "called", "shown"),
    volts("command.out", 6),
    volts("command.in", 6),
    ...lookedAndTurned(),
  ];
  const sealed = (...more: readonly Reading[]) => judged("ecmSealed", [...SILENT, ...more], "cutsOut");

  it("is left out by itself: the next one is asked for, and its check goes on", () => {
    const asked = sealed().proposals.find(({ alone }) => alone === "sister")!;
    expect(asked).toMatchObject({ check: "power", slots: ["sister"] });
    const after = sealed(leftOut("power", "sister", "none here", asked.title));
    expect(after.proposals.map(({ alone }) => alone)).not.toContain("sister");
    expect(after.proposals.some(({ check }) => check === "power")).toBe(true);
    expect(after.plan.find(({ check }) => check === "power")!.state).toBe("agrees");
  });

  it("says nothing of the motor and begins no check", () => {
    const left = leftOut("power", "sister", "none here");
    const chances = (...more: readonly Reading[]) =>
      sealed(...more).faults.map(({ probability }) => probability);
    expect(chances(left)).toEqual(chances());
    for (const check of ["power", "module", "hall", "backemf"] as const) {
      const one = leftOut(check, "sister", "none here");
      const { plan } = assessJob(
        job([one], { motor: check === "hall" || check === "backemf" ? HUB : motor("ecmSealed") }),
      );
      expect(plan.find((line) => line.check === check)!.state, check).toBe("toDo");
    }
  });

  it("stands in the report with its reason, until it was made after all", () => {
    const head = { number: 1, takenInAt: "2026-03-02T09:00:00.000Z", closedAt: null };
    const notDone = (...more: readonly Reading[]) =>
      buildReport(
        job([...SILENT, leftOut("power", "sister", "none here"), ...more], { motor: motor("ecmSealed") }),
        head,
      ).notDone;
    const line = "A known-good motor in its place: none here";
    expect(notDone()).toContain(line);
    expect(notDone(said("sister", "goes"))).not.toContain(line);
  });
});

describe("the checks of a motor with its own electronics", () => {
  it("are not for bare motors, and their plugs' ohms not for those that carry electronics", () => {
    for (const check of [powerCheck, moduleCheck, airCheck]) {
      expect(check.notApplicable(HUB)).not.toBeNull();
      expect(check.notApplicable(motor("ecm"))).toBeNull();
    }
  });

  it("never ask for a live reading in a dead step, nor the reverse, and open live ones by a word on who works", () => {
    for (const [slot, { live, needs }] of Object.entries(POWER_SLOTS)) {
      expect(live, slot).toBe(!["stance", "called", "code", "codeShown"].includes(slot));
      expect(needs.stance, slot).toBe(live ? "ready" : undefined);
    }
    expect(Object.values(moduleCheck.slots).some(({ live }) => live)).toBe(false);
    expect(moduleCheck.gated).toBe(true);
  });

  it("say what each point carries and what departs", () => {
    const answer = powerCheck.answer(
      job([volts("mains", 186), volts("v24.transformer", 26.8), volts("v24.limit", 12)], {
        motor: motor("ecm"),
      }),
      0,
    );
    expect(answer.findings.map(({ sentence, departs }) => [sentence, departs])).toEqual([
      ["Mains 186 V: out of its band", true],
      ["Transformer 26.8 V: there", false],
      ["Limit 12 V: below its band", true],
    ]);
    expect(answer).toMatchObject({ state: "departs", note: "2 depart" });
    expect(answer.steps.map(({ name }) => name)).toEqual([
      "v24.call",
      "v24.board",
      "v24.motor",
      // Mains of 186 V: then the other side.
      "entry",
      "turns",
      "taps",
      "runsOn",
      "rocks",
      "trouble",
    ]);
  });

  it("ask a family only what it can answer", () => {
    const asked = (family: Family) => answersAsked(job([], { motor: motor(family) }), 0);
    expect(asked("ecm")).toEqual(["turns", "taps", "runsOn", "rocks", "trouble"]);
    expect(asked("miniSplit")).toEqual([
      ...["called", "turns", "linkMoves", "runsOn", "rocks", "sister", "trouble", "code"],
    ]);
  });

  it.each([
    ["sister", "neither", "goes"],
    ["runsOn", "stops", "calledStill"],
    ["trouble", "away", "shows"],
  ])("try what comes and goes on another day, by itself: %s", (slot, nothing, something) => {
    const again = `${slot}Again`;
    const answered = (...readings: readonly Reading[]) =>
      powerCheck.answer(job(readings, { motor: motor("ecmSealed") }), 0);
    const steps = (...readings: readonly Reading[]) => answered(...readings).steps.map(({ name }) => name);
    expect(steps()).not.toContain(again);
    expect(steps(said(slot, nothing))).toContain(again);
    expect(steps(said(slot, something))).not.toContain(again);
    const both = answered(said(slot, nothing), said(again, something)).findings;
    expect(both.map(({ departs }) => departs)).toEqual([false, true]);
    // Put right later: what followed from the first answer is believed no longer.
    expect(
      answered(said(slot, nothing), said(again, something), said(slot, something)).findings,
    ).toHaveLength(1);
  });

  it("a motor that shows nothing beside a good one, and is the culprit on another day, is one", () => {
    const nothing = [volts("mains", 231), said("sister", "neither")];
    const before = of(judged("ecmSealed", nothing, "cutsOut"), "unseen");
    const { remedies } = judged("ecmSealed", [...nothing, said("sisterAgain", "goes")], "cutsOut");
    expect(
      of(judged("ecmSealed", [...nothing, said("sisterAgain", "goes")], "cutsOut"), "unseen"),
    ).toBeGreaterThan(before);
    expect(remedies.notMotor).toBeLessThan(0.1);
  });

  it("do not tell the same trial twice: what was tried beside a good motor says it better", () => {
    const found = (...readings: readonly Reading[]) =>
      powerCheck
        .answer(job(readings, { motor: motor("ecmSealed") }), 0)
        .findings.map(({ variable }) => variable);
    expect(found(said("trouble", "away"))).toEqual(["trouble"]);
    expect(found(said("trouble", "away"), said("sister", "neither"))).toEqual(["sisterInPlace"]);
    // Of those that are read in halves nobody asks for another one in their place.
    expect(answersAsked(job([said("sister", "neither")], { motor: motor("ecm") }), 0)).toContain("trouble");
  });

  it("ask for the airflow once something was fitted, and take it at its word", () => {
    const verified = choice("air", "verified", "low");
    const after = { ...verified, epoch: 1 };
    const answered = (readings: readonly Reading[], epoch: number) =>
      airCheck.answer(job(readings, { motor: motor("ecm") }), epoch);
    expect(answered([], 0).steps.map(({ name }) => name)).toEqual(["airPath"]);
    expect(answered([], 1).steps.map(({ name }) => name)).toEqual(["airPath", "verified"]);
    expect(answered([after], 1)).toMatchObject({
      state: "departs",
      findings: [{ variable: "airAfter", likelihood: { low: 1 }, departs: true }],
    });
  });

  it("hold the flashes against what is demanded: below 0.85 of it is low, none is none", () => {
    const flash = (counted: number, demanded: number | null) =>
      airCheck
        .answer(
          job(
            [
              measured("air", "flashes", "count", counted),
              ...(demanded === null ? [] : [measured("air", "demanded", "count", demanded)]),
            ],
            { motor: motor("ecmAirflow") },
          ),
          0,
        )
        .findings.map(({ likelihood, sentence }) => [Object.keys(likelihood)[0], sentence]);
    expect(flash(12, 1200)).toEqual([["agrees", "Flashes 1200 CFM where 1200 are demanded"]]);
    expect(flash(10, 1200)).toEqual([["low", "Flashes 1000 CFM where 1200 are demanded: too little"]]);
    expect(flash(0, null)).toEqual([["none", "Its lamp flashes nothing"]]);
    expect(flash(9, null)).toEqual([]);
  });
});
