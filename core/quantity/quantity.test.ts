import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  combine,
  coverageFactor,
  formatQuantity,
  judge,
  lastMeaningfulPlace,
  parseQuantity,
  POLE_PAIRS,
  percentText,
  quantityText,
  RESISTANCE,
  SPEED,
  wholeText,
  summariseRepeats,
  TEMPERATURE,
  chanceText,
  shareText,
  uncertainText,
  fahrenheitFromCelsius,
  temperatureText,
  torqueConstantText,
} from "./index.ts";

describe("a typed reading", () => {
  it.each([
    ["0.162", 0.162],
    ["162m", 0.162],
    ["162 mΩ", 0.162],
    ["1k2", 1200],
    ["4R7", 4.7],
    ["2m5", 0.0025],
    ["0,162", 0.162],
    ["1.6e-1", 0.16],
    [" 12 Ω ", 12],
    ["12 ohms", 12],
    ["3.3M", 3.3e6],
    [".5", 0.5],
  ])("%s is understood", (typed, ohms) => {
    expect(parseQuantity(typed, RESISTANCE)).toEqual({ kind: "finite", value: ohms });
  });

  it.each(["OL", "ol", "O.L", "∞", "open"])("%s is an open circuit", (typed) => {
    expect(parseQuantity(typed, RESISTANCE)).toEqual({ kind: "open" });
  });

  it.each([
    ["", "empty"],
    ["12..3", "notANumber"],
    ["1.2.3", "notANumber"],
    ["1k2k", "notANumber"],
    ["NaN", "notANumber"],
    ["abc", "notANumber"],
    ["12 V", "wrongUnit"],
    ["12 °C", "wrongUnit"],
    ["-3", "outOfRange"],
    ["5e13", "outOfRange"],
    ["1e400", "outOfRange"],
  ])("%s is refused with a sentence", (typed, reason) => {
    const parsed = parseQuantity(typed, RESISTANCE);
    expect(parsed.kind).toBe("refused");
    if (parsed.kind !== "refused") return;
    if (reason !== "outOfRange" || typed !== "1e400") expect(parsed.reason).toBe(reason);
    expect(parsed.sentence).toMatch(/\.$/u);
  });

  it("of a temperature takes °C and °F and refuses ohms and OL", () => {
    expect(parseQuantity("21", TEMPERATURE)).toEqual({ kind: "finite", value: 21 });
    expect(parseQuantity("-4 °C", TEMPERATURE)).toEqual({ kind: "finite", value: -4 });
    expect(parseQuantity("212 °F", TEMPERATURE)).toEqual({ kind: "finite", value: 100 });
    expect(parseQuantity("21 Ω", TEMPERATURE).kind).toBe("refused");
    expect(parseQuantity("OL", TEMPERATURE).kind).toBe("refused");
    expect(parseQuantity("400", TEMPERATURE).kind).toBe("refused");
  });

  it("never throws, whatever is typed", () => {
    fc.assert(fc.property(fc.string(), (text) => typeof parseQuantity(text, RESISTANCE).kind === "string"));
  });
});

describe("a written value", () => {
  it("shows digits down to its uncertainty", () => {
    expect(formatQuantity(0.12742, RESISTANCE, 0.0006)).toEqual({ number: "127.4", unit: "mΩ" });
    expect(formatQuantity(0.12742, RESISTANCE, 0.00012)).toEqual({ number: "127.42", unit: "mΩ" });
    expect(quantityText(11.8, RESISTANCE)).toBe("11.8 Ω");
    expect(lastMeaningfulPlace(0.03)).toBe(-2);
    expect(() => lastMeaningfulPlace(0)).toThrow(RangeError);
  });

  it("is read back as itself", () => {
    const exponent = fc.integer({ min: -5, max: 8 });
    fc.assert(
      fc.property(fc.integer({ min: 1000, max: 9999 }), exponent, (digits, power) => {
        const written = quantityText(Number(`${digits}e${power - 3}`), RESISTANCE);
        const back = parseQuantity(written, RESISTANCE);
        return back.kind === "finite" && quantityText(back.value, RESISTANCE) === written;
      }),
    );
  });

  it("as a share has one decimal below ten percent", () => {
    expect(percentText(0.0123)).toBe("+1.2 %");
    expect(percentText(-0.122)).toBe("−12 %");
    expect(percentText(0.00001)).toBe("0.0 %");
  });
});

