import { describe, expect, it } from "vitest";
import {
  measuredConstant,
  measureSpin,
  recogniseSpun,
  spinBalanceOf,
  type SpunOutcome,
} from "#core/measure/backemf";
import { canMeasure, INSTRUMENT_TEMPLATES, type Instrument } from "#core/quantity";
import { PAIRS, PHASES, type ByPair, type ByPhase, type Phase } from "#core/record";
import { chanceFrom } from "./chance.ts";
import { drillFrom, spinOnce } from "../tests/drillAlone.ts";
import { floats, spunRatios } from "./spun.ts";
import type { WindingFault } from "./windings.ts";

const UNIT = { star: 0.5, delta: 1.5 } as const;
const limbs = (ohms: number): ByPhase<number> => ({ A: ohms, B: ohms, C: ohms });
const winding = (connection: "star" | "delta", faults: WindingFault[]) => ({
  connection,
  limb: limbs(UNIT[connection]),
  faults,
});

/** The printed rows for volts: circuit arithmetic, fault in limb a or winding ab, ratios to a healthy pair. */
const PRINTED: readonly [string, "star" | "delta", WindingFault[], [number, number, number]][] = [
  ["limb open", "delta", [{ kind: "limbOpen", limb: "A" }], [1, 1, 1]],
  ["10 % of turns", "star", [{ kind: "turnsShorted", limb: "A", share: 0.1 }], [0.95, 1, 0.95]],
  ["10 % of turns", "delta", [{ kind: "turnsShorted", limb: "A", share: 0.1 }], [0.931, 0.983, 0.983]],
  ["30 % of turns", "star", [{ kind: "turnsShorted", limb: "A", share: 0.3 }], [0.854, 1, 0.854]],
  ["30 % of turns", "delta", [{ kind: "turnsShorted", limb: "A", share: 0.3 }], [0.778, 0.949, 0.949]],
  ["whole limb", "star", [{ kind: "turnsShorted", limb: "A", share: 1 }], [0.577, 1, 0.577]],
  ["whole winding", "delta", [{ kind: "turnsShorted", limb: "A", share: 1 }], [0, 0.866, 0.866]],
  ["leads A and B", "star", [{ kind: "leadsShorted", leads: ["A", "B"] }], [0, 0.866, 0.866]],
  ["leads A and B", "delta", [{ kind: "leadsShorted", leads: ["A", "B"] }], [0, 0.866, 0.866]],
  ["a joint", "star", [{ kind: "jointHigh", limb: "A", ohms: 0.15 }], [1, 1, 1]],
  ["a joint", "delta", [{ kind: "jointHigh", limb: "A", ohms: 0.45 }], [1, 1, 1]],
  ["ohms in lead A", "delta", [{ kind: "leadHigh", lead: "A", ohms: 0.45 }], [1, 1, 1]],
  ["a path open", "star", [{ kind: "pathOpen", limb: "A" }], [1, 1, 1]],
  ["a path open", "delta", [{ kind: "pathOpen", limb: "A" }], [1, 1, 1]],
  ["limb reversed", "star", [{ kind: "limbReversed", limb: "A" }], [0.577, 1, 0.577]],
  ["winding reversed", "delta", [{ kind: "limbReversed", limb: "A" }], [0.333, 0.882, 0.882]],
];

describe("a spun network against the printed fault table (circuit arithmetic)", () => {
  it.each(PRINTED)("%s, %s", (_, connection, faults, printed) => {
    const ratios = spunRatios(winding(connection, faults));
    PAIRS.forEach((pair, i) => expect(Math.abs(ratios[pair] - printed[i]!)).toBeLessThan(0.0006));
  });

  it.each([
    ["star", [{ kind: "limbOpen", limb: "A" }], [true, false, true]],
    ["star", [{ kind: "leadOpen", lead: "A" }], [true, false, true]],
    ["delta", [{ kind: "leadOpen", lead: "A" }], [true, false, true]],
    ["star", [{ kind: "starJointOpen" }], [true, true, true]],
  ] as const)("%s with %j floats at %s", (connection, faults, printed) => {
    const made = winding(connection, [...faults]);
    expect(PAIRS.map((pair) => floats(made, pair))).toEqual(printed);
  });

  it("collapses under a low-impedance load where a pair floats, and stands where it does not", () => {
    const open = winding("star", [{ kind: "limbOpen", limb: "A" }]);
    const loaded = spunRatios(open, 1, 10_000);
    expect(loaded.AB).toBeLessThan(0.01);
    expect(loaded.BC).toBeGreaterThan(0.999);
  });

  it("with all magnets at a share reads that share in all three (printed: d/d/d)", () => {
    const ratios = spunRatios(winding("star", []), 0.85);
    PAIRS.forEach((pair) => expect(ratios[pair]).toBeCloseTo(0.85, 6));
  });
});

const METERS = INSTRUMENT_TEMPLATES.filter((template) => canMeasure(template, "acVolts")).map(
  (template, i): Instrument => ({ ...template, id: `m${i}` }),
);

function ratiosOf(connection: "star" | "delta", faults: WindingFault[]): ByPair<number | "floats"> {
  const made = winding(connection, faults);
  const ratios = spunRatios(made);
  const of = (pair: (typeof PAIRS)[number]) => (floats(made, pair) ? ("floats" as const) : ratios[pair]);
  return { AB: of("AB"), BC: of("BC"), CA: of("CA") };
}

