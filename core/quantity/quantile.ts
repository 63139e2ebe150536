/**
 * Quantile of values by linear interpolation between neighbours (type 7 of Hyndman and Fan 1996).
 * @param sorted ascending, at least one; @param share 0 to 1
 * @throws RangeError on an empty list
 * @example quantile([1, 2, 4], 0.75) // 3
 */
export function quantile(sorted: readonly number[], share: number): number {
  if (sorted.length === 0) throw new RangeError("quantile: values must not be empty");
  const place = (sorted.length - 1) * share;
  const [low, high] = [sorted[Math.floor(place)]!, sorted[Math.ceil(place)]!];
  return low + (high - low) * (place - Math.floor(place));
}

/**
 * Middle of values in any order, at least one.
 * @throws RangeError on an empty list
 * @example median([4, 1, 2]) // 2
 */
export function median(values: readonly number[]): number {
  return quantile(
    values.toSorted((a, b) => a - b),
    0.5,
  );
}
