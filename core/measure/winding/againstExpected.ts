import {
  expanded,
  combine,
  judge,
  rectangular,
  scale,
  type Judgement,
  type Ohms,
  type Ratio,
} from "../../quantity/index.ts";
import { PAIRS, type ExpectedResistance, type Pair } from "../../record/index.ts";
import type { PairSitting } from "./beforeAfter.ts";
import { relativeSlope, resistanceAt } from "./temperature.ts";

export interface AgainstExpected {
  /** The expected value brought to the winding's temperature. */
  readonly expected: Ohms;
  readonly tolerance: Ratio;
  /** Deviation of each finite pair from it, as a share, with its 95 % uncertainty and judgement. */
  readonly pairs: Readonly<
    Partial<Record<Pair, { readonly value: Ratio; readonly expanded: Ratio; readonly judgement: Judgement }>>
  >;
}

/**
 * Each finite pair against the expected value at the winding's temperature, judged by the value's own
 * tolerance. U holds everything: repeats, digit, null, gain and temperature, u² = u_i² + u0² + (g·R)² +
 * (α·R·u_T)² (GUM 5.1.2).
 * @param sitting pairs with meter and temperature
 * @param value expected line-to-line resistance, Ω above 0
 */
export function againstExpected(sitting: PairSitting, value: ExpectedResistance): AgainstExpected {
  const { measured, celsius, doubt } = sitting;
  const expected = resistanceAt(value.ohms, value.atTemperature, celsius);
  const pairs: Partial<Record<Pair, { value: Ratio; expanded: Ratio; judgement: Judgement }>> = {};
  for (const pair of PAIRS) {
    const found = measured.pairs[pair];
    if (found?.state !== "finite" && found?.state !== "short") continue;
    const U = expanded(
      combine([
        found.independent,
        measured.offset,
        scale(measured.gain, found.resistance),
        scale(rectangular(doubt), found.resistance * relativeSlope(celsius)),
      ]),
    );
    const deviation = { value: found.resistance / expected - 1, expanded: U / expected };
    pairs[pair] = { ...deviation, judgement: judge([deviation], value.tolerance) };
  }
  return { expected, tolerance: value.tolerance, pairs };
}
