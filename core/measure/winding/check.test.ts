import { describe, expect, it } from "vitest";
import {
  BASIC,
  celsius,
  choice,
  HUB,
  job,
  measured,
  MILLIOHM,
  ohmsOf,
  pairs,
  reading,
  SHOP,
  skipped,
} from "../../../tests/jobs.ts";
import { rectangular, type Instrument } from "../../quantity/index.ts";
import { PAIRS, type Reading } from "../../record/index.ts";
import {
  allOpenProved,
  fittingRows,
  healthyPairPrior,
  measuredOf,
  measureForced,
  measurePairs,
  pairFits,
  pairSittingOf,
  readWithAnotherMeter,
  windingCheck,
  windingInstrument,
  windingTemperature,
} from "./index.ts";

type Part = Parameters<typeof job>[1];
const answered = (readings: readonly Reading[], part: Part = {}, epoch = 0) =>
  windingCheck.answer(job(readings, part), epoch);
const found = (variable: string, readings: readonly Reading[], part: Part = {}) =>
  answered(readings, part).findings.find((one) => one.variable === variable);
const STAR = { motor: HUB };
const DELTA = { motor: { ...HUB, connection: "delta" as const } };
const fine = (typed: readonly [string, string, string], epoch = 0) => pairs(typed, MILLIOHM, "0.1m", epoch);

describe("what three pairs say, in words", () => {
  it.each([
    [
      ["128m", "128.1m", "128m"],
      STAR,
      "balanced",
      false,
      /^Pairs read equal, as expected; largest deviation/u,
    ],
    [["200m", "200m", "200.1m"], STAR, "shifted", true, /^Pairs equal, far from the expected value/u],
    [
      ["90m", "128m", "90m"],
      STAR,
      "turnsStar",
      true,
      /^Both pairs through A are low: fewer turns in limb A/u,
    ],
    [
      ["128m", "90m", "90m"],
      STAR,
      "turnsStar",
      true,
      /^Both pairs through C are low: fewer turns in limb C/u,
    ],
    [["170m", "128m", "170m"], STAR, "jointSeries", true, /^Both pairs through A are high/u],
    [["192m", "192m", "128m"], STAR, "pathStar", true, /^Both pairs through B are half as high again/u],
    [
      ["384m", "192m", "192m"],
      DELTA,
      "limbOpenDelta",
      true,
      /^A–B reads double the others: winding A–B open/u,
    ],
    [["192m", "144m", "144m"], DELTA, "pathDelta", true, /^A–B is half as high again/u],
    [["95m", "121m", "121m"], DELTA, "turnsDelta", true, /^A–B is low, the others a little/u],
    [["OL", "128m", "OL"], STAR, "twoOpen", true, /^Both pairs through A are open$/u],
    [["OL", "OL", "OL"], STAR, "allOpen", true, /^All pairs open: star joint, plug or all leads$/u],
    [["0.2m", "96m", "96m"], STAR, "pairShorted", true, /^A–B reads near zero: its leads touch/u],
    [["0.2m", "0.2m", "0.2m"], STAR, "allShort", true, /^All pairs near zero/u],
    [["128m", "OL", "300m"], STAR, "erratic", true, /^The pairs fit no single fault; repeat them/u],
  ] as const)("%j: %s", (typed, part, outcome, departs, sentence) => {
    const finding = found("pairs", fine(typed), part)!;
    expect(Object.entries(finding.likelihood).find(([, p]) => p === 1)?.[0]).toBe(outcome);
    expect(finding.departs).toBe(departs);
    expect(finding.sentence).toMatch(sentence);
    expect(answered(fine(typed), part).state).toBe(departs ? "departs" : "agrees");
  });

  it("points at the limb, the winding or the lead where one is named", () => {
    expect(found("pairs", fine(["128m", "90m", "90m"]))?.place).toMatchObject({ phase: "C" });
    expect(found("pairs", fine(["144m", "192m", "144m"]), DELTA)?.place).toMatchObject({ winding: "BC" });
    expect(found("pairs", fine(["128m", "128m", "128m"]))?.place).toBeNull();
    expect(found("pairs", fine(["OL", "OL", "OL"]))?.place).toBeNull();
  });

  it("leaves out rows of the other connection once it is known", () => {
    const outcomes = (part: Part) =>
      Object.keys(found("pairs", fine(["90m", "128m", "90m"]), part)!.likelihood);
    expect(outcomes(STAR)).not.toContain("turnsDelta");
    expect(outcomes(DELTA)).not.toContain("turnsStar");
    const unknown = outcomes({ motor: { ...HUB, connection: "unknown" } });
    expect(unknown).toContain("turnsStar");
    expect(unknown).toContain("turnsDelta");
  });

  it("says the best row and each that fits a tenth as well", () => {
    const unknown = { motor: { ...HUB, connection: "unknown" as const, expected: null } };
    const fits = pairFits(job(fine(["170m", "128m", "170m"]), unknown), 0);
    const near = fittingRows(fits);
    expect(near[0]).toBe(fits[0]);
    for (const { logLikelihood } of near)
      expect(fits[0]!.logLikelihood - logLikelihood).toBeLessThan(Math.log(10));
    expect(fits[near.length]!.logLikelihood).toBeLessThanOrEqual(fits[0]!.logLikelihood - Math.log(10));
    expect(fittingRows([])).toEqual([]);
  });
});

