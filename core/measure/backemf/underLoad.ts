import type { Ohms, Rpm, RpmPerVolt } from "../../quantity/index.ts";
import { PAIRS, type Sitting } from "../../record/index.ts";
import { pairSittingOf, threeFinite } from "../winding/index.ts";
import { convertSpeedConstant, loadedSpeed } from "./speedConstant.ts";
import { constantOf, polePairsOf } from "./spinRecord.ts";

/**
 * Speed to expect at the motor's rated supply and current, from the measured constant and the measured pairs.
 * @returns null while the constant, the pairs or the ratings are not known
 * @example speedAtRatedLoad(job, 0) // 366 at KV 10 six-step, 40 V, 20 A and 0.17 Ω: 10 · (40 − 20 · 0.17)
 */
export function speedAtRatedLoad(job: Sitting, epoch: number): Rpm | null {
  const constant = constantOf(job, epoch);
  const sitting = pairSittingOf(job, epoch);
  const pairs = sitting && threeFinite(sitting.measured);
  const { rated } = job.motor;
  if (!constant || !pairs || rated?.volts === undefined || rated.amperes === undefined) return null;
  const kvSixStep = convertSpeedConstant(constant.rpmPerVolt, constant.convention, "sixStep");
  const mean = PAIRS.reduce((sum, pair) => sum + pairs[pair].resistance, 0) / PAIRS.length;
  return loadedSpeed(kvSixStep, rated.volts, rated.amperes, mean);
}

/** What the speed under load is foretold by: measured where it was, else as it is stated; null where nobody knows. */
export function foretoldBy(
  job: Sitting,
  epoch: number,
): {
  readonly polePairs: number | null;
  /** In the six-step convention. */
  readonly constant: RpmPerVolt | null;
  /** Line to line. */
  readonly resistance: Ohms | null;
} {
  const { speedConstant, expected } = job.motor;
  const measured = constantOf(job, epoch);
  const constant = measured ?? speedConstant;
  const sitting = pairSittingOf(job, epoch);
  const pairs = sitting && threeFinite(sitting.measured);
  return {
    polePairs: polePairsOf(job, epoch).polePairs,
    constant: constant ? convertSpeedConstant(constant.rpmPerVolt, constant.convention, "sixStep") : null,
    resistance: pairs
      ? PAIRS.reduce((sum, pair) => sum + pairs[pair].resistance, 0) / PAIRS.length
      : (expected?.ohms ?? null),
  };
}
