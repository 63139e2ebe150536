import { describe, expect, it } from "vitest";
import { HUB } from "../../tests/jobs.ts";
import type { Action } from "./action.ts";
import type { FaultBelief } from "./verdict.ts";
import type { DecidingNeed } from "./warrant.ts";
import { headlineOf, readText, reasonOf } from "./words.ts";
import type { Verdict } from "./verdict.ts";

const need = (sentence: string, part: Partial<DecidingNeed> = {}): DecidingNeed => ({
  ...{ what: "it", why: sentence, sentence, state: "open", step: null, ableMeter: null },
  ...{ always: false, comes: "asItTells", holds: true },
  ...part,
});
const action = (part: Partial<Action> = {}) =>
  ({ cures: ["bearings"], disposition: "replacePart", probability: 0.95, unsafe: null, ...part }) as Action;
const DOUBT = 0.08;

describe("the reason of a verdict", () => {
  const reason = (needs: readonly DecidingNeed[], what: Action | null = action(), decided = false) =>
    reasonOf(needs, null, decided, what, DOUBT);

  it("is a fact that ends the matter, then what holds it up whatever leads, then what is asked of what leads", () => {
    const all = [need("Frame first."), need("Tips first.", { always: true })];
    expect(reasonOf(all, { ends: "motor", sentence: "Torn." }, false, null, DOUBT)).toBe("Torn.");
    const sure = "Most likely: replace the bearings. 95 % sure; 92 % needed.";
    expect(reason(all)).toBe(`${sure} Tips first.`);
    expect(reason(all, null)).toBe("Tips first.");
    // Nobody is sure that nothing is wrong by readings that are in doubt.
    expect(reason(all, action({ cures: [], probability: 0.99 }))).toBe("Tips first.");
    expect(reason([need("Frame first."), need("Look again.")])).toBe(`${sure} Frame first.`);
    // What is not likely enough yet is not held up by what is asked of it.
    expect(reason([need("Frame first.")], action({ probability: 0.91 }))).toMatch(/91 % sure; 92 % needed/u);
  });

  it("is never what was met, or was left out with a reason", () => {
    const needs = [
      need("Met.", { state: "met", always: true, holds: false }),
      need("Left out.", { state: "leftOut", holds: false }),
    ];
    expect(reason(needs)).toBe(
      "Most likely: replace the bearings. 95 % sure; 92 % needed. It may be more than is needed.",
    );
  });

  it("is how sure it is and what is asked while that is not enough, whatever else holds", () => {
    const unsure = action({ probability: 0.91 });
    const likeliest = "Most likely: replace the bearings. 91 % sure; 92 % needed.";
    expect(reason([], unsure)).toBe(likeliest);
    expect(reason([need("Frame first.")], unsure)).toBe(likeliest);
    // Just enough is enough.
    expect(reason([need("Frame first.")], action({ probability: 0.92 }))).toBe(
      "Most likely: replace the bearings. 92 % sure; 92 % needed. Frame first.",
    );
  });

  it("of what is sure enough and not done for what it costs or leaves, says just that", () => {
    expect(reason([], action({ unsafe: "Magnet chipped or loose, 30 % likely, would stay" }))).toBe(
      "Most likely: replace the bearings. 95 % sure; 92 % needed. But magnet chipped or loose, 30 % likely, would stay.",
    );
    expect(reason([])).toBe(
      "Most likely: replace the bearings. 95 % sure; 92 % needed. It may be more than is needed.",
    );
  });

  it("of what is decided says by how much, and of nothing that fits that these checks cannot see it", () => {
    expect(reason([], action(), true)).toBe("Replace the bearings. 95 % sure; 92 % needed.");
    expect(reason([], action({ cures: [] }), true)).toBe("Nothing is wrong. 95 % sure; 92 % needed.");
    expect(reason([], null)).toBe("What fits best is something that these checks cannot see.");
  });
});

describe("what a sound motor is called sound by", () => {
  const line = (check: string, state: string) =>
    ({ check, state, title: check, stage: "", note: "", minutes: 1 }) as unknown as Verdict["plan"][number];
  const said = (...lines: readonly Verdict["plan"][number][]) => readText(HUB, lines);

  it("is what was read; a meter that cannot tell, a skip and what was not made never count as that", () => {
    expect(
      said(
        line("safety", "agrees"),
        line("mechanical", "agrees"),
        line("feed", "inProgress"),
        line("winding", "cannotTell"),
        line("frame", "skipped"),
        line("backemf", "toDo"),
      ),
    ).toBe("Read: mechanical. Read in part: feed. Read, and cannot tell: winding. Not read: frame, backemf.");
  });

  it("misses nothing that such a motor is not asked for, unless somebody skipped it", () => {
    expect(said(line("mechanical", "agrees"), line("setup", "toDo"))).toBe("Read: mechanical.");
    expect(said(line("setup", "skipped"))).toBe("Not read: setup.");
  });
});

describe("the headline", () => {
  const belief = (fault: FaultBelief["fault"], name: string) => ({ fault, name }) as FaultBelief;
  const faults = [
    belief("waterInside", "Water inside"),
    belief("bearing", "Bearing worn or rusted"),
    belief("magnets", "Magnet chipped or loose"),
  ];
  type Told = Parameters<typeof headlineOf>;
  const head = (...[decided, fact, done, known, epoch]: [Told[0], Told[1], Told[2], Told[3], Told[4]]) =>
    headlineOf(decided, fact, done, known, epoch, { family: "hub" });

  it("names the faults that the action is for, and no other", () => {
    expect(head("replacePart", null, action(), faults, 0)).toBe("Bearing worn or rusted");
    const both = action({ cures: ["bearings", "dryAndSeal"] });
    expect(head("replacePart", null, both, faults, 0)).toBe("Bearing worn or rusted, water inside");
    // A cure without a fault of its own among those that are known says what becomes of the motor.
    expect(head("repair", null, action({ cures: ["hallSensor"] }), faults, 0)).toBe("Repair");
  });

  it("of a hard fact that ends a motor is what becomes of it; one that leaves it as it stands names the fault", () => {
    const ends = { ends: "motor", sentence: "" } as const;
    expect(head("replaceMotor", ends, action({ cures: ["motor"] }), faults, 0)).toBe("Replace the motor");
    const stands = { ends: "asItStands", sentence: "" } as const;
    expect(head("replacePart", stands, action(), faults, 0)).toBe("Bearing worn or rusted");
    expect(head(null, ends, action(), faults, 0)).toBe("Not decided yet");
  });

  it("names what a new motor is for by what cures it in this family: sealed electronics are the motor's", () => {
    const sealed = [belief("module", "Built-in electronics failed"), belief("turnsShorted", "Shorted turns")];
    const replaced = action({ cures: ["motor"] });
    expect(headlineOf("replaceMotor", null, replaced, sealed, 0, { family: "miniSplitDriver" })).toBe(
      "Built-in electronics failed",
    );
    // Where a blower comes apart, nothing of it is cured by a whole one alone.
    expect(headlineOf("replaceMotor", null, replaced, sealed, 0, { family: "ecm" })).toBe(
      "Replace the motor",
    );
  });

  it("of a sound motor tells one that was repaired from one that never failed", () => {
    const sound = action({ cures: [], disposition: "notMotor" });
    expect(head("notMotor", null, sound, faults, 0)).toBe("Nothing wrong found");
    expect(head("notMotor", null, sound, faults, 1)).toBe("Sound after repair");
    expect(head("notMotor", null, null, faults, 0)).toBe("Not decided yet");
  });
});
