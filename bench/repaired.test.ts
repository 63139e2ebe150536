import { describe, expect, it } from "vitest";
import { chanceFrom } from "./chance.ts";
import { CURED_BY, idealFor } from "./outcome.ts";
import { repaired, soundAfter } from "./repaired.ts";
import { resistanceBetween } from "./network.ts";
import { resistorsOf } from "./windings.ts";
import { AILMENTS, motorFrom } from "./world.ts";

const drawn = Array.from({ length: 300 }, (_, seed) => {
  const chance = chanceFrom(seed);
  return motorFrom("hub", chance.happens(0.5) ? "star" : "delta", chance);
}).filter(({ ailments }) => !ailments.includes("hidden"));

describe("a simulated repair", () => {
  it("leaves nothing wrong where everything was cured: pairs alike, dry, clear to the frame", () => {
    for (const motor of drawn) {
      const after = repaired(motor, idealFor(motor.ailments, { family: "hub" }), chanceFrom(1));
      expect(after.ailments).toEqual([]);
      const resistors = resistorsOf(after.winding);
      const [ab, bc] = [resistanceBetween(resistors, "A", "B"), resistanceBetween(resistors, "B", "C")];
      expect(ab / bc).toBeGreaterThan(0.9);
      expect(ab / bc).toBeLessThan(1.1);
      expect(after).toMatchObject({ frameOhms: Infinity, burnt: 0, deadSignals: [], plate: 1, flux: 1 });
      expect(Math.max(...Object.values(after.wear))).toBeLessThanOrEqual(0.1);
    }
  });

  it("cures what it cures and nothing else", () => {
    const two = drawn.find(({ ailments }) => ailments.includes("water") && ailments.includes("bearing"))!;
    const half = repaired(two, ["bearings"], chanceFrom(1));
    expect(half.ailments).toEqual(two.ailments.filter((one) => one !== "bearing"));
    expect(half.wear.water).toBe(two.wear.water);
    expect(half.wear.bearing).toBeLessThanOrEqual(0.1);
    for (const motor of drawn) expect(repaired(motor, [], chanceFrom(1)).ailments).toEqual(motor.ailments);
  });

  it("knows a cure for every ailment", () => {
    for (const ailment of AILMENTS) expect(CURED_BY[ailment].length, ailment).toBeGreaterThan(0);
  });

  it("runs even when all is well, and mostly rough with something left", () => {
    const share = (motor: (typeof drawn)[number]) =>
      Array.from({ length: 400 }, (_, i) => soundAfter(motor, chanceFrom(i))).filter((one) => one === "rough")
        .length / 400;
    expect(share(drawn[0]!)).toBeGreaterThan(0.75);
    expect(
      share(repaired(drawn[0]!, idealFor(drawn[0]!.ailments, { family: "hub" }), chanceFrom(1))),
    ).toBeLessThan(0.06);
  });
});
