import { MOST_FAULTS, NONE, type FaultSets } from "./sets.ts";

/**
 * Sets of faults by what their members do to one reading, or to two together. Faults that do the same are of one kind, and
 * all sets with the same kinds, each as often, are one class: a reading costs its classes and not its sets. Exact.
 *
 * Classes are numbered in colexicographic order: 0 for no kind, then single ones, pairs and triples of the k kinds, the same
 * one twice or three times included, so that a number follows from the kinds by two additions.
 */
export interface Partition {
  /** By fault: its kind from 1 on; 0 for those that do nothing, and for no fault. */
  readonly rank: Uint8Array;
  /** Those that do something, ascending. */
  readonly faults: readonly number[];
  /** By kind, from 0 on: one fault of it. */
  readonly kinds: readonly number[];
  /** How many classes there are, and where pairs and triples begin. */
  readonly count: number;
  readonly pairs: number;
  readonly triples: number;
}

/** C(k, 2) by kind k: how many pairs are wholly of kinds below it. */
const PAIRS_BELOW = Int32Array.from({ length: NONE + 2 }, (_, k) => (k * (k - 1)) / 2);
/** C(k + 1, 3) by kind k: how many triples are. */
const TRIPLES_BELOW = Int32Array.from({ length: NONE + 2 }, (_, k) => ((k + 1) * k * (k - 1)) / 6);

/** @param does by fault, in the order of the model: what it does, the same for the same; null for nothing */
export function partitionOf(does: readonly (string | null)[]): Partition {
  const rank = new Uint8Array(NONE + 1);
  const kinds: number[] = [];
  const known = new Map<string, number>();
  const faults = does.flatMap((what, i) => (what === null ? [] : [i]));
  for (const fault of faults) {
    const what = does[fault]!;
    if (!known.has(what)) {
      kinds.push(fault);
      known.set(what, kinds.length);
    }
    rank[fault] = known.get(what)!;
  }
  const k = kinds.length;
  const pairs = 1 + k;
  const triples = pairs + (k * (k + 1)) / 2;
  return { rank, faults, kinds, pairs, triples, count: triples + (k * (k + 1) * (k + 2)) / 6 };
}

/**
 * The class of a set by its members, in any order, with {@link NONE} for those it has not.
 * @example classAt(partitionOf([null, "x", "y", "x"]), 1, 3, NONE) // 3: the pair x and x, after nothing, x and y
 */
export function classAt({ rank, pairs, triples }: Partition, a: number, b: number, c: number): number {
  let x = rank[a]!;
  let y = rank[b]!;
  let z = rank[c]!;
  let swap = x;
  if (x > y) {
    x = y;
    y = swap;
  }
  if (y > z) {
    swap = y;
    y = z;
    z = swap;
  }
  if (x > y) {
    swap = x;
    x = y;
    y = swap;
  }
  if (x > 0) return triples + TRIPLES_BELOW[z]! + PAIRS_BELOW[y]! + x - 1;
  return y > 0 ? pairs + PAIRS_BELOW[z]! + y - 1 : z;
}

/** The largest kind that has no more than this many below it. */
function kindFor(below: Int32Array, place: number): number {
  let kind = 1;
  while (below[kind + 1]! <= place) kind += 1;
  return kind;
}

/**
 * One fault for each kind in a class, as often as it is there.
 * @example membersOfClass(partitionOf([null, "x", "y", "x"]), 4) // [1, 2]: the pair x and y
 */
export function membersOfClass({ kinds, pairs, triples }: Partition, at: number): number[] {
  const named = (...ranks: number[]) => ranks.map((kind) => kinds[kind - 1]!);
  if (at === 0) return [];
  if (at < pairs) return named(at);
  if (at < triples) {
    const place = at - pairs;
    const z = kindFor(PAIRS_BELOW, place);
    return named(place - PAIRS_BELOW[z]! + 1, z);
  }
  const place = at - triples;
  const z = kindFor(TRIPLES_BELOW, place);
  const left = place - TRIPLES_BELOW[z]!;
  const y = kindFor(PAIRS_BELOW, left);
  return named(left - PAIRS_BELOW[y]! + 1, y, z);
}

/** Sets by the faults they hold: those with fault i from starts[i] on. */
interface Holders {
  readonly starts: Uint32Array;
  readonly sets: Uint32Array;
}

const holders = new WeakMap<FaultSets, Holders>();

