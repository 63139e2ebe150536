import type { Minutes, Ratio, Volts } from "../../quantity/index.ts";

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

/** Capacitors are given at least this long once the supply is off and the rotor still. Common practice. */
export const LEAST_WAIT: Minutes = 5;
/** Direct current above this is treated as hazardous; a countdown ends below half of it. */
const HARMLESS: Volts = 30;

/**
 * How long to wait until capacitors may be measured: five minutes, or as long as the bleeder needs to bring them down to
 * 30 V DC, whichever is longer. V(t) = V0·e^(−t/RC). Bleeders fail: the wait ends in a measurement, never in a touch.
 * @param bleed capacitance F, bleed resistance Ω and the voltage they begin at, each above 0; null where unknown
 * @returns whole minutes
 * @example waitFor({ farads: 1000e-6, ohms: 470_000, volts: 340 }) // 20
 */
export function waitFor(
  bleed: { readonly farads: number; readonly ohms: number; readonly volts: Volts } | null,
): Minutes {
  if (bleed === null) return LEAST_WAIT;
  const { farads, ohms, volts } = bleed;
  if (!(farads > 0 && ohms > 0 && volts > 0))
    throw new RangeError(`waitFor: F, Ω and V must be above 0, got ${farads}, ${ohms}, ${volts}`);
  const seconds = farads * ohms * Math.log(Math.max(1, volts / HARMLESS));
  return Math.max(LEAST_WAIT, Math.ceil(seconds / 60));
}
