import type { LikelihoodRow, Model, Setting, Variable } from "./types.ts";

/** Least probability of an outcome that is not physically impossible: nobody is that sure. */
export const OUTCOME_FLOOR = 1e-4;

export type Distribution = readonly number[];

function spread(variable: Variable, named: Readonly<Partial<Record<string, number>>>): number[] {
  const values = variable.outcomes.map((outcome) => named[outcome] ?? 0);
  const rest = 1 - values.reduce((sum, p) => sum + p, 0);
  if (rest < -1e-9) throw new RangeError(`outcomes of ${variable.id} add up to more than 1`);
  values[0] = values[0]! + Math.max(0, rest);
  return values;
}

const holds = (when: Readonly<Partial<Record<string, string>>> | undefined, setting: Setting) =>
  Object.entries(when ?? {}).every(([name, value]) => setting.values[name] === value);

type Rows = Model["rows"];
const byVariable = new WeakMap<Rows, Map<string, Map<string, LikelihoodRow[]>>>();

/** The rows of a variable by their faults; sorted once for each table. */
function rowsOf(rows: Rows, variable: string): ReadonlyMap<string, readonly LikelihoodRow[]> {
  let sorted = byVariable.get(rows);
  if (!sorted) {
    sorted = new Map();
    for (const row of rows) {
      const byFault = sorted.get(row.variable) ?? new Map<string, LikelihoodRow[]>();
      sorted.set(row.variable, byFault);
      byFault.set(row.fault, [...(byFault.get(row.fault) ?? []), row]);
    }
    byVariable.set(rows, sorted);
  }
  return sorted.get(variable) ?? new Map<string, LikelihoodRow[]>();
}

/** What one fault alone would make a variable show in each setting; null where it touches it in none. */
export function effectBySetting(
  model: Model,
  fault: string,
  variable: Variable,
  settings: readonly Setting[],
): readonly Distribution[] | null {
  const rows = rowsOf(model.rows, variable.id).get(fault) ?? [];
  if (rows.length === 0) return null;
  const bySetting = settings.map((setting) => rows.find(({ when }) => holds(when, setting)));
  if (bySetting.every((row) => row === undefined)) return null;
  return bySetting.map((row) => spread(variable, row?.outcomes ?? {}));
}

/** What one fault alone would make a variable show, averaged over the settings; null where it does not touch it. */
function effectOf(
  model: Model,
  fault: string,
  variable: Variable,
  settings: readonly Setting[],
): Distribution | null {
  const bySetting = effectBySetting(model, fault, variable, settings);
  return (
    bySetting &&
    variable.outcomes.map((_, k) =>
      settings.reduce((sum, { share }, s) => sum + share * bySetting[s]![k]!, 0),
    )
  );
}

/**
 * Chances of an outcome or of one before it.
 * @example cumulative([0.5, 0.25, 0.25]) // [0.5, 0.75, 1]
 */
export function cumulative(distribution: Distribution): number[] {
  let sum = 0;
  return distribution.map((p) => (sum += p));
}

/** The effects of every fault on one variable, as cumulative distributions; null where a fault does not touch it. */
export interface Effects {
  readonly leak: Distribution;
  readonly byFault: readonly (Distribution | null)[];
}

/**
 * What each fault alone makes a variable show, averaged over the settings, and what it shows with no fault at all.
 * @throws RangeError where the outcomes of a row, or of the leak, add up to more than 1
 */
export function effectsOn(model: Model, variable: Variable, settings: readonly Setting[]): Effects {
  return {
    leak: cumulative(spread(variable, variable.leak)),
    byFault: model.faults.map(({ id }) => {
      const effect = effectOf(model, id, variable, settings);
      return effect && cumulative(effect);
    }),
  };
}

/**
 * P(outcome | faults that act) for one variable: noisy-MAX with a leak.
 *
 * Each acting fault and the leak draw an outcome on their own; the dominant one shows, so the cumulative
 * distributions multiply. For two outcomes this is the noisy-OR. Source: Russell & Norvig, *Artificial
 * Intelligence: A Modern Approach*, on noisy-OR; the MAX form is its usual extension.
 * @param acting places of the faults that act, each with an effect
 * @returns probabilities in the order of the variable's outcomes, none below the floor, adding up to one
 * @example outcomesOf({ leak: [0.98, 1], byFault: [[0.1, 1]] }, [0]) // [0.098, 0.902]
 */
export function outcomesOf({ leak, byFault }: Effects, acting: readonly number[]): number[] {
  const product = [...leak];
  for (const fault of acting) {
    const effect = byFault[fault]!;
    for (let k = 0; k < product.length; k += 1) product[k]! *= effect[k]!;
  }
  const raw = product.map((value, k) => Math.max(OUTCOME_FLOOR, value - (k > 0 ? product[k - 1]! : 0)));
  const total = raw.reduce((sum, p) => sum + p, 0);
  return raw.map((p) => p / total);
}
