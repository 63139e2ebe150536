import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Instrument } from "#core/quantity";
import { PAIRS, type ByPair, type Phase } from "#core/record";
import { ratiosAt } from "#core/pattern";
import { BASIC, METERS, MILLIOHM } from "../../../tests/jobs.ts";
import {
  canDecide,
  deltaConductancesOf,
  FAULT_ROWS,
  imbalanceOf,
  measuredDeltaLimbs,
  measuredStarLimbs,
  measurePairs,
  pairsOfDelta,
  pairsOfStar,
  recognisePattern,
  resistanceAt,
  starLimbsOf,
  temperatureFactor,
  type DisplayReading,
  type PairOutcome,
} from "./index.ts";

/** A meter without error, so that arithmetic shows alone. */
const PERFECT: Instrument = {
  id: "perfect",
  name: "perfect",
  wiring: "fourWire",
  ranges: [{ fullScale: 1e6, resolution: 1e-9, ofReading: 0, digits: 0 }],
  leadResistance: 0,
  contactScatter: 0,
};

function measure(
  AB: DisplayReading,
  BC: DisplayReading,
  CA: DisplayReading,
  instrument = PERFECT,
  tips: DisplayReading[] = [],
) {
  return measurePairs({ instrument, pairs: { AB: [AB], BC: [BC], CA: [CA] }, tips });
}

describe("temperature", () => {
  // IEEE 118 form, k = 234.5.
  it.each([
    [25, 20, 0.98073],
    [20, 100, 1.31434],
  ])("brings copper from %s to %s °C by %s", (from, to, factor) => {
    expect(temperatureFactor(from, to, "copperIeee")).toBeCloseTo(factor, 5);
  });

  it("returns to where it came from, and refuses the impossible", () => {
    expect(resistanceAt(resistanceAt(0.128, 20, 80), 80, 20)).toBeCloseTo(0.128, 12);
    expect(() => temperatureFactor(-300, 20)).toThrow(RangeError);
  });
});

describe("a value that the meter said itself", () => {
  const said = (ohms: number, u: number, range: number | null = null): DisplayReading => ({
    ohms,
    typeA: { u, freedom: 8 },
    range,
  });
  const independentOf = (reading: DisplayReading, instrument = MILLIOHM) => {
    const { AB } = measure(reading, 0.128, 0.128, instrument).pairs;
    return AB?.state === "finite" ? AB.independent.u : Number.NaN;
  };

  it("is open by what its displays leave open, beside contact and digit (root of the squares)", () => {
    const [typed, steady, unsteady] = [0.128, said(0.128, 0), said(0.128, 0.0004)].map((one) =>
      independentOf(one),
    );
    expect(steady).toBeCloseTo(typed!, 12);
    expect(unsteady).toBeCloseTo(Math.hypot(typed!, 0.0004), 9);
  });

  it("and repeats that lie together by chance are not known better than each of them is", () => {
    const repeats = [0.128, 0.128, 0.128, 0.128].map((ohms) => said(ohms, 0.001));
    const { AB } = measurePairs({
      instrument: MILLIOHM,
      pairs: { AB: repeats, BC: [0.128], CA: [0.128] },
      tips: [],
    }).pairs;
    expect(AB?.state === "finite" && AB.independent.u).toBeGreaterThan(0.00049);
  });

  it("on a coarser range than its own has that range's digit", () => {
    const ranges = MILLIOHM.ranges.map(({ fullScale }) => fullScale);
    expect(independentOf(said(0.128, 0, ranges[1]))).toBeGreaterThan(
      3 * independentOf(said(0.128, 0, ranges[0])),
    );
  });
});

