import { describe, expect, it } from "vitest";
import { chanceFrom } from "./chance.ts";
import { meterOf } from "../tests/meterAlone.ts";
import { resistanceBetween } from "./network.ts";
import { INSTRUMENT_TEMPLATES } from "#core/quantity";

describe("nodal analysis", () => {
  const r = (from: string, to: string, ohms: number) => ({ from, to, ohms });

  it("adds in series and divides in parallel (circuit arithmetic)", () => {
    expect(resistanceBetween([r("a", "b", 2), r("b", "c", 3)], "a", "c")).toBeCloseTo(5, 12);
    expect(resistanceBetween([r("a", "b", 6), r("a", "b", 3)], "a", "b")).toBeCloseTo(2, 12);
  });

  it("solves the cube of twelve equal resistors: 5/6 over the corner (textbook result)", () => {
    const corners = Array.from({ length: 8 }, (_, i) => i);
    const edges = corners.flatMap((i) =>
      [1, 2, 4].filter((bit) => !(i & bit)).map((bit) => r(`n${i}`, `n${i | bit}`, 1)),
    );
    expect(resistanceBetween(edges, "n0", "n7")).toBeCloseTo(5 / 6, 12);
    expect(resistanceBetween(edges, "n0", "n1")).toBeCloseTo(7 / 12, 12);
  });

  it("carries no current through the bridge of a balanced Wheatstone circuit", () => {
    const bridge = [r("a", "p", 10), r("p", "b", 20), r("a", "q", 5), r("q", "b", 10)];
    const without = resistanceBetween(bridge, "a", "b");
    expect(resistanceBetween([...bridge, r("p", "q", 1)], "a", "b")).toBeCloseTo(without, 12);
  });

  it("tells an open circuit and solid metal apart from numbers", () => {
    expect(resistanceBetween([r("a", "b", Infinity)], "a", "b")).toBe(Infinity);
    expect(resistanceBetween([r("a", "b", 0), r("b", "c", 0)], "a", "c")).toBe(0);
    expect(() => resistanceBetween([r("a", "b", -1)], "a", "b")).toThrow(/at least 0/u);
  });
});

describe("a simulated meter", () => {
  const [basic] = INSTRUMENT_TEMPLATES.map((template) => ({ ...template, id: "m" }));

  it("stays within its accuracy statement, leads and contact aside", () => {
    const meter = { ...basic!, contactScatter: 0, leadResistance: 0 };
    for (let seed = 0; seed < 300; seed += 1) {
      const shown = meterOf(meter, chanceFrom(seed)).show(150);
      expect(shown).not.toBe("open");
      expect(Math.abs((shown as number) - 150)).toBeLessThanOrEqual(150 * 0.008 + 3 * 0.1 + 0.05);
    }
  });

  it("shows open above its ranges and nothing but whole counts below", () => {
    const { show, showTips } = meterOf(basic!, chanceFrom(1));
    expect(show(Infinity)).toBe("open");
    expect(show(1e9)).toBe("open");
    expect(((showTips() as number) * 10) % 1).toBeCloseTo(0, 9);
  });
});
