import type { Latched } from "../record/index.ts";
import type { Display } from "./shown.ts";
import { lookAt, type DisplayNoise, type LiveSample, type Rest } from "./settled.ts";

/** What the record keeps of displays at rest. */
export function latchedOf({ reads, range }: Pick<Display, "reads" | "range">, rest: Rest): Latched {
  const { count, spread, typeA } = rest;
  return { reads, range, count, spread, typeA };
}

/**
 * A mean as it is written down: one digit more than the display has.
 * @example meanOf({ mean: 0.16234 }, { resolution: 0.001 }) // 0.1623
 */
export function meanOf(
  { mean }: Pick<Rest, "mean">,
  { resolution }: Pick<DisplayNoise, "resolution">,
): number {
  const digits = Math.min(15, Math.max(0, Math.ceil(1 - Math.log10(resolution) - 1e-9)));
  return Number(mean.toFixed(digits));
}

/** What is shown while nothing is touched differs by more than this factor from what was. */
const ELSEWHERE = 5;

/**
 * Whether the probes left what was taken: an overload, next to nothing, far more, or a display that wanders. What slowly
 * changes under probes that stay is no other place, however far it goes.
 * @param since displays after the rest that was taken
 */
export function haveMovedOn(
  since: readonly LiveSample[],
  { mean }: Pick<Rest, "mean">,
  noise: DisplayNoise,
): boolean {
  const size = Math.abs(mean);
  // Next to nothing shows as next to nothing wherever it is touched.
  const tells = size > ELSEWHERE * noise.resolution;
  const isElsewhere = (shown: number) => shown * ELSEWHERE < size || shown > size * ELSEWHERE;
  return (
    since.some(({ value }) => value === null || (tells && isElsewhere(Math.abs(value)))) ||
    lookAt(since, noise).kind === "wanders"
  );
}