function holdersIn(all: FaultSets): Holders {
  const found = holders.get(all);
  if (found) return found;
  const { faults, size, members } = all;
  const starts = new Uint32Array(NONE + 2);
  for (let at = 0; at < members.length; at += 1) starts[members[at]! + 1]! += 1;
  for (let i = 0; i <= NONE; i += 1) starts[i + 1]! += starts[i]!;
  const next = starts.slice();
  const sets = new Uint32Array(starts[faults]!);
  for (let s = 0, at = 0; s < size; s += 1)
    for (let k = 0; k < MOST_FAULTS; k += 1, at += 1) {
      const member = members[at]!;
      if (member !== NONE) sets[next[member]!++] = s;
    }
  const made = { starts, sets };
  holders.set(all, made);
  return made;
}

/** The classes that some sets fall into, numbered without gaps: 0 is that of the sets in which nothing takes part. */
export interface Present {
  /** The sets in which something takes part, and the number of the class of each. */
  readonly sets: Uint32Array;
  readonly of: Uint32Array;
  readonly count: number;
  /** By number: its class in the partition. */
  readonly classes: readonly number[];
}

/** A number for each class while they are counted; −1 between two counts. */
let numbers = new Int32Array(1 << 14).fill(-1);

function numbersFor(count: number): Int32Array {
  if (numbers.length < count) numbers = new Int32Array(count).fill(-1);
  return numbers;
}

/** Sets found, and the number of the class of each, written over by the next search. */
let found = new Uint32Array(0);
let numbered = new Uint32Array(0);

/**
 * The sets in which something takes part: by their holders where these are few, else of all.
 * @returns written over by the next search
 */
export function takingPart({ rank, faults }: Partition, sets: FaultSets): Uint32Array {
  const { size, members } = sets;
  const { starts, sets: held } = holdersIn(sets);
  let total = 0;
  for (const fault of faults) total += starts[fault + 1]! - starts[fault]!;
  if (found.length < size) {
    found = new Uint32Array(size);
    numbered = new Uint32Array(size);
  }
  let count = 0;
  if (total < size)
    for (const fault of faults)
      for (let i = starts[fault]!; i < starts[fault + 1]!; i += 1) {
        const at = held[i]! * MOST_FAULTS;
        const a = members[at]!;
        const b = members[at + 1]!;
        // A set is taken once, by the first of its faults that takes part.
        const first = rank[a]! > 0 ? a : rank[b]! > 0 ? b : members[at + 2]!;
        if (first === fault) found[count++] = held[i]!;
      }
  else
    for (let s = 0, at = 0; s < size; s += 1, at += MOST_FAULTS)
      if ((rank[members[at]!]! | rank[members[at + 1]!]! | rank[members[at + 2]!]!) > 0) found[count++] = s;
  return found.subarray(0, count);
}

const presents = new WeakMap<FaultSets, Map<Partition, Present>>();

/** The classes that sets fall into; worked out once for each partition. */
export function presentIn(partition: Partition, sets: FaultSets): Present {
  const byPartition = presents.get(sets) ?? new Map<Partition, Present>();
  presents.set(sets, byPartition);
  const kept = byPartition.get(partition);
  if (kept) return kept;
  const { members } = sets;
  const taking = takingPart(partition, sets);
  const classes: number[] = [0];
  const number = numbersFor(partition.count);
  for (let i = 0; i < taking.length; i += 1) {
    const at = taking[i]! * MOST_FAULTS;
    const key = classAt(partition, members[at]!, members[at + 1]!, members[at + 2]!);
    let dense = number[key]!;
    if (dense === -1) {
      dense = classes.length;
      number[key] = dense;
      classes.push(key);
    }
    numbered[i] = dense;
  }
  for (const key of classes) number[key] = -1;
  const of = numbered.slice(0, taking.length);
  const made = { sets: taking.slice(), of, count: classes.length, classes };
  byPartition.set(partition, made);
  return made;
}

/**
 * Mass by class of shares of the sets that add up to one.
 * @returns by number of the class; they add up to one
 * @example massIn(presentIn(partition, sets), shares)[0] // P(nothing of it is there)
 */
export function massIn({ sets, of, count }: Present, shares: Float64Array): Float64Array {
  const mass = new Float64Array(count);
  for (let i = 0; i < sets.length; i += 1) mass[of[i]!]! += shares[sets[i]!]!;
  let taken = 0;
  for (let c = 1; c < count; c += 1) taken += mass[c]!;
  mass[0] = Math.max(0, 1 - taken);
  return mass;
}
