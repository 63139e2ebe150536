import { describe, expect, it } from "vitest";
import { assessJob } from "#core/judge";
import {
  choice,
  HUB,
  job,
  lookedAndTurned,
  photographed,
  measured,
  reading,
  seen,
  skipped,
} from "../../../tests/jobs.ts";
import { frameCheck, frameOutcome } from "../frame/index.ts";
import { MECHANICAL_SLOTS, marksShown, mechanicalCheck, TURN } from "./index.ts";

const TURN_CHOICES = Object.keys(MECHANICAL_SLOTS.turn.form.choices);
const PLAY_CHOICES = Object.keys(MECHANICAL_SLOTS.axialPlay.form.choices);
/** Each mark with the variable and outcome it is a departure of. */
const MARKS = [
  { code: "smell", variable: "burnt", outcome: "smell" },
  { code: "dark", variable: "burnt", outcome: "dark" },
  { code: "rust", variable: "damp", outcome: "rust" },
  { code: "scratched", variable: "magnetsSeen", outcome: "scratched" },
  { code: "scored", variable: "magnetsSeen", outcome: "scored" },
  { code: "chipped", variable: "magnetsSeen", outcome: "chipped" },
  { code: "torn", variable: "laminationsSeen", outcome: "torn" },
  { code: "chips", variable: "debrisSeen", outcome: "chips" },
  { code: "taped", variable: "wiresSeen", outcome: "taped" },
  { code: "broken", variable: "wiresSeen", outcome: "broken" },
];

const findings = (...readings: Parameters<typeof job>[0][number][]) =>
  mechanicalCheck.answer(job(readings), 0).findings;
const outcomeOf = (variable: string, ...readings: Parameters<typeof job>[0][number][]) => {
  const found = findings(...readings).find((finding) => finding.variable === variable);
  return (
    found &&
    Object.entries(found.likelihood)
      .filter(([, p]) => p === 1)
      .map(([outcome]) => outcome)
  );
};

describe("turning by hand", () => {
  it.each([
    ["even", "even", false],
    ["smooth", "even", false],
    ["tightSpot", "tightSpot", true],
    ["grinding", "grinding", true],
    ["scraping", "scraping", true],
    ["locked", "locked", true],
  ] as const)("felt %s is the outcome %s", (felt, outcome, departs) => {
    const [finding] = findings(choice("mechanical", "turn", felt));
    expect(finding).toMatchObject({ variable: "turn", departs });
    expect(finding?.likelihood).toEqual({ [outcome]: 1 });
  });

  it("has words in the model for every outcome it gives", () => {
    for (const felt of TURN_CHOICES)
      for (const outcome of outcomeOf("turn", choice("mechanical", "turn", felt)) ?? [])
        expect(TURN.outcomes, felt).toContain(outcome);
  });

  it("stiff leaves two outcomes open until it was turned unplugged (common practice: the short is in the electronics)", () => {
    const stiff = choice("mechanical", "turn", "stiff");
    expect(outcomeOf("turn", stiff)).toEqual(["stiff", "stiffPluggedOnly"]);
    expect(outcomeOf("turn", stiff, choice("mechanical", "turnUnplugged", "free"))).toEqual([
      "stiffPluggedOnly",
    ]);
    expect(outcomeOf("turn", stiff, choice("mechanical", "turnUnplugged", "stillStiff"))).toEqual(["stiff"]);
  });

  it("counts the sound of marbles or a scrape as felt, though it turns evenly", () => {
    const even = choice("mechanical", "turn", "even");
    expect(outcomeOf("turn", even, choice("mechanical", "noise", "marbles"))).toEqual(["grinding"]);
    expect(outcomeOf("turn", even, choice("mechanical", "noise", "scrape"))).toEqual(["scraping"]);
    expect(outcomeOf("turn", even, choice("mechanical", "noise", "quiet"))).toEqual(["even"]);
  });
});

describe("play", () => {
  it("is the worst that was felt in any direction", () => {
    const at = (axial: string, rocked: string, turned: string) =>
      outcomeOf(
        "play",
        choice("mechanical", "axialPlay", axial),
        choice("mechanical", "radialPlay0", rocked),
        choice("mechanical", "radialPlay90", turned),
      );
    for (const worst of PLAY_CHOICES) {
      expect(at(worst, "none", "none")).toEqual([worst]);
      expect(at("none", "none", worst)).toEqual([worst]);
    }
    expect(at("slight", "clear", "none")).toEqual(["clear"]);
  });

  it("departs only when clear: wave washers give a little", () => {
    expect(findings(choice("mechanical", "axialPlay", "slight"))[0]?.departs).toBe(false);
    expect(findings(choice("mechanical", "axialPlay", "clear"))[0]?.departs).toBe(true);
  });
});

