import { classAt, membersOfClass, type Partition } from "./partition.ts";
import { explainedOf, furtherOf, WIDE, type PriorTerms } from "./prior.ts";
import { fillUpToTwo, MOST_FAULTS, NONE, type FaultSets } from "./sets.ts";

/** P(something read | class), by the class of the faults that take part in it. */
export interface Telling {
  readonly partition: Partition;
  readonly pAt: (at: number) => number;
}

/** Sets of faults with their shares of belief, and what was left out of them. */
export interface Weighed {
  readonly sets: FaultSets;
  /** P(set), in the order of the sets: they add up to one. */
  readonly shares: Float64Array;
  /** The share of all belief that lies on sets that were left out, at most. */
  readonly leftOut: number;
}

/** Sets of three are left out while all of them together hold no more than this share. */
export const MOST_LEFT_OUT = 5e-6;
/** So few sets of three are all kept. */
const FEW = 1000;
/** Width of a step, and their number, in which weights of sets of three are sorted: ln. */
const STEP = 0.25;
const STEPS = 400;

/** The step of a weight that lies so far below the top. */
const stepOf = (below: number): number => Math.min(STEPS - 1, Math.max(0, below / STEP)) | 0;

/** Evidence told one by one in this many bits; what comes later shares the last. */
const BITS = 32;

/** Belief that one or two faults add to a set: what several readings make of them, summed. */
interface Sums {
  readonly none: number;
  readonly one: Float64Array;
  /** At a · n + b: what both together add beyond each alone. */
  readonly two: Float64Array;
  /** By fault: in which readings it takes part, as bits. */
  readonly bits: Uint32Array;
}

/** What pairs add, written over by the next. */
let pairsOf = new Float64Array(0);

function sumsOf({ faults: n, odds }: PriorTerms, told: readonly Telling[]): Sums {
  const one = odds.slice();
  if (pairsOf.length < n * n) pairsOf = new Float64Array(n * n);
  const two = pairsOf.fill(0, 0, n * n);
  const bits = new Uint32Array(WIDE);
  let none = 0;
  told.forEach(({ partition, pAt }, f) => {
    const { faults, rank } = partition;
    const base = Math.log(pAt(0));
    none += base;
    const alone = partition.kinds.map((_, i) => Math.log(pAt(i + 1)) - base);
    const bit = 1 << Math.min(f, BITS - 1);
    // What two kinds add, by the number of their class.
    const more: number[] = [];
    for (let j = 0; j < faults.length; j += 1) {
      const b = faults[j]!;
      const ofB = alone[rank[b]! - 1]!;
      one[b]! += ofB;
      bits[b]! |= bit;
      for (let i = 0; i < j; i += 1) {
        const a = faults[i]!;
        const at = classAt(partition, a, b, NONE);
        const adds = (more[at] ??= Math.log(pAt(at)) - base - alone[rank[a]! - 1]! - ofB);
        two[a * n + b]! += adds;
        two[b * n + a]! += adds;
      }
    }
  });
  return { none, one, two, bits };
}

/** What three faults that all take part in a reading add beyond what two of them add, by the number of their class. */
function threesOf({ partition, pAt }: Telling): (at: number) => number {
  const known: number[] = [];
  const work = (at: number): number => {
    const [a, b, c] = membersOfClass(partition, at) as [number, number, number];
    const p = (x: number, y: number) => pAt(classAt(partition, x, y, NONE));
    const more = pAt(at) * p(a, NONE) * p(b, NONE) * p(c, NONE);
    return Math.log(more / (p(a, b) * p(a, c) * p(b, c) * pAt(0)));
  };
  return (at) => (known[at - partition.triples] ??= work(at));
}

/** ln weights of sets of none, one and two faults, in the order of the sets. */
function weightsUpToTwo(prior: PriorTerms, { none, one, two }: Sums): Float64Array {
  const n = prior.faults;
  const base = prior.none + none;
  const logs = new Float64Array(1 + n + (n * (n - 1)) / 2);
  let s = 0;
  logs[s++] = base + explainedOf(prior, NONE, NONE, NONE);
  for (let a = 0; a < n; a += 1) logs[s++] = base + one[a]! + explainedOf(prior, a, NONE, NONE);
  for (let a = 0; a < n; a += 1)
    for (let b = a + 1; b < n; b += 1) {
      const more = furtherOf(prior, a, b, NONE) + explainedOf(prior, a, b, NONE);
      logs[s++] = base + one[a]! + one[b]! + two[a * n + b]! + more;
    }
  return logs;
}

/** ln weights of all sets of three, kept between two calls: they are many. */
let ofThree = new Float64Array(0);
/** How many of them lie in each step below the top. */
const inStep = new Uint32Array(STEPS);