describe("what a meter cannot tell", () => {
  it("names no fault of sound 160 mΩ pairs read to 0.1 Ω, and is no departure", () => {
    const coarse = found("pairs", pairs(["0.3", "0.4", "0.3"], BASIC, "0.2"))!;
    expect(coarse.sentence).toMatch(
      /^This meter cannot tell whether the pairs are equal: .* where 5 % is asked$/u,
    );
    expect(coarse.departs).toBe(false);
    expect(coarse.place).toBeNull();
    expect(answered(pairs(["0.3", "0.4", "0.3"], BASIC, "0.2")).state).toBe("cannotTell");
  });

  it("calls pairs equal that lie within the limit, whatever row fits them a little better", () => {
    // 128, 128, 134: 3.1 % above their mean.
    const within = found("pairs", fine(["128m", "128m", "134m"]))!;
    expect(within).toMatchObject({ departs: false, place: null });
    expect(within.sentence).toMatch(/^Pairs equal within the limit: largest deviation \+3.1 %/u);
  });

  it("offers a finer meter of the shop's where there is one, and only then", () => {
    const names = (part: Part) =>
      answered(pairs(["0.3", "0.4", "0.3"], BASIC, "0.2"), part).steps.map(({ name }) => name);
    expect(names({})).toContain("finerMeter");
    expect(names({ instruments: [BASIC] })).not.toContain("finerMeter");
    expect(answered(fine(["128m", "128m", "128m"])).steps).toEqual([]);
  });
});

describe("state, note and steps", () => {
  it("is to do, begun, skipped with its reason, or done", () => {
    expect(answered([])).toMatchObject({ state: "toDo", note: "", findings: [] });
    expect(answered([skipped("winding", "no meter here")])).toMatchObject({
      state: "skipped",
      note: "no meter here",
    });
    const two = fine(["128m", "128m", "128m"]).filter(({ slot }) => slot !== "CA");
    expect(answered(two)).toMatchObject({ state: "inProgress", note: "2/3" });
    expect(answered(fine(["128m", "128m", "128m"]))).toMatchObject({ state: "agrees", note: "equal" });
    expect(answered(fine(["OL", "OL", "OL"])).note).toBe("all open");
    expect(answered(fine(["128m", "128m", "128m"], 1))).toMatchObject({ state: "toDo" });
  });

  it("asks for tips and pairs, and leaves outcomes together that the meter at hand cannot part", () => {
    const step = (instruments: readonly Instrument[]) => answered([], { instruments }).steps[0]!;
    expect(step(SHOP)).toMatchObject({ name: "pairs", slots: ["tips", ...PAIRS], variables: ["pairs"] });
    expect(Object.keys(step([BASIC]).merged)).toEqual(["pairs"]);
    expect(step([BASIC]).merged["pairs"]).toContain("balanced");
    expect(step([BASIC]).merged["pairs"]).not.toContain("allOpen");
    expect(step([MILLIOHM]).merged).toEqual({});
  });

  it("offers the windings' own ends once the pairs depart, where somebody opens such a motor", () => {
    const names = (part: Part) => answered(fine(["OL", "128m", "OL"]), part).steps.map(({ name }) => name);
    expect(names({})).toEqual(["inward"]);
    expect(names({ motor: { ...HUB, family: "miniSplit" } })).toEqual([]);
    const told = [...fine(["OL", "128m", "OL"]), choice("winding", "inward", "alike")];
    expect(answered(told).steps).toEqual([]);
  });

  it.each([
    ["alike", false, /lies in leads or plug$/u],
    ["differ", true, /lies further in$/u],
    ["allOpen", true, /the joint behind them$/u],
  ] as const)("reads the windings' own ends: %s", (said, departs, sentence) => {
    const finding = found("inward", [choice("winding", "inward", said), ...fine(["OL", "1", "OL"])])!;
    expect(finding.likelihood).toEqual({ [said]: 1 });
    expect(finding.departs).toBe(departs);
    expect(finding.sentence).toMatch(sentence);
  });
});