describe("what was seen", () => {
  it.each(MARKS)("$code is a departure of $variable", ({ code, variable, outcome }) => {
    expect(outcomeOf(variable, choice("mechanical", "sight", "opened"), seen([code]))).toEqual([outcome]);
  });

  it("takes the graver of two marks of one thing", () => {
    expect(outcomeOf("burnt", seen(["smell", "dark"]))).toEqual(["dark"]);
    expect(outcomeOf("magnetsSeen", seen(["chipped", "scratched"]))).toEqual(["chipped"]);
  });

  it("from outside says nothing of magnets, laminations and gap", () => {
    const outside = findings(choice("mechanical", "sight", "outside"), seen([])).map(
      ({ variable }) => variable,
    );
    expect(outside).toEqual(["damp", "wiresSeen"]);
    const opened = findings(choice("mechanical", "sight", "opened"), seen([])).map(
      ({ variable }) => variable,
    );
    expect(opened).toEqual(expect.arrayContaining(["burnt", "magnetsSeen", "laminationsSeen", "debrisSeen"]));
  });

  it("is shown once it was photographed in the same epoch, and not before", () => {
    expect(marksShown(job([seen(["torn", "chipped"]), photographed()]), 0)).toEqual(["torn", "chipped"]);
    expect(marksShown(job([seen(["torn"])]), 0)).toEqual([]);
    expect(marksShown(job([seen(["torn"]), photographed(1)]), 0)).toEqual([]);
    expect(marksShown(job([photographed()]), 0)).toEqual([]);
  });
});

describe("the check as a whole", () => {
  it("is to do, in progress, agreeing, departing or skipped", () => {
    const state = (...readings: Parameters<typeof job>[0][number][]) =>
      mechanicalCheck.answer(job(readings), 0).state;
    expect(state()).toBe("toDo");
    expect(state(choice("mechanical", "axialPlay", "none"))).toBe("inProgress");
    expect(state(...lookedAndTurned())).toBe("agrees");
    expect(state(...lookedAndTurned(), choice("mechanical", "noise", "scrape"))).toBe("departs");
    expect(state(skipped("mechanical", "still bolted in"))).toBe("skipped");
  });

  it("is half done until it was turned and looked at; after a repair it is turned again", () => {
    const turned = (epoch = 0) => choice("mechanical", "turn", "even", epoch);
    const looked = choice("mechanical", "sight", "outside");
    const state = (readings: Parameters<typeof job>[0], epoch = 0) =>
      mechanicalCheck.answer(job(readings), epoch).state;
    expect(state([turned(), choice("mechanical", "axialPlay", "none")])).toBe("inProgress");
    expect(state([turned(), looked])).toBe("agrees");
    // Who says that none of the marks is there has looked.
    expect(state([turned(), seen([])])).toBe("agrees");
    expect(state([choice("mechanical", "turn", "grinding")])).toBe("departs");
    expect(state([turned(), looked, turned(1)], 1)).toBe("agrees");
    expect(state([turned(), turned(1)], 1)).toBe("inProgress");
  });

  it("notes the turn, the beginning, or the reason for skipping", () => {
    const note = (...readings: Parameters<typeof job>[0][number][]) =>
      mechanicalCheck.answer(job(readings), 0).note;
    expect(note(...lookedAndTurned())).toBe("even");
    expect(note(choice("mechanical", "axialPlay", "none"))).toBe("begun");
    expect(note(skipped("mechanical", "still bolted in"))).toBe("still bolted in");
    // A mark that departs is not noted as even.
    expect(note(...lookedAndTurned(), seen(["taped"]))).toBe("wires taped or chafed");
    expect(note(...lookedAndTurned(), seen(["taped", "rust"]))).toBe("2 depart");
    expect(note(choice("mechanical", "turn", "grinding"))).toBe("grinds");
    expect(note(...lookedAndTurned(), choice("mechanical", "shortDrag", "oneDiffers"))).toBe("drags oddly");
    expect(note()).toBe("");
  });

  it("offers only what is not known yet", () => {
    const steps = (...readings: Parameters<typeof job>[0]) =>
      Object.fromEntries(
        mechanicalCheck.answer(job(readings), 0).steps.map(({ name, variables }) => [name, variables]),
      );
    expect(steps()).toEqual({ look: ["turn", "play", "damp", "wiresSeen"] });
    expect(steps(choice("mechanical", "turn", "even"))["look"]).toEqual(["play", "damp", "wiresSeen"]);
    expect(steps(...lookedAndTurned())).toEqual({
      open: ["laminationsSeen", "magnetsSeen", "debrisSeen", "waterSeen", "burnt"],
      drag: ["shortDrag"],
      coast: ["coastDown"],
    });
    expect(steps(choice("mechanical", "turn", "stiff"))["unplug"]).toEqual(["turn"]);
    expect(
      steps(choice("mechanical", "turn", "stiff"), choice("mechanical", "turnUnplugged", "free")),
    ).not.toHaveProperty("unplug");
    const opened = [...lookedAndTurned(), choice("mechanical", "sight", "opened")];
    expect(steps(...opened)).not.toHaveProperty("open");
  });

  it("counts a choice once, by the last one made", () => {
    const first = choice("mechanical", "turn", "grinding");
    const corrected = reading({
      check: "mechanical",
      slot: "turn",
      value: { kind: "choice", choice: "even" },
      supersedes: first.id,
    });
    expect(outcomeOf("turn", first, corrected)).toEqual(["even"]);
  });
});

