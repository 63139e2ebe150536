import { describe, expect, it } from "vitest";
import type { Action } from "./action.ts";
import type { Holds } from "./holds.ts";
import { checkOf } from "../measure/index.ts";
import type { FaultBelief, NextCheck } from "./verdict.ts";
import { headlineOf, reasonOf } from "./words.ts";

const NONE: Holds = {
  unproved: false,
  halfDone: undefined,
  setupDoubt: false,
  unread: [],
  unfed: null,
  onOneLook: null,
  unfounded: false,
  uncleared: false,
};
const action = (part: Partial<Action> = {}) =>
  ({ cures: ["bearings"], disposition: "replacePart", probability: 0.95, unsafe: null, ...part }) as Action;
const DOUBT = 0.08;

describe("the reason of a verdict", () => {
  const reason = (holds: Partial<Holds>, what: Action | null = action(), decided = false) =>
    reasonOf({ ...NONE, ...holds }, null, decided, what, DOUBT);
  const look = { title: "Look" } as NextCheck;

  it("is the first thing that holds it open, in their order", () => {
    const all: Holds = {
      unproved: true,
      halfDone: checkOf("winding"),
      setupDoubt: true,
      unread: [checkOf("frame"), checkOf("winding")],
      unfed: { title: "Low supply: at the fan plug" } as NextCheck,
      onOneLook: look,
      unfounded: true,
      uncleared: true,
    };
    expect(reasonOf(all, { ends: "motor", sentence: "Torn." }, false, null, DOUBT)).toBe("Torn.");
    expect(reason(all)).toMatch(/^All pairs open proves nothing/u);
    expect(reason({ ...all, unproved: false })).toBe("Three pairs: half done. Finish it before deciding.");
    const set = { ...all, unproved: false, halfDone: undefined };
    expect(reason(set)).toMatch(/^The test set-up is the likely cause/u);
    const fed = { ...set, setupDoubt: false };
    expect(reason(fed)).toBe("Replace the bearings fits, but first: low supply: at the fan plug.");
    const body = { ...fed, unfed: null };
    expect(reason(body)).toBe("Replace the bearings fits, but first: leads to frame and three pairs.");
    const seen = { ...body, unread: [] };
    expect(reason(seen)).toMatch(/^Replace the bearings fits, and rests on one look:/u);
    expect(reason({ ...seen, onOneLook: null })).toBe(
      "All that was read agrees: nothing is opened or ordered on a complaint alone.",
    );
    const cleared = { ...seen, onOneLook: null, unfounded: false };
    expect(reason(cleared)).toBe(
      "Nothing points at the motor so far, and nothing outside it was seen to fail.",
    );
    expect(reason(cleared, action({ cures: [] }))).toBe(
      "Nothing points at the motor so far; checks are still open.",
    );
  });

  it("is how sure it is and what is asked while that is not enough, whatever else holds", () => {
    const unsure = action({ probability: 0.91 });
    const leads = "Replace the bearings leads with 91 %; 92 % is asked.";
    expect(reason({}, unsure)).toBe(leads);
    expect(reason({ unread: [checkOf("frame")] }, unsure)).toBe(leads);
    expect(reason({ onOneLook: look }, unsure)).toBe(leads);
    expect(reason({ uncleared: true }, unsure)).toBe(leads);
    // Just enough is enough.
    expect(reason({ unread: [checkOf("frame")] }, action({ probability: 0.92 }))).toMatch(
      /but first: leads to frame\./u,
    );
    expect(reason({ onOneLook: look }, action({ probability: 0.92 }))).toMatch(/one look/u);
    expect(reason({ uncleared: true }, action({ probability: 0.92 }))).toMatch(/^Nothing points/u);
  });

  it("of what is sure enough and not done for what it costs or leaves, says just that", () => {
    expect(reason({}, action({ unsafe: "Magnet chipped or loose, 30 % likely, would stay" }))).toBe(
      "Replace the bearings fits, but magnet chipped or loose, 30 % likely, would stay.",
    );
    expect(reason({})).toBe("Replace the bearings: 95 % that it is enough; it may be more than is needed.");
  });

  it("of what is decided says by how much, and of nothing that fits that these checks cannot see it", () => {
    expect(reason({}, action(), true)).toBe("Replace the bearings: 95 % that it is all that is needed.");
    expect(reason({}, action({ cures: [] }), true)).toBe(
      "What was read agrees: 95 % that nothing is to be done.",
    );
    expect(reason({}, null)).toBe("What fits best is something that these checks cannot see.");
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
    headlineOf(decided, fact, done, known, epoch, "hub");

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
    expect(headlineOf("replaceMotor", null, replaced, sealed, 0, "miniSplitDriver")).toBe(
      "Built-in electronics failed",
    );
    // Where a blower comes apart, nothing of it is cured by a whole one alone.
    expect(headlineOf("replaceMotor", null, replaced, sealed, 0, "ecm")).toBe("Replace the motor");
  });

  it("of a sound motor tells one that was repaired from one that never failed", () => {
    const sound = action({ cures: [], disposition: "notMotor" });
    expect(head("notMotor", null, sound, faults, 0)).toBe("Nothing wrong found");
    expect(head("notMotor", null, sound, faults, 1)).toBe("Sound after repair");
    expect(head("notMotor", null, null, faults, 0)).toBe("Not decided yet");
  });
});
