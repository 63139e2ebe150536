import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { infer, ONE_SEVERITY, variable, type Circumstances, type Evidence, type Model } from "./index.ts";

const OUTCOMES = ["o0", "o1", "o2"] as const;
const named = (id: string) =>
  variable({
    id,
    title: "",
    outcomes: OUTCOMES,
    // Every outcome appears by itself now and then, so that no floor of the engine is reached.
    leak: { o1: 0.05, o2: 0.03 },
    leakReason: "",
    words: { o0: "", o1: "", o2: "" },
  });
const [REST, SPUN] = [named("rest"), named("spun")];
type Shares = readonly [number, number, number];

const chance = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const shares = fc.tuple(chance(0.05, 0.5), chance(0.05, 0.4)).map(([a, b]): Shares => [1 - a - b, a, b]);
const likelihoods = fc.tuple(chance(0.01, 1), chance(0.01, 1), chance(0.01, 1));
const drawn = fc.record({
  faults: fc.array(
    fc.record({
      prior: chance(0.02, 0.5),
      // What it shows in a star and in a delta; a fault may leave a variable alone.
      rest: fc.option(fc.tuple(shares, shares)),
      spun: fc.option(fc.tuple(shares, shares)),
      tied: fc.boolean(),
    }),
    { minLength: 1, maxLength: 3 },
  ),
  star: chance(0, 1),
  read: fc.tuple(likelihoods, likelihoods),
  slips: fc.tuple(fc.constantFrom(0, 0.05, 0.2), fc.constantFrom(0, 0.05, 0.2)),
  factor: fc.option(chance(0.1, 5)),
});
type Drawn = typeof drawn extends fc.Arbitrary<infer T> ? T : never;

function built({ faults, star, read, slips, factor }: Drawn) {
  const rowsOf = (id: "rest" | "spun") =>
    faults.flatMap((fault, i) =>
      (fault[id] ?? []).map(([, o1, o2], k) => ({
        fault: `f${i}`,
        variable: id,
        outcomes: { o1, o2 },
        reason: "",
        when: { connection: k === 0 ? "star" : "delta" },
      })),
    );
  const model: Model = {
    faults: faults.map((_, i) => ({ id: `f${i}`, explains: 1 })),
    variables: [REST, SPUN],
    rows: [...rowsOf("rest"), ...rowsOf("spun")],
    masks: [],
    companions: [],
    together: faults.flatMap(({ tied }, i) =>
      tied ? [{ variables: ["rest", "spun"] as const, fault: `f${i}`, reason: "" }] : [],
    ),
  };
  const circumstances: Circumstances = {
    settings: [
      { share: star, values: { connection: "star" } },
      { share: 1 - star, values: { connection: "delta" } },
    ],
    priors: faults.map(({ prior }) => prior),
    complaint: null,
  };
  const likelihoodOf = (values: readonly number[]) =>
    Object.fromEntries(OUTCOMES.map((outcome, k) => [outcome, values[k]]));
  const evidence: Evidence[] = [
    { variable: "rest", likelihood: likelihoodOf(read[0]), slip: slips[0] },
    {
      variable: "spun",
      likelihood: likelihoodOf(read[1]),
      slip: slips[1],
      ...(factor !== null && { with: { variable: "rest", factors: { o1: { o1: factor } } } }),
    },
  ];
  return { model, circumstances, evidence };
}

/** A quantile read off shares: the outcome at which they have added up to this much. */
const at = (of: Shares, level: number) => (level < of[0] ? 0 : level < of[0] + of[1] ? 1 : 2);

/** Chances of both outcomes of one fault in one connection: one level behind both, or one for each. */
function ofFault(rest: Shares | null, spun: Shares | null, tied: boolean): number[] {
  const [a, b] = [rest ?? ([1, 0, 0] as const), spun ?? ([1, 0, 0] as const)];
  const table = Array.from({ length: 9 }, (_, i) => a[Math.floor(i / 3)]! * b[i % 3]!);
  if (!tied || !rest || !spun) return table;
  const cuts = [0, a[0], a[0] + a[1], b[0], b[0] + b[1], 1].toSorted((x, y) => x - y);
  const one = new Array<number>(9).fill(0);
  for (let i = 1; i < cuts.length; i += 1) {
    const middle = (cuts[i - 1]! + cuts[i]!) / 2;
    one[at(a, middle) * 3 + at(b, middle)]! += cuts[i]! - cuts[i - 1]!;
  }
  return table.map((p, i) => (1 - ONE_SEVERITY) * p + ONE_SEVERITY * one[i]!);
}

/** Both draw, and in each variable the dominant outcome shows. */
function dominant(one: readonly number[], other: readonly number[]): number[] {
  const table = new Array<number>(9).fill(0);
  one.forEach((p, i) =>
    other.forEach((q, j) => {
      const k = Math.max(Math.floor(i / 3), Math.floor(j / 3));
      table[k * 3 + Math.max(i % 3, j % 3)]! += p * q;
    }),
  );
  return table;
}

/**
 * The same counted out, set by set: every cause draws a pair of outcomes, averaged over both connections; a slip of
 * either reading is one case of four.
 */