/** Weighs every set of three, how far it explains the complaint left aside, into {@link ofThree} and {@link inStep}. */
function weighThrees(prior: PriorTerms, told: readonly Telling[], sums: Sums, top: number): void {
  const { faults: n, causes, tied, further } = prior;
  const { none, one, two, bits } = sums;
  const base = prior.none + none;
  const triples = (n * (n - 1) * (n - 2)) / 6;
  if (ofThree.length < triples) ofThree = new Float64Array(triples);
  inStep.fill(0);
  const threes = told.map(threesOf);
  let k = 0;
  for (let a = 0; a < n; a += 1)
    for (let b = a + 1; b < n; b += 1) {
      const [ofA, ofB] = [a * n, b * n];
      const sofar = base + one[a]! + one[b]! + two[ofA + b]!;
      const count = causes[a]! + causes[b]!;
      const ties = tied[a * WIDE + b]!;
      const both = bits[a]! & bits[b]!;
      for (let c = b + 1; c < n; c += 1, k += 1) {
        let log = sofar + one[c]! + two[ofA + c]! + two[ofB + c]!;
        const among = ties + tied[a * WIDE + c]! + tied[b * WIDE + c]!;
        log += further[(count + causes[c]!) * 4 + among]!;
        let all = both & bits[c]!;
        while (all !== 0) {
          const f = 31 - Math.clz32(all & -all);
          all &= all - 1;
          // The last bit stands for all readings from its own on.
          const end = f < BITS - 1 ? f : told.length - 1;
          for (let i = f; i <= end; i += 1) {
            const at = classAt(told[i]!.partition, a, b, c);
            if (at >= told[i]!.partition.triples) log += threes[i]!(at);
          }
        }
        ofThree[k] = log;
        inStep[stepOf(top - log)]! += 1;
      }
    }
}

/** The step from which on sets of three are left out, what they weigh at most against the top, and how many they are. */
function lightOnes(mostWeight: number): {
  readonly from: number;
  readonly weight: number;
  readonly sets: number;
} {
  let [from, weight, sets] = [STEPS, 0, 0];
  while (from > 1) {
    const adds = inStep[from - 1]! * Math.exp(-(from - 1) * STEP);
    if (weight + adds > mostWeight) break;
    from -= 1;
    weight += adds;
    sets += inStep[from]!;
  }
  return { from, weight, sets };
}

/**
 * Weighs sets of at most three faults: ln P(S) + Σ ln P(read | S).
 *
 * A reading in which at most two of three faults take part adds up from what single ones and pairs of them add, so that a
 * set of three costs three sums and not all readings: exact. Sets of none, one and two faults are all kept. Of sets of three
 * the lightest are left out, as many as together hold at most a share of all belief: an upper bound, since each counts at
 * the upper end of its step, and as if it explained the complaint for certain.
 * @param most the share that may be left out; 0 keeps every set
 */
export function weighSets(
  prior: PriorTerms,
  told: readonly Telling[],
  most: number = MOST_LEFT_OUT,
): Weighed {
  const n = prior.faults;
  const sums = sumsOf(prior, told);
  const upToTwo = weightsUpToTwo(prior, sums);
  let top = -Infinity;
  for (let s = 0; s < upToTwo.length; s += 1) top = Math.max(top, upToTwo[s]!);
  let weight = 0;
  for (let s = 0; s < upToTwo.length; s += 1) weight += Math.exp(upToTwo[s]! - top);
  weighThrees(prior, told, sums, top);
  const triples = (n * (n - 1) * (n - 2)) / 6;
  const light = lightOnes(triples > FEW ? most * weight : 0);

  const size = upToTwo.length + triples - light.sets;
  const members = new Uint8Array(size * MOST_FAULTS).fill(NONE);
  const shares = new Float64Array(size);
  shares.set(upToTwo);
  let at = fillUpToTwo(members, n);
  let [k, s] = [0, upToTwo.length];
  for (let a = 0; a < n; a += 1)
    for (let b = a + 1; b < n; b += 1)
      for (let c = b + 1; c < n; c += 1, k += 1) {
        const log = ofThree[k]!;
        if (stepOf(top - log) >= light.from) continue;
        members[at] = a;
        members[at + 1] = b;
        members[at + 2] = c;
        shares[s] = log + explainedOf(prior, a, b, c);
        at += MOST_FAULTS;
        s += 1;
      }
  return {
    sets: { faults: n, size, members },
    shares: normalise(shares),
    leftOut: light.weight / (weight + light.weight),
  };
}

/** Logarithms as shares that add up to one, in place. */
function normalise(logs: Float64Array): Float64Array {
  let top = -Infinity;
  for (let s = 0; s < logs.length; s += 1) if (logs[s]! > top) top = logs[s]!;
  let total = 0;
  for (let s = 0; s < logs.length; s += 1) total += logs[s] = Math.exp(logs[s]! - top);
  for (let s = 0; s < logs.length; s += 1) logs[s]! /= total;
  return logs;
}
