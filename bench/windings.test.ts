import { describe, expect, it } from "vitest";
import { PAIRS, PHASES, phasesOf, type ByPair, type ByPhase, type Phase } from "#core/record";
import {
  FAULT_ROWS,
  measurePairs,
  recognisePattern,
  type DisplayReading,
  type PairOutcome,
} from "#core/measure/winding";
import { ratiosAt } from "#core/pattern";
import { OHMMETER_TEMPLATES, type Instrument } from "#core/quantity";
import { chanceFrom, type Chance } from "./chance.ts";
import { meterOf } from "../tests/meterAlone.ts";
import { pairResistances, type WindingFault } from "./windings.ts";

/** Limbs whose healthy pair reads 1. */
const UNIT = { star: 0.5, delta: 1.5 } as const;
const limbs = (ohms: number): ByPhase<number> => ({ A: ohms, B: ohms, C: ohms });

function solved(connection: "star" | "delta", faults: WindingFault[], pair = 1): ByPair<number> {
  return pairResistances({ connection, limb: limbs(UNIT[connection] * pair), faults });
}

const OL = Infinity;
/** The printed rows: circuit arithmetic, fault in limb a or winding ab, ratios to a healthy pair. */
const PRINTED: readonly [string, "star" | "delta", WindingFault[], [number, number, number]][] = [
  ["limb open", "star", [{ kind: "limbOpen", limb: "A" }], [OL, 1, OL]],
  ["limb open", "delta", [{ kind: "limbOpen", limb: "A" }], [3, 1.5, 1.5]],
  ["lead A open", "star", [{ kind: "leadOpen", lead: "A" }], [OL, 1, OL]],
  ["lead A open", "delta", [{ kind: "leadOpen", lead: "A" }], [OL, 1, OL]],
  ["star joint open", "star", [{ kind: "starJointOpen" }], [OL, OL, OL]],
  ["10 % of turns shorted", "star", [{ kind: "turnsShorted", limb: "A", share: 0.1 }], [0.95, 1, 0.95]],
  [
    "10 % of turns shorted",
    "delta",
    [{ kind: "turnsShorted", limb: "A", share: 0.1 }],
    [0.931, 0.983, 0.983],
  ],
  ["30 % of turns shorted", "star", [{ kind: "turnsShorted", limb: "A", share: 0.3 }], [0.85, 1, 0.85]],
  [
    "30 % of turns shorted",
    "delta",
    [{ kind: "turnsShorted", limb: "A", share: 0.3 }],
    [0.778, 0.944, 0.944],
  ],
  ["whole limb shorted", "star", [{ kind: "turnsShorted", limb: "A", share: 1 }], [0.5, 1, 0.5]],
  ["whole limb shorted", "delta", [{ kind: "turnsShorted", limb: "A", share: 1 }], [0, 0.75, 0.75]],
  ["leads A and B shorted", "star", [{ kind: "leadsShorted", leads: ["A", "B"] }], [0, 0.75, 0.75]],
  ["leads A and B shorted", "delta", [{ kind: "leadsShorted", leads: ["A", "B"] }], [0, 0.75, 0.75]],
  ["joint +30 %", "star", [{ kind: "jointHigh", limb: "A", ohms: 0.15 }], [1.15, 1, 1.15]],
  ["joint +30 %", "delta", [{ kind: "jointHigh", limb: "A", ohms: 0.45 }], [1.182, 1.045, 1.045]],
  ["the same ohms in lead A", "star", [{ kind: "leadHigh", lead: "A", ohms: 0.15 }], [1.15, 1, 1.15]],
  ["the same ohms in lead A", "delta", [{ kind: "leadHigh", lead: "A", ohms: 0.45 }], [1.45, 1, 1.45]],
  ["one of two paths open", "star", [{ kind: "pathOpen", limb: "A" }], [1.5, 1, 1.5]],
  ["one of two paths open", "delta", [{ kind: "pathOpen", limb: "A" }], [1.5, 1.125, 1.125]],
];

describe("the solved network", () => {
  it.each(PRINTED)("of %s in %s reads as printed", (_name, connection, faults, printed) => {
    const pairs = solved(connection, faults);
    PAIRS.forEach((pair, i) => {
      if (printed[i] === OL) expect(pairs[pair]).toBe(OL);
      else expect(pairs[pair]).toBeCloseTo(printed[i]!, 3);
    });
  });

  it("agrees with every ratio of the program's own table, severity and phase", () => {
    const asFault = (
      outcome: PairOutcome,
      phase: Phase,
      severity: number,
    ): ["star" | "delta", WindingFault[]] | null => {
      switch (outcome) {
        case "turnsStar":
          return ["star", [{ kind: "turnsShorted", limb: phase, share: severity }]];
        case "turnsDelta":
          return ["delta", [{ kind: "turnsShorted", limb: phase, share: severity }]];
        case "pathStar":
          return ["star", [{ kind: "pathOpen", limb: phase }]];
        case "pathDelta":
          return ["delta", [{ kind: "pathOpen", limb: phase }]];
        case "jointSeries":
          return ["star", [{ kind: "jointHigh", limb: phase, ohms: severity * UNIT.star }]];
        case "jointDelta":
          return ["delta", [{ kind: "jointHigh", limb: phase, ohms: severity * UNIT.delta }]];
        case "limbOpenDelta":
          return ["delta", [{ kind: "limbOpen", limb: phase }]];
        case "twoOpen":
          return ["star", [{ kind: "limbOpen", limb: phase }]];
        case "allOpen":
          return ["star", [{ kind: "starJointOpen" }]];
        default:
          return null;
      }
    };
    let compared = 0;
    for (const row of FAULT_ROWS)
      for (const severity of row.severities)
        for (const phase of PHASES) {
          const fault = asFault(row.outcome, phase, severity);
          if (!fault) continue;
          const network = solved(...fault);
          const table = ratiosAt(row, severity, phase);
          for (const pair of PAIRS) {
            compared += 1;
            if (table[pair] === "open") expect(network[pair]).toBe(OL);
            else expect(network[pair]).toBeCloseTo(table[pair], 9);
          }
        }
    expect(compared).toBeGreaterThan(150);
  });
});

