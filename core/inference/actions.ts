import { cureSet, curesOfSet, NO_CURE, NOTHING, type CureSet } from "./cureSet.ts";
import type { Inference } from "./infer.ts";
import { MOST_FAULTS, NONE, type FaultSets } from "./sets.ts";
import type { Actions } from "./types.ts";

/** What sets ask for: their members' usual cures, without those that another one makes needless. */
export interface Askings {
  /** Every asking there is, once. */
  readonly asked: readonly CureSet[];
  /** Place of each set's asking among them. */
  readonly of: Uint32Array;
}

/** What the usual cures of a few faults come to. */
function joined({ covering, aside }: Actions, usual: readonly CureSet[]): CureSet {
  const all = usual.reduce((set, cure) => set | cure, NOTHING);
  const needed = covering && (all & cureSet([covering.cure])) !== NOTHING ? all & ~covering.covers : all;
  const main = needed & ~aside;
  return main === NOTHING ? needed : main;
}

function askings(actions: Actions, sets: FaultSets): Askings {
  /** By fault: its usual cure counted from 2, 1 where nothing known cures it; 0 for no fault. */
  const cureOf = new Uint16Array(NONE + 1);
  actions.usual.forEach((cure, i) => (cureOf[i] = cure + 2));
  const usual = (counted: number) => (counted === 1 ? NO_CURE : cureSet(counted === 0 ? [] : [counted - 2]));
  const base = actions.cures + 2;
  /** Place by the three usual cures, as digits of one number: each three of them are joined once. */
  const byCures = new Map<number, number>();
  const places = new Map<CureSet, number>();
  const of = new Uint32Array(sets.size);
  const { members } = sets;
  for (let s = 0, at = 0; s < sets.size; s += 1, at += MOST_FAULTS) {
    const a = cureOf[members[at]!]!;
    const b = cureOf[members[at + 1]!]!;
    const c = cureOf[members[at + 2]!]!;
    const key = (a * base + b) * base + c;
    let place = byCures.get(key);
    if (place === undefined) {
      const asked = joined(actions, [usual(a), usual(b), usual(c)]);
      place = places.get(asked) ?? places.size;
      places.set(asked, place);
      byCures.set(key, place);
    }
    of[s] = place;
  }
  return { asked: [...places.keys()], of };
}

const known = new WeakMap<Actions, Map<number, Askings>>();

/** What each set asks for; worked out once for each model's actions. */
export function askingsOf(actions: Actions, sets: FaultSets): Askings {
  const bySize = known.get(actions) ?? new Map<number, Askings>();
  known.set(actions, bySize);
  const found = bySize.get(sets.size) ?? askings(actions, sets);
  bySize.set(sets.size, found);
  return found;
}

const asked = new WeakMap<Inference, WeakMap<Actions, Float64Array>>();

/** P(asking | evidence), in the order of the askings; worked out once for each inference. */
export function askedShares(actions: Actions, inference: Inference): Float64Array {
  const byActions = asked.get(inference) ?? new WeakMap<Actions, Float64Array>();
  asked.set(inference, byActions);
  const found = byActions.get(actions);
  if (found) return found;
  const { asked: all, of } = askingsOf(actions, inference.sets);
  const shares = new Float64Array(all.length);
  const { posterior } = inference;
  for (let s = 0; s < of.length; s += 1) shares[of[s]!]! += posterior[s]!;
  byActions.set(actions, shares);
  return shares;
}

/** Sets by what they ask for: the likeliest askings by name, all others together in the last place. */
export interface Types {
  /** The cures of each type, the likeliest first; the last stands for all the rest. */
  readonly asked: readonly CureSet[];
  /** Type of each set. */
  readonly of: Uint8Array;
  /** P(type). */
  readonly shares: readonly number[];
}

/** No set of cures: stands for all the rest. */
const REST: CureSet = -1n;

/** Places of the largest shares, the largest first; of equals the one that comes first. */
function largest(shares: Float64Array, most: number): number[] {
  const kept: number[] = [];
  for (let i = 0; i < shares.length; i += 1) {
    if (kept.length === most && !(shares[i]! > shares[kept[most - 1]!]!)) continue;
    let at = Math.min(kept.length, most - 1);
    for (; at > 0 && shares[i]! > shares[kept[at - 1]!]!; at -= 1) kept[at] = kept[at - 1]!;
    kept[at] = i;
  }
  return kept;
}

/**
 * The askings that most of the belief lies on.
 * @param most how many are kept apart, 1 to 250
 */
export function leadingTypes(actions: Actions, inference: Inference, most: number): Types {
  const { asked: all, of: asking } = askingsOf(actions, inference.sets);
  const shares = askedShares(actions, inference);
  const kept = largest(shares, most);
  const place = new Uint8Array(all.length).fill(kept.length);
  kept.forEach((asking, i) => (place[asking] = i));
  const of = new Uint8Array(asking.length);
  for (let s = 0; s < of.length; s += 1) of[s] = place[asking[s]!]!;
  const named = kept.map((i) => shares[i]!);
  return {
    asked: [...kept.map((i) => all[i]!), REST],
    of,
    shares: [...named, Math.max(0, 1 - named.reduce((sum, share) => sum + share, 0))],
  };
}

/** Cures of a set that stands for named cures alone; null for the rest and where something has no cure. */
export function curesOf(set: CureSet): readonly number[] | null {
  return set === REST || (set & NO_CURE) !== NOTHING ? null : curesOfSet(set);
}
