import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  classesOf,
  effectsOn,
  faultSets,
  infer,
  massBeyond,
  membersOf,
  MOST_DECIBANS,
  OUTCOME_FLOOR,
  outcomesOf,
  variable,
  type Circumstances,
  type Evidence,
  type Model,
} from "./index.ts";

import { classAt, presentIn } from "./partition.ts";
import { NONE } from "./sets.ts";

const ONE = [{ share: 1, values: {} }];
const plainFault = (id: string) => ({ id, explains: 1 });

/** The published fever network: causes that each fail to show with an inhibition probability. */
const FEVER = variable({
  id: "fever",
  title: "fever",
  outcomes: ["no", "yes"],
  leak: {},
  leakReason: "",
  words: { no: "no fever", yes: "fever" },
});
const FEVER_MODEL: Model = {
  faults: ["cold", "flu", "malaria"].map(plainFault),
  variables: [FEVER],
  rows: [
    { fault: "cold", variable: "fever", outcomes: { yes: 1 - 0.6 }, reason: "" },
    { fault: "flu", variable: "fever", outcomes: { yes: 1 - 0.2 }, reason: "" },
    { fault: "malaria", variable: "fever", outcomes: { yes: 1 - 0.1 }, reason: "" },
  ],
  masks: [],
  together: [],
  companions: [],
};

describe("noisy-OR (Russell & Norvig, Artificial Intelligence: A Modern Approach, the fever table)", () => {
  it.each([
    [[], 0],
    [["malaria"], 0.9],
    [["flu"], 0.8],
    [["flu", "malaria"], 0.98],
    [["cold"], 0.4],
    [["cold", "malaria"], 0.94],
    [["cold", "flu"], 0.88],
    [["cold", "flu", "malaria"], 0.988],
  ])("P(fever | %j) = %f", (causes, wanted) => {
    const acting = causes.map((id) => FEVER_MODEL.faults.findIndex((fault) => fault.id === id));
    const effects = effectsOn(FEVER_MODEL, FEVER, ONE);
    // The floor of an outcome moves a certainty by one in ten thousand.
    expect(outcomesOf(effects, acting)[1]).toBeCloseTo(wanted, 3);
  });

  it("never gives an outcome less than the floor, and always adds up to one", () => {
    const [no, yes] = outcomesOf(effectsOn(FEVER_MODEL, FEVER, ONE), []) as [number, number];
    expect(yes).toBeCloseTo(OUTCOME_FLOOR / (1 + OUTCOME_FLOOR), 12);
    expect(no + yes).toBeCloseTo(1, 15);
  });
});

describe("a row under circumstances", () => {
  const model: Model = {
    ...FEVER_MODEL,
    rows: [
      { fault: "flu", variable: "fever", outcomes: { yes: 0.9 }, reason: "", when: { season: "winter" } },
    ],
  };
  const chance = (settings: Circumstances["settings"]) =>
    outcomesOf(effectsOn(model, FEVER, settings), [1])[1]!;

  it("holds where they do, and leaves the fault without effect where they do not", () => {
    expect(chance([{ share: 1, values: { season: "winter" } }])).toBeCloseTo(0.9, 3);
    expect(effectsOn(model, FEVER, [{ share: 1, values: { season: "summer" } }]).byFault[1]).toBeNull();
  });

  it("is averaged over what may hold: 0.65 of 0.9 and 0.35 of nothing is 0.585", () => {
    expect(
      chance([
        { share: 0.65, values: { season: "winter" } },
        { share: 0.35, values: { season: "summer" } },
      ]),
    ).toBeCloseTo(0.585, 3);
  });
});

