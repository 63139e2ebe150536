import { determinant, inverse, Matrix } from "ml-matrix";
import { describe, expect, it } from "vitest";
import { PAIRS, PHASES } from "../record/index.ts";
import {
  agreementOf,
  balanceOfPairs,
  fitRow,
  leanOf,
  logMarginal,
  logSpaced,
  logSumExp,
  placesOf,
  ratiosAt,
  windingAt,
  type Row,
} from "./index.ts";

const numbered: Row<"odd", number> = {
  outcome: "odd",
  severities: [1, 2],
  ratios: (severity) => ({ AB: severity, BC: 10 * severity, CA: 100 * severity }),
};

describe("a row of a fault table", () => {
  it("turns with the phase its fault sits at: A to B to C, AB to BC to CA", () => {
    expect(ratiosAt(numbered, 1, "A")).toEqual({ AB: 1, BC: 10, CA: 100 });
    expect(ratiosAt(numbered, 1, "B")).toEqual({ BC: 1, CA: 10, AB: 100 });
    expect(ratiosAt(numbered, 1, "C")).toEqual({ CA: 1, AB: 10, BC: 100 });
    expect(PHASES.map(windingAt)).toEqual(["AB", "BC", "CA"]);
  });

  it("has every phase with every severity", () => {
    expect(placesOf(numbered).map(({ phase, severity }) => `${phase}${severity}`)).toEqual([
      "A1",
      "A2",
      "B1",
      "B2",
      "C1",
      "C2",
    ]);
    expect(placesOf(numbered)).toBe(placesOf(numbered));
  });

  it("spreads severities alike on a logarithmic scale", () => {
    expect(logSpaced(1, 8, 4)).toEqual([1, 2, 4, 8].map((value) => expect.closeTo(value, 12) as number));
  });
});

describe("how well a row fits", () => {
  // Likelihoods by hand: p = AB of the turned ratios, so phase A gives 1 and 2, B gives 100 and 200, C 10 and 20.
  const fit = fitRow(numbered, ({ AB }) => Math.log(AB));

  it("is the mean over places and severities", () => {
    expect(fit.logLikelihood).toBeCloseTo(Math.log((1 + 2 + 100 + 200 + 10 + 20) / 6), 12);
  });
  it("names the likeliest place, its share, and the severity that fits there best", () => {
    expect(fit).toMatchObject({ phase: "B", severity: 2 });
    expect(fit.phaseShare).toBeCloseTo(300 / 333, 12);
    expect(fitRow(numbered, ({ AB }) => -Math.log(AB))).toMatchObject({ phase: "A", severity: 1 });
    expect(fitRow(numbered, ({ CA }) => Math.log(CA))).toMatchObject({ phase: "A", severity: 2 });
    expect(fitRow(numbered, ({ BC }) => Math.log(BC))).toMatchObject({ phase: "C", severity: 2 });
  });
  it("keeps the first of places alike", () => {
    expect(fitRow(numbered, () => -3)).toMatchObject({ phase: "A", severity: 1, logLikelihood: -3 });
  });
});