function byHand({ faults, star, read, slips, factor }: Drawn) {
  const leak: Shares = [0.92, 0.05, 0.03];
  const sets = Array.from({ length: 2 ** faults.length }, (_, bits) =>
    faults.filter((__, i) => (bits >> i) & 1),
  );
  const priors = sets.map((set) =>
    faults.reduce((all, fault) => all * (set.includes(fault) ? fault.prior : 1 - fault.prior), 1),
  );
  const tables = sets.map((set) =>
    set.reduce(
      (shown, { rest, spun, tied }) => {
        const [inStar, inDelta] = [0, 1].map((k) => ofFault(rest?.[k] ?? null, spun?.[k] ?? null, tied));
        // A fault that nothing ties draws for each variable by itself, whatever the connection.
        const mean = inStar!.map((p, i) => star * p + (1 - star) * inDelta![i]!);
        const side = (of: typeof rest, k: number) =>
          of ? star * of[0][k]! + (1 - star) * of[1][k]! : k === 0 ? 1 : 0;
        const own =
          tied && rest && spun ? mean : mean.map((_, i) => side(rest, Math.floor(i / 3)) * side(spun, i % 3));
        return dominant(shown, own);
      },
      leak.flatMap((a) => leak.map((b) => a * b)),
    ),
  );
  const alone = (values: readonly number[], place: (i: number) => number) =>
    tables.map((table) =>
      table.reduce((sum, p, i) => sum + p * (values[place(i)]! / Math.max(...values)), 0),
    );
  const rest = alone(read[0], (i) => Math.floor(i / 3));
  const spun = alone(read[1], (i) => i % 3);
  const over = (values: readonly number[]) => values.reduce((sum, value, s) => sum + priors[s]! * value, 0);
  const tops = [Math.max(...read[0]), Math.max(...read[1])] as const;
  const both = tables.map((table) =>
    table.reduce(
      (sum, p, i) =>
        sum +
        p *
          (read[0][Math.floor(i / 3)]! / tops[0]) *
          (read[1][i % 3]! / tops[1]) *
          (i === 4 ? (factor ?? 1) : 1),
      0,
    ),
  );
  const [s, t] = slips;
  const [a, b] = [over(rest), over(spun)];
  const tied = faults.some((fault) => fault.tied);
  const told = tables.map((_, k) =>
    tied
      ? (1 - s) * (1 - t) * both[k]! + s * (1 - t) * a * spun[k]! + (1 - s) * t * rest[k]! * b + s * t * a * b
      : ((1 - s) * rest[k]! + s * a) * ((1 - t) * spun[k]! + t * b),
  );
  const total = over(told);
  return {
    marginals: faults.map((fault) => over(told.map((p, k) => (sets[k]!.includes(fault) ? p : 0))) / total),
    restSlipped: over(tables.map((_, k) => s * a * ((1 - t) * spun[k]! + t * b))) / total,
  };
}

/** Two faults that do the same to one of the readings, of which one moves both together. */
const SAME = [
  [0.9, 0.05, 0.05],
  [0.9, 0.05, 0.05],
];
const FLAT = [0.01, 0.01, 0.01];
const ALIKE_IN_ONE = {
  faults: [
    { prior: 0.02, rest: SAME, spun: null, tied: false },
    { prior: 0.02, rest: SAME, spun: SAME, tied: true },
  ],
  star: 0,
  read: [FLAT, FLAT],
  slips: [0, 0],
  factor: 0.1,
} as never;

describe("two readings that one fault moves together", () => {
  it("equal counting out every set, every connection and every slip", () => {
    fc.assert(
      fc.property(drawn, (one) => {
        const { model, circumstances, evidence } = built(one);
        const { marginals, slips } = infer(model, circumstances, evidence);
        const wanted = byHand(one);
        wanted.marginals.forEach((p, i) => expect(Math.abs(marginals[i]! - p)).toBeLessThan(1e-12));
        expect(Math.abs(slips[0]! - wanted.restSlipped)).toBeLessThan(1e-12);
      }),
      { numRuns: 400, examples: [[ALIKE_IN_ONE]] },
    );
  });

  it("are each weighed by leaving it out, in any order", () => {
    const odds = (p: number) => 10 * Math.log10(p / (1 - p));
    fc.assert(
      fc.property(drawn, (one) => {
        const { model, circumstances, evidence } = built(one);
        const { marginals, weights } = infer(model, circumstances, evidence);
        const turned = infer(model, circumstances, evidence.toReversed());
        evidence.forEach((_, f) => {
          const { marginals: without } = infer(model, circumstances, evidence.toSpliced(f, 1));
          without.forEach((p, i) => {
            expect(weights[f]![i]!).toBeCloseTo(odds(marginals[i]!) - odds(p), 8);
            expect(turned.weights[1 - f]![i]!).toBeCloseTo(weights[f]![i]!, 8);
          });
        });
      }),
      { numRuns: 100 },
    );
  });

  it("of one plain at rest and hidden spun make the fault rarer than two readings apart", () => {
    const of: Drawn = {
      faults: [
        {
          prior: 0.2,
          rest: [
            [0.3, 0.7, 0],
            [0.3, 0.7, 0],
          ],
          spun: [
            [0.3, 0.7, 0],
            [0.3, 0.7, 0],
          ],
          tied: true,
        },
      ],
      star: 1,
      read: [
        [0.01, 1, 0.01],
        [1, 0.01, 0.01],
      ],
      slips: [0, 0],
      factor: null,
    };
    const after = (tied: boolean) => {
      const asked = built({ ...of, faults: of.faults.map((fault) => ({ ...fault, tied })) });
      return infer(asked.model, asked.circumstances, asked.evidence).marginals[0]!;
    };
    // By hand: alone .7 × .3 = .21 against a leak of .05 × .92; together only the untied 15 in a hundred of it.
    expect(after(true)).toBeLessThan(after(false) / 2);
  });
});