describe("tips and repeats", () => {
  it("say what the probes read together", () => {
    const tips = (typed: string) => found("tips", pairs(["128m", "128m", "128m"], MILLIOHM, typed));
    expect(tips("0.1m")).toMatchObject({ likelihood: { nearZero: 1 }, departs: false });
    expect(tips("5")).toMatchObject({ likelihood: { high: 1 }, departs: true });
    expect(tips("OL")).toMatchObject({ likelihood: { open: 1 }, departs: true });
    expect(found("tips", pairs(["128m", "128m", "128m"], MILLIOHM))).toBeUndefined();
  });

  it("say whether repeats stand still, and nothing of a single reading", () => {
    const steady = (typed: string) => found("steady", fine([typed, "128m", "128m"]));
    expect(steady("128m")).toBeUndefined();
    expect(steady("128m 128.1m")).toMatchObject({ likelihood: { steady: 1 }, departs: false });
    expect(steady("128m 148m")).toMatchObject({ likelihood: { drifting: 1 }, departs: true });
    expect(steady("128m OL")).toMatchObject({ likelihood: { drifting: 1 }, departs: true });
  });

  it("prove all pairs open only where the tips read near zero in the same sitting", () => {
    const proved = (tips: string | undefined, typed: readonly [string, string, string]) =>
      allOpenProved(job(pairs(typed, MILLIOHM, tips)), 0);
    expect(proved("0.1m", ["OL", "OL", "OL"])).toBe(true);
    expect(proved(undefined, ["OL", "OL", "OL"])).toBe(false);
    expect(proved("OL", ["OL", "OL", "OL"])).toBe(false);
    expect(proved("0.1m", ["OL", "OL", "128m"])).toBe(false);
    expect(allOpenProved(job([]), 0)).toBe(false);
  });
});

