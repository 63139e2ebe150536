import { convertSpeedConstant } from "../measure/backemf/index.ts";
import { PAIRS, type Measured, type Visit } from "../record/index.ts";

/** Mean of a visit's three pairs at 20 °C, Ω; what they share does not average out, so U is the mean of theirs. */
export function meanPairOf({ pairs }: Visit): Measured | null {
  if (!pairs) return null;
  const mean = (of: (one: Measured) => number) =>
    PAIRS.reduce((sum, pair) => sum + of(pairs[pair]), 0) / PAIRS.length;
  return { value: mean(({ value }) => value), expanded: mean(({ expanded }) => expanded) };
}

/** A visit's speed constant per volt of line peak, whatever convention it was judged in. */
export function peakConstantOf({ constant }: Visit): Measured | null {
  if (!constant) return null;
  const value = convertSpeedConstant(constant.value, constant.convention, "peak");
  return { value, expanded: (constant.expanded * value) / constant.value };
}
