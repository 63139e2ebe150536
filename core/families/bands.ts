import type { Volts } from "../quantity/index.ts";

/** Between which voltages a point counts as fed. */
export interface Band {
  readonly least: Volts;
  readonly most: Volts;
}

/** Classes of mains that plates name, and what each is good for: ±10 %. Common practice. */
const CLASSES: readonly { readonly nominal: readonly [Volts, Volts]; readonly band: Band }[] = [
  { nominal: [100, 127], band: { least: 108, most: 132 } },
  { nominal: [200, 240], band: { least: 187, most: 253 } },
  { nominal: [265, 277], band: { least: 238.5, most: 304.7 } },
];
/** Accepted on a 24 V AC control line (memory); 27 V is fine, below 20 V relays let go. */
export const CONTROL_BAND: Band = { least: 20, most: 30 };
/** Below this, or half of the least a point should carry, a line is dead, whatever the meter picks up. Judgement. */
export const DEAD_BELOW: Volts = 5;
/** Within this share of an edge the matter is looked into further. Judgement. */
const NEAR = 0.02;

/**
 * What mains a machine of this plate takes: its class where the plate names one, else ±10 % of the figure.
 * @param rated V RMS on the plate, above 0; null where nobody knows it: any of the usual classes
 * @throws RangeError for a figure that is not above 0
 * @example mainsBand(230) // { least: 187, most: 253 }
 */
export function mainsBand(rated: Volts | null): Band {
  if (rated === null) return { least: 108, most: 304.7 };
  if (!(rated > 0)) throw new RangeError(`mainsBand: rated must be above 0 V, got ${rated}`);
  const found = CLASSES.find(({ nominal: [from, to] }) => rated >= from && rated <= to);
  return found?.band ?? { least: 0.9 * rated, most: 1.1 * rated };
}

export type Fed = "good" | "edge" | "outside" | "dead";

/**
 * How a voltage stands to its band: inside, inside and within 2 % of an edge, outside, or dead.
 * @param value V, at least 0
 * @example fedAt(186, { least: 187, most: 253 }) // "outside"
 */
export function fedAt(value: Volts, { least, most }: Band): Fed {
  if (!(value >= 0)) throw new RangeError(`fedAt: a voltage must be at least 0, got ${value}`);
  if (value < Math.min(DEAD_BELOW, least / 2)) return "dead";
  if (value < least || value > most) return "outside";
  return value < least * (1 + NEAR) || value > most * (1 - NEAR) ? "edge" : "good";
}
