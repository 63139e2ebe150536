import { describe, expect, it } from "vitest";
import { calibrationOf, trials, trueRemedy } from "./calibration.ts";
import { chanceFrom } from "./chance.ts";
import { motorFrom } from "./world.ts";

describe("the verdict on motors it was never fitted to", () => {
  const all = trials(400, 77);
  const { decided, confidentlyWrong, meanTrue } = calibrationOf(all);

  it("is rarely decided and wrong: 90 % is asked, so at most one in ten", () => {
    expect(decided).toBeGreaterThan(40);
    expect(confidentlyWrong).toBeLessThan(0.1);
  });

  it("gives the true remedy more than any guess would", () => {
    expect(meanTrue).toBeGreaterThan(0.45);
  });

  it("never clears a motor with an open, shorted or grounded winding", () => {
    const dangerous = all.filter(
      ({ motor, verdict }) =>
        verdict.decided === "notMotor" &&
        motor.ailments.some((ailment) => ["starJoint", "limb", "lead", "leadsTouch"].includes(ailment)),
    );
    expect(dangerous).toEqual([]);
  });

  it("means what it says: of remedies given about 70 %, about 70 % are true", () => {
    const guesses = all.flatMap(({ verdict, truth }) =>
      Object.entries(verdict.remedies).map(([remedy, p]) => ({ p, hit: remedy === truth ? 1 : 0 })),
    );
    for (const [from, to] of [
      [0.2, 0.5],
      [0.5, 0.8],
      [0.8, 1],
    ] as const) {
      const inside = guesses.filter(({ p }) => p >= from && p < to);
      const said = inside.reduce((sum, { p }) => sum + p, 0) / inside.length;
      const seen = inside.reduce((sum, { hit }) => sum + hit, 0) / inside.length;
      expect(Math.abs(said - seen), `${from} to ${to}: said ${said}, seen ${seen}`).toBeLessThan(0.15);
    }
  });
});

describe("the simulated world", () => {
  it("is the same for the same seed and another for another", () => {
    const draw = (seed: number) => motorFrom("hub", "star", chanceFrom(seed));
    expect(draw(3)).toEqual(draw(3));
    expect(draw(3)).not.toEqual(draw(4));
  });

  it("has no star joint in a delta, and asks for the weightier of two remedies", () => {
    const deltas = Array.from({ length: 300 }, (_, i) => motorFrom("hub", "delta", chanceFrom(i)));
    expect(deltas.some(({ ailments }) => ailments.includes("starJoint"))).toBe(false);
    const two = deltas.find(({ ailments }) => ailments.includes("bearing") && ailments.includes("dirt"));
    if (two) expect(trueRemedy(two)).toBe("replacePart");
    expect(trueRemedy({ ...deltas[0]!, ailments: ["elsewhere"] })).toBe("notMotor");
  });
});
