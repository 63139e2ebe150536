import type { Minutes, Ratio } from "../quantity/index.ts";
import { doneAt, type Calendar } from "./calendar.ts";
import type { DayJob } from "./types.ts";

/** Courses that a job's rest is played through. */
export const PLAYS = 200;

/** One of several, by its chance; chances need not make up 1. */
interface Chance {
  readonly chance: Ratio;
}

/** A repair as it takes its time. */
export interface Work {
  readonly minutes: Minutes;
  /** Runs by itself in its middle: drying, glue that cures. */
  readonly wait: Minutes;
  /** Days until its parts are there. */
  readonly days: number;
  /** Hands-on minutes to read again afterwards what proves it. */
  readonly proof: Minutes;
  /** It then runs by itself. */
  readonly run: Minutes;
}

/** What is still to be done on a motor, as far as it is known: what may come is given with its chance. */
export interface Rest {
  /** Runs by itself, once somebody starts it, before the first reading: capacitors that bleed down. Absent where nothing does. */
  readonly settle?: Minutes;
  /** Hands-on minutes until it is decided; empty where it is. */
  readonly readings: readonly (Chance & { readonly minutes: Minutes })[];
  /** What is then done, and the days until its parts are there; empty where nothing is. */
  readonly works: readonly (Chance & Work)[];
  /** Hands-on minutes to read again after a repair that is done. */
  readonly proof: Minutes;
  /** It is still to run by itself after a repair that is done. */
  readonly run: Minutes;
  /** Signed, closed, handed over. */
  readonly close: Minutes;
}

/** A job to be played through: what is known of it now, and what may come. */
export interface Played {
  readonly job: Pick<DayJob, "id" | "notBefore">;
  readonly rest: Rest;
  /** It waits for a part that may come late. */
  readonly awaits: boolean;
}

/** Work takes as long as it is said to, give or take: the spread of the logarithm of its minutes. Judgement. */
const SPREAD = 0.35;
/** A part comes on its day, a day late, or three. Judgement. */
const LATE = [
  { chance: 0.8, days: 0 },
  { chance: 0.15, days: 1 },
  { chance: 0.05, days: 3 },
] as const;
const DAY: Minutes = 24 * 60;

const PRIMES = [
  2, 3, 5, 7, 11, 13, 17, 19, 23, 29, 31, 37, 41, 43, 47, 53, 59, 61, 67, 71, 73, 79, 83, 89, 97,
];
/** What a place of a play takes its numbers from: multiples of a root of a prime, each place its own. */
const rootOf = (place: number) =>
  Math.sqrt(PRIMES[place % PRIMES.length]! + Math.floor(place / PRIMES.length));

/**
 * Numbers between 0 and 1 that fill the space of a play evenly. The same every time: nobody is told another day for looking
 * twice. (Weyl 1916.)
 */
function evenly(play: number, root: number): Ratio {
  const x = (play + 0.5) * root;
  return x - Math.floor(x);
}

/** Several of which one comes about, with the sum of their chances. */
interface Either<One extends Chance> {
  readonly all: readonly One[];
  readonly sum: number;
}

const eitherOf = <One extends Chance>(all: readonly One[]): Either<One> => ({
  all,
  sum: all.reduce((total, { chance }) => total + chance, 0),
});

/** What a number between 0 and 1 falls upon. */
function drawn<One extends Chance>({ all, sum }: Either<One>, u: Ratio): One | null {
  let left = u * sum;
  for (const one of all) if ((left -= one.chance) < 0) return one;
  return all.at(-1) ?? null;
}

/** By how much work takes longer than it is said to: by nothing in the middle, spread by a normal's logarithm. */
function spread(u: Ratio): Ratio {
  // The logistic curve stands for the normal one: within 1 % of it between the 2nd and the 98th of a hundred.
  const z = Math.log(u / (1 - u)) / 1.702;
  return Math.exp(SPREAD * Math.max(-2.5, Math.min(2.5, z)));
}

/** To switch off, unplug and start the clock of a wait. Bench judgement. */
export const STARTING: Minutes = 1;

/** How late a part may come, drawn from. */
const LATENESS = eitherOf(LATE);

interface Piece {
  readonly wait: Minutes;
  readonly work: Minutes;
}

/** What chance decides of one job in one play: a place each. */
const [PART_LATE, READ, WORKED, READING_TAKES, WORK_TAKES, PROOF_TAKES] = [0, 1, 2, 3, 4, 5];
const PLACES = 6;

/** By rank in the order of a day: the numbers of every play, one place after the other. */
const chances: Float64Array[] = [];

/** The same for whichever job stands at a rank: worked out once. */
function chancesOf(rank: number): Float64Array {
  const known = chances[rank];
  if (known) return known;
  const roots = Array.from({ length: PLACES }, (_, place) => rootOf(rank * PLACES + place));
  const made = Float64Array.from({ length: PLAYS * PLACES }, (_, n) => {
    const u = evenly(Math.floor(n / PLACES), roots[n % PLACES]!);
    return n % PLACES < READING_TAKES ? u : spread(u);
  });
  chances[rank] = made;
  return made;
}

