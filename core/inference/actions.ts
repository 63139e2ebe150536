import { cureSet, curesOfSet, NO_CURE, NOTHING, type CureSet } from "./cureSet.ts";
import type { Inference } from "./infer.ts";
import { MOST_FAULTS, NONE, type FaultSets } from "./sets.ts";
import type { Actions } from "./types.ts";

/** What sets ask for: their members' usual cures, without those that another one makes needless. */
export interface Askings {
  /** Every asking that was met so far, once: more may come, in no order that means anything. */
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

/** What was joined so far of the usual cures of up to three faults; each three of them are joined once. */
interface Joined {
  /** By fault: its usual cure counted from 1, those that nothing cures alike; 0 for no fault. */
  readonly rank: Uint16Array;
  readonly usual: readonly CureSet[];
  /** Place by three ranks, as digits of one number; −1 where they were not joined yet. */
  readonly places: Int32Array;
  readonly asked: CureSet[];
  readonly placeOf: Map<CureSet, number>;
}

const joinedBy = new WeakMap<Actions, Joined>();

function joinedOf(actions: Actions): Joined {
  const found = joinedBy.get(actions);
  if (found) return found;
  const rank = new Uint16Array(NONE + 1);
  const ranks = new Map<number, number>();
  const usual: CureSet[] = [NOTHING];
  actions.usual.forEach((cure, i) => {
    const counted = ranks.get(cure) ?? usual.length;
    if (!ranks.has(cure)) usual.push(cure < 0 ? NO_CURE : cureSet([cure]));
    ranks.set(cure, counted);
    rank[i] = counted;
  });
  const places = new Int32Array(usual.length ** MOST_FAULTS).fill(-1);
  const made = { rank, usual, places, asked: [], placeOf: new Map<CureSet, number>() };
  joinedBy.set(actions, made);
  return made;
}

function askings(actions: Actions, sets: FaultSets): Askings {
  const { rank, usual, places, asked, placeOf } = joinedOf(actions);
  const base = usual.length;
  const of = new Uint32Array(sets.size);
  const { members } = sets;
  for (let s = 0, at = 0; s < sets.size; s += 1, at += MOST_FAULTS) {
    const a = rank[members[at]!]!;
    const b = rank[members[at + 1]!]!;
    const c = rank[members[at + 2]!]!;
    const key = (a * base + b) * base + c;
    let place = places[key]!;
    if (place === -1) {
      const cures = joined(actions, [usual[a]!, usual[b]!, usual[c]!]);
      place = placeOf.get(cures) ?? asked.length;
      if (place === asked.length) asked.push(cures);
      placeOf.set(cures, place);
      places[key] = place;
    }
    of[s] = place;
  }
  return { asked, of };
}

const known = new WeakMap<Actions, WeakMap<FaultSets, Askings>>();

/** What each set asks for; worked out once for each model's actions and the sets that were weighed. */
export function askingsOf(actions: Actions, sets: FaultSets): Askings {
  const bySets = known.get(actions) ?? new WeakMap<FaultSets, Askings>();
  known.set(actions, bySets);
  const found = bySets.get(sets) ?? askings(actions, sets);
  bySets.set(sets, found);
  return found;
}

const asked = new WeakMap<Inference, WeakMap<Actions, Float64Array>>();

/**
 * P(asking | evidence), in the order of the askings; worked out once for each inference.
 * @returns by asking; they add up to one
 * @example askedShares(actions, inference).reduce((sum, share) => sum + share, 0) // 1
 */
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

/** Places of the largest shares, the largest first; of equals the one that asks for the lower set of cures. */
function largest(shares: Float64Array, asked: readonly CureSet[], most: number): number[] {
  const kept: number[] = [];
  const above = (i: number, j: number) =>
    shares[i]! > shares[j]! || (shares[i] === shares[j] && asked[i]! < asked[j]!);
  for (let i = 0; i < shares.length; i += 1) {
    // What none of these sets asks for is nothing that leads.
    if (shares[i] === 0 || (kept.length === most && !above(i, kept[most - 1]!))) continue;
    let at = Math.min(kept.length, most - 1);
    for (; at > 0 && above(i, kept[at - 1]!); at -= 1) kept[at] = kept[at - 1]!;
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
  const kept = largest(shares, all, most);
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

/**
 * Cures of a set that stands for named cures alone; null for the rest and where something has no cure.
 * @example curesOf(cureSet([0, 2])) // [0, 2]
 */
export function curesOf(set: CureSet): readonly number[] | null {
  return set === REST || (set & NO_CURE) !== NOTHING ? null : curesOfSet(set);
}
