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
    const key = (a * width + b) * width + c;
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

const alike = new WeakMap<Actions, Map<string, Alike>>();
/** By asking, whether a cure is among what it asks for; worked out once each. */
const holding = new WeakMap<readonly CureSet[], Map<number, Uint8Array>>();

function askingsWith(asked: readonly CureSet[], cure: number): Uint8Array {
  const byCure = holding.get(asked) ?? new Map<number, Uint8Array>();
  holding.set(asked, byCure);
  const wanted = cureSet([cure]);
  const found = byCure.get(cure) ?? Uint8Array.from(asked, (set) => Number((set & wanted) !== NOTHING));
  byCure.set(cure, found);
  return found;
}

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
  const { of, members, asking, curedBy, raised: wasRaised } = alikeOf(actions, sets, raised);
  const { asked } = askingsOf(actions, sets);
  const shares = new Float64Array(asking.length);
  for (let s = 0; s < of.length; s += 1) shares[of[s]!]! += posterior[s]!;
  /** P(nothing asks for a cure), worked out once each. */
  const unasked = new Map<number, number>();
  const unaskedShare = (cure: number): number => {
    const found = unasked.get(cure);
    if (found !== undefined) return found;
    const holds = askingsWith(asked, cure);
    let sum = 0;
    for (let g = 0; g < asking.length; g += 1) if (holds[asking[g]!] === 0) sum += shares[g]!;
    unasked.set(cure, sum);
    return sum;
  };
  const isAside = curedBy.map((by) => (by & actions.aside) !== NOTHING);
  const aside = Uint8Array.from(isAside, Number);
  return several.map((cures) => {
    const some = cures !== NOTHING;
    const named = curesOfSet(cures);
    const each = named.map((cure) => askingsWith(asked, cure));
    const left = Uint8Array.from(curedBy, (by, kind) => Number(kind > 0 && (by & cures) === NOTHING));
    // Papers to correct and a set-up to mend hold nothing else up.
    const holds = left.map((isLeft, kind) =>
      Number(isLeft === 1 && wasRaised[kind] && !(some && isAside[kind])),
    );
    const allHold = complained || some;
    let cured = 0;
    let exact = 0;
    for (let g = 0, at = 0; g < asking.length; g += 1, at += MOST_FAULTS) {
      const a = members[at]!;
      const b = members[at + 1]!;
      const c = members[at + 2]!;
      const uncured = left[a]! + left[b]! + left[c]!;
      if (uncured > 0) {
        if ((holds[a]! | holds[b]! | holds[c]!) !== 0) continue;
        const all = Math.sign(a) + Math.sign(b) + Math.sign(c);
        if (allHold && uncured === all && (some || aside[a]! + aside[b]! + aside[c]! < all)) continue;
      }
      cured += shares[g]!;
      const place = asking[g]!;
      if (each.every((holds) => holds[place] === 1)) exact += shares[g]!;
    }
    return { cured, exact, needless: new Map(named.map((cure) => [cure, unaskedShare(cure)])) };
  });
}
