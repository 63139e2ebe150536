import { describe, expect, it } from "vitest";
import type { Family } from "#core/record";
import { play } from "./study.ts";
import { clearedOutcome, outcomeOf } from "./outcome.ts";
import { visitOf } from "./visit.ts";
import { USUAL, worldFrom } from "./worlds.ts";

const BARE: readonly Family[] = ["hobby", "hub", "traction"];

describe("a world", () => {
  it("is the same for the same seed, and another for another", () => {
    const [one, again, other] = [worldFrom(7), worldFrom(7), worldFrom(8)];
    expect([again.slips, again.shop, again.often("turns"), again.often("turns")]).toEqual([
      one.slips,
      one.shop,
      one.often("turns"),
      one.often("turns"),
    ]);
    expect(other.slips).not.toBe(one.slips);
    for (const name of ["turns", "battery", "module"]) {
      expect(one.often(name)).toBeGreaterThanOrEqual(0.5);
      expect(one.often(name)).toBeLessThanOrEqual(2);
    }
  });

  it("has what the usual one lacks: sound bare motors, whole and reversed limbs, seized bearings, wrong measuring", () => {
    const world = { ...worldFrom(3), added: 60, sound: 30, misread: 30 };
    const drawn = Array.from({ length: 250 }, (_, i) => visitOf(i, BARE, world).motor.ailments);
    for (const name of ["limbShorted", "limbReversed", "seized", "misread"] as const)
      expect(
        drawn.some((ailments) => ailments.includes(name)),
        name,
      ).toBe(true);
    expect(drawn.some((ailments) => ailments.length === 0)).toBe(true);
    const usual = Array.from({ length: 250 }, (_, i) => visitOf(i, BARE, USUAL).motor.ailments);
    expect(usual.some((ailments) => ailments.length === 0 || ailments.includes("seized"))).toBe(false);
  });

  it("plays the same motor in the same way", () => {
    const world = worldFrom(5);
    const [one, again] = [play(11, BARE, "followed", world), play(11, BARE, "followed", world)];
    expect(again.steps).toEqual(one.steps);
    expect(again.outcome).toBe(one.outcome);
  });

  it("where nothing can be read and nobody opens anything, nothing is said", () => {
    const world = { ...worldFrom(5), untakable: 1, keepShut: 1 };
    for (let seed = 0; seed < 6; seed += 1)
      expect(play(seed, BARE, "followed", world).outcome, `${seed}`).toBe("undecided");
  });
});

describe("what becomes of a motor that is sent back", () => {
  it("is harm where it has a fault, and right where it has none", () => {
    expect(clearedOutcome({ ailments: ["turns"] })).toBe("harmful");
    expect(clearedOutcome({ ailments: ["battery"] })).toBe("right");
    expect(clearedOutcome({ ailments: [] })).toBe("right");
    expect(outcomeOf({ ailments: ["misread"], family: "hub" }, { cures: [] })).toBe("right");
  });
});