/** A model drawn at random: faults, variables of two to four outcomes, rows, masks. */
const models = fc
  .record({ faults: fc.integer({ min: 1, max: 6 }), variables: fc.integer({ min: 1, max: 4 }) })
  .chain(({ faults, variables }) =>
    fc.record({
      priors: fc.array(fc.double({ min: 0.01, max: 0.6, noNaN: true }), {
        minLength: faults,
        maxLength: faults,
      }),
      causes: fc.array(fc.constantFrom(0, 0.1, 1), { minLength: faults, maxLength: faults }),
      complained: fc.boolean(),
      companions: fc.uniqueArray(fc.tuple(fc.nat(faults - 1), fc.nat(faults - 1)), {
        maxLength: 3,
        selector: ([a, b]) => (a < b ? `${a} ${b}` : `${b} ${a}`),
      }),
      variables: fc.array(
        fc.record({
          outcomes: fc.integer({ min: 2, max: 4 }),
          leak: fc.double({ min: 0, max: 0.2, noNaN: true }),
          effects: fc.array(
            fc.option(
              fc.tuple(
                fc.double({ min: 0.05, max: 0.6, noNaN: true }),
                fc.double({ min: 0, max: 0.3, noNaN: true }),
              ),
            ),
            { minLength: faults, maxLength: faults },
          ),
          hides: fc.option(fc.tuple(fc.nat(faults - 1), fc.nat(faults - 1))),
          slip: fc.constantFrom(0, 0, 0.01, 0.2),
          likelihood: fc.array(fc.double({ min: 0.001, max: 1, noNaN: true }), {
            minLength: 4,
            maxLength: 4,
          }),
        }),
        { minLength: variables, maxLength: variables },
      ),
    }),
  );
type Drawn = typeof models extends fc.Arbitrary<infer T> ? T : never;

function built(drawn: Drawn): { model: Model; circumstances: Circumstances; evidence: Evidence[] } {
  const name = (i: number) => `f${i}`;
  const variables = drawn.variables.map(({ outcomes, leak }, v) => {
    const names = Array.from({ length: outcomes }, (_, k) => `o${k}`);
    return variable({
      id: `v${v}`,
      title: "",
      outcomes: names,
      leak: { [names.at(-1)!]: leak },
      leakReason: "",
      words: Object.fromEntries(names.map((one) => [one, one])),
    });
  });
  return {
    model: {
      faults: drawn.priors.map((_, i) => ({ id: name(i), explains: drawn.causes[i]! })),
      variables,
      rows: drawn.variables.flatMap(({ effects, outcomes }, v) =>
        effects.flatMap((effect, i) =>
          effect
            ? [
                {
                  fault: name(i),
                  variable: `v${v}`,
                  outcomes: { o1: effect[0], [`o${outcomes - 1}`]: effect[outcomes > 2 ? 1 : 0] },
                  reason: "",
                },
              ]
            : [],
        ),
      ),
      masks: drawn.variables.flatMap(({ hides }, v) =>
        hides ? [{ variable: `v${v}`, by: name(hides[0]), hides: [name(hides[1])], reason: "" }] : [],
      ),
      together: [],
      companions: drawn.companions.map(([a, b]) => [name(a), name(b)] as const),
    },
    circumstances: {
      settings: ONE,
      priors: drawn.priors,
      complaint: drawn.complained ? { withoutCause: 0.05, furtherCause: 0.1, companionCause: 0.6 } : null,
    },
    evidence: drawn.variables.map(({ outcomes, likelihood, slip }, v) => ({
      variable: `v${v}`,
      slip,
      likelihood: Object.fromEntries(likelihood.slice(0, outcomes).map((p, k) => [`o${k}`, p])),
    })),
  };
}

