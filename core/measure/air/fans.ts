import type { Ratio } from "../../quantity/index.ts";

/** Cubic feet a minute for each flash of a constant-airflow module's lamp. Common practice. */
export const CFM_A_FLASH = 100;

/**
 * The airflow that a constant-airflow module reports by its lamp.
 * @param flashes counted between two pauses, a whole number of at least 0
 * @returns cubic feet a minute
 * @throws RangeError for another count
 * @example airflowOf(12) // 1200
 */
export function airflowOf(flashes: number): number {
  if (!(Number.isInteger(flashes) && flashes >= 0))
    throw new RangeError(`airflowOf: flashes are counted whole, got ${flashes}`);
  return flashes * CFM_A_FLASH;
}

/**
 * What a fan does at another speed, all else alike: flow as the speed, pressure as its square, power as its cube. Fan
 * laws of any fan handbook.
 * @param ratio new speed over old, above 0
 * @example fanAt(1.25) // { flow: 1.25, pressure: 1.5625, power: 1.953125 }
 */
export function fanAt(ratio: Ratio): {
  readonly flow: Ratio;
  readonly pressure: Ratio;
  readonly power: Ratio;
} {
  if (!(ratio > 0)) throw new RangeError(`fanAt: a ratio of speeds is above 0, got ${ratio}`);
  return { flow: ratio, pressure: ratio ** 2, power: ratio ** 3 };
}