describe("the spun pattern reader, with each meter's noise and a sagging drill", () => {
  const next = { A: "B", B: "C", C: "A" } as const;
  it.each<[string, "star" | "delta", (phase: Phase) => WindingFault[], SpunOutcome]>([
    ["a sound winding", "star", () => [], "equal"],
    ["a sound winding", "delta", () => [], "equal"],
    ["a joint, which no volts show", "star", (limb) => [{ kind: "jointHigh", limb, ohms: 0.3 }], "equal"],
    ["an open delta winding, which no volts show", "delta", (limb) => [{ kind: "limbOpen", limb }], "equal"],
    ["30 % of turns", "star", (limb) => [{ kind: "turnsShorted", limb, share: 0.3 }], "turnsStar"],
    ["30 % of turns", "delta", (limb) => [{ kind: "turnsShorted", limb, share: 0.3 }], "turnsDelta"],
    ["a reversed limb", "star", (limb) => [{ kind: "limbReversed", limb }], "limbGone"],
    ["a reversed winding", "delta", (limb) => [{ kind: "limbReversed", limb }], "reversedDelta"],
    ["shorted leads", "star", (a) => [{ kind: "leadsShorted", leads: [a, next[a]] }], "pairShorted"],
    ["an open limb", "star", (limb) => [{ kind: "limbOpen", limb }], "twoFloating"],
    ["an open star joint", "star", () => [{ kind: "starJointOpen" }], "allFloating"],
  ])("names %s (%s) in any phase", (_, connection, faultsAt, outcome) => {
    const tries = 60;
    for (const meter of METERS) {
      let named = 0;
      for (let i = 0; i < tries; i += 1) {
        const chance = chanceFrom(900 + i);
        const phase = PHASES[i % 3]!;
        const ratios = ratiosOf(connection, faultsAt(phase));
        // A hobby motor of KV 900 at 2000 rpm, 7 pole pairs: 1.57 V at 233 Hz, within both meters' bands.
        const voltsPerRpm = 1 / (900 * Math.SQRT2);
        const events = spinOnce(
          { voltsPerRpm, ratios, polePairs: 7 },
          meter,
          drillFrom(2000, chance),
          chance,
          2,
        );
        const burden = Object.fromEntries(
          PAIRS.map((pair) => [pair, ratios[pair] === "floats" ? "collapses" : "stands"] as const),
        );
        const measured = measureSpin({ voltmeter: meter, speedometer: null, events, residual: [], burden })!;
        const fits = recogniseSpun(measured, { centre: (voltsPerRpm * 60) / 7, spread: 0.4 }).filter(
          (fit) => !(connection === "star" ? /Delta$/u : /^(?:turnsStar|limbGone)$/u).test(fit.outcome),
        );
        const best = fits[0]!;
        const placed = outcome === "equal" || outcome === "allFloating" || best.phase === phase;
        if (best.outcome === outcome && placed) named += 1;
      }
      expect(named / tries, meter.name).toBeGreaterThanOrEqual(0.95);
    }
  });
});

describe("the stated uncertainty of a spin", () => {
  const trials = 3000;
  it.each(METERS.flatMap((meter) => [1, 3].map((rounds) => [meter.name, rounds, meter] as const)))(
    "of KV covers the truth 93-97 percent of the time: %s, %i rounds",
    (_, rounds, meter) => {
      const kv = 900;
      let covered = 0;
      for (let i = 0; i < trials; i += 1) {
        const chance = chanceFrom(5_000_000 + i * 7 + rounds);
        const motor = { voltsPerRpm: 1 / (kv * Math.SQRT2), ratios: { AB: 1, BC: 1, CA: 1 }, polePairs: 7 };
        const drill = { ...drillFrom(2000, chance), sag: -chance.between(0, 0.008) };
        const events = spinOnce(motor, meter, drill, chance, rounds);
        const measured = measureSpin({
          voltmeter: meter,
          speedometer: null,
          events,
          residual: [],
          burden: {},
        })!;
        const { rpmPerVolt, expanded } = measuredConstant(measured, 7, "peak")!;
        if (Math.abs(rpmPerVolt - kv) <= expanded) covered += 1;
      }
      expect(covered / trials).toBeGreaterThanOrEqual(0.93);
      expect(covered / trials).toBeLessThanOrEqual(0.97);
    },
  );

  it("of a pair's deviation covers the truth at least 93 percent of the time, sag and all", () => {
    const meter = METERS.at(-1)!;
    let covered = 0;
    for (let i = 0; i < trials; i += 1) {
      const chance = chanceFrom(77_000 + i);
      const ratios = { AB: 0.97, BC: 1, CA: 1.03 };
      const motor = { voltsPerRpm: 1 / (900 * Math.SQRT2), ratios, polePairs: 7 };
      const events = spinOnce(motor, meter, drillFrom(2000, chance), chance, 1);
      const measured = measureSpin({
        voltmeter: meter,
        speedometer: null,
        events,
        residual: [],
        burden: {},
      })!;
      const { AB } = spinBalanceOf(measured, 0.03)!.deviations;
      if (Math.abs(AB.value + 0.03) <= AB.expanded) covered += 1;
    }
    expect(covered / trials).toBeGreaterThanOrEqual(0.93);
    expect(covered / trials).toBeLessThanOrEqual(0.97);
  });
});