describe("leads to frame", () => {
  const lead = (slot: "A" | "B" | "C", ohms: number | "open") =>
    reading({ check: "frame", slot, value: ohms === "open" ? { kind: "open" } : { kind: "ohms", ohms } });

  it("sort the lowest lead: clear, high, leaking, touching", () => {
    expect(frameOutcome("open")).toBe("clear");
    expect(frameOutcome(5e6)).toBe("high");
    expect(frameOutcome(2e5)).toBe("leaking");
    expect(frameOutcome(12)).toBe("touching");
    expect(frameOutcome(0)).toBe("touching");
  });

  it("name the lead nearest to the fault", () => {
    const [finding] = frameCheck.answer(job([lead("A", 40), lead("B", 12), lead("C", 44)]), 0).findings;
    expect(finding?.sentence).toBe("Lead B reads 12 Ω to frame; open was expected");
    expect(finding?.departs).toBe(true);
  });

  it("agree only when all three are open, and say how many are read", () => {
    const some = job([lead("A", "open"), lead("B", "open")]);
    const all = job([lead("A", "open"), lead("B", "open"), lead("C", "open")]);
    expect(frameCheck.answer(some, 0).state).toBe("inProgress");
    expect(frameCheck.answer(some, 0).note).toBe("2/3");
    expect(frameCheck.answer(all, 0).state).toBe("agrees");
    expect(frameCheck.answer(all, 0).note).toBe("open");
    expect(frameCheck.answer(all, 0).findings[0]?.sentence).toBe("All leads open to frame");
    expect(frameCheck.answer(all, 0).steps).toEqual([]);
    expect(frameCheck.answer(all, 0).made.map(({ name }) => name)).toEqual(["leads"]);
  });

  it("are not applicable where the plug carries electronics", () => {
    expect(frameCheck.notApplicable(job([], { motor: { ...HUB, family: "ecmSealed" } }).motor)).toMatch(
      /not applicable/u,
    );
    expect(frameCheck.notApplicable(job([]).motor)).toBeNull();
  });
});

describe("without a meter", () => {
  it.each([
    ["equal", false],
    ["oneDiffers", true],
    ["noneDrags", true],
    ["dragsUnbridged", true],
  ] as const)("bridged pairs that drag %s are kept as such", (drag, departs) => {
    expect(findings(choice("mechanical", "shortDrag", drag))).toMatchObject([
      { variable: "shortDrag", departs },
    ]);
  });

  it("a drag of no pair speaks for an open star joint (common practice: three equal drags are sound)", () => {
    const joint = (drag: string) =>
      assessJob(job([choice("mechanical", "shortDrag", drag)])).faults.find(
        ({ fault }) => fault === "starJointOpen",
      )!.probability;
    expect(joint("noneDrags")).toBeGreaterThan(5 * joint("equal"));
  });

  it("coast-down is held against a sister's, seven tenths of it at least", () => {
    const coast = (own: number, sister?: number) =>
      findings(
        measured("mechanical", "coastDown", "seconds", own),
        ...(sister === undefined ? [] : [measured("mechanical", "coastDown.sister", "seconds", sister)]),
      );
    expect(coast(8, 9)).toMatchObject([{ variable: "coastDown", departs: false }]);
    expect(coast(3, 9)).toMatchObject([{ variable: "coastDown", departs: true }]);
    expect(coast(3)).toEqual([]);
  });
});