describe("two fits of one fault", () => {
  const nearly = (phase: string, share: number) => (of: string) =>
    Math.log(of === phase ? share : (1 - share) / 2);
  /** A row whose AB names its phase and severity, so that a test can say what each place is worth. */
  const named = (severities: readonly number[]): Row<"odd", string> => ({
    outcome: "odd",
    severities,
    ratios: (severity) => ({ AB: `A${severity}`, BC: `C${severity}`, CA: `B${severity}` }),
  });
  const fitted = (severities: readonly number[], worth: (place: string) => number) =>
    fitRow(named(severities), ({ AB }) => worth(AB));

  it("agree threefold on one phase, by hand, and not at all on two", () => {
    const at = (phase: string) => fitted([1], (place) => nearly(phase, 0.9)(place.charAt(0)));
    // Mean of the product (.81 + .05² + .05²)/3 over the product of the means 1/9.
    expect(agreementOf(at("A"), at("A"))).toBeCloseTo(3 * (0.81 + 2 * 0.0025), 12);
    expect(agreementOf(at("A"), at("B"))).toBeCloseTo(3 * (2 * 0.9 * 0.05 + 0.0025), 12);
  });
  it("agree more where the severity is one too, and are of one phase at least where it is not", () => {
    const at = (wanted: string) => fitted([1, 2], (place) => (place === wanted ? 0 : -Infinity));
    // All on one of six places: 6 by phase and severity, 3 by phase alone; eight in ten are of one severity.
    expect(agreementOf(at("A1"), at("A1"))).toBeCloseTo(0.8 * 6 + 0.2 * 3, 12);
    expect(agreementOf(at("A1"), at("A2"))).toBeCloseTo(0.2 * 3, 12);
    expect(agreementOf(at("A1"), at("B1"))).toBe(0);
  });
  it("agree on the phase alone where their severities are not the same ones", () => {
    const one = fitted([1, 2], (place) => (place.startsWith("A") ? 0 : -Infinity));
    const other = fitted([1], (place) => (place === "A1" ? 0 : -Infinity));
    expect(agreementOf(one, other)).toBeCloseTo(3, 12);
  });
  it("say nothing of each other where one has no places or knows none", () => {
    const known = fitted([1], (place) => (place === "A1" ? 0 : -Infinity));
    expect(agreementOf(known, { ...known, logs: [] })).toBe(1);
    expect(agreementOf({ ...known, logs: [] }, known)).toBe(1);
    expect(
      agreementOf(
        known,
        fitted([1], () => -3),
      ),
    ).toBeCloseTo(1, 12);
  });
});

describe("sums of logarithms", () => {
  it("neither overflow nor lose nothing at all", () => {
    expect(logSumExp([Math.log(2), Math.log(6)])).toBeCloseTo(Math.log(8), 12);
    expect(logSumExp([1000, 1000])).toBeCloseTo(1000 + Math.LN2, 9);
    expect(logSumExp([-2000, -2001])).toBeCloseTo(-2000 + Math.log1p(Math.exp(-1)), 9);
    expect(logSumExp([-Infinity, -Infinity])).toBe(-Infinity);
    expect(logSumExp([-Infinity, 0])).toBe(0);
  });
});

interface Case {
  readonly values: readonly number[];
  readonly u: number;
  readonly ratios: readonly number[];
  readonly prior: { readonly centre: number; readonly spread: number };
  readonly shared: { readonly offset: number; readonly naturalSpread: number; readonly contactShare: number };
}

/**
 * The same integral the long way: the whole covariance matrix inverted, the scale in ten thousand steps. Natural
 * spread is taken at the scale that fits the readings, as the definition says.
 */
function byMatrices({ values, u, ratios, prior, shared }: Case): number {
  const top = values.reduce((sum, value, i) => sum + value * ratios[i]!, 0);
  const bottom = ratios.reduce((sum, ratio) => sum + ratio * ratio, 0);
  const scale = bottom > 0 && top > 0 ? top / bottom : prior.centre;
  const n = values.length;
  const covariance = Matrix.zeros(n, n);
  for (let i = 0; i < n; i += 1)
    for (let j = 0; j < n; j += 1) {
      const own = (ratios[i] === 0 ? shared.contactShare : shared.naturalSpread * ratios[i]!) * scale;
      covariance.set(i, j, shared.offset ** 2 + (i === j ? u * u + own * own : 0));
    }
  const inverted = inverse(covariance);
  const norm = 1 / Math.sqrt((2 * Math.PI) ** n * determinant(covariance));
  const steps = 20_000;
  let sum = 0;
  for (let k = 0; k <= steps; k += 1) {
    const z = -6 + (12 * k) / steps;
    const s = prior.centre * Math.exp(z * prior.spread);
    let square = 0;
    for (let i = 0; i < n; i += 1)
      for (let j = 0; j < n; j += 1)
        square += (values[i]! - s * ratios[i]!) * inverted.get(i, j) * (values[j]! - s * ratios[j]!);
    sum += norm * Math.exp(-0.5 * square) * (Math.exp(-0.5 * z * z) / Math.sqrt(2 * Math.PI));
  }
  return Math.log((sum * 12) / steps);
}

