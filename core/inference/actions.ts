import type { Inference } from "./infer.ts";
import { MOST_FAULTS, NONE, type FaultSets } from "./sets.ts";
import type { Actions } from "./types.ts";

/** Bit of a set that holds a fault which nothing known cures. */
export const NO_CURE = 1 << 30;

/** The places of the bits that are set, ascending. */
export function bitsOf(mask: number): number[] {
  const bits: number[] = [];
  for (let left = mask & ~NO_CURE; left !== 0; left &= left - 1) bits.push(31 - Math.clz32(left & -left));
  return bits;
}

/** What sets ask for: their members' usual cures as bits, without those that another one makes needless. */
export interface Askings {
  /** Every asking there is, once. */
  readonly masks: Int32Array;
  /** Place of each set's asking among them. */
  readonly of: Uint32Array;
}

function askings(actions: Actions, sets: FaultSets): Askings {
  const one = new Int32Array(NONE + 1);
  actions.usual.forEach((cure, i) => (one[i] = cure < 0 ? NO_CURE : 1 << cure));
  const { covering } = actions;
  const places = new Map<number, number>();
  const of = new Uint32Array(sets.size);
  const { members } = sets;
  for (let s = 0, at = 0; s < sets.size; s += 1, at += MOST_FAULTS) {
    let mask = one[members[at]!]! | one[members[at + 1]!]! | one[members[at + 2]!]!;
    if (covering && (mask & (1 << covering.cure)) !== 0) mask &= ~covering.covers;
    const main = mask & ~actions.aside;
    const asked = main === 0 ? mask : main;
    const place = places.get(asked) ?? places.size;
    places.set(asked, place);
    of[s] = place;
  }
  return { masks: Int32Array.from(places.keys()), of };
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
  const { masks, of } = askingsOf(actions, inference.sets);
  const shares = new Float64Array(masks.length);
  const { posterior } = inference;
  for (let s = 0; s < of.length; s += 1) shares[of[s]!]! += posterior[s]!;
  byActions.set(actions, shares);
  return shares;
}

/** Sets by what they ask for: the likeliest askings by name, all others together in the last place. */
export interface Types {
  /** Bits of the cures of each type, the likeliest first; the last stands for all the rest. */
  readonly masks: readonly number[];
  /** Type of each set. */
  readonly of: Uint8Array;
  /** P(type). */
  readonly shares: readonly number[];
}

const REST = -1;

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
  const { masks, of: asking } = askingsOf(actions, inference.sets);
  const shares = askedShares(actions, inference);
  const kept = largest(shares, most);
  const place = new Uint8Array(masks.length).fill(kept.length);
  kept.forEach((asked, i) => (place[asked] = i));
  const of = new Uint8Array(asking.length);
  for (let s = 0; s < of.length; s += 1) of[s] = place[asking[s]!]!;
  const named = kept.map((i) => shares[i]!);
  return {
    masks: [...kept.map((i) => masks[i]!), REST],
    of,
    shares: [...named, Math.max(0, 1 - named.reduce((sum, share) => sum + share, 0))],
  };
}

/** Cures of a mask that stands for named cures alone; null for the rest and where something has no cure. */
export function curesOf(mask: number): readonly number[] | null {
  return mask === REST || (mask & NO_CURE) !== 0 ? null : bitsOf(mask);
}
