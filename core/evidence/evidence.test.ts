import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  actionBeliefs,
  entropyOf,
  faultSets,
  infer,
  LIKELIHOODS,
  massBeyond,
  MODEL,
  OUTCOME_FLOOR,
  outcomeModel,
  priorsOf,
  type Circumstances,
  type Finding,
  type Model,
} from "./index.ts";

const HUB: Circumstances = {
  family: "hub",
  connection: "star",
  tipsProven: true,
  oddsFactors: {},
  complained: true,
};

function finding(variable: string, likelihood: Record<string, number>): Finding {
  return { variable, likelihood, sentence: variable, departs: false, place: null };
}

const FINDINGS = [
  finding("turn", { even: 1 }),
  finding("frame", { clear: 1 }),
  finding("pairs", { jointSeries: 1, balanced: 0.02, erratic: 0.01 }),
  finding("tips", { nearZero: 1 }),
];

/** Once somebody complained: no cause is improbable, one is expected, each further one less so. */
const priorOfCauses = (causes: number) => (causes === 0 ? 0.05 : 0.3 ** (causes - 1));

/** The published fever network: causes that each fail to show with an inhibition probability. */
const FEVER: Model = {
  faults: ["cold", "flu", "malaria"].map((id) => ({
    id,
    name: id,
    location: "unknown",
    disposition: null,
    prior: 0.1,
    priorReason: "",
    causesComplaint: true,
    masks: {},
    placed: false,
  })),
  variables: [
    {
      id: "fever",
      check: "mechanical",
      title: "fever",
      outcomes: ["no", "yes"],
      leak: {},
      leakReason: "",
      words: {},
    },
  ],
  rows: [
    ["cold", 0.4],
    ["flu", 0.8],
    ["malaria", 0.9],
  ].map(([fault, yes]) => ({
    fault: fault as string,
    variable: "fever",
    outcomes: { yes: yes as number },
    reason: "",
  })),
};

describe("noisy-OR", () => {
  // Russell & Norvig, Artificial Intelligence: A Modern Approach: inhibitions 0.6, 0.2, 0.1.
  it.each([
    [[0], 0.4],
    [[1], 0.8],
    [[2], 0.9],
    [[0, 1], 0.88],
    [[0, 2], 0.94],
    [[1, 2], 0.98],
    [[0, 1, 2], 0.988],
  ])("gives the published fever table for %s: %s", (set, fever) => {
    expect(outcomeModel(FEVER, FEVER.variables[0]!, HUB)(set)[1]).toBeCloseTo(fever, 6);
  });
});

describe("the likelihood table", () => {
  it("names only faults, variables and outcomes that exist, adds up, and gives a reason for each row", () => {
    for (const row of LIKELIHOODS) {
      const variable = MODEL.variables.find(({ id }) => id === row.variable);
      expect(
        MODEL.faults.some(({ id }) => id === row.fault),
        row.fault,
      ).toBe(true);
      expect(variable, row.variable).toBeDefined();
      for (const outcome of Object.keys(row.outcomes)) expect(variable!.outcomes).toContain(outcome);
      expect(Object.values(row.outcomes).reduce((sum, p) => sum + p, 0)).toBeLessThanOrEqual(1);
      expect(row.reason.length).toBeGreaterThan(5);
    }
  });

  it("gives a distribution for every set and variable, no outcome below the floor", () => {
    for (const variable of MODEL.variables)
      for (const set of [[], [0], [0, 4], [1, 8, 14]]) {
        const distribution = outcomeModel(MODEL, variable, HUB)(set);
        expect(distribution.reduce((sum, p) => sum + p, 0)).toBeCloseTo(1, 12);
        expect(Math.min(...distribution)).toBeGreaterThan(OUTCOME_FLOOR / 2);
      }
  });

  it("lets an open star joint hide shorted turns", () => {
    const index = (id: string) => MODEL.faults.findIndex((fault) => fault.id === id);
    const pairs = MODEL.variables.find(({ id }) => id === "pairs")!;
    const given = outcomeModel(MODEL, pairs, HUB);
    expect(given([index("starJointOpen"), index("turnsShorted")])).toEqual(given([index("starJointOpen")]));
  });
});

