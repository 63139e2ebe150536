import { effectsOn, outcomesOf, type Effects } from "./effects.ts";
import { membersOfClass, partitionOf, type Partition } from "./partition.ts";
import type { Model, Setting, Variable } from "./types.ts";

/** What sets of faults make a variable show, by their class: what acts on it, and what hides one that does. */
export interface Classes {
  readonly partition: Partition;
  readonly outcomes: number;
  /** Where the chances of a class begin among {@link chances}: one for each outcome, worked out when first asked for. */
  readonly rowOf: (at: number) => number;
  readonly chances: Float64Array;
  /** Those of some faults that act on it, and that none of the others hides. */
  readonly actingAmong: (there: readonly number[]) => readonly number[];
}

/** Partitions of a model by what its faults do: variables to which the same faults do alike share one. */
const partitions = new WeakMap<Model, Map<string, Partition>>();

/**
 * The partition of a model's faults by what they do to a reading.
 * @param does by fault, in the order of the model: what it does, the same for the same; null for nothing
 */
export function sharedPartition(model: Model, does: readonly (string | null)[]): Partition {
  const byName = partitions.get(model) ?? new Map<string, Partition>();
  partitions.set(model, byName);
  const made = partitionOf(does);
  const name = made.rank.subarray(0, does.length).join();
  const found = byName.get(name) ?? made;
  byName.set(name, found);
  return found;
}

/** Pairs of faults of which one hides the other from a variable, as by · faults + hidden. */
function hidingIn(model: Model, { id }: Variable): ReadonlySet<number> {
  const n = model.faults.length;
  const place = new Map(model.faults.map((fault, i) => [fault.id, i]));
  return new Set(
    model.masks
      .filter(({ variable, by }) => variable === id && place.has(by))
      .flatMap(({ by, hides }) => hides.map((hidden) => place.get(by)! * n + (place.get(hidden) ?? n))),
  );
}

function build(model: Model, variable: Variable, settings: readonly Setting[]): Classes {
  const n = model.faults.length;
  const effects: Effects = effectsOn(model, variable, settings);
  const hiding = hidingIn(model, variable);
  const inHiding = new Set([...hiding].flatMap((pair) => [Math.floor(pair / n), pair % n]));
  const partition = sharedPartition(
    model,
    // Who hides another, or is hidden, is of a kind of its own.
    effects.byFault.map((effect, i) => (inHiding.has(i) ? `fault ${i}` : effect && effect.join())),
  );
  const outcomes = variable.outcomes.length;
  const chances = new Float64Array(partition.count * outcomes);
  const known = new Uint8Array(partition.count);
  const actingAmong = (there: readonly number[]) =>
    there.filter((fault) => effects.byFault[fault] && !there.some((by) => hiding.has(by * n + fault)));
  const rowOf = (at: number) => {
    const row = at * outcomes;
    if (known[at] === 0) {
      chances.set(outcomesOf(effects, actingAmong(membersOfClass(partition, at))), row);
      known[at] = 1;
    }
    return row;
  };
  return { partition, outcomes, rowOf, chances, actingAmong };
}

/** Classes depend on model, variable and settings alone: worked out once each. */
const kept = new WeakMap<Model, Map<string, Map<string, Classes>>>();

/** Settings as a text, worked out once for each list of them. */
const names = new WeakMap<readonly Setting[], string>();

/** A name that equal lists of settings share. */
export function settingsName(settings: readonly Setting[]): string {
  const found = names.get(settings) ?? JSON.stringify(settings);
  names.set(settings, found);
  return found;
}

/** The classes of one variable; worked out once for a model, the variable and its settings. */
export function classesOf(model: Model, variable: Variable, settings: readonly Setting[]): Classes {
  const byVariable = kept.get(model) ?? new Map<string, Map<string, Classes>>();
  kept.set(model, byVariable);
  const bySettings = byVariable.get(variable.id) ?? new Map<string, Classes>();
  byVariable.set(variable.id, bySettings);
  const name = settingsName(settings);
  const found = bySettings.get(name) ?? build(model, variable, settings);
  bySettings.set(name, found);
  return found;
}
