import type { Celsius, Ohms, Ratio } from "../../quantity/index.ts";

/** Inferred zero-resistance constants k, in °C below zero. */
const CONDUCTOR_CONSTANT = {
  /** Copper, IEC 60034-1. */
  copper: 235,
  /** Copper, IEEE 118 and IEEE 112. */
  copperIeee: 234.5,
  /** Aluminium, IEC 60034-1. */
  aluminium: 225,
} as const;
export type Conductor = keyof typeof CONDUCTOR_CONSTANT;

/** Reference temperature of this application where no other is stated. */
export const REFERENCE_TEMPERATURE: Celsius = 20;

/**
 * R(to)/R(from) of a winding: (k + to)/(k + from). Source: IEC 60034-1; IEEE 118 for k = 234.5.
 * @param from temperature of the reading, above −k
 * @param to temperature wanted, above −k
 * @throws RangeError at or below −k
 * @example temperatureFactor(20, 100, "copperIeee") // 1.31434
 */
export function temperatureFactor(from: Celsius, to: Celsius, conductor: Conductor = "copper"): Ratio {
  const k = CONDUCTOR_CONSTANT[conductor];
  for (const [name, value] of [
    ["from", from],
    ["to", to],
  ] as const)
    if (!(value > -k))
      throw new RangeError(`temperatureFactor: ${name} must be above −${k} °C, got ${value}`);
  return (k + to) / (k + from);
}

/**
 * A winding's resistance brought to another temperature. See {@link temperatureFactor}.
 * @example resistanceAt(0.128, 45, 20) // 0.1166
 */
export function resistanceAt(
  resistance: Ohms,
  from: Celsius,
  to: Celsius,
  conductor: Conductor = "copper",
): Ohms {
  return resistance * temperatureFactor(from, to, conductor);
}

/**
 * Relative change of resistance per kelvin at a temperature: 1/(k + t).
 * @example relativeSlope(20) // 0.003922
 */
export function relativeSlope(at: Celsius, conductor: Conductor = "copper"): Ratio {
  return 1 / (CONDUCTOR_CONSTANT[conductor] + at);
}