/** A job laid out once for all its plays. */
interface Laid {
  readonly notBefore: Minutes;
  readonly rest: Rest;
  readonly awaits: boolean;
  readonly readings: Either<Rest["readings"][number]>;
  readonly works: Either<Rest["works"][number]>;
  readonly chances: Float64Array;
}

const layOut = ({ job: { notBefore }, rest, awaits }: Played, rank: number): Laid => ({
  notBefore,
  rest,
  awaits,
  readings: eitherOf(rest.readings),
  works: eitherOf(rest.works),
  chances: chancesOf(rank),
});

/** The rest of one job in one play: work, and what is waited for before each piece of it. */
function pieces({ rest, awaits, readings, works, chances: of }: Laid, play: number): Piece[] {
  const first = play * PLACES;
  const late = awaits ? (drawn(LATENESS, of[first + PART_LATE]!)?.days ?? 0) * DAY : 0;
  const read = drawn(readings, of[first + READ]!);
  const work = drawn(works, of[first + WORKED]!);
  const list: Piece[] = [];
  if (read) list.push({ wait: 0, work: read.minutes * of[first + READING_TAKES]! });
  if (work) {
    const minutes = work.minutes * of[first + WORK_TAKES]!;
    const halves = work.wait > 0 ? 2 : 1;
    list.push({ wait: work.days * DAY, work: minutes / halves });
    if (halves === 2) list.push({ wait: work.wait, work: minutes / halves });
  }
  const proof = rest.proof + (work?.proof ?? 0);
  if (proof > 0) list.push({ wait: 0, work: proof * of[first + PROOF_TAKES]! });
  list.push({ wait: rest.run + (work?.run ?? 0), work: rest.close });
  const { settle = 0 } = rest;
  if (settle > 0) {
    list[0] = { ...list[0]!, wait: list[0]!.wait + settle };
    list.unshift({ wait: 0, work: STARTING });
  }
  if (late > 0) list[0] = { ...list[0]!, wait: list[0]!.wait + late };
  return list;
}

/** Which of several is worked on: the first that is ready by now, else the one that is ready soonest. @returns its place among them */
function turnOf(left: readonly number[], ready: readonly Minutes[], now: Minutes): number {
  let soonest = 0;
  for (let k = 0; k < left.length; k += 1) {
    const when = ready[left[k]!]!;
    if (when <= now) return k;
    if (when < ready[left[soonest]!]!) soonest = k;
  }
  return soonest;
}

/**
 * When each job is ready, played through {@link PLAYS} times: one person works the jobs in the order given, in opening hours,
 * at whichever comes first of what can be worked on; waits run by themselves, parts come on their day or late.
 * @param jobs in the order of the day
 * @returns by job, its minutes from now in every play, the soonest first
 */
export function playedThrough(
  jobs: readonly Played[],
  calendar: Calendar,
): ReadonlyMap<string, readonly Minutes[]> {
  const laid = jobs.map(layOut);
  const ends = jobs.map((): Minutes[] => []);
  for (let play = 0; play < PLAYS; play += 1) {
    const rests = laid.map((job) => pieces(job, play));
    const at = laid.map(() => 0);
    const ready = laid.map(({ notBefore }, i) => notBefore + rests[i]![0]!.wait);
    const left = jobs.map((_, i) => i);
    let now = 0;
    while (left.length > 0) {
      const k = turnOf(left, ready, now);
      const i = left[k]!;
      now = doneAt(calendar, Math.max(now, ready[i]!), rests[i]![at[i]!]!.work);
      at[i]! += 1;
      const next = rests[i]![at[i]!];
      if (next) ready[i] = now + next.wait;
      else {
        ends[i]!.push(now);
        left.splice(k, 1);
      }
    }
  }
  return new Map(jobs.map(({ job }, i) => [job.id, ends[i]!.toSorted((a, b) => a - b)]));
}

/** A time that can be said, and the chance that it is ready by then. */
export interface ReadyBy {
  readonly at: Minutes;
  readonly chance: Ratio;
}

/** Somebody who asks wants a time that holds more often than not. Judgement. */
const SAID_FROM: Ratio = 0.6;

/**
 * The first of several times by which it is ready more often than not.
 * @param ends of every play, the soonest first
 * @param times that can be said, in order: full hours, noons and evenings
 * @returns null where none of them is late enough
 */
export function readyBy(ends: readonly Minutes[], times: readonly Minutes[]): ReadyBy | null {
  let ready = 0;
  for (const at of times) {
    while (ready < ends.length && ends[ready]! <= at) ready += 1;
    const chance = ready / ends.length;
    if (chance >= SAID_FROM) return { at, chance };
  }
  return null;
}

/** The chance that it is ready by a moment. */
export const chanceBy = (ends: readonly Minutes[], at: Minutes): Ratio =>
  ends.filter((end) => end <= at).length / ends.length;