describe("imbalance", () => {
  it("follows the worked example of NEMA MG 1 for 460, 467, 450 (memory): mean 459, 9 off, 1.96 %", () => {
    const found = imbalanceOf(measure(460, 467, 450), 0.05)!;
    expect(found.mean).toBeCloseTo(459, 9);
    expect(Math.abs(found.deviations[found.worst].value) * 100).toBeCloseTo(1.96, 2);
  });

  it("shows 4.9 % instead of 6.5 % while 20 mΩ of lead are not nulled (arithmetic)", () => {
    const worst = (lead: number) => {
      const found = imbalanceOf(measure(0.06 + lead, 0.06 + lead, 0.066 + lead), 0.05)!;
      return found.deviations[found.worst].value * 100;
    };
    expect(worst(0)).toBeCloseTo(6.45, 1);
    expect(worst(0.02)).toBeCloseTo(4.88, 1);
  });

  it("of an ECM section at 5.3, 5.1, 5.0 Ω is 3.2 % of the mean (common practice: good)", () => {
    const found = imbalanceOf(measure(5.3, 5.1, 5.0), 0.1)!;
    expect(found.deviations[found.worst].value * 100).toBeCloseTo(3.2, 1);
    expect(found.judgement).toBe("agrees");
  });

  it("of 0.16, 0.16, 0.17 Ω read to two digits cannot be told at 5 %", () => {
    const twoDigits: Instrument = {
      ...PERFECT,
      ranges: [{ fullScale: 20, resolution: 0.01, ofReading: 0.005, digits: 2 }],
    };
    const found = imbalanceOf(measure(0.16, 0.16, 0.17, twoDigits, [0]), 0.05)!;
    expect(found.deviations[found.worst].value * 100).toBeCloseTo(4.1, 1);
    expect(found.judgement).toBe("cannotTell");
  });

  it("does not change when all resistances grow alike", () => {
    const ohm = fc.double({ min: 0.01, max: 10, noNaN: true });
    fc.assert(
      fc.property(ohm, ohm, ohm, fc.double({ min: 0.1, max: 100, noNaN: true }), (a, b, c, factor) => {
        const small = imbalanceOf(measure(a, b, c), 0.05)!;
        const large = imbalanceOf(measure(a * factor, b * factor, c * factor), 0.05)!;
        return PAIRS.every(
          (pair) => Math.abs(small.deviations[pair].value - large.deviations[pair].value) < 1e-9,
        );
      }),
    );
  });

  it("is not given while a pair is open or missing", () => {
    expect(imbalanceOf(measure("open", 1, 1), 0.05)).toBeNull();
    expect(
      imbalanceOf(measurePairs({ instrument: PERFECT, pairs: { AB: [1], BC: [1], CA: [] }, tips: [] }), 0.05),
    ).toBeNull();
  });
});

describe("limbs", () => {
  it("of a star of 0.5, 0.5, 0.7 make pairs 1.0, 1.2, 1.2 and come back (circuit arithmetic)", () => {
    const pairs = pairsOfStar({ A: 0.5, B: 0.5, C: 0.7 });
    expect(pairs).toEqual({ AB: 1, BC: 1.2, CA: 1.2 });
    expect(starLimbsOf(pairs).C).toBeCloseTo(0.7, 12);
    expect(measuredStarLimbs(measure(1, 1.2, 1.2))!.C.resistance).toBeCloseTo(0.7, 12);
  });

  it("go from delta to star and back", () => {
    const siemens = fc.double({ min: 0.1, max: 10, noNaN: true });
    fc.assert(
      fc.property(siemens, siemens, siemens, (AB, BC, CA) => {
        const back = deltaConductancesOf(pairsOfDelta({ AB, BC, CA }))!;
        return Math.abs(back.AB / AB - 1) < 1e-6 && Math.abs(back.BC / BC - 1) < 1e-6;
      }),
    );
  });

  it("of a delta with one winding open show it open, not infinite", () => {
    const limbs = measuredDeltaLimbs(measure(0.384, 0.192, 0.192, MILLIOHM, [0]))!;
    expect(limbs.AB).toMatchObject({ open: true, resistance: null });
    expect(limbs.BC.open).toBe(false);
    expect(limbs.BC.resistance).toBeCloseTo(0.192, 6);
  });
});