describe("inference", () => {
  it("equals brute force over all subsets of a small model, computed apart", () => {
    const evidence = finding("fever", { yes: 1, no: 0.3 });
    const found = infer(FEVER, HUB, [evidence]);
    const inhibit = [0.6, 0.2, 0.1];
    let total = 0;
    const sums = [0, 0, 0];
    for (let bits = 0; bits < 8; bits += 1) {
      const has = [0, 1, 2].map((i) => Boolean(bits & (1 << i)));
      const prior = has.reduce((p, on) => p * (on ? 0.1 : 0.9), priorOfCauses(has.filter(Boolean).length));
      const raw = has.reduce((p, on, i) => p * (on ? inhibit[i]! : 1), 1);
      const [no, yes] = [Math.max(1e-4, raw), Math.max(1e-4, 1 - raw)];
      const weight = (prior * (0.3 * no + yes)) / (no + yes);
      total += weight;
      has.forEach((on, i) => (sums[i]! += on ? weight : 0));
    }
    found.marginals.forEach((p, i) => expect(p).toBeCloseTo(sums[i]! / total, 10));
  });

  it("equals brute force on the whole model: every set of up to three faults, by plain multiplication", () => {
    const priors = priorsOf(MODEL, HUB);
    const sets = MODEL.faults.flatMap((_, a) => [
      [a],
      ...MODEL.faults.flatMap((_, b) =>
        b > a ? [[a, b], ...MODEL.faults.flatMap((_, c) => (c > b ? [[a, b, c]] : []))] : [],
      ),
    ]);
    const weigh = (set: readonly number[]) => {
      let weight = priors.reduce((product, p, i) => product * (set.includes(i) ? p : 1 - p), 1);
      weight *= priorOfCauses(set.filter((i) => MODEL.faults[i]!.causesComplaint).length);
      for (const { variable: id, likelihood } of FINDINGS) {
        const variable = MODEL.variables.find((candidate) => candidate.id === id)!;
        const masked = new Set(set.flatMap((i) => MODEL.faults[i]!.masks[id] ?? {}));
        const draws: Readonly<Record<string, number>>[] = [
          variable.leak,
          ...set
            .filter((i) => !masked.has(MODEL.faults[i]!.id))
            .map(
              (i) =>
                MODEL.rows.find(
                  ({ fault, variable: of, when }) =>
                    fault === MODEL.faults[i]!.id &&
                    of === id &&
                    when?.connection !== "delta" &&
                    when?.tips !== "unproven",
                )?.outcomes ?? {},
            ),
        ];
        // The dominant outcome of independent draws, by running through every combination of them.
        const shown = new Map<number, number>([[0, 1]]);
        for (const draw of draws) {
          const next = new Map<number, number>();
          const rest = 1 - Object.values(draw).reduce((sum, p) => sum + p, 0);
          for (const [top, p] of shown)
            variable.outcomes.forEach((outcome, k) => {
              const chance = (draw[outcome] ?? 0) + (k === 0 ? rest : 0);
              next.set(Math.max(top, k), (next.get(Math.max(top, k)) ?? 0) + p * chance);
            });
          shown.clear();
          for (const [k, p] of next) shown.set(k, p);
        }
        const floored = variable.outcomes.map((_, k) => Math.max(OUTCOME_FLOOR, shown.get(k) ?? 0));
        const total = floored.reduce((sum, p) => sum + p, 0);
        weight *= variable.outcomes.reduce(
          (sum, outcome, k) => sum + (likelihood[outcome] ?? 0) * (floored[k]! / total),
          0,
        );
      }
      return weight;
    };
    const weights = [[], ...sets].map((set) => ({ set, weight: weigh(set) }));
    const total = weights.reduce((sum, { weight }) => sum + weight, 0);
    const { marginals } = infer(MODEL, HUB, FINDINGS);
    MODEL.faults.forEach(({ id }, i) => {
      const mass = weights.reduce(
        (sum, { set, weight }) => sum + ((set as number[]).includes(i) ? weight : 0),
        0,
      );
      expect(marginals[i], id).toBeCloseTo(mass / total, 9);
    });
  });

  it("does not mind the order of findings", () => {
    const straight = infer(MODEL, HUB, FINDINGS).marginals;
    fc.assert(
      fc.property(fc.shuffledSubarray(FINDINGS, { minLength: FINDINGS.length }), (shuffled) =>
        infer(MODEL, HUB, shuffled).marginals.every((p, i) => Math.abs(p - straight[i]!) < 1e-9),
      ),
      { numRuns: 10 },
    );
  });

  it("is not moved by a finding that says nothing", () => {
    const all = Object.fromEntries(
      MODEL.variables.find(({ id }) => id === "play")!.outcomes.map((o) => [o, 1]),
    );
    const before = infer(MODEL, HUB, FINDINGS);
    const after = infer(MODEL, HUB, [...FINDINGS, finding("play", all)]);
    after.marginals.forEach((p, i) => expect(p).toBeCloseTo(before.marginals[i]!, 10));
    for (const belief of after.beliefs)
      expect(belief.weights.find(({ variable }) => variable === "play")!.weight).toBeCloseTo(0, 6);
  });

  it("weighs each finding by leaving it out, capped at 30 decibans", () => {
    const full = infer(MODEL, HUB, FINDINGS);
    const i = MODEL.faults.findIndex(({ id }) => id === "highJoint");
    const without = infer(
      MODEL,
      HUB,
      FINDINGS.filter(({ variable }) => variable !== "pairs"),
    ).marginals[i]!;
    const odds = (p: number) => 10 * Math.log10(p / (1 - p));
    const weight = full.beliefs[i]!.weights.find(({ variable }) => variable === "pairs")!.weight;
    expect(weight).toBeCloseTo(odds(full.marginals[i]!) - odds(without), 6);
    for (const { weights } of full.beliefs)
      for (const each of weights) expect(Math.abs(each.weight)).toBeLessThanOrEqual(30);
  });

  it("reports conflict where no set explains the findings", () => {
    const odd = [
      finding("frame", { touching: 1 }),
      finding("laminationsSeen", { sound: 1 }),
      finding("tips", { open: 1 }),
      finding("pairs", { limbOpenDelta: 1 }),
      finding("steady", { drifting: 1 }),
      finding("magnetsSeen", { chipped: 1 }),
    ];
    expect(infer(MODEL, HUB, odd).conflict).toBe(true);
    expect(infer(MODEL, HUB, FINDINGS).conflict).toBe(false);
  });

  it("refuses two findings of one variable and unknown ones", () => {
    expect(() => infer(MODEL, HUB, [FINDINGS[0]!, FINDINGS[0]!])).toThrow(RangeError);
    expect(() => infer(MODEL, HUB, [finding("astrology", { yes: 1 })])).toThrow(RangeError);
  });

  it("enumerates all sets up to three and tells the mass beyond", () => {
    expect(faultSets(17)).toHaveLength(1 + 17 + 136 + 680);
    expect(massBeyond([0.5, 0.5, 0.5, 0.5])).toBeCloseTo(1 / 16, 12);
    expect(massBeyond(priorsOf(MODEL, HUB))).toBeLessThan(0.05);
  });
});

describe("remedies", () => {
  it("share out the whole probability", () => {
    const beliefs = actionBeliefs(MODEL.faults, infer(MODEL, HUB, FINDINGS).sets);
    expect(Object.values(beliefs).reduce((sum, p) => sum + p, 0)).toBeCloseTo(1, 9);
    expect(entropyOf([0.5, 0.5, 0])).toBe(1);
  });
});
