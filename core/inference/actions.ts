import type { Inference } from "./infer.ts";
import { MOST_FAULTS, NONE, type FaultSets } from "./sets.ts";
import type { Actions } from "./types.ts";

/** Bit of a set that holds a fault which nothing known cures. */
export const NO_CURE = 1 << 30;

/** The places of the bits that are set, ascending. */
export function bitsOf(mask: number): number[] {
  return Array.from({ length: 30 }, (_, i) => i).filter((i) => (mask & (1 << i)) !== 0);
}

/** What each set asks for: its members' usual cures as bits, without those that another one makes needless. */
function asks(actions: Actions, sets: FaultSets): Int32Array {
  const one = new Int32Array(NONE + 1);
  actions.usual.forEach((cure, i) => (one[i] = cure < 0 ? NO_CURE : 1 << cure));
  const { covering } = actions;
  const made = new Int32Array(sets.size);
  const { members } = sets;
  for (let s = 0, at = 0; s < sets.size; s += 1, at += MOST_FAULTS) {
    let mask = one[members[at]!]! | one[members[at + 1]!]! | one[members[at + 2]!]!;
    if (covering && (mask & (1 << covering.cure)) !== 0) mask &= ~covering.covers;
    const main = mask & ~actions.aside;
    made[s] = main === 0 ? mask : main;
  }
  return made;
}

const asked = new WeakMap<Actions, { readonly size: number; readonly masks: Int32Array }>();

/** What each set asks for, as bits of cures; worked out once for each model's actions. */
export function askedOf(actions: Actions, sets: FaultSets): Int32Array {
  const found = asked.get(actions);
  if (found?.size === sets.size) return found.masks;
  const masks = asks(actions, sets);
  asked.set(actions, { size: sets.size, masks });
  return masks;
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

/**
 * The askings that most of the belief lies on.
 * @param most how many are kept apart, 1 to 250
 */
export function leadingTypes(actions: Actions, { sets, posterior }: Inference, most: number): Types {
  const masks = askedOf(actions, sets);
  const byMask = new Map<number, number>();
  for (let s = 0; s < sets.size; s += 1) byMask.set(masks[s]!, (byMask.get(masks[s]!) ?? 0) + posterior[s]!);
  const kept = [...byMask].sort((a, b) => b[1] - a[1]).slice(0, most);
  const place = new Map(kept.map(([mask], i) => [mask, i]));
  const of = new Uint8Array(sets.size);
  for (let s = 0; s < sets.size; s += 1) of[s] = place.get(masks[s]!) ?? kept.length;
  const named = kept.map(([, share]) => share);
  return {
    masks: [...kept.map(([mask]) => mask), REST],
    of,
    shares: [...named, Math.max(0, 1 - named.reduce((sum, share) => sum + share, 0))],
  };
}

/** Cures of a mask that stands for named cures alone; null for the rest and where something has no cure. */
export function curesOf(mask: number): readonly number[] | null {
  return mask === REST || (mask & NO_CURE) !== 0 ? null : bitsOf(mask);
}

export interface CureOutlook {
  /** P(everything that matters is cured). */
  readonly cured: number;
  /** P(the same, and nothing of it was needless). */
  readonly exact: number;
  /** P(needless), by cure of the mask. */
  readonly needless: ReadonlyMap<number, number>;
}

/**
 * How likely a set of cures is to be all that is needed: the mass of the fault sets it cures.
 *
 * A further fault that no finding raised does not hold a repair up, since its proof would show it: beside at least one
 * fault that is cured it may stay. Where somebody complains, doing nothing cures the empty set alone; where nobody does,
 * it is enough that no finding raised anything.
 * @param raised 1 for each fault of the model that some finding raised
 */
export function cureOutlook(
  actions: Actions,
  { sets, posterior }: Inference,
  mask: number,
  raised: Uint8Array,
  complained = true,
): CureOutlook {
  const { members } = sets;
  const asked = askedOf(actions, sets);
  const left = new Uint8Array(NONE + 1);
  const holds = new Uint8Array(NONE + 1);
  actions.curedBy.forEach((by, i) => {
    if ((by & mask) === 0) {
      left[i] = 1;
      // Papers to correct and a set-up to mend hold nothing else up.
      holds[i] = mask !== 0 && (by & actions.aside) !== 0 ? 0 : raised[i]!;
    }
  });
  const bits = bitsOf(mask);
  const idle = bits.map(() => 0);
  let [cured, exact] = [0, 0];
  for (let s = 0, at = 0; s < sets.size; s += 1, at += MOST_FAULTS) {
    const [a, b, c] = [members[at]!, members[at + 1]!, members[at + 2]!];
    const share = posterior[s]!;
    const spare = mask & ~asked[s]!;
    if (spare !== 0)
      for (let k = 0; k < bits.length; k += 1) if ((spare & (1 << bits[k]!)) !== 0) idle[k]! += share;
    const uncured = left[a]! + left[b]! + left[c]!;
    if (uncured > 0) {
      const count = Number(a !== NONE) + Number(b !== NONE) + Number(c !== NONE);
      if ((uncured === count && (complained || mask !== 0)) || holds[a]! + holds[b]! + holds[c]! > 0)
        continue;
    }
    cured += share;
    if (spare === 0) exact += share;
  }
  return { cured, exact, needless: new Map(bits.map((cure, k) => [cure, idle[k]!])) };
}
