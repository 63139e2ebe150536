import { NATURAL_EMF_SPREAD } from "../measure/backemf/index.ts";
import { median, tQuantile, type Ratio } from "../quantity/index.ts";
import type { Measured } from "../record/index.ts";
import { normalisedError } from "./againstPast.ts";
import { learnFrom } from "./learned.ts";

export interface Sister extends Measured {
  readonly id: string;
}

/** What sound motors of one model differ by among themselves, 19 times in 20, until a shop has learned it. Judgement. */
export const NATURAL_SPREAD = { resistance: 0.02, emf: NATURAL_EMF_SPREAD } as const satisfies Record<
  string,
  Ratio
>;
/** From this many sound motors on their own spread is taken for it. Judgement. */
export const LEAST_FOR_SPREAD = 6;

/**
 * What sound motors of a model differ by naturally, 19 times in 20, as a share of the value: learned from enough of them,
 * else the usual. It holds nothing of the meter: measured spread is a bound from above.
 * @param sound figures of sound motors of the model, finite and above 0
 * @example naturalSpread("resistance", []) // 0.02
 */
export function naturalSpread(what: keyof typeof NATURAL_SPREAD, sound: readonly number[]): Ratio {
  const learned = sound.length >= LEAST_FOR_SPREAD ? learnFrom(sound) : null;
  return learned ? (2 * learned.spread) / learned.median : NATURAL_SPREAD[what];
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

/**
 * Largest distance from the mean in standard deviations, and whose it is.
 * @param values at least 3
 * @example grubbsOf([10, 10.1, 9.9, 11]) // { g: 1.48, index: 3 }
 */
export function grubbsOf(values: readonly number[]): { readonly g: number; readonly index: number } {
  const n = values.length;
  if (n < 3) throw new RangeError(`grubbsOf: at least 3 values are compared, got ${n}`);
  const mean = values.reduce((sum, value) => sum + value, 0) / n;
  const s = Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (n - 1));
  const index = values.reduce(
    (found, value, i) => (Math.abs(value - mean) > Math.abs(values[found]! - mean) ? i : found),
    0,
  );
  return { g: s > 0 ? Math.abs(values[index]! - mean) / s : 0, index };
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

function heldAgainst(sister: Sister, all: readonly Sister[], natural: Ratio): Held {
  const others = all.filter(({ id }) => id !== sister.id);
  const reference = {
    value: median(others.map(({ value }) => value)),
    expanded: median(others.map(({ expanded }) => expanded)),
  };
  return { id: sister.id, reference, en: normalisedError(sister, reference, natural) };
}

/**
 * Sets the farthest aside as long as one differs from the rest by more than its limit: with a far one among its
 * references a sound motor would look odd.
 * @returns those that stay; null where half of them or more would go, or two are left that differ
 */
function withoutTheOdd(sisters: readonly Sister[], natural: Ratio): readonly Sister[] | null {
  let kept = sisters;
  for (;;) {
    const held = kept.map((sister) => heldAgainst(sister, kept, natural));
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
 * does not. From four on a two-sided Grubbs test at 5 %, once and never again on the rest, says of the farthest whether
 * it may be chance; up to six it is advice.
 * @param sisters at least 2, expanded uncertainties of the independent parts, above 0
 * @param natural what sound motors of the model differ by anyway, added to the uncertainties of En
 */
export function compareSisters(sisters: readonly Sister[], natural: Ratio = 0): SisterAnswer {
  if (sisters.length < 2)
    throw new RangeError(`compareSisters: at least 2 motors are compared, got ${sisters.length}`);
  const n = sisters.length;
  const found = n >= LEAST_FOR_GRUBBS ? grubbsOf(sisters.map(({ value }) => value)) : null;
  const grubbs = found && { g: found.g, limit: grubbsLimit(n) };
  const kept = withoutTheOdd(sisters, natural);
  const each = sisters.map((sister) => heldAgainst(sister, kept ?? sisters, natural));
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