/** The same by counting out every set, every draw of every fault, with nothing shared. */
function byHand({ model, circumstances, evidence }: ReturnType<typeof built>) {
  const n = model.faults.length;
  const sets: number[][] = [];
  for (let bits = 0; bits < 2 ** n; bits += 1) {
    const set = Array.from({ length: n }, (_, i) => i).filter((i) => (bits >> i) & 1);
    if (set.length <= 3) sets.push(set);
  }
  const priorOf = (set: number[]) => {
    const { priors, complaint } = circumstances;
    const prior = priors.reduce((all, p, i) => all * (set.includes(i) ? p : 1 - p), 1);
    if (!complaint) return prior;
    const unexplained = set.reduce((none, i) => none * (1 - model.faults[i]!.explains), 1);
    const explained = complaint.withoutCause + (1 - complaint.withoutCause) * (1 - unexplained);
    const causes = set.filter((i) => model.faults[i]!.explains >= 0.5).length;
    const has = (id: string) => set.some((i) => model.faults[i]!.id === id);
    const ties = model.companions.filter(([a, b]) => a !== b && has(a) && has(b)).length;
    if (causes < 2) return prior * explained;
    const tied = Math.min(ties, causes - 1);
    return (
      prior * explained * complaint.companionCause ** tied * complaint.furtherCause ** (causes - 1 - tied)
    );
  };
  const chanceOf = (set: number[], { variable: id, likelihood }: Evidence) => {
    const { outcomes, leak } = model.variables.find((one) => one.id === id)!;
    const hidden = new Set(
      model.masks
        .filter((mask) => mask.variable === id && set.some((i) => model.faults[i]!.id === mask.by))
        .flatMap(({ hides }) => hides),
    );
    const draws = [
      leak,
      ...set
        .map((i) => model.faults[i]!.id)
        .filter((fault) => !hidden.has(fault))
        .flatMap((fault) =>
          model.rows.filter((row) => row.fault === fault && row.variable === id).map((row) => row.outcomes),
        ),
    ];
    let shown: number[] = outcomes.map((_, k) => (k === 0 ? 1 : 0));
    for (const draw of draws) {
      const rest = 1 - Object.values(draw).reduce<number>((sum, p) => sum + (p ?? 0), 0);
      const own = outcomes.map((outcome, k) => (draw[outcome] ?? 0) + (k === 0 ? rest : 0));
      const next = outcomes.map(() => 0);
      shown.forEach((p, a) => own.forEach((q, b) => (next[Math.max(a, b)]! += p * q)));
      shown = next;
    }
    const floored = shown.map((p) => Math.max(OUTCOME_FLOOR, p));
    const total = floored.reduce((sum, p) => sum + p, 0);
    return outcomes.reduce((sum, outcome, k) => sum + (likelihood[outcome] ?? 0) * (floored[k]! / total), 0);
  };
  const priors = sets.map(priorOf);
  const allPriors = priors.reduce((sum, p) => sum + p, 0);
  const weights = [...priors];
  for (const one of evidence) {
    const chances = sets.map((set) => chanceOf(set, one));
    const anyway = chances.reduce((sum, chance, s) => sum + (priors[s]! / allPriors) * chance, 0);
    const slip = one.slip ?? 0;
    chances.forEach((chance, s) => (weights[s]! *= (1 - slip) * chance + slip * anyway));
  }
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  return model.faults.map(
    (_, i) => sets.reduce((sum, set, s) => sum + (set.includes(i) ? weights[s]! : 0), 0) / total,
  );
}

