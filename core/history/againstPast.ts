import { constantOf, convertSpeedConstant } from "../measure/backemf/index.ts";
import type { Ratio } from "../quantity/index.ts";
import { PAIRS, type Sitting, type Measured, type Visit } from "../record/index.ts";
import { pairsAtReference } from "./visit.ts";

export type PastAnswer =
  | { readonly kind: "noPast" }
  /** Nothing departs from the past beyond both uncertainties. */
  | { readonly kind: "same"; readonly since: Visit }
  /** All three pairs moved together: motors do not age so. */
  | {
      readonly kind: "allShifted";
      readonly what: "pairs" | "constant";
      readonly ratio: Ratio;
      readonly since: Visit;
    }
  /** Some pairs moved and others did not: the motor's own business. */
  | { readonly kind: "someMoved"; readonly since: Visit };

/** A shift below this is weather, whatever the uncertainties say. Bench judgement. */
const LEAST_SHIFT: Ratio = 0.04;
/** Three pairs moved together when their ratios lie this close. Bench judgement. */
const TOGETHER: Ratio = 0.25;

/**
 * Normalised error of two results, |x − ref|/√(U² + Uref²); above 1 they differ (ISO/IEC 17043).
 * @param natural what two sound ones differ by anyway, in their unit, 19 times in 20
 * @example normalisedError({ value: 128, expanded: 2 }, { value: 133, expanded: 3 }) // 1.387
 */
export function normalisedError(one: Measured, other: Measured, natural = 0): number {
  const U = Math.hypot(one.expanded, other.expanded, natural);
  return U > 0 ? Math.abs(one.value - other.value) / U : one.value === other.value ? 0 : Infinity;
}

/**
 * An epoch's pairs and speed constant against the unit's last visit. Three pairs that shift alike, or a constant that
 * shifts with three equal voltages, speak of the set-up (or of another motor under this serial) before the motor.
 */
export function againstPast(job: Sitting, epoch: number): PastAnswer {
  const since = (job.past ?? []).findLast(({ pairs, constant }) => pairs ?? constant);
  if (!since) return { kind: "noPast" };
  const now = pairsAtReference(job, epoch);
  const constant = constantOf(job, epoch);
  if (now && since.pairs) {
    const past = since.pairs;
    const ratios = PAIRS.map((pair) => now[pair].value / past[pair].value);
    const moved = PAIRS.map(
      (pair, i) => normalisedError(now[pair], past[pair]) > 1 && Math.abs(ratios[i]! - 1) > LEAST_SHIFT,
    );
    const mean = ratios.reduce((sum, ratio) => sum + ratio, 0) / ratios.length;
    const spread = Math.max(...ratios) - Math.min(...ratios);
    if (moved.every(Boolean) && spread <= TOGETHER * Math.abs(mean - 1))
      return { kind: "allShifted", what: "pairs", ratio: mean, since };
    if (moved.some(Boolean)) return { kind: "someMoved", since };
  }
  if (constant && since.constant) {
    const value = convertSpeedConstant(since.constant.value, since.constant.convention, constant.convention);
    const scaled = { value, expanded: (since.constant.expanded * value) / since.constant.value };
    const mine = { value: constant.rpmPerVolt, expanded: constant.expanded };
    const ratio = mine.value / value;
    if (normalisedError(mine, scaled) > 1 && Math.abs(ratio - 1) > LEAST_SHIFT)
      return { kind: "allShifted", what: "constant", ratio, since };
  }
  return (now && since.pairs) || (constant && since.constant) ? { kind: "same", since } : { kind: "noPast" };
}
