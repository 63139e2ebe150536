import { combine, expanded, judge, scale, type Judgement, type Ohms, type Ratio } from "../quantity/index.ts";
import { PAIRS, type ByPair, type Pair } from "../record/index.ts";
import { threeFinite, type MeasuredPairs } from "./measurePairs.ts";

export interface Imbalance {
  readonly mean: Ohms;
  /** Signed deviation of each pair from the mean, as a share, with its own 95 % uncertainty and judgement. */
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
 * Deviation of each pair from the mean of three, judged against a limit in three values.
 *
 * d_i = (R_i − m)/m; NEMA MG 1 uses this largest-deviation form for voltages. Uncertainty by the law of
 * propagation (GUM 5.1.2): ∂d_i/∂R_j = (δ_ij − (1 + d_i)/3)/m for independent parts, −d_i/m for a common
 * offset; a common gain cancels. With equal u_i and small d this is (2/3)(u/m)² + (d·u0/m)².
 *
 * A single limb off by a small share x shows as a deviation of only x/3 and a spread of x/2.
 * @param measured three finite pairs; resistance of the mean above zero
 * @param limit share of the mean, above 0
 * @returns null while three finite pairs are not there or their mean is not above zero
 * @example pairs 0.50, 0.50, 0.53 Ω: mean 0.51, worst deviation +3.9 %, spread 5.9 %
 */
export function imbalanceOf(measured: MeasuredPairs, limit: Ratio): Imbalance | null {
  const three = threeFinite(measured);
  if (!three) return null;
  const mean = PAIRS.reduce((sum, pair) => sum + three[pair].resistance, 0) / 3;
  if (!(mean > 0)) return null;
  const deviationOf = (pair: Pair) => {
    const value = (three[pair].resistance - mean) / mean;
    const parts = PAIRS.map((other) =>
      scale(three[other].independent, ((other === pair ? 1 : 0) - (1 + value) / 3) / mean),
    );
    const deviation = {
      value,
      expanded: expanded(combine([...parts, scale(measured.offset, value / mean)])),
    };
    return { ...deviation, judgement: judge([deviation], limit) };
  };
  const deviations = { AB: deviationOf("AB"), BC: deviationOf("BC"), CA: deviationOf("CA") };
  const worst = PAIRS.reduce((found, pair) =>
    Math.abs(deviations[pair].value) > Math.abs(deviations[found].value) ? pair : found,
  );
  const resistances = PAIRS.map((pair) => three[pair].resistance);
  return {
    mean,
    deviations,
    worst,
    spread: (Math.max(...resistances) - Math.min(...resistances)) / mean,
    judgement: judge(
      PAIRS.map((pair) => deviations[pair]),
      limit,
    ),
    limit,
  };
}
