import { describe, expect, it } from "vitest";
import { FAMILIES } from "#core/record";
import { FAULT_IN_PLAIN_WORDS } from "../report/index.ts";
import { CHECKS } from "../assess/index.ts";
import { REPAIR_PLANS } from "../decision/index.ts";
import {
  COMPLAINT_ODDS,
  EVENT_ODDS,
  infer,
  MODEL,
  modelFor,
  outcomeModel,
  type Circumstances,
  type Finding,
} from "./index.ts";

const TRACTION: Circumstances = {
  family: "traction",
  connection: "star",
  tipsProven: true,
  oddsFactors: {},
  complained: true,
};

const certain = (variable: string, outcome: string): Finding => ({
  variable,
  likelihood: { [outcome]: 1 },
  sentence: "",
  departs: true,
  place: null,
});

describe("the catalogue", () => {
  it("names each fault, variable and outcome once", () => {
    const once = (names: readonly string[]) => expect(new Set(names).size).toBe(names.length);
    once(MODEL.faults.map(({ id }) => id));
    once(MODEL.variables.map(({ id }) => id));
    for (const { outcomes } of MODEL.variables) once(outcomes);
  });

  it("has words for every outcome, and a leak that leaves the ordinary one likely", () => {
    for (const variable of MODEL.variables) {
      for (const outcome of variable.outcomes)
        expect(variable.words[outcome], `${variable.id} ${outcome}`).toBeTruthy();
      const leak = Object.values(variable.leak).reduce((sum, p) => sum + p, 0);
      expect(leak, variable.id).toBeLessThan(0.2);
      for (const outcome of Object.keys(variable.leak)) expect(variable.outcomes).toContain(outcome);
    }
  });

  it("gives each variable to a check that exists, and each fault plain words for a customer", () => {
    for (const { check, id } of MODEL.variables)
      expect(
        CHECKS.map((one) => one.id),
        id,
      ).toContain(check);
    for (const { id } of MODEL.faults) expect(FAULT_IN_PLAIN_WORDS[id], id).toBeTruthy();
  });

  it("names in odds and plans only faults that exist", () => {
    const ids = MODEL.faults.map(({ id }) => id);
    for (const odds of [...Object.values(COMPLAINT_ODDS), ...Object.values(EVENT_ODDS)])
      for (const fault of Object.keys(odds)) expect(ids).toContain(fault);
    for (const { cures, id } of REPAIR_PLANS) for (const fault of cures) expect(ids, id).toContain(fault);
  });

  it("has a plan for each fault that asks for work", () => {
    for (const { id, disposition } of MODEL.faults)
      if (disposition && disposition !== "notMotor" && disposition !== "undecided")
        expect(
          REPAIR_PLANS.some(
            ({ cures, dispositions }) => cures.includes(id) && dispositions.includes(disposition),
          ),
          id,
        ).toBe(true);
  });

  it("keeps for each family only what it can have", () => {
    for (const family of FAMILIES) {
      const ids = modelFor({ family, connection: "delta" }).faults.map(({ id }) => id);
      expect(ids).not.toContain("starJointOpen");
      expect(ids.includes("hallSensor"), family).toBe(["hobby", "hub", "traction"].includes(family));
      expect(ids.includes("resolver"), family).toBe(family === "traction");
    }
    expect(modelFor(TRACTION)).toBe(modelFor({ ...TRACTION }));
  });
});

describe("what a fault shows", () => {
  const model = modelFor(TRACTION);
  const telling = MODEL.rows.filter(
    ({ fault, variable, when, outcomes }) =>
      (!when?.connection || when.connection === "star") &&
      model.faults.some(({ id }) => id === fault) &&
      MODEL.variables.some(({ id }) => id === variable) &&
      Math.max(...Object.values(outcomes)) >= 0.5,
  );

  it.each(telling.map((row) => [row.fault, row.variable, row] as const))(
    "%s speaks for itself in %s",
    (fault, variable, row) => {
      const [outcome] = Object.entries(row.outcomes).sort((a, b) => b[1] - a[1])[0]!;
      const index = model.faults.findIndex(({ id }) => id === fault);
      const before = infer(model, TRACTION, []).marginals[index]!;
      const after = infer(model, TRACTION, [certain(variable, outcome)]).marginals[index]!;
      expect(after).toBeGreaterThan(before);
    },
  );

  it("is hidden where another fault dominates: an open star joint, not the turns, rules the volts", () => {
    const spun = MODEL.variables.find(({ id }) => id === "spun")!;
    const at = (...ids: string[]) =>
      outcomeModel(model, spun, TRACTION)(ids.map((one) => model.faults.findIndex(({ id }) => id === one)));
    const place = spun.outcomes.indexOf("allFloating");
    expect(at("starJointOpen", "turnsShorted")[place]!).toBeCloseTo(at("starJointOpen")[place]!, 2);
  });

  it("leaves an open delta winding unseen by the spin: circuit arithmetic, all three equal", () => {
    const delta: Circumstances = { ...TRACTION, connection: "delta" };
    const own = modelFor(delta);
    const limbOpen = own.faults.findIndex(({ id }) => id === "limbOpen");
    const before = infer(own, delta, []).marginals[limbOpen]!;
    const after = infer(own, delta, [certain("spun", "equal")]).marginals[limbOpen]!;
    expect(after / before).toBeGreaterThan(0.8);
    const star = infer(model, TRACTION, [certain("spun", "equal")]).marginals[
      model.faults.findIndex(({ id }) => id === "limbOpen")
    ]!;
    expect(star).toBeLessThan(before / 10);
  });
});
