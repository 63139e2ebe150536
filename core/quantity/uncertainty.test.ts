import { describe, expect, it } from "vitest";
import {
  accuracyOf,
  combine,
  coverageFactor,
  expanded,
  expandedWithRectangle,
  judge,
  median,
  NO_UNCERTAINTY,
  quantile,
  rangeAmong,
  rectangular,
  scale,
  summariseRepeats,
} from "./index.ts";

const normal = (u: number) => ({ u, freedom: Infinity });

describe("parts of an uncertainty", () => {
  it("a bound is its half-width over the root of three (GUM 4.3.7)", () => {
    expect(rectangular(0.03)).toEqual({ u: 0.03 / Math.sqrt(3), freedom: Infinity });
    expect(rectangular(0).u).toBe(0);
    expect(() => rectangular(-1)).toThrow(RangeError);
    expect(() => rectangular(Number.NaN)).toThrow("at least 0");
  });

  it("scale with the sensitivity, whatever its sign, and keep their freedom", () => {
    expect(scale({ u: 2, freedom: 5 }, -3)).toEqual({ u: 6, freedom: 5 });
  });

  // The end gauge of GUM H.1.6, in nanometres, from memory: 25 (18), 9.7 (25.6), 2.9 (50), 16.6 (2) give 32 and 16.7.
  it("combine by root sum of squares, with the freedom of Welch and Satterthwaite", () => {
    const parts = [
      { u: 25, freedom: 18 },
      { u: 9.7, freedom: 25.6 },
      { u: 2.9, freedom: 50 },
      { u: 16.6, freedom: 2 },
    ];
    const whole = combine(parts);
    expect(Math.round(whole.u)).toBe(32);
    expect(Math.abs(whole.freedom - 16.7)).toBeLessThan(0.15);
    expect(combine(parts.toReversed()).u).toBeCloseTo(whole.u, 12);
  });

  it("that are bounds leave the freedom without end, and nothing adds nothing", () => {
    expect(combine([normal(3), normal(4)])).toEqual({ u: 5, freedom: Infinity });
    expect(combine([NO_UNCERTAINTY, { u: 0, freedom: 3 }])).toEqual(NO_UNCERTAINTY);
    expect(combine([])).toEqual(NO_UNCERTAINTY);
  });
});

describe("cover for 95 %", () => {
  // GUM table G.2.
  it.each([
    [1, 12.71],
    [2, 4.3],
    [4, 2.78],
    [10, 2.23],
    [30, 2.04],
    [Infinity, 1.96],
  ])("at %d degrees of freedom is %d", (freedom, factor) =>
    expect(coverageFactor(freedom)).toBeCloseTo(factor, 2),
  );

  it("is not told below one degree of freedom, and is then taken at one", () => {
    expect(() => coverageFactor(0.9)).toThrow(RangeError);
    expect(() => coverageFactor(Number.NaN)).toThrow(RangeError);
    expect(expanded({ u: 2, freedom: 0.5 })).toBeCloseTo(25.41, 1);
    expect(expanded({ u: 2, freedom: 4 })).toBeCloseTo(5.55, 2);
    expect(expanded(NO_UNCERTAINTY)).toBe(0);
  });

  // EA-4/02 M: 2022, S9.14: a single rectangle is covered by 1.65 of its standard uncertainty.
  it("of a lone bound is 0.95 of its half-width, 1.65 of its standard uncertainty", () => {
    expect(expandedWithRectangle(2, NO_UNCERTAINTY)).toBe(1.9);
    expect(expandedWithRectangle(2, NO_UNCERTAINTY) / rectangular(2).u).toBeCloseTo(1.65, 2);
    expect(expandedWithRectangle(0, { u: 3, freedom: 4 })).toBe(expanded({ u: 3, freedom: 4 }));
  });

  /** The share of a rectangle convolved with a normal law that lies within ±U, by summing small strips. */
  function held(U: number, halfWidth: number, s: number): number {
    const strips = 400;
    const density = (x: number) => Math.exp(-(x * x) / (2 * s * s)) / (s * Math.sqrt(2 * Math.PI));
    let sum = 0;
    for (let i = 0; i < strips; i++) {
      const from = -halfWidth + (2 * halfWidth * (i + 0.5)) / strips;
      for (let k = 0; k < strips; k++) sum += density(-U + (2 * U * (k + 0.5)) / strips - from);
    }
    return (sum * (2 * U)) / strips / strips;
  }

  it.each([
    [1, 0.2],
    [1, 1],
    [0.3, 1],
  ])("of a bound of ±%d with a normal part of %d holds 95 %% of both together", (halfWidth, s) => {
    const U = expandedWithRectangle(halfWidth, normal(s));
    expect(held(U, halfWidth, s)).toBeCloseTo(0.95, 3);
    expect(U).toBeLessThan(0.95 * halfWidth + expanded(normal(s)));
  });
});

