import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { normalCdf, tQuantile } from "./distributions.ts";

const share = (value: number, expected: number) => Math.abs(value - expected) / Math.abs(expected);

describe("the normal distribution", () => {
  // Abramowitz and Stegun, Handbook of Mathematical Functions, table 26.1, P(x); digits from memory.
  it.each([
    [0, 0.5],
    [0.5, 0.691462461274013],
    [1, 0.841344746068543],
    [2, 0.977249868051821],
    [3, 0.99865010196837],
  ])("stays below %d with the probability of the handbook", (z, p) => {
    expect(normalCdf(z)).toBeCloseTo(p, 14);
    expect(normalCdf(-z)).toBeCloseTo(1 - p, 14);
  });

  // The same, table 26.2, tails; digits from memory.
  it.each([
    [-5, 2.866515718791939e-7],
    [-10, 7.61985302416053e-24],
  ])("keeps its digits far out: at %d", (z, p) => expect(share(normalCdf(z), p)).toBeLessThan(1e-12));

  it("is one law through the seam of its two ways, never falls, and ends at 0 and 1", () => {
    expect(normalCdf(3 + 1e-9) - normalCdf(3)).toBeCloseTo(1e-9 * 0.004431848, 15);
    expect(normalCdf(-3) - normalCdf(-3 - 1e-9)).toBeCloseTo(1e-9 * 0.004431848, 15);
    fc.assert(
      fc.property(
        fc.double({ min: -40, max: 40, noNaN: true }),
        fc.double({ min: 0, max: 2, noNaN: true }),
        (z, step) => {
          expect(normalCdf(z + step)).toBeGreaterThanOrEqual(normalCdf(z));
          expect(normalCdf(z) + normalCdf(-z)).toBeCloseTo(1, 14);
        },
      ),
    );
    expect([normalCdf(-Infinity), normalCdf(Infinity), normalCdf(Number.NaN)]).toEqual([0, 1, Number.NaN]);
  });
});

describe("Student's t", () => {
  const levels = fc.double({ min: 0.51, max: 0.9999, noNaN: true });

  // Closed forms, any textbook of the distribution.
  it("of one, two and four degrees of freedom is what their closed forms say", () => {
    fc.assert(
      fc.property(levels, (p) => {
        const spread = 2 * p - 1;
        expect(share(tQuantile(p, 1), Math.tan(Math.PI * (p - 0.5)))).toBeLessThan(1e-11);
        expect(share(tQuantile(p, 2), spread * Math.sqrt(2 / (1 - spread ** 2)))).toBeLessThan(1e-11);
        const a = 4 * p * (1 - p);
        const q = Math.cos(Math.acos(Math.sqrt(a)) / 3) / Math.sqrt(a);
        expect(share(tQuantile(p, 4), 2 * Math.sqrt(q - 1))).toBeLessThan(1e-10);
      }),
    );
  });

  // JCGM 100:2008 (GUM), table G.2, 95 and 99 % columns.
  it.each([
    [3, 3.18, 5.84],
    [5, 2.57, 4.03],
    [10, 2.23, 3.17],
    [20, 2.09, 2.85],
    [50, 2.01, 2.68],
    [100, 1.984, 2.626],
  ])("at %d degrees of freedom is that of the guide: %d and %d", (freedom, k95, k99) => {
    expect(tQuantile(0.975, freedom)).toBeCloseTo(k95, freedom === 100 ? 3 : 2);
    expect(tQuantile(0.995, freedom)).toBeCloseTo(k99, freedom === 100 ? 3 : 2);
  });

  it("is the same on both sides, shrinks with freedom, and ends in the normal law", () => {
    fc.assert(
      fc.property(levels, fc.double({ min: 1, max: 1e4, noNaN: true }), (p, freedom) => {
        const t = tQuantile(p, freedom);
        expect(share(-tQuantile(1 - p, freedom), t)).toBeLessThan(1e-9);
        expect(tQuantile(p, freedom * 1.5)).toBeLessThan(t);
        expect(normalCdf(t)).toBeGreaterThan(p);
        expect(normalCdf(tQuantile(p, 1e9))).toBeCloseTo(p, 8);
      }),
    );
    expect(tQuantile(0.5, 3)).toBe(0);
  });

  it("is refused where there is none", () => {
    for (const p of [0, 1, -0.1, Number.NaN]) expect(() => tQuantile(p, 3)).toThrow(/p must lie/u);
    for (const freedom of [0.99, Number.NaN]) expect(() => tQuantile(0.9, freedom)).toThrow(/freedom/u);
  });
});
