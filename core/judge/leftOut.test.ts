import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { faultSets, infer, type Evidence } from "../inference/index.ts";
import { FAMILIES } from "../record/index.ts";
import { modelFor } from "./index.ts";

/** Any findings of any kind of motor, with any odds within reason. */
const drawn = fc.record({
  family: fc.constantFrom(...FAMILIES),
  odds: fc.double({ min: 0.002, max: 0.06, noNaN: true }),
  complained: fc.boolean(),
  picks: fc.array(fc.tuple(fc.nat(), fc.nat(), fc.double({ min: 0, max: 1, noNaN: true })), {
    minLength: 1,
    maxLength: 14,
  }),
});

describe("sets of three faults that are left out", () => {
  it("hold less than a hundred-thousandth, and no chance differs by more from weighing every set", () => {
    let fewer = 0;
    fc.assert(
      fc.property(drawn, ({ family, odds, complained, picks }) => {
        const model = modelFor({ family, connection: "star", sensored: true });
        const evidence = new Map<string, Evidence>();
        for (const [which, outcome, doubt] of picks) {
          const { id, outcomes } = model.variables[which % model.variables.length]!;
          const likelihood = Object.fromEntries(outcomes.map((one) => [one, doubt / 10]));
          evidence.set(id, {
            variable: id,
            likelihood: { ...likelihood, [outcomes[outcome % outcomes.length]!]: 1 },
          });
        }
        const circumstances = {
          settings: [{ share: 1, values: { connection: "star", tips: "proven" } }],
          priors: model.ids.map((_, i) => odds * (1 + (i % 5))),
          complaint: complained ? { withoutCause: 0.05, furtherCause: 0.1, companionCause: 0.6 } : null,
        };
        const whole = infer(model, circumstances, [...evidence.values()], 0);
        const bounded = infer(model, circumstances, [...evidence.values()]);
        expect(whole.leftOut).toBe(0);
        expect(whole.sets.size).toBe(faultSets(model.ids.length).size);
        expect(bounded.leftOut).toBeLessThan(1e-5);
        bounded.marginals.forEach((p, i) => expect(Math.abs(p - whole.marginals[i]!)).toBeLessThan(1e-5));
        bounded.slips.forEach((p, i) => expect(Math.abs(p - whole.slips[i]!)).toBeLessThan(1e-4));
        if (bounded.sets.size < whole.sets.size) fewer += 1;
      }),
      { numRuns: 60, seed: 23 },
    );
    expect(fewer).toBeGreaterThan(50);
  });
});
