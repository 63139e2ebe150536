import { classesOf, jointClasses, type JointClasses } from "./classes.ts";
import { cumulative, effectBySetting, effectsOn, OUTCOME_FLOOR } from "./effects.ts";
import type { Model, Setting, Variable } from "./types.ts";

/** Share of motors in which one severity governs both variables; in the rest each shows by itself. Judgement. */
export const ONE_SEVERITY = 0.85;

/** Two variables in which one fault shows by one severity. */
export interface TogetherClasses {
  readonly joint: JointClasses;
  /** P(both outcomes | joint class): one table for each class, the first variable's outcomes down. */
  readonly chances: Float64Array;
}

/**
 * Cumulative chance of both outcomes under one fault that shows in both variables. With one severity behind both, the
 * plainer it is in the one the plainer in the other: the smaller of the two cumulative chances (the upper
 * Fréchet-Hoeffding bound); for the rest their product. Averaged over the settings, so that both are of one winding.
 */
function cumulativeTogether(
  model: Model,
  fault: string,
  [one, other]: readonly [Variable, Variable],
  settings: readonly Setting[],
): Float64Array | null {
  const ones = effectBySetting(model, fault, one, settings)?.map(cumulative);
  const others = effectBySetting(model, fault, other, settings)?.map(cumulative);
  if (!ones || !others) return null;
  const table = new Float64Array(one.outcomes.length * other.outcomes.length);
  settings.forEach(({ share }, s) => {
    let at = 0;
    for (const a of ones[s]!)
      for (const b of others[s]!) {
        table[at]! += share * (ONE_SEVERITY * Math.min(a, b) + (1 - ONE_SEVERITY) * a * b);
        at += 1;
      }
  });
  return table;
}

/** Chances of single places out of cumulative ones: each less what lies above it and left of it. */
function differences(table: Float64Array, width: number): Float64Array {
  const chances = table.map((value, at) => {
    const left = at % width > 0;
    const above = at >= width;
    const corner = left && above ? table[at - width - 1]! : 0;
    return value - (left ? table[at - 1]! : 0) - (above ? table[at - width]! : 0) + corner;
  });
  // Nobody is surer of two outcomes than of either.
  const floored = chances.map((chance) => Math.max(chance, OUTCOME_FLOOR ** 2));
  const total = floored.reduce((sum, chance) => sum + chance, 0);
  return floored.map((chance) => chance / total);
}

function build(
  model: Model,
  variables: readonly [Variable, Variable],
  settings: readonly Setting[],
): TogetherClasses {
  const [one, other] = variables;
  const [first, second] = [classesOf(model, one, settings), classesOf(model, other, settings)];
  const joint = jointClasses(first, second);
  const [effects, others] = [effectsOn(model, one, settings), effectsOn(model, other, settings)];
  const tied = model.faults.map(({ id }) =>
    model.together.some((row) => row.fault === id && row.variables.includes(one.id))
      ? cumulativeTogether(model, id, variables, settings)
      : null,
  );
  const [height, width] = [one.outcomes.length, other.outcomes.length];
  const chances = new Float64Array(joint.count * height * width);
  for (let j = 0; j < joint.count; j += 1) {
    const [a, b] = [joint.first[j]!, joint.second[j]!];
    const [acting, actingToo] = [first.acting[a]!, second.acting[b]!];
    const shared = acting.filter((fault) => tied[fault] && actingToo.includes(fault));
    const table = new Float64Array(height * width);
    for (let k = 0; k < height; k += 1)
      for (let l = 0; l < width; l += 1) {
        const at = k * width + l;
        if (shared.length === 0) {
          table[at] = first.chances[a * height + k]! * second.chances[b * width + l]!;
          continue;
        }
        // Causes that act each draw for themselves and the dominant outcome shows: cumulative chances multiply.
        let chance = effects.leak[k]! * others.leak[l]!;
        for (const fault of acting)
          chance *= shared.includes(fault) ? tied[fault]![at]! : effects.byFault[fault]![k]!;
        for (const fault of actingToo) if (!shared.includes(fault)) chance *= others.byFault[fault]![l]!;
        table[at] = chance;
      }
    chances.set(shared.length === 0 ? table : differences(table, width), j * height * width);
  }
  return { joint, chances };
}

const kept = new WeakMap<Model, Map<string, TogetherClasses>>();

/** The classes of two variables together, worked out once for a model and its settings. */
export function togetherClasses(
  model: Model,
  variables: readonly [Variable, Variable],
  settings: readonly Setting[],
): TogetherClasses {
  const known = kept.get(model) ?? new Map<string, TogetherClasses>();
  kept.set(model, known);
  const name = JSON.stringify([variables.map(({ id }) => id), settings]);
  const found = known.get(name) ?? build(model, variables, settings);
  known.set(name, found);
  return found;
}
