import type { Finding } from "../check/index.ts";
import { quantile } from "../quantity/index.ts";
import { epochOf, type ExpectedResistance, type JobRecord, isSentBack } from "../record/index.ts";

/** What sound motors of a model read in this shop. */
export interface Learned {
  readonly median: number;
  /** Half of the middle half's width scaled to a standard deviation: 0.7413 × interquartile range. */
  readonly spread: number;
  readonly n: number;
}

/** Fewer than this teach nothing. Bench judgement. */
export const LEAST_TO_LEARN = 3;
/** Interquartile range of a normal law to its standard deviation. */
const IQR_TO_SIGMA = 0.7413;

/**
 * Median and robust spread of a quantity over sound motors of a model. Quartiles by linear interpolation.
 * @param values finite, any order
 * @returns null with fewer than {@link LEAST_TO_LEARN}
 * @example learnFrom([0.126, 0.127, 0.128, 0.13, 0.131]) // { median: 0.128, spread: 0.002224, n: 5 }
 */
export function learnFrom(values: readonly number[]): Learned | null {
  if (values.length < LEAST_TO_LEARN) return null;
  const sorted = values.toSorted((a, b) => a - b);
  return {
    median: quantile(sorted, 0.5),
    spread: IQR_TO_SIGMA * (quantile(sorted, 0.75) - quantile(sorted, 0.25)),
    n: sorted.length,
  };
}

/** Whether a motor left as sound, so that its figures teach: nothing departs, and it was repaired or cleared. */
export function leftSound(job: JobRecord, findings: readonly Finding[]): boolean {
  if (findings.some(({ departs }) => departs)) return false;
  return epochOf(job) > 0 || isSentBack(job.decisions.at(-1)?.disposition);
}

/** A learned value is good for three spreads, and never for less than this. Bench judgement. */
const LEAST_TOLERANCE = 0.03;

/** Where a learned value comes from, as an expected value states its source. */
export function sourceOfLearned({ n }: Learned): string {
  return `median of ${n} sound motors of this shop`;
}

/** What sound motors taught, as a model's expected pair resistance at 20 °C. */
export function expectedFrom(learned: Learned): ExpectedResistance {
  const { median, spread } = learned;
  return {
    ohms: median,
    tolerance: Math.max(LEAST_TOLERANCE, (3 * spread) / median),
    atTemperature: 20,
    source: sourceOfLearned(learned),
  };
}