describe("inference over classes of sets", () => {
  it("equals counting out every set, to one part in a million million", () => {
    fc.assert(
      fc.property(models, (drawn) => {
        const asked = built(drawn);
        const { marginals } = infer(asked.model, asked.circumstances, asked.evidence);
        byHand(asked).forEach((wanted, i) => expect(Math.abs(marginals[i]! - wanted)).toBeLessThan(1e-12));
      }),
      { numRuns: 300 },
    );
  });

  it("does not lose count of more pieces of evidence than a number has bits", () => {
    const many = Array.from({ length: 40 }, (_, i) => ({ ...FEVER, id: `fever ${i}` }));
    const model: Model = {
      ...FEVER_MODEL,
      faults: ["cold", "flu", "malaria", "plague"].map(plainFault),
      variables: many,
      rows: many.flatMap(({ id }, i) => [
        { fault: "cold", variable: id, outcomes: { yes: 0.2 }, reason: "" },
        { fault: "flu", variable: id, outcomes: { yes: 0.3 + i / 100 }, reason: "" },
        { fault: "malaria", variable: id, outcomes: { yes: 0.4 }, reason: "" },
      ]),
    };
    const circumstances = { settings: ONE, priors: [0.2, 0.3, 0.1, 0.05], complaint: null };
    const evidence = many.map(({ id }, i) => ({ variable: id, likelihood: i % 3 ? { no: 1 } : { yes: 1 } }));
    const { marginals } = infer(model, circumstances, evidence);
    byHand({ model, circumstances, evidence }).forEach((wanted, i) =>
      expect(Math.abs(marginals[i]! - wanted)).toBeLessThan(1e-12),
    );
  });

  it("weighs a finding as the change of log odds when it is left out, capped at 30 decibans", () => {
    const odds = (p: number) => 10 * Math.log10(p / (1 - p));
    fc.assert(
      fc.property(models, (drawn) => {
        const { model, circumstances, evidence } = built(drawn);
        const full = infer(model, circumstances, evidence);
        evidence.forEach((_, f) => {
          const without = byHand({ model, circumstances, evidence: evidence.filter((__, k) => k !== f) });
          without.forEach((p, i) => {
            const change = odds(full.marginals[i]!) - odds(p);
            const capped = Math.min(MOST_DECIBANS, Math.max(-MOST_DECIBANS, change));
            expect(full.weights[f]![i]!).toBeCloseTo(capped, 6);
          });
        });
      }),
      { numRuns: 100 },
    );
  });

  it("does not mind the order of findings, nor one that says nothing, nor the scale of a likelihood", () => {
    fc.assert(
      fc.property(models, fc.double({ min: 1e-6, max: 1e6, noNaN: true }), (drawn, scale) => {
        const { model, circumstances, evidence } = built(drawn);
        const straight = infer(model, circumstances, evidence).marginals;
        const [first, ...others] = evidence as [Evidence, ...Evidence[]];
        const scaled = {
          ...first,
          likelihood: Object.fromEntries(Object.entries(first.likelihood).map(([k, p]) => [k, p! * scale])),
        };
        const turned = infer(model, circumstances, [...others, scaled].toReversed()).marginals;
        straight.forEach((p, i) => expect(turned[i]!).toBeCloseTo(p, 11));
        const flat = {
          ...first,
          likelihood: Object.fromEntries(Object.keys(first.likelihood).map((k) => [k, 1])),
        };
        const without = infer(model, circumstances, others).marginals;
        infer(model, circumstances, [flat, ...others]).marginals.forEach((p, i) =>
          expect(p).toBeCloseTo(without[i]!, 11),
        );
      }),
      { numRuns: 100 },
    );
  });

  it("puts sets together that act alike: seven faults of which two act make four classes", () => {
    const model: Model = { ...FEVER_MODEL, faults: ["a", "b", "cold", "d", "e", "flu", "g"].map(plainFault) };
    const { partition } = classesOf(model, FEVER, ONE);
    const present = presentIn(partition, faultSets(7));
    expect(present.count).toBe(4);
    // Neither acts in the empty set, in five single faults, ten pairs and ten triples.
    expect(present.sets).toHaveLength(1 + 7 + 21 + 35 - (1 + 5 + 10 + 10));
    expect(classesOf(model, FEVER, ONE).partition).toBe(partition);
  });

  it("hides what a mask hides: with a masked flu the cold alone shows", () => {
    const masked: Model = {
      ...FEVER_MODEL,
      masks: [{ variable: "fever", by: "cold", hides: ["flu"], reason: "" }],
    };
    const yes = (model: Model, wanted: string) => {
      const classes = classesOf(model, FEVER, ONE);
      const sets = faultSets(3);
      const at = Array.from({ length: sets.size }, (_, s) => s).find(
        (s) =>
          membersOf(sets, s)
            .map((i) => model.faults[i]!.id)
            .join(" ") === wanted,
      )!;
      const [a = NONE, b = NONE, c = NONE] = membersOf(sets, at);
      return classes.chances[classes.rowOf(classAt(classes.partition, a, b, c)) + 1]!;
    };
    expect(yes(FEVER_MODEL, "cold flu")).toBeCloseTo(0.88, 3);
    expect(yes(masked, "cold flu")).toBeCloseTo(0.4, 3);
    expect(yes(masked, "flu malaria")).toBeCloseTo(0.98, 3);
  });
});

