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
  readonly of: Uint16Array;
}

function askings(actions: Actions, sets: FaultSets): Askings {
  const one = new Int32Array(NONE + 1);
  actions.usual.forEach((cure, i) => (one[i] = cure < 0 ? NO_CURE : 1 << cure));
  const { covering } = actions;
  const places = new Map<number, number>();
  const of = new Uint16Array(sets.size);
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

/** Sets that any cure serves alike: their faults have the same cures and were raised alike, and they ask for the same. */
interface Alike {
  /** Place of each set's group. */
  readonly of: Uint16Array;
  /** Three places a group: kinds of faults, then 0 for none. */
  readonly members: Uint8Array;
  /** What the sets of each group ask for. */
  readonly asked: Int32Array;
  /** By kind of fault, from 1 on: its cures as bits, and whether it was raised. */
  readonly curedBy: readonly number[];
  readonly raised: readonly boolean[];
}

function alikeIn(actions: Actions, sets: FaultSets, raised: Uint8Array): Alike {
  const kinds = new Map<string, number>();
  const [curedBy, wasRaised]: [number[], boolean[]] = [[0], [false]];
  const kindOf = new Uint8Array(NONE + 1);
  actions.curedBy.forEach((by, i) => {
    const name = `${by} ${actions.usual[i]} ${raised[i]}`;
    const kind = kinds.get(name) ?? kinds.size + 1;
    kinds.set(name, kind);
    [curedBy[kind], wasRaised[kind], kindOf[i]] = [by, raised[i] === 1, kind];
  });
  const { masks, of: asking } = askingsOf(actions, sets);
  const width = kinds.size + 1;
  const places = new Int32Array(width ** MOST_FAULTS).fill(-1);
  const of = new Uint16Array(sets.size);
  const [members, asked]: [number[], number[]] = [[], []];
  for (let s = 0, at = 0; s < sets.size; s += 1, at += MOST_FAULTS) {
    const a = kindOf[sets.members[at]!]!;
    const b = kindOf[sets.members[at + 1]!]!;
    const c = kindOf[sets.members[at + 2]!]!;
    const key = (a * width + b) * width + c;
    if (places[key] === -1) {
      places[key] = asked.length;
      asked.push(masks[asking[s]!]!);
      members.push(a, b, c);
    }
    of[s] = places[key]!;
  }
  return { of, members: Uint8Array.from(members), asked: Int32Array.from(asked), curedBy, raised: wasRaised };
}

const alike = new WeakMap<Actions, Map<string, Alike>>();
/** How many patterns of raised faults are kept for each model: the oldest goes first. */
const MOST_KEPT = 64;

/** Worked out once for each model's actions and what was raised. */
function alikeOf(actions: Actions, sets: FaultSets, raised: Uint8Array): Alike {
  const byRaised = alike.get(actions) ?? new Map<string, Alike>();
  alike.set(actions, byRaised);
  const name = `${sets.size} ${raised.join("")}`;
  const found = byRaised.get(name) ?? alikeIn(actions, sets, raised);
  if (!byRaised.has(name) && byRaised.size >= MOST_KEPT) byRaised.delete(byRaised.keys().next().value!);
  byRaised.set(name, found);
  return found;
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
 * How likely sets of cures are to be all that is needed: the mass of the fault sets they cure.
 *
 * A further fault that no finding raised does not hold a repair up, since its proof would show it: beside at least one
 * fault that is cured it may stay. Where somebody complains, doing nothing cures the empty set alone; where nobody does,
 * it is enough that no finding raised anything.
 * @param masks cures as bits, one for each outlook
 * @param raised 1 for each fault of the model that some finding raised
 */
export function cureOutlooks(
  actions: Actions,
  { sets, posterior }: Inference,
  masks: readonly number[],
  raised: Uint8Array,
  complained = true,
): CureOutlook[] {
  const { of, members, asked, curedBy, raised: wasRaised } = alikeOf(actions, sets, raised);
  const shares = new Float64Array(asked.length);
  for (let s = 0; s < of.length; s += 1) shares[of[s]!]! += posterior[s]!;
  /** P(nothing asks for a cure), worked out once each. */
  const unasked = new Map<number, number>();
  const unaskedShare = (cure: number): number => {
    const found = unasked.get(cure);
    if (found !== undefined) return found;
    let sum = 0;
    for (let g = 0; g < asked.length; g += 1) if ((asked[g]! & (1 << cure)) === 0) sum += shares[g]!;
    unasked.set(cure, sum);
    return sum;
  };
  return masks.map((mask) => {
    const left = Uint8Array.from(curedBy, (by, kind) => Number(kind > 0 && (by & mask) === 0));
    // Papers to correct and a set-up to mend hold nothing else up.
    const holds = left.map((isLeft, kind) =>
      Number(isLeft === 1 && wasRaised[kind] && (mask === 0 || (curedBy[kind]! & actions.aside) === 0)),
    );
    const allHold = complained || mask !== 0;
    let cured = 0;
    let exact = 0;
    for (let g = 0, at = 0; g < asked.length; g += 1, at += MOST_FAULTS) {
      const a = members[at]!;
      const b = members[at + 1]!;
      const c = members[at + 2]!;
      const uncured = left[a]! + left[b]! + left[c]!;
      if (uncured > 0) {
        if ((holds[a]! | holds[b]! | holds[c]!) !== 0) continue;
        if (allHold && uncured === Math.sign(a) + Math.sign(b) + Math.sign(c)) continue;
      }
      cured += shares[g]!;
      if ((mask & ~asked[g]!) === 0) exact += shares[g]!;
    }
    return { cured, exact, needless: new Map(bitsOf(mask).map((cure) => [cure, unaskedShare(cure)])) };
  });
}
