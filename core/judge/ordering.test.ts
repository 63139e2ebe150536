import { describe, expect, it } from "vitest";
import type { Family } from "#core/record";
import { choice, DECISION, HUB, job } from "../../tests/jobs.ts";
import { askedBeforeOrdering, notOrderable } from "./index.ts";
import { orderedBy } from "./ordering.ts";

const decided = (family: Family, cures: readonly string[], ...said: readonly (readonly [string, string])[]) =>
  job(
    said.map(([slot, word]) => choice("module", slot, word)),
    {
      motor: { ...HUB, family },
      decisions: [{ ...DECISION, disposition: "replacePart", cures }],
    },
  );

describe("before anything is ordered for a motor with its own electronics", () => {
  it("it is asked what killed it, and of a module whether it is programmed for this model", () => {
    expect(notOrderable(decided("ecm", ["module"]))).toMatch(/what killed it/u);
    expect(notOrderable(decided("ecm", ["module"], ["killer", "air"]))).toMatch(/which kind is fitted/u);
    expect(
      notOrderable(decided("ecm", ["module"], ["killer", "age"], ["programmed", "thisModel"])),
    ).toBeNull();
    expect(askedBeforeOrdering(decided("ecm", ["section"]))).toEqual(["killer"]);
    expect(notOrderable(decided("ecmSealed", ["motor"]))).toMatch(/what killed it/u);
    expect(notOrderable(decided("ecmSealed", ["motor"], ["killer", "mains"]))).toBeNull();
  });
  it("nothing is asked of a bare motor, nor of what lies outside the blower", () => {
    expect(notOrderable(decided("hub", ["motor"]))).toBeNull();
    expect(notOrderable(decided("ecm", ["harness"]))).toBeNull();
    expect(notOrderable({ ...decided("ecm", []), decisions: [] })).toBeNull();
  });
});

describe("what an action orders that can be blamed wrongly", () => {
  const module = (probability: number) => [{ fault: "module" as const, probability }];

  it("is a board, bearings, or a motor for its electronics; of two what is not opened last", () => {
    expect(orderedBy({ cures: ["board"] }, [])).toEqual({ order: "controlBoard", opensLast: false });
    expect(orderedBy({ cures: ["bearings"] }, [])).toEqual({ order: "newBearings", opensLast: true });
    expect(orderedBy({ cures: ["bearings", "board"] }, [])?.order).toBe("controlBoard");
    expect(orderedBy({ cures: ["module"] }, module(0.5))?.order).toBe("ownElectronics");
  });

  it("is nothing where its electronics are not condemned, or nothing of the motor is touched", () => {
    expect(orderedBy({ cures: ["module"] }, module(0.49))).toBeNull();
    expect(orderedBy({ cures: ["call"] }, module(0.9))).toBeNull();
    expect(orderedBy({ cures: [] }, [])).toBeNull();
  });
});