describe("which meter counts", () => {
  it("is the last one named, and what another one read does not mix in", () => {
    const other = pairs(["0.3", "0.3", "0.3"], BASIC);
    const mixed = [...other.slice(0, 1), ...fine(["128m", "128m", "128m"])];
    expect(windingInstrument(job(mixed), 0)?.id).toBe(MILLIOHM.id);
    expect(readWithAnotherMeter(job(mixed), 0)).toEqual(["AB"]);
    expect(readWithAnotherMeter(job(fine(["128m", "128m", "128m"])), 0)).toEqual([]);
    expect(windingInstrument(job([]), 0)).toBeNull();
    expect(measuredOf(job([]), 0)).toBeNull();
    expect(pairSittingOf(job([]), 0)).toBeNull();
    expect(pairFits(job([]), 0)).toEqual([]);
  });

  it("is the forced current once all three pairs are read so, with the tips of the plain meter", () => {
    const supply = SHOP.find(({ dcVolts, dcAmperes }) => dcVolts && dcAmperes)!;
    const forced = (pair: string, volts: number) => [
      measured("winding", `${pair}.amperes`, "amperes", 1, { instrumentId: supply.id }),
      measured("winding", `${pair}.volts`, "volts", volts, { instrumentId: supply.id }),
    ];
    const plain = fine(["150m", "150m", "150m"]);
    const two = [...plain, ...forced("AB", 0.128), ...forced("BC", 0.128)];
    expect(measuredOf(job(two), 0)!.pairs.AB).toMatchObject({
      resistance: expect.closeTo(0.1499, 3) as number,
    });
    const three = measuredOf(job([...two, ...forced("CA", 0.128)]), 0)!;
    expect(three.pairs.AB).toMatchObject({ resistance: expect.closeTo(0.128, 9) as number });
    expect(three.tips).toBe("nearZero");
    const alone = measuredOf(job(forced("AB", 0.128)), 0)!;
    expect(Object.keys(alone.pairs)).toEqual(["AB"]);
  });

  it("takes the winding's temperature as read, else a room's, and moves the expected value by it", () => {
    expect(windingTemperature(job([]), 0)).toEqual({ celsius: 20, doubt: 8, read: false });
    expect(windingTemperature(job([celsius(45)]), 0)).toEqual({ celsius: 45, doubt: 2, read: true });
    // Copper from 20 to 45 °C, k = 235 (IEC 60034-1): 280/255.
    expect(healthyPairPrior(HUB, 45, 2).centre).toBeCloseTo(0.128 * (280 / 255), 9);
    expect(healthyPairPrior(HUB, 20, 0).spread).toBeCloseTo(0.03, 9);
    const unknown = healthyPairPrior({ ...HUB, expected: null }, 20, 8);
    expect(unknown.centre).toBe(0.16);
    expect(unknown.spread).toBeCloseTo(Math.log(3), 9);
  });

  it("does not apply where the plug carries electronics", () => {
    expect(windingCheck.notApplicable(HUB)).toBeNull();
    expect(windingCheck.notApplicable({ ...HUB, family: "ecmSealed" })).toMatch(/not applicable/u);
    expect(windingCheck.optional(HUB)).toBe(false);
  });
});

describe("measured pairs by hand", () => {
  /** 0.1 % and 3 counts of 0.1 mΩ up to 1 Ω, 1 mΩ up to 10 Ω; leads of 50 mΩ. */
  const METER: Instrument = {
    id: "m",
    name: "by hand",
    wiring: "twoWire",
    ranges: [
      { fullScale: 1, resolution: 1e-4, ofReading: 0.001, digits: 3 },
      { fullScale: 10, resolution: 1e-3, ofReading: 0.001, digits: 3 },
    ],
    leadResistance: 0.05,
    contactScatter: 2e-4,
  };
  const pairsOf = (AB: number[], tips: number[] = [0.05]) =>
    measurePairs({ instrument: METER, pairs: { AB, BC: [0.2], CA: [0.2] }, tips });
  const rect = (halfWidth: number) => rectangular(halfWidth).u;

  it("take the tips away, and know them to one digit and their scatter", () => {
    const { pairs: read, leadRemoved, offset, nulled, tips } = pairsOf([0.2]);
    expect(read.AB).toMatchObject({
      state: "finite",
      resistance: expect.closeTo(0.15, 12) as number,
      count: 1,
    });
    expect(leadRemoved).toBeCloseTo(0.05, 12);
    expect(nulled).toBe(true);
    expect(tips).toBe("nearZero");
    // One look: the meter's own scatter of contact, and one digit of 0.1 mΩ as a rectangle.
    expect(offset.u).toBeCloseTo(Math.hypot(2e-4, rect(1e-4)), 9);
  });

  it("without tips take the usual leads away, known to within themselves", () => {
    const { leadRemoved, nulled, offset } = pairsOf([0.2], []);
    expect(leadRemoved).toBe(0.05);
    expect(nulled).toBe(false);
    // The leads as a rectangle, and the two digits that no null cancels.
    expect(offset.u).toBeCloseTo(Math.hypot(rect(0.05), rect(2e-4)), 9);
    const four = measurePairs({
      instrument: { ...METER, wiring: "fourWire" },
      pairs: { AB: [0.2], BC: [], CA: [] },
      tips: [],
    });
    expect(four).toMatchObject({ leadRemoved: 0, nulled: true });
  });

  it("share the gain on one range, and each has its own on several", () => {
    expect(pairsOf([0.2]).gain.u).toBeCloseTo(rect(0.001), 12);
    const several = pairsOf([2]);
    expect(several.severalRanges).toBe(true);
    expect(several.gain.u).toBe(0);
    const one = pairsOf([0.2]).pairs.AB as { independent: { u: number } };
    expect(one.independent.u).toBeCloseTo(Math.hypot(2e-4, rect(1e-4)), 9);
    const wide = several.pairs.AB as { independent: { u: number } };
    expect(wide.independent.u).toBeCloseTo(
      Math.hypot(1e-3 / Math.sqrt(12), rect(1e-3), rect(0.001) * 1.95),
      6,
    );
  });

  it("keep a value below zero as it is, and call short what zero lies within", () => {
    const below = pairsOf([0.0495]).pairs.AB as { state: string; resistance: number };
    expect(below.resistance).toBeCloseTo(-0.0005, 9);
    expect(below.state).toBe("short");
    expect(pairsOf([0.06]).pairs.AB).toMatchObject({ state: "finite" });
  });

  it("drift beyond four times the contact's scatter or four counts", () => {
    expect(pairsOf([0.2, 0.2008]).pairs.AB).toMatchObject({ drifting: false });
    expect(pairsOf([0.2, 0.203]).pairs.AB).toMatchObject({ drifting: true });
    expect(pairsOf([0.2]).pairs.AB).toMatchObject({ drifting: false, scatter: null });
  });

  it("refuse what no display shows", () => {
    expect(() => pairsOf([-1])).toThrow(RangeError);
    expect(() => pairsOf([Number.NaN])).toThrow(RangeError);
    expect(
      measurePairs({ instrument: METER, pairs: { AB: ["open"], BC: [], CA: [] }, tips: [] }).pairs,
    ).toEqual({
      AB: { state: "open", aboveRange: 10, count: 1 },
    });
  });
});

