import { describe, expect, it } from "vitest";
import type { Family } from "#core/record";
import { choice, DECISION, HUB, job } from "../../tests/jobs.ts";
import { notOrderable, orderingNeeds } from "./index.ts";

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
    expect(orderingNeeds(decided("ecm", ["section"]))).toMatchObject([
      { slot: "killer", state: "open", step: { check: "module", slots: ["killer"] } },
    ]);
    expect(orderingNeeds(decided("ecm", ["section"], ["killer", "air"]))).toMatchObject([
      { slot: "killer", state: "met", step: null },
    ]);
    expect(notOrderable(decided("ecmSealed", ["motor"]))).toMatch(/what killed it/u);
    expect(notOrderable(decided("ecmSealed", ["motor"], ["killer", "mains"]))).toBeNull();
  });
  it("nothing is asked of a bare motor, nor of what lies outside the blower", () => {
    expect(notOrderable(decided("hub", ["motor"]))).toBeNull();
    expect(notOrderable(decided("ecm", ["harness"]))).toBeNull();
    expect(notOrderable({ ...decided("ecm", []), decisions: [] })).toBeNull();
  });
});
