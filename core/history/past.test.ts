import { describe, expect, it } from "vitest";
import { constantOf } from "#core/measure/backemf";
import type { KvConvention } from "#core/quantity";
import type { ByPair, Measured, Visit } from "#core/record";
import { celsius, DECISION, job, MILLIOHM, pairs, REPAIR, spun } from "../../tests/jobs.ts";
import {
  againstPast,
  compareSisters,
  expectedFrom,
  grubbsOf,
  leftSound,
  meanPairOf,
  normalisedError,
  pairsAtReference,
  peakConstantOf,
  visitOf,
} from "./index.ts";

const HEAD = { jobNumber: 1, at: "2026-01-10T09:00:00.000Z" };
const NONE: Visit = { ...HEAD, pairs: null, constant: null, insulation: null };
const visit = (part: Partial<Visit>): Visit => ({ ...NONE, ...part });
const three = (AB: Measured, BC: Measured, CA: Measured): ByPair<Measured> => ({ AB, BC, CA });
const READ = [celsius(20), ...pairs(["127.9m", "128.2m", "128.0m"], MILLIOHM, "0.1m")];
/** Today's pairs, and a past in which each was smaller by a factor, known to a share of its value. */
const after = (grown: readonly [number, number, number], share = 0.001) => {
  const now = pairsAtReference(job(READ), 0)!;
  const before = (pair: keyof typeof now, factor: number) => ({
    value: now[pair].value / factor,
    expanded: (now[pair].value / factor) * share,
  });
  const [AB, BC, CA] = grown;
  return againstPast(
    job(READ, { past: [visit({ pairs: three(before("AB", AB), before("BC", BC), before("CA", CA)) })] }),
    0,
  );
};

describe("pairs against the last visit", () => {
  it("are weather below four per cent, however surely they are known", () => {
    expect(after([1.039, 1.039, 1.039]).kind).toBe("same");
    expect(after([1.05, 1.05, 1.05])).toMatchObject({ kind: "allShifted", what: "pairs" });
    expect(after([0.95, 0.95, 0.95])).toMatchObject({ kind: "allShifted", what: "pairs" });
  });
  it("are the same where the uncertainties reach from one to the other", () => {
    expect(after([1.1, 1.1, 1.1], 0.2).kind).toBe("same");
    expect(after([1.1, 1.1, 1.1], 0.05).kind).toBe("allShifted");
  });
  it("shift together only where their ratios lie within a quarter of the shift; the ratio is their mean", () => {
    const together = after([1.09, 1.1, 1.11]);
    expect(together).toMatchObject({ kind: "allShifted", what: "pairs" });
    if (together.kind === "allShifted") expect(together.ratio).toBeCloseTo(1.1, 9);
    expect(after([1.08, 1.1, 1.11]).kind).toBe("someMoved");
    expect(after([1.2, 1.25, 1.24]).kind).toBe("allShifted");
    expect(after([1.15, 1.25, 1.24]).kind).toBe("someMoved");
  });
  it("speak of the motor where one or two moved, up or down", () => {
    expect(after([1, 1.12, 1.12]).kind).toBe("someMoved");
    expect(after([1, 1, 0.9]).kind).toBe("someMoved");
  });
  it("are held against the last visit that measured something, and named with it", () => {
    const now = pairsAtReference(job(READ), 0)!;
    const old = visit({ jobNumber: 3, pairs: now });
    const older = visit({ jobNumber: 2, pairs: three(now.AB, now.BC, { ...now.CA, value: 0.2 }) });
    const past = [older, old, visit({ jobNumber: 4 })];
    expect(againstPast(job(READ, { past }), 0)).toEqual({ kind: "same", since: old });
    expect(againstPast(job(READ, { past: [old, older] }), 0).kind).toBe("someMoved");
    expect(againstPast(job(READ, { past: [NONE] }), 0)).toEqual({ kind: "noPast" });
  });
  it("have no past in a visit that measured only what today did not", () => {
    const constant = { value: 10, expanded: 0.1, convention: "peak" as const };
    expect(againstPast(job(READ, { past: [visit({ constant })] }), 0)).toEqual({ kind: "noPast" });
  });
});

