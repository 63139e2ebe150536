import { describe, expect, it } from "vitest";
import type { JobRecord, Visit } from "#core/record";
import { assessJob } from "#core/judge";
import { celsius, job, measured, MILLIOHM, ohmsOf, pairs, reading, REPAIR, spun } from "../../tests/jobs.ts";
import {
  againstPast,
  comparedBy,
  compareSisters,
  grubbsLimit,
  grubbsOf,
  learnFrom,
  normalisedError,
  pairsAtReference,
  visitOf,
} from "./index.ts";

/** NIST/SEMATECH e-Handbook of Statistical Methods, 1.3.5.17.1: mass spectrometer data, uranium isotope. */
const NIST = [199.31, 199.53, 200.19, 200.82, 201.92, 201.95, 202.18, 245.57];

describe("Grubbs' test", () => {
  it("gives the handbook's G 2.4687 and its one-sided 5 % limit 2.032, two-sided 2.127", () => {
    const { g, index } = grubbsOf(NIST);
    expect(g).toBeCloseTo(2.4687, 3);
    expect(index).toBe(7);
    expect(grubbsLimit(8, 0.05, 1)).toBeCloseTo(2.032, 3);
    expect(grubbsLimit(8)).toBeCloseTo(2.127, 3);
  });
  it("refuses fewer than three", () => {
    expect(() => grubbsOf([1, 2])).toThrow(RangeError);
    expect(() => grubbsLimit(2)).toThrow(RangeError);
  });
});