describe("the fault table", () => {
  // Ratios AB / BC / CA with the fault in limb a or winding ab: circuit arithmetic, printed to three digits.
  const printed: readonly [PairOutcome, number, ByPair<number>][] = [
    ["turnsStar", 0.1, { AB: 0.95, BC: 1, CA: 0.95 }],
    ["turnsStar", 0.3, { AB: 0.85, BC: 1, CA: 0.85 }],
    ["turnsStar", 1, { AB: 0.5, BC: 1, CA: 0.5 }],
    ["turnsDelta", 0.1, { AB: 0.931, BC: 0.983, CA: 0.983 }],
    ["turnsDelta", 0.3, { AB: 0.778, BC: 0.944, CA: 0.944 }],
    ["jointSeries", 0.3, { AB: 1.15, BC: 1, CA: 1.15 }],
    ["jointDelta", 0.3, { AB: 1.182, BC: 1.045, CA: 1.045 }],
    ["pathStar", 1, { AB: 1.5, BC: 1, CA: 1.5 }],
    ["pathDelta", 1, { AB: 1.5, BC: 1.125, CA: 1.125 }],
    ["limbOpenDelta", 1, { AB: 3, BC: 1.5, CA: 1.5 }],
    ["pairShorted", 1, { AB: 0, BC: 0.75, CA: 0.75 }],
  ];
  const rowOf = (outcome: PairOutcome) => FAULT_ROWS.find((row) => row.outcome === outcome)!;

  it.each(printed)("%s at %s reads as printed", (outcome, severity, ratios) => {
    const found = rowOf(outcome).ratios(severity);
    for (const pair of PAIRS) expect(Math.abs((found[pair] as number) - ratios[pair])).toBeLessThan(0.0006);
  });

  const atPhase: [PairOutcome, number, Phase][] = printed.flatMap(([outcome, severity]) =>
    (["A", "B", "C"] as const).map((phase): [PairOutcome, number, Phase] => [outcome, severity, phase]),
  );
  it.each(atPhase)(
    "%s at %s in %s is recognised from readings, and its place",
    (outcome, severity, phase) => {
      const ratios = ratiosAt(rowOf(outcome), severity, phase);
      const healthy = 0.4;
      const measured = measure(
        ...(PAIRS.map((pair) => (ratios[pair] as number) * healthy) as [number, number, number]),
        MILLIOHM,
        [0],
      );
      const fits = recognisePattern({
        measured,
        prior: { centre: healthy, spread: 0.02 },
        naturalSpread: 0.01,
      });
      const alike = fits.filter(
        ({ logLikelihood }) => fits[0]!.logLikelihood - logLikelihood < Math.log(100),
      );
      expect(alike.map((fit) => fit.outcome)).toContain(outcome);
      expect(fits.find((fit) => fit.outcome === outcome)!.phase).toBe(phase);
    },
  );

  it("says two rows where a star with a limb shorted and a delta with a winding open read alike", () => {
    const measured = measure(2, 1, 1, MILLIOHM, [0]);
    const fits = recognisePattern({ measured, prior: { centre: 1, spread: 1.5 }, naturalSpread: 0.02 });
    const near = fits.filter(({ logLikelihood }) => fits[0]!.logLikelihood - logLikelihood < Math.log(100));
    expect(near.map(({ outcome }) => outcome)).toEqual(
      expect.arrayContaining(["limbOpenDelta", "turnsStar"]),
    );
  });

  it.each([
    [["open", "open", "open"], "allOpen"],
    [["open", 0.3, "open"], "twoOpen"],
    [[0.0, 0.0, 0.0], "allShort"],
  ] as const)("reads %s as %s", (readings, outcome) => {
    const fits = recognisePattern({
      measured: measure(readings[0], readings[1], readings[2], MILLIOHM, [0]),
      prior: { centre: 0.3, spread: 0.05 },
      naturalSpread: 0.02,
    });
    expect(fits[0]!.outcome).toBe(outcome);
  });
});