describe("readings with the healthy value integrated out", () => {
  const shared = { offset: 0.004, naturalSpread: 0.01, contactShare: 0.02 };
  const base: Case = {
    values: [0.128, 0.129, 0.127],
    u: 0.001,
    ratios: [1, 1, 1],
    prior: { centre: 0.13, spread: 0.08 },
    shared,
  };
  it.each<[string, Case]>([
    ["three alike", base],
    ["one low", { ...base, values: [0.11, 0.129, 0.111], ratios: [0.85, 1, 0.85] }],
    ["a wide belief about the size", { ...base, prior: { centre: 0.2, spread: 1.5 } }],
    ["no common offset", { ...base, shared: { ...shared, offset: 0 } }],
    ["a large common offset", { ...base, shared: { ...shared, offset: 0.05 } }],
    ["a meter that cannot tell", { ...base, values: [0.2, 0.1, 0.1], u: 0.1 }],
    ["a short among them", { ...base, values: [0.001, 0.096, 0.097], ratios: [0, 0.75, 0.75] }],
    ["nothing but shorts", { ...base, values: [0.001, 0.002, 0.001], ratios: [0, 0, 0] }],
    ["values below zero", { ...base, values: [-0.01, -0.02, 0.01], u: 0.2 }],
    ["two readings", { ...base, values: [0.128, 0.193], ratios: [1, 1.5] }],
    ["one reading", { ...base, values: [0.192], ratios: [1.5] }],
  ])("agree with the whole covariance inverted: %s", (_, one) => {
    const readings = one.values.map((value) => ({ value, u: one.u }));
    expect(logMarginal(readings, one.ratios, one.prior, one.shared)).toBeCloseTo(byMatrices(one), 2);
  });

  it("prefer the ratios that the readings have", () => {
    const readings = [0.11, 0.129, 0.111].map((value) => ({ value, u: 0.001 }));
    const under = (ratios: readonly number[]) => logMarginal(readings, ratios, base.prior, shared);
    expect(under([0.85, 1, 0.85])).toBeGreaterThan(under([1, 1, 1]) + 10);
    expect(under([0.85, 1, 0.85])).toBeGreaterThan(under([1, 0.85, 0.85]) + 10);
  });
});

describe("the balance of three pairs", () => {
  const exact = () => 0;
  it("is each deviation from the mean, and the spread beside it", () => {
    const balance = balanceOfPairs({ AB: 110, BC: 100, CA: 90 }, exact, 0.05)!;
    expect(balance.mean).toBe(100);
    expect(PAIRS.map((pair) => balance.deviations[pair].value)).toEqual([0.1, 0, -0.1]);
    expect(PAIRS.map((pair) => balance.deviations[pair].judgement)).toEqual(["departs", "agrees", "departs"]);
    // Of two that deviate alike the first is named.
    expect(balance.worst).toBe("AB");
    expect(balance.spread).toBeCloseTo(0.2, 12);
    expect(balance.judgement).toBe("departs");
  });
  it("cannot tell where one pair's own uncertainty spans the limit", () => {
    const balance = balanceOfPairs({ AB: 104, BC: 100, CA: 96 }, (pair) => (pair === "CA" ? 0.02 : 0), 0.05)!;
    expect(balance.judgement).toBe("cannotTell");
    expect(balance.deviations.AB.judgement).toBe("agrees");
    expect(balance.deviations.CA.judgement).toBe("cannotTell");
  });
  it("says nothing of pairs that are nothing on average", () => {
    expect(balanceOfPairs({ AB: 0, BC: 0, CA: 0 }, exact, 0.05)).toBeNull();
    expect(balanceOfPairs({ AB: -1, BC: 0, CA: 0 }, exact, 0.05)).toBeNull();
  });
  it("leans on each pair as the quotient's derivative says", () => {
    const at = (AB: number) => balanceOfPairs({ AB, BC: 100, CA: 95 }, exact, 0.05)!;
    const step = 1e-5;
    const { mean, deviations } = at(102);
    for (const pair of PAIRS)
      expect(leanOf(pair, "AB", deviations[pair].value, mean)).toBeCloseTo(
        (at(102 + step).deviations[pair].value - at(102 - step).deviations[pair].value) / (2 * step),
        8,
      );
  });
});
