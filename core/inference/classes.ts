import { effectsOn, outcomesOf } from "./effects.ts";
import { faultSets, MOST_FAULTS, NONE } from "./sets.ts";
import type { Model, Setting, Variable } from "./types.ts";

/**
 * Sets of faults that give a variable the same distribution: those that agree in the members that act on it once
 * masked ones are left out. An exact saving, since a variable then costs its classes and not its sets.
 */
export interface Classes {
  /** Class of each set. */
  readonly of: Uint32Array;
  readonly count: number;
  readonly outcomes: number;
  /** P(outcome | class): one row of outcomes for each class. */
  readonly chances: Float64Array;
  /** Faults that act on it, by class. */
  readonly acting: readonly (readonly number[])[];
}

function build(model: Model, variable: Variable, settings: readonly Setting[]): Classes {
  const effects = effectsOn(model, variable, settings);
  const n = model.faults.length;
  const { size, members } = faultSets(n);
  const place = new Map(model.faults.map(({ id }, i) => [id, i]));
  /** 1, 2, 3… for the faults that act on the variable; 0 for the others and for no fault. */
  const rank = new Uint8Array(NONE + 1);
  let most = 0;
  for (let i = 0; i < n; i += 1) if (effects.byFault[i]) rank[i] = most += 1;
  /** hidden[by · 256 + fault] where one hides the other. */
  const hidden = new Uint8Array(model.masks.some((mask) => mask.variable === variable.id) ? 65_536 : 0);
  for (const mask of model.masks) {
    const by = place.get(mask.by);
    if (mask.variable !== variable.id || by === undefined) continue;
    for (const id of mask.hides) hidden[by * 256 + (place.get(id) ?? NONE)] = 1;
  }
  const base = most + 1;
  const known = new Int32Array(base ** MOST_FAULTS).fill(-1);
  const of = new Uint32Array(size);
  const rows: number[][] = [];
  const acting: number[][] = [];
  const hides = hidden.length > 0;
  const isHidden = (member: number, a: number, b: number, c: number): boolean =>
    hidden[a * 256 + member] === 1 || hidden[b * 256 + member] === 1 || hidden[c * 256 + member] === 1;
  for (let s = 0, at = 0; s < size; s += 1, at += MOST_FAULTS) {
    const a = members[at]!;
    const b = members[at + 1]!;
    const c = members[at + 2]!;
    let x = rank[a]!;
    let y = rank[b]!;
    let z = rank[c]!;
    if (hides) {
      if (isHidden(a, a, b, c)) x = 0;
      if (isHidden(b, a, b, c)) y = 0;
      if (isHidden(c, a, b, c)) z = 0;
    }
    // The members that act, as digits of one number: sets with the same number are one class.
    let key = x;
    if (y > 0) key = key * base + y;
    if (z > 0) key = key * base + z;
    if (known[key] === -1) {
      known[key] = rows.length;
      const acts = [x > 0 ? a : NONE, y > 0 ? b : NONE, z > 0 ? c : NONE].filter((member) => member !== NONE);
      rows.push(outcomesOf(effects, acts));
      acting.push(acts);
    }
    of[s] = known[key]!;
  }
  const outcomes = variable.outcomes.length;
  const chances = new Float64Array(rows.length * outcomes);
  rows.forEach((row, i) => chances.set(row, i * outcomes));
  return { of, count: rows.length, outcomes, chances, acting };
}

/** Classes depend on model, variable and settings alone: worked out once each. */
const kept = new WeakMap<Model, Map<string, Map<string, Classes>>>();

/** Settings as a text, worked out once for each list of them. */
const names = new WeakMap<readonly Setting[], string>();

function nameOf(settings: readonly Setting[]): string {
  const found = names.get(settings) ?? JSON.stringify(settings);
  names.set(settings, found);
  return found;
}

export function classesOf(model: Model, variable: Variable, settings: readonly Setting[]): Classes {
  const byVariable = kept.get(model) ?? new Map<string, Map<string, Classes>>();
  kept.set(model, byVariable);
  const bySettings = byVariable.get(variable.id) ?? new Map<string, Classes>();
  byVariable.set(variable.id, bySettings);
  const name = nameOf(settings);
  const found = bySettings.get(name) ?? build(model, variable, settings);
  bySettings.set(name, found);
  return found;
}

/** Sets that fall into the same class of both of two variables. */
export interface JointClasses {
  readonly of: Uint32Array;
  readonly count: number;
  /** Class of the first and of the second variable, by joint class. */
  readonly first: Uint32Array;
  readonly second: Uint32Array;
}

const joints = new WeakMap<Classes, WeakMap<Classes, JointClasses>>();

export function jointClasses(first: Classes, second: Classes): JointClasses {
  const bySecond = joints.get(first) ?? new WeakMap<Classes, JointClasses>();
  joints.set(first, bySecond);
  const found = bySecond.get(second);
  if (found) return found;
  const size = first.of.length;
  const of = new Uint32Array(size);
  const places = new Int32Array(first.count * second.count).fill(-1);
  const [ones, twos]: [number[], number[]] = [[], []];
  for (let s = 0; s < size; s += 1) {
    const key = first.of[s]! * second.count + second.of[s]!;
    let place = places[key]!;
    if (place === -1) {
      place = ones.length;
      places[key] = place;
      ones.push(first.of[s]!);
      twos.push(second.of[s]!);
    }
    of[s] = place;
  }
  const made = { of, count: ones.length, first: Uint32Array.from(ones), second: Uint32Array.from(twos) };
  bySecond.set(second, made);
  return made;
}
