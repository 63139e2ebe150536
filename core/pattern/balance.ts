import { judge, type Judgement, type Ratio } from "../quantity/index.ts";
import { PAIRS, type ByPair, type Pair } from "../record/index.ts";

/** Three pairs against their mean: each signed deviation with its own 95 % uncertainty, judged in three values. */
export interface PairBalance {
  readonly mean: number;
  readonly deviations: ByPair<{
    readonly value: Ratio;
    readonly expanded: Ratio;
    readonly judgement: Judgement;
  }>;
  readonly worst: Pair;
  /** (max − min)/mean, shown beside; never judged. */
  readonly spread: Ratio;
  readonly judgement: Judgement;
  readonly limit: Ratio;
}

/**
 * Deviation of each pair from the mean of three, judged against a limit. NEMA MG 1 uses this largest-deviation form
 * for voltages.
 * @param values one unit, mean above zero
 * @param expandedOf 95 % uncertainty of a pair's deviation, as a share, from the deviation and the mean
 * @param limit share of the mean, above 0
 * @returns null where the mean is not above zero
 */
export function balanceOfPairs(
  values: ByPair<number>,
  expandedOf: (pair: Pair, deviation: Ratio, mean: number) => Ratio,
  limit: Ratio,
): PairBalance | null {
  const mean = PAIRS.reduce((sum, pair) => sum + values[pair], 0) / PAIRS.length;
  if (!(mean > 0)) return null;
  const of = (pair: Pair) => {
    const value = (values[pair] - mean) / mean;
    const deviation = { value, expanded: expandedOf(pair, value, mean) };
    return { ...deviation, judgement: judge([deviation], limit) };
  };
  const deviations = { AB: of("AB"), BC: of("BC"), CA: of("CA") };
  const all = PAIRS.map((pair) => values[pair]);
  return {
    mean,
    deviations,
    worst: PAIRS.reduce((found, pair) =>
      Math.abs(deviations[pair].value) > Math.abs(deviations[found].value) ? pair : found,
    ),
    spread: (Math.max(...all) - Math.min(...all)) / mean,
    judgement: judge(
      PAIRS.map((pair) => deviations[pair]),
      limit,
    ),
    limit,
  };
}

/**
 * How a pair's deviation follows another pair's value: (δ − (1 + d)/3)/m, from differentiating (x − m)/m.
 * @example leanOf("AB", "AB", 0.02, 0.128) // 5.156
 */
export function leanOf(pair: Pair, other: Pair, deviation: Ratio, mean: number): number {
  return ((other === pair ? 1 : 0) - (1 + deviation) / PAIRS.length) / mean;
}