describe("before any reading", () => {
  it("a basic meter cannot decide 5 % of a 60 mΩ motor, and what could is said", () => {
    const advice = canDecide(0.06, 0.05, BASIC);
    expect(advice.answer).toBe("no");
    if (advice.answer === "no") {
      expect(advice.forcedCurrent).toBeGreaterThan(0);
      expect(advice.instead).toContain("Milliohm meter, four-wire");
    }
  });

  it("the same meter decides 10 % of a 12 Ω blower winding", () => {
    expect(canDecide(12, 0.1, BASIC).answer).toBe("yes");
    expect(canDecide(0.128, 0.05, MILLIOHM).answer).toBe("yes");
    expect(() => canDecide(0, 0.05, BASIC)).toThrow(RangeError);
  });

  it("repeats help while scatter is the larger part", () => {
    const meter: Instrument = { ...MILLIOHM, contactScatter: 0.003 };
    const advice = canDecide(0.128, 0.05, meter);
    expect(advice.answer).toBe("withRepeats");
  });
});

describe("measured pairs", () => {
  it("prove the tips only near zero", () => {
    expect(measure("open", "open", "open", BASIC).tips).toBe("notTried");
    expect(measure("open", "open", "open", BASIC, [0.2]).tips).toBe("nearZero");
    expect(measure("open", "open", "open", BASIC, [40]).tips).toBe("high");
    expect(measure("open", "open", "open", BASIC, ["open"]).tips).toBe("open");
  });

  it("call a pair short where zero lies within its uncertainty, and contradictory where OL and a value mix", () => {
    expect(measure(0.2, 0.2, 0.2, BASIC, [0.2]).pairs.AB!.state).toBe("short");
    const mixed = measurePairs({ instrument: BASIC, pairs: { AB: [1, "open"], BC: [], CA: [] }, tips: [] });
    expect(mixed.pairs.AB!.state).toBe("contradictory");
    expect(() => measure(-1, 1, 1)).toThrow(RangeError);
  });
});

/** Seeded generator (mulberry32), so that a failure can be repeated. */
function seeded(seed: number) {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

describe("the stated 95 % interval of a deviation", () => {
  it.each(METERS)("covers the truth 93-97 percent of the time: $name", (template) => {
    // Contact scatter well above the digit, as on a bench; where one digit dominates, U is on the safe side.
    const range = template.ranges[1]!;
    const meter: Instrument = { ...template, ranges: [range], contactScatter: range.resolution * 1.5 };
    const random = seeded(20260302);
    const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    const within = (half: number) => (2 * random() - 1) * half;
    const truth = { AB: range.fullScale * 0.4, BC: range.fullScale * 0.41, CA: range.fullScale * 0.43 };
    const mean = (truth.AB + truth.BC + truth.CA) / 3;
    const trials = 4000;
    let covered = 0;
    for (let i = 0; i < trials; i += 1) {
      const gain = 1 + within(range.ofReading);
      const offset = within((range.digits - 1) * range.resolution);
      const lead = template.wiring === "fourWire" ? 0 : 0.15;
      const show = (ohms: number) => {
        const seen =
          (ohms + lead) * gain + offset + within(range.resolution) + normal() * meter.contactScatter;
        return Math.max(0, Math.round(seen / range.resolution) * range.resolution);
      };
      const measured = measurePairs({
        instrument: meter,
        pairs: { AB: [show(truth.AB)], BC: [show(truth.BC)], CA: [show(truth.CA)] },
        tips: [],
      });
      const { value, expanded } = imbalanceOf(measured, 0.05)!.deviations.CA;
      if (Math.abs(value - (truth.CA - mean) / mean) <= expanded) covered += 1;
    }
    expect(covered / trials).toBeGreaterThan(0.93);
    expect(covered / trials).toBeLessThan(0.97);
  });
});
