import { rectangular, type Component } from "./uncertainty.ts";
import type { Ohms, Ratio } from "./units.ts";

/** One resistance range: ±(percent of reading + digits × resolution), as the maker's sheet states it. */
export interface ResistanceRange {
  readonly fullScale: Ohms;
  readonly resolution: Ohms;
  /** Accuracy, share of the reading: 0.008 for 0.8 %. */
  readonly ofReading: Ratio;
  readonly digits: number;
}

export type Wiring = "twoWire" | "fourWire";

/** A resistance meter of the shop. */
export interface Instrument {
  readonly id: string;
  readonly name: string;
  readonly wiring: Wiring;
  readonly ranges: readonly ResistanceRange[];
  /** Typical resistance of its leads together, used where nobody nulled them. Zero for four-wire. */
  readonly leadResistance: Ohms;
  /** Scatter of single readings from contact, one standard deviation. */
  readonly contactScatter: Ohms;
}

/**
 * The range an autoranging meter would choose: the smallest whose full scale holds the reading.
 * @throws RangeError when the instrument has no ranges
 */
export function rangeFor(instrument: Instrument, reading: Ohms): ResistanceRange {
  const ascending = [...instrument.ranges].sort((a, b) => a.fullScale - b.fullScale);
  const found = ascending.find(({ fullScale }) => Math.abs(reading) <= fullScale) ?? ascending.at(-1);
  if (!found) throw new RangeError(`rangeFor: instrument "${instrument.name}" has no ranges`);
  return found;
}

export interface InstrumentUncertainty {
  /** One digit of the accuracy, independent from reading to reading. */
  readonly perReading: Component;
  /** The other digits, the same offset for every reading on the range. */
  readonly commonOffset: Component;
  /** The percent part, a gain common to the range; relative. */
  readonly commonGain: Component;
}

/**
 * Splits an accuracy statement into what differs from reading to reading and what all readings on a range
 * share. Of ±d digits one is independent and d − 1 are common offset; the percent part is a common gain.
 * All rectangular (GUM 4.3.7).
 */
export function accuracyOf(range: ResistanceRange): InstrumentUncertainty {
  const independentDigits = Math.min(1, range.digits);
  return {
    perReading: rectangular(independentDigits * range.resolution),
    commonOffset: rectangular((range.digits - independentDigits) * range.resolution),
    commonGain: rectangular(range.ofReading),
  };
}
