import type { Circumstances, Fault, LikelihoodRow, Model, Variable } from "./types.ts";

/** Least probability of an outcome that is not physically impossible: nobody is that sure. */
export const OUTCOME_FLOOR = 1e-4;

type Distribution = readonly number[];

function applies(row: LikelihoodRow, circumstances: Circumstances, connection: "star" | "delta"): boolean {
  const { when } = row;
  if (!when) return true;
  if (when.connection && when.connection !== connection) return false;
  if (when.tips && (when.tips === "proven") !== circumstances.tipsProven) return false;
  return true;
}

function spread(variable: Variable, named: Readonly<Record<string, number>>): number[] {
  const values = variable.outcomes.map((outcome) => named[outcome] ?? 0);
  const rest = 1 - values.reduce((sum, p) => sum + p, 0);
  if (rest < -1e-9) throw new RangeError(`outcomes of ${variable.id} add up to more than 1`);
  values[0] = (values[0] ?? 0) + Math.max(0, rest);
  return values;
}

/** Star is the commoner connection where nobody knows (common practice). */
const STAR_SHARE = 0.65;

/** What one fault alone would make a variable show, or null where it does not touch it. */
function effectOf(
  model: Model,
  fault: Fault,
  variable: Variable,
  circumstances: Circumstances,
): Distribution | null {
  const under = (connection: "star" | "delta"): Distribution | null => {
    const row = model.rows.find(
      (candidate) =>
        candidate.fault === fault.id &&
        candidate.variable === variable.id &&
        applies(candidate, circumstances, connection),
    );
    return row ? spread(variable, row.outcomes) : null;
  };
  if (circumstances.connection !== "unknown") return under(circumstances.connection);
  const [star, delta] = [under("star"), under("delta")];
  if (!star && !delta) return null;
  const untouched = spread(variable, {});
  return variable.outcomes.map(
    (_, k) => STAR_SHARE * (star ?? untouched)[k]! + (1 - STAR_SHARE) * (delta ?? untouched)[k]!,
  );
}

function cumulative(distribution: Distribution): number[] {
  let sum = 0;
  return distribution.map((p) => (sum += p));
}

/**
 * P(outcome | set of faults) for one variable: noisy-MAX with a leak, after masking.
 *
 * Each present fault and the leak draw an outcome on their own; the dominant one shows, so the cumulative
 * distributions multiply. For two outcomes this is the noisy-OR. Source: Russell & Norvig, *Artificial
 * Intelligence: A Modern Approach*, on noisy-OR; the MAX form is its usual extension.
 * @returns a function from fault indices to probabilities in the order of the variable's outcomes
 */
export function outcomeModel(
  model: Model,
  variable: Variable,
  circumstances: Circumstances,
): (set: readonly number[]) => Distribution {
  const leak = cumulative(spread(variable, variable.leak));
  const effects = model.faults.map((fault) => {
    const effect = effectOf(model, fault, variable, circumstances);
    return effect ? cumulative(effect) : null;
  });
  return (set) => {
    const masked = new Set(set.flatMap((index) => model.faults[index]!.masks[variable.id] ?? []));
    const product = [...leak];
    for (const index of set) {
      const effect = effects[index];
      if (!effect || masked.has(model.faults[index]!.id)) continue;
      for (let k = 0; k < product.length; k += 1) product[k]! *= effect[k]!;
    }
    const raw = product.map((value, k) => Math.max(OUTCOME_FLOOR, value - (k > 0 ? product[k - 1]! : 0)));
    const total = raw.reduce((sum, p) => sum + p, 0);
    return raw.map((p) => p / total);
  };
}

/** Largest number of faults held true together. */
export const MOST_FAULTS = 3;

/** Every subset of n faults with at most {@link MOST_FAULTS} members, the empty one first. */
export function faultSets(n: number, most = MOST_FAULTS): number[][] {
  const sets: number[][] = [[]];
  const extend = (from: number, set: readonly number[]) => {
    if (set.length === most) return;
    for (let i = from; i < n; i += 1) {
      const larger = [...set, i];
      sets.push(larger);
      extend(i + 1, larger);
    }
  };
  extend(0, []);
  return sets;
}

/** Tables depend on nothing but model, variable, connection and proved tips: worked out once each. */
const tables = new WeakMap<Model, Map<string, readonly Distribution[]>>();

/** {@link outcomeModel} for every set of {@link faultSets}, in that order. */
export function outcomeTable(
  model: Model,
  variable: Variable,
  circumstances: Circumstances,
): readonly Distribution[] {
  const byKey = tables.get(model) ?? new Map<string, readonly Distribution[]>();
  tables.set(model, byKey);
  const key = `${variable.id} ${circumstances.connection} ${circumstances.tipsProven}`;
  const found =
    byKey.get(key) ?? faultSets(model.faults.length).map(outcomeModel(model, variable, circumstances));
  byKey.set(key, found);
  return found;
}
