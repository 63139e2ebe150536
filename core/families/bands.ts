import type { Volts } from "../quantity/index.ts";
import type { Ratings } from "../record/index.ts";

/** Between which voltages a point counts as fed. */
export interface Band {
  readonly least: Volts;
  readonly most: Volts;
}

/** What a plate is good for, either way. Common practice. */
const PLATE_TOLERANCE = 0.1;
/** What a supply of 240 V gives at most, V: range B of ANSI C84.1, from memory. Above it these motors die early, whatever 10 % allow. */
const MOST_OF_240: Volts = 254;
const CLASS_240: Volts = 240;
/** The lowest and the highest mains that plates name, V. Common practice. */
const PLATES = { least: 100, most: 480 } as const;
/** Accepted on a 24 V AC control line (memory); 27 V is fine, below 20 V relays let go. */
export const CONTROL_BAND: Band = { least: 20, most: 30 };
/** Below this, or half of the least a point should carry, a line is dead, whatever the meter picks up. Judgement. */
export const DEAD_BELOW: Volts = 5;
/** Within this share of an edge the matter is looked into further. Judgement. */
const NEAR = 0.02;

/**
 * What mains a machine of this plate takes: ±10 %, of each figure where it names two, and no more than a supply of its class
 * ever gives. Common practice.
 * @param rated V RMS on the plate, above 0, voltsMost above volts
 * @returns null where nobody wrote the plate down: nothing is within a band that nobody knows
 * @throws RangeError for a figure that is not above 0
 * @example mainsBand({ volts: 208, voltsMost: 230 }) // { least: 187.2, most: 253 }
 */
export function mainsBand(rated: Pick<Ratings, "volts" | "voltsMost"> | undefined): Band | null {
  if (rated?.volts === undefined) return null;
  const { volts, voltsMost = volts } = rated;
  if (!(volts > 0)) throw new RangeError(`mainsBand: rated must be above 0 V, got ${volts}`);
  const most = (1 + PLATE_TOLERANCE) * voltsMost;
  return {
    least: (1 - PLATE_TOLERANCE) * volts,
    most: voltsMost <= CLASS_240 ? Math.min(most, MOST_OF_240) : most,
  };
}

/** Between the lowest that any plate takes and the highest: all that can be asked of mains while nobody knows theirs. */
export const ANY_PLATE: Band = {
  least: (1 - PLATE_TOLERANCE) * PLATES.least,
  most: (1 + PLATE_TOLERANCE) * PLATES.most,
};

/** Of a voltage: *there* where nobody knows what it should be. */
export type Fed = "good" | "edge" | "there" | "outside" | "dead";

/**
 * How a voltage stands to its band: inside, inside and within 2 % of an edge, outside, or dead.
 * @param value V, at least 0
 * @param band null where nobody knows it: then no voltage is inside, it is only there
 * @example fedAt(186, { least: 187, most: 253 }) // "outside"
 */
export function fedAt(value: Volts, band: Band | null): Fed {
  if (!(value >= 0)) throw new RangeError(`fedAt: a voltage must be at least 0, got ${value}`);
  const { least, most } = band ?? ANY_PLATE;
  if (value < Math.min(DEAD_BELOW, least / 2)) return "dead";
  if (value < least || value > most) return "outside";
  if (!band) return "there";
  return value < least * (1 + NEAR) || value > most * (1 - NEAR) ? "edge" : "good";
}