describe("uncertainty", () => {
  // JCGM 100:2008 (GUM), table G.2, 95 % column.
  it.each([
    [4, 2.78],
    [10, 2.23],
    [Infinity, 1.96],
  ])("uses Student's t for %s degrees of freedom: %s", (freedom, t) => {
    expect(coverageFactor(freedom)).toBeCloseTo(t, 2);
  });

  it("refuses less than one degree of freedom", () => {
    expect(() => coverageFactor(0.5)).toThrow(RangeError);
  });

  it("combines freedom by Welch-Satterthwaite: equal parts add theirs", () => {
    const { u, freedom } = combine([
      { u: 3, freedom: 5 },
      { u: 3, freedom: 5 },
    ]);
    expect(u).toBeCloseTo(Math.sqrt(18), 12);
    expect(freedom).toBeCloseTo(10, 9);
  });

  it("of a mean never rises with more repeats of the same scatter", () => {
    const count = fc.integer({ min: 1, max: 20 });
    fc.assert(
      fc.property(count, fc.double({ min: 0.001, max: 1, noNaN: true }), (n, s) => {
        // Alternating readings have a known scatter, s·√(n/(n−1)) for even n; the pooled one is as large.
        const alternating = (length: number) => Array.from({ length }, (_, i) => (i % 2 === 0 ? s : -s));
        const pooled = s * Math.sqrt(2);
        const fewer = summariseRepeats(alternating(2 * n), pooled, 0).typeA.u;
        const more = summariseRepeats(alternating(2 * n + 2), pooled, 0).typeA.u;
        return more <= fewer * (1 + 1e-12);
      }),
    );
  });

  it("of two that lie too far apart for the meter is their own, with one degree of freedom", () => {
    // A digit mistyped: 39.96 mΩ, then 47.16 mΩ, on a meter whose contact scatters by 0.05 mΩ.
    const far = summariseRepeats([39.96, 47.16], 0.05, 0.01);
    expect(far.apart).toBe(true);
    expect(far.typeA.u).toBeCloseTo(3.6, 12);
    expect(far.typeA.freedom).toBe(1);
    const near = summariseRepeats([39.96, 40.06], 0.05, 0.01);
    expect(near).toMatchObject({ apart: false, typeA: { u: 0.05 / Math.sqrt(2), freedom: 30 } });
    // Four times what contact and digit explain is the bound, the larger of the two counting.
    expect(summariseRepeats([0, 3.99 * 0.1 * Math.SQRT2], 0.1, 0).apart).toBe(false);
    expect(summariseRepeats([0, 4.01 * 0.1 * Math.SQRT2], 0.1, 0).apart).toBe(true);
    expect(summariseRepeats([0, 4.01 * 0.1 * Math.SQRT2], 0.1, 0.2).apart).toBe(false);
    expect(summariseRepeats([5], 0.1, 0).apart).toBe(false);
  });

  it("of repeats is never below what the display hides", () => {
    expect(summariseRepeats([5, 5, 5, 5], 0, 0.1).typeA.u).toBeCloseTo(0.1 / Math.sqrt(12) / 2, 12);
    expect(() => summariseRepeats([], 0, 0)).toThrow(RangeError);
    expect(() => summariseRepeats([NaN], 0, 0)).toThrow(RangeError);
  });
});

describe("a judgement", () => {
  it("has three answers", () => {
    expect(judge([{ value: 0.02, expanded: 0.01 }], 0.05)).toBe("agrees");
    expect(judge([{ value: -0.08, expanded: 0.01 }], 0.05)).toBe("departs");
    expect(judge([{ value: 0.045, expanded: 0.01 }], 0.05)).toBe("cannotTell");
    expect(() => judge([], 0.05)).toThrow(RangeError);
    expect(() => judge([{ value: 0, expanded: 0 }], 0)).toThrow(RangeError);
  });
});

describe("a value with its uncertainty", () => {
  it.each([
    [0.1281, 0.000322, "128.1 ± 0.3 mΩ"],
    [0.1281, 0.0012, "128.1 ± 1.2 mΩ"],
    [12.04, 0.4, "12.0 ± 0.4 Ω"],
    [4700, 120, "4.70 ± 0.12 kΩ"],
    [-0.0162, 0.0004, "−16.2 ± 0.4 mΩ"],
    [0.3, 0.5, "300 ± 500 mΩ"],
  ])("of %d ± %d Ω is written in one unit to one place: %s", (value, uncertainty, text) => {
    expect(uncertainText(value, RESISTANCE, uncertainty)).toBe(text);
  });
});