const SPUN = spun([235, 1.58, 1.58, 1.58, 235]);
/** A past constant as a multiple of today's, written in a convention, known to a share of its value. */
const spunAfter = (factor: number, convention: KvConvention = "peak", share = 0.001) => {
  const { rpmPerVolt } = constantOf(job(SPUN), 0)!;
  // Volts for one of line RMS (computation, section 2): the constant goes the other way.
  const volts = { peak: Math.SQRT2, sixStep: (3 * Math.SQRT2) / Math.PI, rms: 1 } as const;
  const value = (factor * rpmPerVolt * volts.peak) / volts[convention];
  const past = [visit({ constant: { value, expanded: value * share, convention } })];
  return againstPast(job(SPUN, { past }), 0);
};

describe("a constant against the last visit", () => {
  it("is the same motor in whichever convention it was kept", () => {
    for (const convention of ["peak", "sixStep", "rms"] as const)
      expect(spunAfter(1, convention).kind, convention).toBe("same");
  });
  it("has shifted beyond four per cent and both uncertainties, up or down, by the ratio of today to then", () => {
    const shifted = spunAfter(1.25, "rms");
    expect(shifted).toMatchObject({ kind: "allShifted", what: "constant" });
    if (shifted.kind === "allShifted") expect(shifted.ratio).toBeCloseTo(0.8, 9);
    expect(spunAfter(0.8).kind).toBe("allShifted");
    expect(spunAfter(1.02).kind).toBe("same");
    expect(spunAfter(1.25, "peak", 0.5).kind).toBe("same");
    expect(spunAfter(1.25, "rms", 0.5).kind).toBe("same");
  });
});

describe("a normalised error without uncertainty", () => {
  it("is nothing between equals and beyond all bounds between others", () => {
    expect(normalisedError({ value: 5, expanded: 0 }, { value: 5, expanded: 0 })).toBe(0);
    expect(normalisedError({ value: 5, expanded: 0 }, { value: 6, expanded: 0 })).toBe(Infinity);
  });
});

describe("figures of a visit", () => {
  it("are the mean of its pairs with the mean of their uncertainties: what they share does not average out", () => {
    const pairsThen = three(
      { value: 0.12, expanded: 0.003 },
      { value: 0.126, expanded: 0.006 },
      { value: 0.135, expanded: 0.009 },
    );
    const mean = meanPairOf(visit({ pairs: pairsThen }))!;
    expect(mean.value).toBeCloseTo(0.127, 12);
    expect(mean.expanded).toBeCloseTo(0.006, 12);
    expect(meanPairOf(NONE)).toBeNull();
  });
  it("and its constant per volt of line peak, its uncertainty the same share of it", () => {
    const found = peakConstantOf(visit({ constant: { value: 200, expanded: 10, convention: "rms" } }))!;
    // One volt of line RMS is √2 of line peak: as many turns fewer for each.
    expect(found.value).toBeCloseTo(200 / Math.SQRT2, 9);
    expect(found.expanded / found.value).toBeCloseTo(0.05, 12);
    expect(peakConstantOf(NONE)).toBeNull();
  });
});

describe("a visit's last word", () => {
  it("is of each quantity the last round that has it, and nothing where none was read", () => {
    const record = job(
      [...READ, celsius(20, 1), ...pairs(["130.0m", "130.2m", "130.1m"], MILLIOHM, "0.1m", 1)],
      { repairs: [REPAIR] },
    );
    expect(visitOf(record, HEAD).pairs!.AB.value).toBeCloseTo(0.1299, 4);
    expect(visitOf(job(READ, { repairs: [REPAIR] }), HEAD).pairs!.AB.value).toBeCloseTo(0.1278, 4);
    expect(visitOf(job([]), HEAD)).toEqual(NONE);
  });
  it("knows pairs at 20 °C less surely the less their temperature was known", () => {
    const unknown = pairsAtReference(job(READ.slice(1)), 0)!;
    const known = pairsAtReference(job(READ), 0)!;
    expect(unknown.AB.expanded).toBeGreaterThan(2 * known.AB.expanded);
    // Copper at 60 °C reads 295/255 of what it reads at 20 (IEC 60034-1), and so does its uncertainty's share of meter.
    const warm = pairsAtReference(
      job([celsius(60), ...pairs(["147.9m", "148.2m", "148.0m"], MILLIOHM, "0.1m")]),
      0,
    )!;
    expect(warm.AB.value).toBeCloseTo((0.1478 * 255) / 295, 6);
    expect(warm.AB.expanded / warm.AB.value).toBeLessThan(0.02);
  });
});