describe("repeats", () => {
  // GUM 4.4.3, table 1, from memory: twenty readings in °C, mean 100.145, s 1.489, s of the mean 0.333.
  const TEMPERATURES = [
    96.9, 98.18, 98.25, 98.61, 99.03, 99.49, 99.56, 99.74, 99.89, 100.07, 100.33, 100.42, 100.68, 100.95,
    101.11, 101.2, 101.57, 101.84, 102.36, 102.72,
  ];
  it("of four or more have their own scatter", () => {
    const { mean, count, scatter, typeA } = summariseRepeats(TEMPERATURES, 9, 0.01);
    expect(mean).toBeCloseTo(100.145, 3);
    expect(scatter).toBeCloseTo(1.489, 2);
    expect(typeA.u).toBeCloseTo(0.333, 3);
    expect([count, typeA.freedom]).toEqual([20, 19]);
    expect(summariseRepeats([1, 2, 3, 4], 9, 0).typeA.freedom).toBe(3);
  });

  it("of fewer have the scatter the instrument is known for", () => {
    expect(summariseRepeats([1, 2, 3], 0.6, 0.01)).toMatchObject({
      mean: 2,
      scatter: 1,
      typeA: { u: 0.6 / Math.sqrt(3), freedom: 30 },
    });
    expect(summariseRepeats([5], 0.6, 0.01)).toMatchObject({ mean: 5, count: 1, scatter: null });
  });

  it("never scatter less than a display hides", () => {
    expect(summariseRepeats([1, 1, 1, 1], 0, 0.1).typeA.u).toBeCloseTo(0.1 / Math.sqrt(12) / 2, 12);
  });

  it("are refused where there is none, or one that is no number", () => {
    expect(() => summariseRepeats([], 1, 1)).toThrow("must not be empty");
    expect(() => summariseRepeats([1, Infinity], 1, 1)).toThrow("must be finite, got Infinity");
  });
});

describe("a quantile", () => {
  // Type 7 of Hyndman and Fan: of 1, 2, 3, 4 the quarters lie at 1.75, 2.5 and 3.25.
  it("lies between its neighbours", () => {
    const values = [1, 2, 3, 4];
    expect([0, 0.25, 0.5, 0.75, 1].map((share) => quantile(values, share))).toEqual([1, 1.75, 2.5, 3.25, 4]);
    expect(() => quantile([], 0.5)).toThrow(RangeError);
  });
  it("in the middle does not mind the order", () => {
    expect(median([9, 1, 10])).toBe(9);
    expect(median([10, 2, 1, 9])).toBe(5.5);
    expect(() => median([])).toThrow(RangeError);
  });
});

describe("a judgement at a limit", () => {
  const at = (...parts: [number, number][]) =>
    judge(
      parts.map(([value, expanded]) => ({ value, expanded })),
      5,
    );
  it("departs where one lies beyond the limit with all its doubt, on either side", () => {
    expect(at([0, 1], [-7, 1])).toBe("departs");
    expect(at([7, 1], [0, 1])).toBe("departs");
    expect(at([6, 1])).toBe("cannotTell");
  });
  it("agrees where all lie within it with all their doubt, the limit itself included", () => {
    expect(at([4, 1], [-4, 1])).toBe("agrees");
    expect(at([4, 1], [4.1, 1])).toBe("cannotTell");
  });
  it("needs deviations and a limit", () => {
    expect(() => judge([], 5)).toThrow(RangeError);
    expect(() => judge([{ value: 1, expanded: 1 }], 0)).toThrow("above 0");
  });
});

describe("an instrument's accuracy", () => {
  const range = (fullScale: number) => ({ fullScale, resolution: 0.1, ofReading: 0.01, digits: 3 });
  const RANGES = [range(600), range(60), range(6)];

  it("is that of the smallest range that holds the reading, of either sign, else of the widest", () => {
    expect(rangeAmong(RANGES, 6).fullScale).toBe(6);
    expect(rangeAmong(RANGES, 6.1).fullScale).toBe(60);
    expect(rangeAmong(RANGES, -100).fullScale).toBe(600);
    expect(rangeAmong(RANGES, 9999).fullScale).toBe(600);
    expect(() => rangeAmong([], 1)).toThrow(RangeError);
    expect(RANGES.map(({ fullScale }) => fullScale)).toEqual([600, 60, 6]);
  });

  it("splits its digits into one of each reading and the rest in common, and its percent as a gain", () => {
    expect(accuracyOf(range(6))).toEqual({
      perReading: rectangular(0.1),
      commonOffset: rectangular(0.2),
      commonGain: rectangular(0.01),
    });
    expect(accuracyOf({ ...range(6), digits: 0.5 })).toMatchObject({
      perReading: rectangular(0.05),
      commonOffset: rectangular(0),
    });
  });
});