describe("a value that rounds up to the next prefix", () => {
  it("takes that prefix", () => {
    expect(quantityText(0.99999, RESISTANCE)).toBe("1 Ω");
    expect(quantityText(999_990, RESISTANCE)).toBe("1 MΩ");
    expect(quantityText(0.9994, RESISTANCE)).toBe("999.4 mΩ");
  });
});

describe("chances and limits", () => {
  it("are never called certain or impossible", () => {
    const texts = [1, 0.996, 0.994, 0.5, 0.004, 0].map(chanceText);
    expect(texts).toEqual([">99 %", ">99 %", "99 %", "50 %", "<1 %", "<1 %"]);
  });
  it("lose their trailing zeros when exact", () => {
    expect([0.05, 0.025, 0.1, 0.0125].map(shareText)).toEqual(["5 %", "2.5 %", "10 %", "1.25 %"]);
  });
});

describe("pole pairs as people type them", () => {
  it.each([
    ["7", 7],
    ["14 poles", 7],
    ["30 magnets", 15],
    ["15 pole pairs", 15],
  ])("%s is %i", (typed, value) => {
    expect(parseQuantity(typed, POLE_PAIRS)).toEqual({ kind: "finite", value });
  });
  it.each([
    ["27 poles", /odd: magnets come in pairs/u],
    ["0", /at least 1/u],
    ["2.5", /come whole/u],
    ["ten", /not a whole number/u],
    ["7 V", /does not fit/u],
  ])("%s is refused with a sentence", (typed, sentence) => {
    const parsed = parseQuantity(typed, POLE_PAIRS);
    expect(parsed.kind).toBe("refused");
    if (parsed.kind === "refused") expect(parsed.sentence).toMatch(sentence);
  });
});

describe("a torque constant", () => {
  it("reads in both units: one N·m is 141.61 oz-in (NIST SP 811, Appendix B)", () => {
    expect(torqueConstantText(1)).toBe("1 N·m/A (141.6 oz-in/A)");
    expect(torqueConstantText(0.09524, 3)).toBe("0.0952 N·m/A (13.5 oz-in/A)");
  });
});

describe("a temperature", () => {
  it("reads in °C, and in °F beside it where a shop wants that", () => {
    expect(temperatureText(20, undefined)).toBe("20 °C");
    expect(temperatureText(20, { alsoFahrenheit: true })).toBe("20 °C (68 °F)");
    expect(temperatureText(-40, { alsoFahrenheit: true })).toBe("−40 °C (−40 °F)");
    expect(fahrenheitFromCelsius(100)).toBe(212);
  });
});

describe("a comma before exactly three digits", () => {
  it.each([
    ["1,200", RESISTANCE, "1.200", "1200"],
    ["12,000", SPEED, "12.000", "12000"],
    ["12,000 rpm", SPEED, "12.000 rpm", "12000 rpm"],
    ["-1,500 mΩ", RESISTANCE, null, null],
    ["1,200 kΩ", RESISTANCE, "1.200 kΩ", "1200 kΩ"],
  ])("%j is asked and never guessed", (text, kind, decimal, thousands) => {
    const parsed = parseQuantity(text, kind);
    if (decimal === null) return expect(parsed).toMatchObject({ kind: "refused", reason: "outOfRange" });
    expect(parsed).toEqual({
      kind: "refused",
      reason: "ambiguous",
      sentence: `${decimal} or ${thousands}? Type it without the comma.`,
      either: [decimal, thousands],
    });
  });

  it.each([
    ["0,128", 0.128],
    ["1,2", 1.2],
    ["1,2345", 1.2345],
    ["12 000", 12_000],
    ["1 234 567", 1_234_567],
    ["12\u00a0000", 12_000],
    ["12\u202f000 Ω", 12_000],
    ["1 200,5", 1200.5],
  ])("%j reads in one way: %d", (text, value) =>
    expect(parseQuantity(text, RESISTANCE)).toEqual({ kind: "finite", value }),
  );

  it.each(["1 20", "12 0000", "0 128", "1,234,567", "1 234 56"])("%j is no number", (text) =>
    expect(parseQuantity(text, RESISTANCE).kind).toBe("refused"),
  );

  it("what our own sentences print is taken back by the field", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1e12 }), (value) => {
        expect(parseQuantity(wholeText(value), RESISTANCE)).toEqual({ kind: "finite", value });
      }),
    );
    const above = parseQuantity("9e30", SPEED);
    expect(above.kind === "refused" && above.sentence).toContain(wholeText(SPEED.most));
    expect(above.kind === "refused" && above.sentence).not.toMatch(/\d,\d/u);
  });
});