describe("a forced current by hand", () => {
  const voltmeter = {
    ...BASIC,
    dcVolts: [{ fullScale: 0.2, resolution: 1e-4, ofReading: 0.005, digits: 3 }],
  };
  const ammeter = { ...BASIC, dcAmperes: [{ fullScale: 10, resolution: 0.01, ofReading: 0.01, digits: 3 }] };
  const forced = (volts: number, amperes: number, zero: number[] = []) =>
    measureForced({
      voltmeter,
      ammeter,
      pairs: { AB: [{ volts, amperes }], BC: [], CA: [] },
      zero,
    });

  it("counts the ammeter's digits: ±3 counts of 0.01 A on 1 A are 3 % by themselves (GUM)", () => {
    const { gain } = forced(0.1, 1);
    // 0.5 % and 1 % as rectangles, and two of the three counts as one offset of the ammeter's own.
    const rect = (halfWidth: number) => halfWidth / Math.sqrt(3);
    expect(gain.u).toBeCloseTo(Math.hypot(rect(0.005), rect(0.01), rect(0.02)), 9);
    const read = forced(0.1, 1).pairs.AB as { expanded: number; resistance: number };
    expect(read.resistance).toBeCloseTo(0.1, 12);
    expect(read.expanded / read.resistance).toBeGreaterThan(0.025);
  });

  it("takes the volts at rest away, and keeps what then lies below zero", () => {
    expect(forced(0.1, 1, [0.001, 0.003]).pairs.AB).toMatchObject({
      resistance: expect.closeTo(0.098, 12) as number,
    });
    expect(forced(0.0001, 1, [0.0003]).pairs.AB).toMatchObject({
      resistance: expect.closeTo(-0.0002, 12) as number,
    });
  });

  it("is open where no current flows, with what that is above", () => {
    expect(forced(0.15, 0).pairs.AB).toMatchObject({ state: "open", count: 1 });
    expect(forced(0.15, 0).tips).toBe("notTried");
  });
});

describe("one value typed twice", () => {
  it("is a repeat of the pair, and averaged", () => {
    const again = [
      ...fine(["128m", "128m", "128m"]),
      reading({ check: "winding", slot: "AB", value: ohmsOf("130m"), instrumentId: MILLIOHM.id }),
    ];
    expect(measuredOf(job(again), 0)!.pairs.AB).toMatchObject({
      count: 2,
      resistance: expect.closeTo(0.1289, 9) as number,
    });
  });
});
