import { NATURAL_EMF_SPREAD } from "../measure/backemf/index.ts";
import { median, tQuantile, type Ratio } from "../quantity/index.ts";
import type { Measured } from "../record/index.ts";
import { normalisedError } from "./againstPast.ts";
import { learnFrom } from "./learned.ts";

export interface Sister extends Measured {
  readonly id: string;
  /** The shop whose instruments read it; left out where that is the shop itself. */
  readonly shop?: string | undefined;
}

/** What sound ones differ by anyway, 19 times in 20: as a share of the value, or in its own unit. */
export type Natural = { readonly share: Ratio } | { readonly absolute: number };

/** What is held against sisters, and on which side of them a motor is the worse for it. */
export interface Compared {
  readonly natural: Natural;
  readonly worse: "either" | "above" | "below";
}

/**
 * By quantity, until a shop has learned it. Judgement. Pairs of sound motors differ by up to about 1.8 % by themselves
 * (`MOST_NATURAL` of the three pairs, doubled); grease and seals make a third of a coast-down.
 */
const COMPARED_BY = {
  resistance: { natural: { share: 0.02 }, worse: "either" },
  emf: { natural: { share: NATURAL_EMF_SPREAD }, worse: "either" },
  imbalance: { natural: { absolute: 1.8 }, worse: "above" },
  coastDown: { natural: { share: 0.3 }, worse: "below" },
} as const satisfies Record<string, Compared>;
export type ComparedId = keyof typeof COMPARED_BY;
/** From this many sound motors on their own spread is taken for it. Judgement. */
export const LEAST_FOR_SPREAD = 6;

/**
 * How a quantity is held against sisters: what sound motors differ by is learned from enough of them, else the usual. It
 * holds nothing of the meter: measured spread is a bound from above. Nothing is learned of what has one bad side: within its
 * limit an imbalance is sound whatever the others read, and a coast-down is another in the cold.
 * @param sound figures of sound motors of the model, finite; at least 0
 * @example comparedBy("resistance", []) // { natural: { share: 0.02 }, worse: "either" }
 */
export function comparedBy(what: ComparedId, sound: readonly number[]): Compared {
  const usual: Compared = COMPARED_BY[what];
  const learned = usual.worse === "either" && sound.length >= LEAST_FOR_SPREAD ? learnFrom(sound) : null;
  return learned ? { ...usual, natural: { share: (2 * learned.spread) / learned.median } } : usual;
}

/** Below this many sisters no test says who is odd. */
export const LEAST_FOR_GRUBBS = 4;
/** Up to this many the test is advice only. */
const ADVISORY_UP_TO = 6;

/**
 * Two-sided critical value of Grubbs' test for n values at a level: (n − 1)/√n · √(t²/(n − 2 + t²)) with t the upper
 * α/(2n) quantile of Student's law, n − 2 degrees of freedom. Source: NIST/SEMATECH e-Handbook, 1.3.5.17.1.
 * @param n at least 3; @param tails 2 for either side, 1 for one
 * @example grubbsLimit(8) // 2.127
 */
export function grubbsLimit(n: number, alpha = 0.05, tails: 1 | 2 = 2): number {
  if (!(Number.isInteger(n) && n >= 3)) throw new RangeError(`grubbsLimit: n must be at least 3, got ${n}`);
  const t = tQuantile(1 - alpha / (tails * n), n - 2);
  return ((n - 1) / Math.sqrt(n)) * Math.sqrt((t * t) / (n - 2 + t * t));
}

/** How far a value lies to the side where a motor is the worse for it; 0 on the other. */
function badDistance(value: number, from: number, worse: Compared["worse"]): number {
  const distance = value - from;
  return worse === "either" ? Math.abs(distance) : Math.max(0, worse === "above" ? distance : -distance);
}

/**
 * Largest distance from the mean in standard deviations, and whose it is.
 * @param values at least 3; @param worse the side that is looked at
 * @example grubbsOf([10, 10.1, 9.9, 11]) // { g: 1.48, index: 3 }
 */
export function grubbsOf(
  values: readonly number[],
  worse: Compared["worse"] = "either",
): { readonly g: number; readonly index: number } {
  const n = values.length;
  if (n < 3) throw new RangeError(`grubbsOf: at least 3 values are compared, got ${n}`);
  const mean = values.reduce((sum, value) => sum + value, 0) / n;
  const s = Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (n - 1));
  const far = values.map((value) => badDistance(value, mean, worse));
  const index = far.indexOf(Math.max(...far));
  return { g: s > 0 ? far[index]! / s : 0, index };
}

