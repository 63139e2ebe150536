import { classesOf, settingsName, sharedPartition } from "./classes.ts";
import { cumulative, effectBySetting, effectsOn, OUTCOME_FLOOR } from "./effects.ts";
import { classAt, membersOfClass, type Partition } from "./partition.ts";
import { NONE } from "./sets.ts";
import type { Model, Setting, Variable } from "./types.ts";

/** Share of motors in which one severity governs both variables; in the rest each shows by itself. Judgement. */
export const ONE_SEVERITY = 0.85;

/** Two variables in which one fault shows by one severity, by the class of what faults do in either. */
export interface TogetherClasses {
  readonly partition: Partition;
  /** The class of each variable alone. */
  readonly classesAt: (at: number) => readonly [number, number];
  /** P(both outcomes | class), the first variable's outcomes down; worked out when first asked for. */
  readonly tableAt: (at: number) => Float64Array;
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
  const [effects, others] = [effectsOn(model, one, settings), effectsOn(model, other, settings)];
  const tied = model.faults.map(({ id }) =>
    model.together.some((row) => row.fault === id && row.variables.includes(one.id))
      ? cumulativeTogether(model, id, variables, settings)
      : null,
  );
  const partition = sharedPartition(
    model,
    model.faults.map((_, i) => {
      const [x, y] = [first.partition.rank[i]!, second.partition.rank[i]!];
      if (tied[i]) return `fault ${i}`;
      return x > 0 || y > 0 ? `${x} ${y}` : null;
    }),
  );
  const [height, width] = [one.outcomes.length, other.outcomes.length];
  const classesAt = (at: number): readonly [number, number] => {
    const [a = NONE, b = NONE, c = NONE] = membersOfClass(partition, at);
    return [classAt(first.partition, a, b, c), classAt(second.partition, a, b, c)];
  };
  const tableOf = (at: number): Float64Array => {
    const [x, y] = classesAt(at);
    const there = membersOfClass(partition, at);
    const [acting, actingToo] = [first.actingAmong(there), second.actingAmong(there)];
    const shared = acting.filter((fault) => tied[fault] && actingToo.includes(fault));
    const [row, rowToo] = [first.rowOf(x), second.rowOf(y)];
    const table = new Float64Array(height * width);
    for (let k = 0; k < height; k += 1)
      for (let l = 0; l < width; l += 1) {
        const place = k * width + l;
        if (shared.length === 0) {
          table[place] = first.chances[row + k]! * second.chances[rowToo + l]!;
          continue;
        }
        // Causes that act each draw for themselves and the dominant outcome shows: cumulative chances multiply.
        let chance = effects.leak[k]! * others.leak[l]!;
        for (const fault of acting)
          chance *= shared.includes(fault) ? tied[fault]![place]! : effects.byFault[fault]![k]!;
        for (const fault of actingToo) if (!shared.includes(fault)) chance *= others.byFault[fault]![l]!;
        table[place] = chance;
      }
    return shared.length === 0 ? table : differences(table, width);
  };
  const tables = new Map<number, Float64Array>();
  const tableAt = (at: number) => {
    const found = tables.get(at) ?? tableOf(at);
    tables.set(at, found);
    return found;
  };
  return { partition, classesAt, tableAt };
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
  const name = `${variables.map(({ id }) => id).join(" ")} ${settingsName(settings)}`;
  const found = known.get(name) ?? build(model, variables, settings);
  known.set(name, found);
  return found;
}
