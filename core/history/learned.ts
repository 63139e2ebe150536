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

function quantile(sorted: readonly number[], share: number): number {
  const place = (sorted.length - 1) * share;
  const [low, high] = [sorted[Math.floor(place)]!, sorted[Math.ceil(place)]!];
  return low + (high - low) * (place - Math.floor(place));
}

/**
 * Median and robust spread of a quantity over sound motors of a model. Quartiles by linear interpolation.
 * @param values finite, any order
 * @returns null with fewer than {@link LEAST_TO_LEARN}
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
