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

export interface SisterAnswer {
  /** Median of the others, with the median of their uncertainties: what each one is held against. */
  readonly each: readonly { readonly id: string; readonly reference: Measured; readonly en: number }[];
  /** The one that stands out, if one does; `by` says which test says so and how sure that is. */
  readonly odd: {
    readonly id: string;
    readonly by: "En" | "Grubbs";
    readonly advisory: boolean;
    readonly words: string;
  } | null;
  readonly grubbs: { readonly g: number; readonly limit: number } | null;
}

/**
 * The same quantity of motors of one model on one set-up: each against the median of the others by its normalised
 * error En (ISO/IEC 17043), and from four on the odd one out by a two-sided Grubbs test at 5 %, once and never again
 * on the rest. Up to six it is advice.
 * @param sisters at least 2, expanded uncertainties of the independent parts, above 0
 * @param natural what sound motors of the model differ by anyway, added to the uncertainties of En
 */
export function compareSisters(sisters: readonly Sister[], natural: Ratio = 0): SisterAnswer {
  if (sisters.length < 2)
    throw new RangeError(`compareSisters: at least 2 motors are compared, got ${sisters.length}`);
  const each = sisters.map((sister) => {
    const others = sisters.filter(({ id }) => id !== sister.id);
    const reference = {
      value: median(others.map(({ value }) => value)),
      expanded: median(others.map(({ expanded }) => expanded)),
    };
    return { id: sister.id, reference, en: normalisedError(sister, reference, natural) };
  });
  const n = sisters.length;
  const worst = each.reduce((found, one) => (one.en > found.en ? one : found));
  const found = n >= LEAST_FOR_GRUBBS ? grubbsOf(sisters.map(({ value }) => value)) : null;
  const grubbs = found && { g: found.g, limit: grubbsLimit(n) };
  if (found && grubbs && found.g > grubbs.limit) {
    const advisory = n <= ADVISORY_UP_TO;
    return {
      each,
      grubbs,
      odd: {
        id: sisters[found.index]!.id,
        by: "Grubbs",
        advisory,
        words: `G ${grubbs.g.toFixed(2)} above ${grubbs.limit.toFixed(2)}: less than one chance in twenty that a sound set looks so${advisory ? "; with this few it is advice" : ""}`,
      },
    };
  }
  const differs = worst.en > 1;
  // Of two that differ nobody knows which is the odd one.
  return {
    each,
    grubbs,
    odd:
      differs && n > 2
        ? {
            id: worst.id,
            by: "En",
            advisory: true,
            words: `En ${worst.en.toFixed(1)}: differs from the others by more than uncertainty and natural spread`,
          }
        : null,
  };
}