describe("sisters", () => {
  const sister = (id: string, value: number, expanded = 9) => ({ id, value, expanded });
  it("names the odd one of six by Grubbs, as advice", () => {
    const six = [901, 894, 902, 895, 899, 997].map((value, i) => sister(String(i + 1), value));
    const { odd, grubbs, each } = compareSisters(six);
    expect(odd).toMatchObject([{ id: "6", by: "Grubbs", advisory: true }]);
    expect(grubbs!.g).toBeGreaterThan(grubbs!.limit);
    expect(each.find(({ id }) => id === "6")!.en).toBeGreaterThan(1);
    expect(each.find(({ id }) => id === "1")!.en).toBeLessThan(1);
  });
  it("goes by En alone below four, and of two does not say which is odd", () => {
    expect(compareSisters([sister("a", 900), sister("b", 902), sister("c", 960)]).odd).toMatchObject([
      { id: "c", by: "En" },
    ]);
    expect(compareSisters([sister("a", 900), sister("b", 960)])).toMatchObject({ odd: [], divided: true });
    expect(() => compareSisters([sister("a", 900)])).toThrow(RangeError);
  });
  it("finds none among sound ones", () => {
    expect(compareSisters([900, 903, 898, 901].map((value, i) => sister(String(i), value)))).toMatchObject({
      odd: [],
      divided: false,
    });
  });
  it("marks every one that stands out, and holds the sound ones against each other alone", () => {
    const eight = [901, 894, 902, 895, 899, 997, 1053, 900].map((value, i) => sister(String(i + 1), value));
    const { odd, each } = compareSisters(eight);
    expect(odd.map(({ id }) => id)).toEqual(["7", "6"]);
    for (const { id, en } of each) expect(en > 1, id).toBe(["6", "7"].includes(id));
    expect(each.find(({ id }) => id === "7")!.reference.value).toBeCloseTo(899.5, 9);
  });
  it("calls none odd that lies within its own limit, however far it lies from the rest", () => {
    // Read to a hair but for the last, whose meter was a blunt one.
    const blunt = [900, 900.1, 899.9, 900, 900.1].map((value, i) => sister(String(i), value, 1));
    const { odd, grubbs } = compareSisters([...blunt, sister("far", 940, 60)]);
    expect(grubbs!.g).toBeGreaterThan(grubbs!.limit);
    expect(odd).toEqual([]);
  });
  it("that several shops read are held against each other by their uncertainties alone", () => {
    // A tachometer of another shop reads 5 % more, well within what it is good for.
    const here = [901, 894, 902, 895, 899].map((value, i) => sister(String(i + 1), value));
    const there = { ...sister("6", 945, 60), shop: "Harbour room" };
    expect(compareSisters([...here, there])).toMatchObject({ odd: [], divided: false, grubbs: null });
    const far = { ...sister("6", 1053, 60), shop: "Harbour room" };
    expect(compareSisters([...here, far]).odd).toMatchObject([{ id: "6", by: "En", advisory: true }]);
  });
  it("names none where half of them differ from the other half", () => {
    const halves = [900, 901, 960, 961].map((value, i) => sister(String(i), value));
    expect(compareSisters(halves)).toMatchObject({ odd: [], divided: true });
    expect(compareSisters([sister("a", 900), sister("b", 940), sister("c", 990)])).toMatchObject({
      odd: [],
      divided: true,
    });
  });
  it("accuses none of what sound sisters differ by anyway", () => {
    // 1.4 % apart, read to a tenth of a per cent: three of one drawing.
    const three = [900, 901, 913].map((value, i) => sister(String(i), value, 1));
    expect(compareSisters(three).odd).toMatchObject([{ id: "2" }]);
    expect(compareSisters(three, comparedBy("emf", [900, 901, 902])).odd).toMatchObject([{ id: "2" }]);
    expect(compareSisters(three, comparedBy("resistance", [])).odd).toEqual([]);
    expect(normalisedError({ value: 105, expanded: 3 }, { value: 100, expanded: 4 }, 12)).toBeCloseTo(
      5 / 13,
      12,
    );
  });
  it("learns what they differ by from six sound ones on, and not before", () => {
    const five = [900, 950, 1000, 1050, 1100];
    expect(comparedBy("emf", five).natural).toEqual({ share: 0.01 });
    expect(comparedBy("resistance", five).natural).toEqual({ share: 0.02 });
    // Quartiles of 1 to 6 hundred apart by 250: 2 × 0.7413 × 250 over the median of 350.
    const six = [100, 200, 300, 400, 500, 600];
    const { natural } = comparedBy("emf", six);
    expect("share" in natural && natural.share).toBeCloseTo((2 * 0.7413 * 250) / 350, 9);
    // Six that read alike to the digit teach nothing of what an uneven winding is.
    expect(comparedBy("imbalance", [0.2, 0.2, 0.2, 0.2, 0.2, 0.2])).toEqual({
      natural: { absolute: 1.8 },
      worse: "above",
    });
    const even = [0.2, 0.2, 0.2, 0.2, 0.2, 0.2, 0.5].map((value, i) => sister(String(i), value, 0.1));
    expect(compareSisters(even, comparedBy("imbalance", [0.2, 0.2, 0.2, 0.2, 0.2, 0.2])).odd).toEqual([]);
  });
  it("calls none odd for being better than the others: evenly wound, or free to coast", () => {
    const by = comparedBy("imbalance", []);
    const imbalances = [3, 3.1, 3, 3.2, 0.2].map((value, i) => sister(String(i), value, 0.1));
    expect(compareSisters(imbalances, by)).toMatchObject({ odd: [], divided: false });
    const uneven = [0.3, 0.4, 0.2, 0.5, 6].map((value, i) => sister(String(i), value, 0.1));
    expect(compareSisters(uneven, by).odd).toMatchObject([{ id: "4", by: "Grubbs" }]);
    // One that differs by less than sound windings do is none, however finely it was read.
    const even = [0.3, 0.4, 0.2, 0.5, 1.9].map((value, i) => sister(String(i), value, 0.01));
    expect(compareSisters(even, by).odd).toEqual([]);
    const coasts = [9, 8.8, 9.2, 9.1, 20].map((value, i) => sister(String(i), value, 0.4));
    expect(compareSisters(coasts, comparedBy("coastDown", [])).odd).toEqual([]);
    const short = [9, 8.8, 9.2, 9.1, 4].map((value, i) => sister(String(i), value, 0.4));
    expect(compareSisters(short, comparedBy("coastDown", [])).odd).toMatchObject([{ id: "4" }]);
  });
  it("takes En as |x − ref| over the root of both U² (ISO/IEC 17043)", () => {
    expect(normalisedError({ value: 10.5, expanded: 0.3 }, { value: 10, expanded: 0.4 })).toBeCloseTo(1, 12);
  });
});

describe("learning from good motors", () => {
  it("gives median and robust spread with how many taught it, and nothing from fewer than three", () => {
    expect(learnFrom([128, 127, 129, 128, 160])).toMatchObject({ median: 128, n: 5 });
    expect(learnFrom([128, 127, 129, 128, 160])!.spread).toBeCloseTo(0.7413, 4);
    expect(learnFrom([128, 127])).toBeNull();
  });
});

const sound = ["127.9m", "128.2m", "128.0m"] as const;
const past = (typed: readonly [string, string, string]): Visit =>
  visitOf(job([celsius(20), ...pairs(typed, MILLIOHM, "0.1m")]), {
    jobNumber: 1,
    at: "2026-01-10T09:00:00.000Z",
  });
const now = (typed: readonly [string, string, string], degrees = 20): JobRecord =>
  job([celsius(degrees), ...pairs(typed, MILLIOHM, "0.1m")], { past: [past(sound)] });

