import { askingsOf } from "./actions.ts";
import { curesOfSet, cureSet, NOTHING, type CureSet } from "./cureSet.ts";
import type { Inference } from "./infer.ts";
import { MOST_FAULTS, NONE, type FaultSets } from "./sets.ts";
import type { Actions } from "./types.ts";

/** Sets that any cure serves alike: their faults have the same cures and were raised alike, and they ask for the same. */
interface Alike {
  /** Place of each set's group. */
  readonly of: Uint32Array;
  /** Three places a group: kinds of faults, then 0 for none. */
  readonly members: Uint8Array;
  /** What the sets of each group ask for: its place among all askings. */
  readonly asking: Uint32Array;
  /** By kind of fault, from 1 on: its cures, and whether it was raised. */
  readonly curedBy: readonly CureSet[];
  readonly raised: readonly boolean[];
}

function alikeIn(actions: Actions, sets: FaultSets, raised: Uint8Array): Alike {
  const kinds = new Map<string, number>();
  const [curedBy, wasRaised]: [CureSet[], boolean[]] = [[NOTHING], [false]];
  const kindOf = new Uint8Array(NONE + 1);
  actions.curedBy.forEach((by, i) => {
    const name = `${by} ${actions.usual[i]} ${raised[i]}`;
    const kind = kinds.get(name) ?? kinds.size + 1;
    kinds.set(name, kind);
    [curedBy[kind], wasRaised[kind], kindOf[i]] = [by, raised[i] === 1, kind];
  });
  const { of: askingOf } = askingsOf(actions, sets);
  const width = kinds.size + 1;
  const places = new Int32Array(width ** MOST_FAULTS).fill(-1);
  const of = new Uint32Array(sets.size);
  const [members, asking]: [number[], number[]] = [[], []];
  for (let s = 0, at = 0; s < sets.size; s += 1, at += MOST_FAULTS) {
    const a = kindOf[sets.members[at]!]!;
    const b = kindOf[sets.members[at + 1]!]!;
    const c = kindOf[sets.members[at + 2]!]!;
    // The same kinds in any order are one group.
    const low = Math.min(a, b, c);
    const high = Math.max(a, b, c);
    const key = (low * width + (a + b + c - low - high)) * width + high;
    if (places[key] === -1) {
      places[key] = asking.length;
      asking.push(askingOf[s]!);
      members.push(a, b, c);
    }
    of[s] = places[key]!;
  }
  return {
    of,
    members: Uint8Array.from(members),
    asking: Uint32Array.from(asking),
    curedBy,
    raised: wasRaised,
  };
}

/** By asking, whether a cure is among what it asks for; worked out once each. */
const holding = new WeakMap<readonly CureSet[], Map<number, Uint8Array>>();

function askingsWith(asked: readonly CureSet[], cure: number): Uint8Array {
  const byCure = holding.get(asked) ?? new Map<number, Uint8Array>();
  holding.set(asked, byCure);
  const found = byCure.get(cure);
  if (found?.length === asked.length) return found;
  const wanted = cureSet([cure]);
  const made = Uint8Array.from(asked, (set) => Number((set & wanted) !== NOTHING));
  byCure.set(cure, made);
  return made;
}

function asksForAll(each: readonly Uint8Array[], asking: number): boolean {
  for (let k = 0; k < each.length; k += 1) if (each[k]![asking] === 0) return false;
  return true;
}

/** A group of sets below this share is not asked what cures it. */
const LEAST_HELD = 1e-9;

export interface CureOutlook {
  /** P(everything that matters is cured). */
  readonly cured: number;
  /** P(the same, and nothing of it was needless). */
  readonly exact: number;
  /** P(needless), by cure of the set. */
  readonly needless: ReadonlyMap<number, number>;
}

/**
 * How likely sets of cures are to be all that is needed: the mass of the fault sets they cure.
 *
 * A further fault that no finding raised does not hold a repair up, since its proof would show it: beside at least one
 * fault that is cured it may stay. Where somebody complains, doing nothing cures the empty set, and beside it papers and
 * set-ups that no finding raised; where nobody does, it is enough that no finding raised anything.
 * @param several sets of cures, one for each outlook
 * @param raised 1 for each fault of the model that some finding raised
 */
export function cureOutlooks(
  actions: Actions,
  { sets, posterior }: Inference,
  several: readonly CureSet[],
  raised: Uint8Array,
  complained = true,
): CureOutlook[] {
  const { of, members, asking, curedBy, raised: wasRaised } = alikeIn(actions, sets, raised);
  const { asked } = askingsOf(actions, sets);
  const shares = new Float64Array(asking.length);
  for (let s = 0; s < of.length; s += 1) shares[of[s]!]! += posterior[s]!;
  /** Groups that hold anything: all others together hold less than a millionth. */
  const held: number[] = [];
  for (let g = 0; g < shares.length; g += 1) if (shares[g]! >= LEAST_HELD) held.push(g);
  /** P(nothing asks for a cure), worked out once each. */
  const unasked = new Map<number, number>();
  const unaskedShare = (cure: number): number => {
    const found = unasked.get(cure);
    if (found !== undefined) return found;
    const holds = askingsWith(asked, cure);
    let sum = 0;
    for (const g of held) if (holds[asking[g]!] === 0) sum += shares[g]!;
    unasked.set(cure, sum);
    return sum;
  };
  const isAside = curedBy.map((by) => (by & actions.aside) !== NOTHING);
  return several.map((cures) => {
    const some = cures !== NOTHING;
    const named = curesOfSet(cures);
    const each = named.map((cure) => askingsWith(asked, cure));
    // By kind of fault, in four digits to base 16, so that a group's sums come from one addition: it is left; it holds the
    // cure up; it is papers or a set-up; it is there. Papers to correct and a set-up to mend hold nothing else up.
    const counts = Int32Array.from(curedBy, (by, kind) => {
      if (kind === 0) return 0;
      const left = (by & cures) === NOTHING;
      const holds = left && wasRaised[kind] && !(some && isAside[kind]);
      return Number(left) + 16 * Number(holds) + 256 * Number(isAside[kind]) + 4096;
    });
    const allHold = complained || some;
    let cured = 0;
    let exact = 0;
    for (let i = 0; i < held.length; i += 1) {
      const g = held[i]!;
      const at = g * MOST_FAULTS;
      const sums = counts[members[at]!]! + counts[members[at + 1]!]! + counts[members[at + 2]!]!;
      const uncured = sums & 15;
      if (uncured > 0) {
        if ((sums & 240) !== 0) continue;
        const all = sums >> 12;
        if (allHold && uncured === all && (some || ((sums >> 8) & 15) < all)) continue;
      }
      cured += shares[g]!;
      if (asksForAll(each, asking[g]!)) exact += shares[g]!;
    }
    return { cured, exact, needless: new Map(named.map((cure) => [cure, unaskedShare(cure)])) };
  });
}