/** Reads a solved winding with a simulated meter, twice a pair, tips first. */
function readWith(instrument: Instrument, truth: ByPair<number>, chance: Chance) {
  const meter = meterOf(instrument, chance);
  const twice = (ohms: number): DisplayReading[] => [meter.show(ohms), meter.show(ohms)];
  return measurePairs({
    instrument,
    tips: [meter.showTips(), meter.showTips()],
    pairs: { AB: twice(truth.AB), BC: twice(truth.BC), CA: twice(truth.CA) },
  });
}

/** Rows that a terminal measurement cannot tell from the true one count as read right. */
const ALSO_RIGHT: Readonly<Partial<Record<PairOutcome, readonly PairOutcome[]>>> = {
  turnsStar: ["turnsStar"],
  jointSeries: ["jointSeries"],
  pathStar: ["pathStar", "jointSeries"],
  pathDelta: ["pathDelta", "jointDelta"],
};

describe("the pattern reader", () => {
  const cases: readonly [string, "star" | "delta", (phase: Phase) => WindingFault[], PairOutcome][] = [
    ["a sound winding", "star", () => [], "balanced"],
    [
      "a limb with 40 % of its turns shorted",
      "star",
      (limb) => [{ kind: "turnsShorted", limb, share: 0.4 }],
      "turnsStar",
    ],
    [
      "a winding with 40 % of its turns shorted",
      "delta",
      (limb) => [{ kind: "turnsShorted", limb, share: 0.4 }],
      "turnsDelta",
    ],
    ["a joint of 60 % on a limb", "star", (limb) => [{ kind: "jointHigh", limb, ohms: 0.3 }], "jointSeries"],
    [
      "a joint of 60 % in a winding",
      "delta",
      (limb) => [{ kind: "jointHigh", limb, ohms: 0.9 }],
      "jointDelta",
    ],
    ["a lost path of a limb", "star", (limb) => [{ kind: "pathOpen", limb }], "pathStar"],
    ["a lost path of a winding", "delta", (limb) => [{ kind: "pathOpen", limb }], "pathDelta"],
    ["an open winding", "delta", (limb) => [{ kind: "limbOpen", limb }], "limbOpenDelta"],
    ["an open limb", "star", (limb) => [{ kind: "limbOpen", limb }], "twoOpen"],
    [
      "shorted leads",
      "star",
      (lead) => [{ kind: "leadsShorted", leads: [lead, lead === "A" ? "B" : lead === "B" ? "C" : "A"] }],
      "pairShorted",
    ],
    ["an open star joint", "star", () => [{ kind: "starJointOpen" }], "allOpen"],
  ];
  const meters = OHMMETER_TEMPLATES.map((template, i): Instrument => ({ ...template, id: `m${i}` }));

  it.each(cases)(
    "names %s (%s) with every meter that can decide it, in any phase",
    (_name, connection, faultsAt, outcome) => {
      const right = ALSO_RIGHT[outcome] ?? [outcome];
      for (const [m, instrument] of meters.entries()) {
        // A motor large enough for this meter: the pair is five hundred counts of its finest range.
        const pair = instrument.ranges[0]!.resolution * 500;
        let named = 0;
        const tries = 30;
        for (let i = 0; i < tries; i += 1) {
          const chance = chanceFrom(1000 * m + i);
          const phase = PHASES[i % 3]!;
          const scaled = faultsAt(phase).map((fault) =>
            "ohms" in fault ? { ...fault, ohms: fault.ohms * pair } : fault,
          );
          const truth = pairResistances({ connection, limb: limbs(UNIT[connection] * pair), faults: scaled });
          const fits = recognisePattern({
            measured: readWith(instrument, truth, chance),
            prior: { centre: pair, spread: 0.03 },
            naturalSpread: 0.02,
          }).filter(({ outcome: name }) => !(connection === "star" ? /Delta$/u : /Star$/u).test(name));
          const best = fits[0]!;
          const placed = outcome === "balanced" || outcome === "allOpen" || best.phase === phase;
          if (right.includes(best.outcome) && placed) named += 1;
        }
        expect(named / tries, instrument.name).toBeGreaterThanOrEqual(0.9);
      }
    },
  );

  it("turning the phases only turns the place", () => {
    for (const [from, to] of PAIRS.map((pair) => phasesOf(pair))) {
      const at = (limb: Phase) => solved("star", [{ kind: "jointHigh", limb, ohms: 0.2 }]);
      expect(Object.values(at(from)).toSorted()).toEqual(Object.values(at(to)).toSorted());
    }
  });
});