describe("the prior of a set", () => {
  const COMPLAINED = { withoutCause: 0.05, furtherCause: 0.3, companionCause: 0.6 };
  const at = (
    complaint: Circumstances["complaint"],
    causes: readonly number[] = [1, 1, 1],
    companions: Model["companions"] = [],
  ) => {
    const model = {
      ...FEVER_MODEL,
      faults: FEVER_MODEL.faults.map((fault, i) => ({ ...fault, explains: causes[i]! })),
      companions,
    };
    return infer(model, { settings: ONE, priors: [0.1, 0.2, 0.3], complaint }, []);
  };

  it("is that of independent faults where nobody complained", () => {
    const { marginals, posterior } = at(null);
    expect(Array.from(marginals)).toEqual([0.1, 0.2, 0.3].map((p) => expect.closeTo(p, 12)));
    expect(posterior[0]).toBeCloseTo(0.9 * 0.8 * 0.7, 12);
  });

  it("makes no cause improbable and a second one rarer once somebody complained", () => {
    const { posterior } = at(COMPLAINED);
    const weights = [0.504 * 0.05, 0.056, 0.126, 0.216, 0.014 * 0.3, 0.024 * 0.3, 0.054 * 0.3, 0.006 * 0.09];
    const total = weights.reduce((sum, one) => sum + one, 0);
    weights.forEach((weight, s) => expect(posterior[s]).toBeCloseTo(weight / total, 12));
  });

  it("counts only what can cause a complaint", () => {
    const { posterior } = at(COMPLAINED, [0, 1, 1]);
    // The first fault alone explains nothing: as improbable as no fault at all.
    expect(posterior[1]! / posterior[0]!).toBeCloseTo(0.1 / 0.9, 12);
  });

  it("counts what leads to a complaint now and then by as much, and not as a cause beside another", () => {
    const { posterior } = at(COMPLAINED, [0.2, 1, 1]);
    // Explained with 0.2, else by nothing: 0.05 + 0.95·0.2 = 0.24 against 0.05.
    expect(posterior[1]! / posterior[0]!).toBeCloseTo((0.1 / 0.9) * (0.24 / 0.05), 12);
    // Beside the second fault it is neither rarer nor commoner than its own odds.
    expect(posterior[4]! / posterior[2]!).toBeCloseTo(0.1 / 0.9, 12);
  });

  it("gives back part of the odds where one fault brings the other along", () => {
    const tied = at(COMPLAINED, [1, 1, 1], [["cold", "flu"]]).posterior;
    const apart = at(COMPLAINED).posterior;
    // cold and flu: 0.6 where they belong together, 0.3 where they do not; against the flu alone.
    expect(tied[4]! / tied[2]!).toBeCloseTo((0.1 / 0.9) * 0.6, 12);
    expect(apart[4]! / apart[2]!).toBeCloseTo((0.1 / 0.9) * 0.3, 12);
    // All three: one tie of two.
    expect(tied[7]! / tied[2]!).toBeCloseTo((0.1 / 0.9) * (0.3 / 0.7) * 0.6 * 0.3, 12);
  });

  it("reports the mass beyond three: four even chances leave one in sixteen", () => {
    expect(massBeyond([0.5, 0.5, 0.5, 0.5])).toBeCloseTo(1 / 16, 12);
    expect(massBeyond([0.5, 0.5, 0.5])).toBe(0);
    expect(infer(FEVER_MODEL, { settings: ONE, priors: [0.1, 0.2, 0.3], complaint: null }, []).beyond).toBe(
      0,
    );
  });
});

