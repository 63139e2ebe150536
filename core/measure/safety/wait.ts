import type { Minutes, Volts } from "../../quantity/index.ts";

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
