import { balanceOfPairs, leanOf, type PairBalance } from "../../pattern/index.ts";
import { combine, expanded, scale, type Ratio } from "../../quantity/index.ts";
import { PAIRS } from "../../record/index.ts";
import { threeFinite, type MeasuredPairs } from "./measurePairs.ts";

export type Imbalance = PairBalance;

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
  const values = { AB: three.AB.resistance, BC: three.BC.resistance, CA: three.CA.resistance };
  return balanceOfPairs(
    values,
    (pair, deviation, mean) =>
      expanded(
        combine([
          ...PAIRS.map((other) => scale(three[other].independent, leanOf(pair, other, deviation, mean))),
          scale(measured.offset, deviation / mean),
        ]),
      ),
    limit,
  );
}