describe("a finding that may be a slip", () => {
  const priors = [0.1, 0.2, 0.3];
  const given = (slip: number, yes = 1) =>
    infer(FEVER_MODEL, { settings: ONE, priors, complaint: null }, [
      { variable: "fever", likelihood: { yes, no: 1 - yes }, slip },
    ]);
  /** P(fever) of a set by hand, from the published inhibitions. */
  const fever = (members: readonly number[]) =>
    1 - members.reduce((none, i) => none * [0.6, 0.2, 0.1][i]!, 1);
  const sets = faultSets(3);
  const all = Array.from({ length: sets.size }, (_, s) => membersOf(sets, s));
  const prior = (members: readonly number[]) =>
    priors.reduce((product, p, i) => product * (members.includes(i) ? p : 1 - p), 1);

  it("mixes what it says with what would be read anyway: (1 − s)·P(e | S) + s·P(e)", () => {
    const anyway = all.reduce((sum, members) => sum + prior(members) * fever(members), 0);
    const weights = all.map((members) => prior(members) * (0.9 * fever(members) + 0.1 * anyway));
    const total = weights.reduce((sum, one) => sum + one, 0);
    const { posterior } = given(0.1);
    weights.forEach((weight, s) => expect(posterior[s]).toBeCloseTo(weight / total, 3));
  });

  it("is the more likely one the worse it fits", () => {
    const anyway = all.reduce((sum, members) => sum + prior(members) * fever(members), 0);
    // P(slip | e) = s·P(e) over all there is, when it is the only evidence: s itself.
    expect(given(0.1).slips[0]).toBeCloseTo(0.1, 3);
    const sure = infer(FEVER_MODEL, { settings: ONE, priors: [1e-9, 1e-9, 1e-9], complaint: null }, [
      { variable: "fever", likelihood: { yes: 1, no: 0 }, slip: 0.1 },
    ]);
    expect(sure.slips[0]).toBeCloseTo(0.1, 2);
    expect(anyway).toBeGreaterThan(0);
  });

  it("is known for one by a second finding that it contradicts", () => {
    const twin = { ...FEVER, id: "again" } as unknown as typeof FEVER;
    const model: Model = {
      ...FEVER_MODEL,
      variables: [FEVER, twin],
      rows: [...FEVER_MODEL.rows, ...FEVER_MODEL.rows.map((row) => ({ ...row, variable: "again" }))],
    };
    const { slips, marginals } = infer(
      model,
      { settings: ONE, priors: [0.001, 0.001, 0.3], complaint: null },
      [
        { variable: "fever", likelihood: { no: 1 }, slip: 0.05 },
        { variable: "again", likelihood: { yes: 1 } },
      ],
    );
    expect(slips[0]).toBeGreaterThan(0.2);
    expect(slips[1]).toBe(0);
    expect(marginals[2]).toBeGreaterThan(0.9);
  });

  it("never moves a fault by more than its slips allow", () => {
    const { marginals } = given(0.1, 0);
    // No fever, and the slip bounds how far that clears malaria: P' of it over P' of none is above s·P(e).
    expect(marginals[2]).toBeGreaterThan(0.1 * 0.3 * 0.2);
  });
});

describe("what cannot be weighed", () => {
  const ask = (evidence: readonly Evidence[]) => () =>
    infer(FEVER_MODEL, { settings: ONE, priors: [0.1, 0.1, 0.1], complaint: null }, evidence);

  it.each([
    [
      "two findings of one variable",
      [
        { variable: "fever", likelihood: { yes: 1 } },
        { variable: "fever", likelihood: { no: 1 } },
      ],
      /two findings of variable "fever"/u,
    ],
    ["an unknown variable", [{ variable: "stars", likelihood: { yes: 1 } }], /no variable "stars"/u],
    [
      "an unknown outcome",
      [{ variable: "fever", likelihood: { perhaps: 1 } }],
      /"fever" has no outcome "perhaps"/u,
    ],
    ["a likelihood of nothing", [{ variable: "fever", likelihood: { yes: 0 } }], /above 0/u],
    ["a likelihood that is no number", [{ variable: "fever", likelihood: { yes: NaN } }], /above 0/u],
  ])("is refused by name: %s", (_, evidence, sentence) => {
    expect(ask(evidence)).toThrow(RangeError);
    expect(ask(evidence)).toThrow(sentence);
  });

  it("is a row whose outcomes add up to more than one, named with its variable", () => {
    const rows = [{ fault: "flu", variable: "fever", outcomes: { yes: 1.2 }, reason: "" }];
    expect(() => effectsOn({ ...FEVER_MODEL, rows }, FEVER, ONE)).toThrow(
      /outcomes of fever add up to more than 1/u,
    );
  });
});

describe("sets of faults", () => {
  it("are all with at most three members, the empty one first, each once", () => {
    const sets = faultSets(5);
    const all = Array.from({ length: sets.size }, (_, s) => membersOf(sets, s));
    expect(all[0]).toEqual([]);
    expect(all).toHaveLength(1 + 5 + 10 + 10);
    expect(new Set(all.map((set) => set.join(" "))).size).toBe(all.length);
    for (const set of all) expect(set).toEqual(set.toSorted((a, b) => a - b));
    expect(faultSets(5)).toBe(sets);
    expect(faultSets(0).size).toBe(1);
  });

  it.each([-1, 2.5, 255])("of %d faults are refused", (n) => {
    expect(() => faultSets(n)).toThrow(RangeError);
  });
});