describe("a unit against its own past", () => {
  it("brings pairs to 20 °C before it compares: copper at 60 °C is the same motor (IEC 60034-1)", () => {
    const warm = sound.map(
      (text) => `${(Number.parseFloat(text) * (295 / 255)).toFixed(1)}m`,
    ) as unknown as typeof sound;
    expect(pairsAtReference(now(warm, 60), 0)!.AB.value).toBeCloseTo(0.1278, 3);
    expect(againstPast(now(warm, 60), 0).kind).toBe("same");
  });
  it("suspects the set-up when all three shift together, and the motor when one does", () => {
    expect(againstPast(now(["149.8m", "150.4m", "150.1m"]), 0)).toMatchObject({
      kind: "allShifted",
      what: "pairs",
    });
    expect(againstPast(now(["127.9m", "143.6m", "143.5m"]), 0).kind).toBe("someMoved");
    const shifted = assessJob(now(["149.8m", "150.4m", "150.1m"]));
    const same = assessJob(now(["128.1m", "128.0m", "128.3m"]));
    const setup = (verdict: typeof same) =>
      verdict.faults.find(({ fault }) => fault === "setup")!.probability;
    expect(setup(shifted)).toBeGreaterThan(3 * setup(same));
    // What fitted its data last time is not explained by wrong data: the set-up leads.
    expect(shifted.faults[0]!.fault).toBe("setup");
    expect(shifted.findings.find(({ variable }) => variable === "past")!.sentence).toContain(
      "suspect the set-up",
    );
  });
  it("names the shop whose instruments read it before", () => {
    const elsewhere = job([celsius(20), ...pairs(["149.8m", "150.4m", "150.1m"], MILLIOHM, "0.1m")], {
      past: [{ ...past(sound), shop: "Harbour room" }],
    });
    expect(assessJob(elsewhere).findings.find(({ variable }) => variable === "past")!.sentence).toMatch(
      /since \d{4}-\d\d-\d\d at Harbour room, by its instruments: suspect the set-up$/u,
    );
  });
  it("says the same of a constant that shifts with three equal volts (common practice: 1900 one day, 1161 the next)", () => {
    const before = visitOf(job(spun([235, 1.58, 1.58, 1.58, 235])), {
      jobNumber: 1,
      at: "2026-01-10T09:00:00.000Z",
    });
    const after = job(spun([235, 0.97, 0.97, 0.97, 235]), { past: [before] });
    expect(againstPast(after, 0)).toMatchObject({ kind: "allShifted", what: "constant" });
  });
  it("has nothing to say without a past", () => {
    expect(againstPast(job(pairs(sound, MILLIOHM)), 0).kind).toBe("noPast");
  });
});

describe("a visit", () => {
  it("keeps what it left with: the pairs after the repair, insulation at 40 °C", () => {
    const record = job(
      [
        ...pairs(["OL", "OL", "OL"], MILLIOHM, "0.1m"),
        reading({ check: "insulation", slot: "oneMinute", value: ohmsOf("2G") }),
        celsius(20, 1),
        ...pairs(sound, MILLIOHM, "0.1m", 1),
      ],
      { repairs: [REPAIR] },
    );
    const visit = visitOf(record, { jobNumber: 7, at: "2026-03-02T09:00:00.000Z" });
    expect(visit.pairs!.AB.value).toBeCloseTo(0.1278, 3);
    // IEEE 43, thermoplastic: a quarter from 20 to 40 °C (memory).
    expect(visit.insulation).toBeCloseTo(5e8, -3);
    expect(visit.constant).toBeNull();
  });
  it("keeps the largest imbalance with its own doubt, and how long it coasts", () => {
    const record = job([
      celsius(20),
      ...pairs(["500m", "500m", "530m"], MILLIOHM, "0.1m"),
      measured("mechanical", "coastDown", "seconds", 8),
    ]);
    const visit = visitOf(record, { jobNumber: 7, at: "2026-03-02T09:00:00.000Z" });
    // Mean 510: the third lies 20 over it, the tips counted out (worked example of imbalanceOf).
    expect(visit.imbalance!.value).toBeCloseTo(2000 / 510, 1);
    // What a meter reads wrong by a share of the value is the same in all three.
    expect(visit.imbalance!.expanded).toBeLessThan((100 * visit.pairs!.AB.expanded) / visit.pairs!.AB.value);
    expect(visit.coastDown!.value).toBe(8);
    const none = visitOf(job([]), { jobNumber: 7, at: "2026-03-02T09:00:00.000Z" });
    expect("imbalance" in none || "coastDown" in none).toBe(false);
  });
});