describe("a motor that left as sound", () => {
  const departing = (departs: boolean) =>
    [{ check: "winding", variable: "pairs", outcome: "equal", departs, sentence: "", weights: {} }] as never;
  it("was repaired or cleared, and nothing of it departs", () => {
    const cleared = { ...DECISION, disposition: "notMotor" as const };
    expect(leftSound(job([], { repairs: [REPAIR] }), departing(false))).toBe(true);
    expect(leftSound(job([], { decisions: [cleared] }), departing(false))).toBe(true);
    expect(leftSound(job([], { decisions: [DECISION] }), departing(false))).toBe(false);
    expect(leftSound(job([], { decisions: [cleared, DECISION] }), departing(false))).toBe(false);
    expect(leftSound(job([]), [])).toBe(false);
    expect(leftSound(job([], { repairs: [REPAIR] }), departing(true))).toBe(false);
    const both = [...(departing(false) as object[]), ...(departing(true) as object[])];
    expect(leftSound(job([], { repairs: [REPAIR] }), both as never)).toBe(false);
  });
});

describe("what sound motors taught as an expected value", () => {
  it("is their median, good for three spreads and never for less than three per cent", () => {
    expect(expectedFrom({ median: 0.128, spread: 0.00256, n: 7 })).toEqual({
      ohms: 0.128,
      tolerance: expect.closeTo(0.06, 12) as number,
      atTemperature: 20,
      source: "median of 7 sound motors of this shop",
    });
    expect(expectedFrom({ median: 0.128, spread: 0.0001, n: 3 }).tolerance).toBe(0.03);
  });
});

describe("sisters side by side", () => {
  const set = (values: readonly number[], expanded = 9) =>
    values.map((value, i) => ({ id: String(i), value, expanded }));
  it("are each held against the median of the others", () => {
    const { each, grubbs } = compareSisters([
      { id: "a", value: 900, expanded: 3 },
      { id: "b", value: 910, expanded: 4 },
      { id: "c", value: 950, expanded: 6 },
    ]);
    expect(each).toEqual([
      { id: "a", reference: { value: 930, expanded: 5 }, en: 30 / Math.hypot(3, 5) },
      { id: "b", reference: { value: 925, expanded: 4.5 }, en: 15 / Math.hypot(4, 4.5) },
      { id: "c", reference: { value: 905, expanded: 3.5 }, en: 45 / Math.hypot(6, 3.5) },
    ]);
    expect(grubbs).toBeNull();
  });
  it("are tried by Grubbs from four on; up to six it is advice, from seven on it stands", () => {
    expect(compareSisters(set([900, 901, 902])).grubbs).toBeNull();
    expect(compareSisters(set([900, 901, 902, 903])).grubbs).not.toBeNull();
    expect(compareSisters(set([900, 901, 902, 903, 901, 980])).odd).toMatchObject([
      {
        id: "5",
        advisory: true,
      },
    ]);
    expect(compareSisters(set([900, 901, 902, 903, 901, 902, 980])).odd).toMatchObject([
      {
        id: "6",
        by: "Grubbs",
        advisory: false,
      },
    ]);
  });
  it("name the farthest by En where Grubbs sees none, and none that agrees within En 1", () => {
    expect(compareSisters(set([900, 901, 941], 5)).odd[0]?.by).toBe("En");
    expect(compareSisters(set([900, 904, 900], 3)).odd).toEqual([]);
    expect(compareSisters(set([901, 900, 900, 940], 1)).odd).toMatchObject([{ id: "3" }]);
    // Two of four differ from the other two: nobody knows which two.
    expect(compareSisters(set([904, 900, 900, 940], 1))).toMatchObject({ odd: [], divided: true });
  });
  it("all alike have no farthest", () => {
    expect(grubbsOf([5, 5, 5])).toEqual({ g: 0, index: 0 });
    expect(grubbsOf([5, 9, 5]).index).toBe(1);
    expect(grubbsOf([5, 1, 5, 5]).index).toBe(1);
    expect(grubbsOf([1, 2, 3]).g).toBeCloseTo(1, 12);
    expect(compareSisters(set([5, 5, 5, 5])).odd).toEqual([]);
  });
});
