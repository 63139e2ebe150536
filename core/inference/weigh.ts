import { classAt, type Partition } from "./partition.ts";
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

/** What a reading adds to the belief in sets in which one or two faults take part: ln, by class. */
interface Reading {
  readonly telling: Telling;
  /** Of no fault. */
  readonly none: number;
  /** What one fault adds, by the class of it alone. */
  readonly one: Float64Array;
  /** What two add together beyond each alone, by the class of both. */
  readonly two: Float64Array;
}

/** Belief that one or two faults add to a set: what all readings make of them, summed. */
interface Sums {
  readonly none: number;
  readonly one: Float64Array;
  /** At a · n + b: what both together add beyond each alone. */
  readonly two: Float64Array;
  readonly readings: readonly Reading[];
}

/** What pairs add, written over by the next. */
let pairsOf = new Float64Array(0);

function readingOf(telling: Telling): Reading {
  const { partition, pAt } = telling;
  const none = Math.log(pAt(0));
  const one = new Float64Array(partition.pairs);
  for (let at = 1; at < partition.pairs; at += 1) one[at] = Math.log(pAt(at)) - none;
  return { telling, none, one, two: new Float64Array(partition.triples).fill(NaN) };
}

function sumsOf({ faults: n, odds }: PriorTerms, told: readonly Telling[]): Sums {
  const one = odds.slice();
  if (pairsOf.length < n * n) pairsOf = new Float64Array(n * n);
  const two = pairsOf.fill(0, 0, n * n);
  const readings = told.map(readingOf);
  for (const { telling, none, one: alone, two: both } of readings) {
    const { partition, pAt } = telling;
    const { faults, rank } = partition;
    for (let j = 0; j < faults.length; j += 1) {
      const b = faults[j]!;
      const ofB = alone[rank[b]!]!;
      one[b]! += ofB;
      for (let i = 0; i < j; i += 1) {
        const a = faults[i]!;
        const at = classAt(partition, a, b, NONE);
        if (Number.isNaN(both[at]!)) both[at] = Math.log(pAt(at)) - none - alone[rank[a]!]! - ofB;
        two[a * n + b]! += both[at]!;
        two[b * n + a]! += both[at]!;
      }
    }
  }
  return { none: readings.reduce((sum, { none }) => sum + none, 0), one, two, readings };
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

/** By number of faults, at a · n + b: the place of the set of a, b and c among those of three, less c. */
const startsBy = new Map<number, Int32Array>();

function startsOf(n: number): Int32Array {
  const found = startsBy.get(n);
  if (found) return found;
  const starts = new Int32Array(n * n);
  let place = 0;
  for (let a = 0; a < n; a += 1)
    for (let b = a + 1; b < n; b += 1) {
      starts[a * n + b] = place - b - 1;
      place += n - b - 1;
    }
  startsBy.set(n, starts);
  return starts;
}

/** Adds to {@link ofThree} what three faults that all take part in a reading add beyond what pairs of them do. */
function addThirds({ telling, none, one, two }: Reading, starts: Int32Array, n: number): void {
  const { partition, pAt } = telling;
  const { faults, rank, triples } = partition;
  const third = new Float64Array(partition.count - triples).fill(NaN);
  for (let i = 0; i < faults.length; i += 1)
    for (let j = i + 1; j < faults.length; j += 1) {
      const [a, b] = [faults[i]!, faults[j]!];
      const start = starts[a * n + b]!;
      const sofar = none + one[rank[a]!]! + one[rank[b]!]! + two[classAt(partition, a, b, NONE)]!;
      for (let k = j + 1; k < faults.length; k += 1) {
        const c = faults[k]!;
        const at = classAt(partition, a, b, c);
        let adds = third[at - triples]!;
        if (Number.isNaN(adds)) {
          const pairs = two[classAt(partition, a, c, NONE)]! + two[classAt(partition, b, c, NONE)]!;
          adds = Math.log(pAt(at)) - (sofar + one[rank[c]!]! + pairs);
          third[at - triples] = adds;
        }
        ofThree[start + c]! += adds;
      }
    }
}

/** Weighs every set of three, how far it explains the complaint left aside, into {@link ofThree} and {@link inStep}. */
function weighThrees(prior: PriorTerms, { none, one, two, readings }: Sums, top: number): void {
  const { faults: n, causes, tied, further } = prior;
  const base = prior.none + none;
  const triples = (n * (n - 1) * (n - 2)) / 6;
  if (ofThree.length < triples) ofThree = new Float64Array(triples);
  let at = 0;
  for (let a = 0; a < n; a += 1)
    for (let b = a + 1; b < n; b += 1) {
      const [ofA, ofB] = [a * n, b * n];
      const sofar = base + one[a]! + one[b]! + two[ofA + b]!;
      const count = causes[a]! + causes[b]!;
      const ties = tied[a * WIDE + b]!;
      for (let c = b + 1; c < n; c += 1, at += 1) {
        const among = ties + tied[a * WIDE + c]! + tied[b * WIDE + c]!;
        const more = further[(count + causes[c]!) * 4 + among]!;
        ofThree[at] = sofar + one[c]! + two[ofA + c]! + two[ofB + c]! + more;
      }
    }
  const starts = startsOf(n);
  for (const reading of readings) addThirds(reading, starts, n);
  inStep.fill(0);
  for (let k = 0; k < triples; k += 1) inStep[stepOf(top - ofThree[k]!)]! += 1;
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
  weighThrees(prior, sums, top);
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