interface Held {
  readonly id: string;
  /** Median of the others that do not stand out, with the median of their uncertainties. */
  readonly reference: Measured;
  readonly en: number;
}

/** A motor that stands out. */
interface OddSister {
  readonly id: string;
  /** The test that says so. */
  readonly by: "En" | "Grubbs";
  /** Too few are there for more than advice. */
  readonly advisory: boolean;
  readonly words: string;
}

export interface SisterAnswer {
  readonly each: readonly Held[];
  /** Those that stand out, the farthest first; none where the set is divided. */
  readonly odd: readonly OddSister[];
  /** They differ, and so many of them that nobody knows which are the odd ones: always so of two. */
  readonly divided: boolean;
  readonly grubbs: { readonly g: number; readonly limit: number } | null;
}

/** What sound ones differ by at a value, in its unit. */
export const naturalAt = (natural: Natural, value: number): number =>
  "share" in natural ? natural.share * value : natural.absolute;

function heldAgainst(sister: Sister, all: readonly Sister[], { natural, worse }: Compared): Held {
  const others = all.filter(({ id }) => id !== sister.id);
  const reference = {
    value: median(others.map(({ value }) => value)),
    expanded: median(others.map(({ expanded }) => expanded)),
  };
  const isWorse = badDistance(sister.value, reference.value, worse) > 0;
  const en = isWorse ? normalisedError(sister, reference, naturalAt(natural, reference.value)) : 0;
  return { id: sister.id, reference, en };
}

/**
 * Sets the farthest aside as long as one differs from the rest by more than its limit: with a far one among its
 * references a sound motor would look odd.
 * @returns those that stay; null where half of them or more would go, or two are left that differ
 */
function withoutTheOdd(sisters: readonly Sister[], by: Compared): readonly Sister[] | null {
  let kept = sisters;
  for (;;) {
    const held = kept.map((sister) => heldAgainst(sister, kept, by));
    const worst = held.reduce((found, one) => (one.en > found.en ? one : found));
    if (worst.en <= 1) return kept;
    const left = kept.filter(({ id }) => id !== worst.id);
    if (left.length < 2 || left.length * 2 <= sisters.length) return null;
    kept = left;
  }
}

/**
 * The same quantity of motors of one model on one set-up: each against the median of the others by its normalised
 * error En (ISO/IEC 17043). Every one that differs by more than uncertainty and natural spread stands out, and none that
 * does not; of what is worse on one side alone (a short coast-down, a large imbalance) nobody is odd on the other. From
 * four on a Grubbs test at 5 %, once and never again on the rest, says of the farthest whether
 * it may be chance; up to six it is advice. That test knows nothing of instruments: of motors that several shops read it says
 * nothing.
 * @param sisters at least 2, expanded uncertainties of the independent parts, above 0
 * @param by what sound motors of the model differ by anyway, added to the uncertainties of En, and the side that counts
 */
export function compareSisters(
  sisters: readonly Sister[],
  by: Compared = { natural: { share: 0 }, worse: "either" },
): SisterAnswer {
  if (sisters.length < 2)
    throw new RangeError(`compareSisters: at least 2 motors are compared, got ${sisters.length}`);
  const n = sisters.length;
  const onOneSetUp = new Set(sisters.map(({ shop }) => shop)).size === 1;
  const found =
    onOneSetUp && n >= LEAST_FOR_GRUBBS
      ? grubbsOf(
          sisters.map(({ value }) => value),
          by.worse,
        )
      : null;
  const grubbs = found && { g: found.g, limit: grubbsLimit(n, 0.05, by.worse === "either" ? 2 : 1) };
  const kept = withoutTheOdd(sisters, by);
  const each = sisters.map((sister) => heldAgainst(sister, kept ?? sisters, by));
  const farthest = found && grubbs && found.g > grubbs.limit ? sisters[found.index]!.id : null;
  const standing = new Set(kept?.map(({ id }) => id));
  const odd = each
    .filter(({ id }) => kept !== null && !standing.has(id))
    .toSorted((one, other) => other.en - one.en)
    .map(({ id, en }): OddSister => {
      const differs = `En ${en.toFixed(1)}: differs from the others by more than uncertainty and natural spread`;
      if (id !== farthest || !grubbs) return { id, by: "En", advisory: true, words: differs };
      const advisory = n <= ADVISORY_UP_TO;
      const chance = `G ${grubbs.g.toFixed(2)} above ${grubbs.limit.toFixed(2)}: less than one chance in twenty that a sound set looks so${advisory ? "; with this few it is advice" : ""}`;
      return { id, by: "Grubbs", advisory, words: chance };
    });
  return { each, odd, divided: kept === null, grubbs };
}
