import { rectangular, type Component } from "./uncertainty.ts";
import type { Hertz, Ohms, Ratio, Rpm, Volts } from "./units.ts";

/** One range: ±(percent of reading + digits × resolution), as the maker's sheet states it; in its quantity's unit. */
export interface AccuracyRange {
  readonly fullScale: number;
  readonly resolution: number;
  /** Accuracy, share of the reading: 0.008 for 0.8 %. */
  readonly ofReading: Ratio;
  readonly digits: number;
}

type Wiring = "twoWire" | "fourWire";

/** How a meter reads alternating voltage. */
export interface AcVolts {
  readonly ranges: readonly AccuracyRange[];
  /** Average-responding meters are scaled for a sine and wrong on other shapes. */
  readonly response: "trueRms" | "average";
  /** Outside it the accuracy is not stated. */
  readonly least: Hertz;
  readonly most: Hertz;
}

/** ±(percent of reading + digits × resolution) without ranges: frequency counters, tachometers. */
export interface CounterAccuracy {
  readonly resolution: Hertz | Rpm;
  readonly ofReading: Ratio;
  readonly digits: number;
}

/** What a tester of insulation puts on the winding and how far it reads. */
export interface InsulationTester {
  readonly volts: readonly Volts[];
  readonly most: Ohms;
  readonly ofReading: Ratio;
}

/** An instrument of the shop. What it cannot do is absent; an instrument without ohms has no ranges. */
export interface Instrument {
  readonly id: string;
  readonly name: string;
  readonly wiring: Wiring;
  /** Resistance, Ω. */
  readonly ranges: readonly AccuracyRange[];
  readonly acVolts?: AcVolts;
  readonly frequency?: CounterAccuracy;
  readonly tachometer?: CounterAccuracy;
  /** Direct voltage, V: millivolts over a winding that carries a forced current. */
  readonly dcVolts?: readonly AccuracyRange[];
  /** Direct current, A: a bench supply's own display, or a meter in series. */
  readonly dcAmperes?: readonly AccuracyRange[];
  readonly insulation?: InsulationTester;
  /** When it was last held against something known; UTC date, ISO 8601. */
  readonly lastChecked?: string;
  /** How often the shop wants it held against something known, months; absent where nobody said. */
  readonly checkEvery?: number;
  /** Typical resistance of its leads together, used where nobody nulled them. Zero for four-wire. */
  readonly leadResistance: Ohms;
  /** Scatter of single readings from contact, one standard deviation. */
  readonly contactScatter: Ohms;
}

/**
 * The range an autoranging meter would choose: the smallest whose full scale holds the reading, else the widest.
 * @param ranges at least one, in any order
 * @throws RangeError on an empty list
 */
export function rangeAmong(ranges: readonly AccuracyRange[], reading: number): AccuracyRange {
  const ascending = [...ranges].sort((a, b) => a.fullScale - b.fullScale);
  const found = ascending.find(({ fullScale }) => Math.abs(reading) <= fullScale) ?? ascending.at(-1);
  if (!found) throw new RangeError("rangeAmong: the instrument has no ranges for this");
  return found;
}

/**
 * The largest resistance an instrument shows, Ω; above it the display reads open. 0 where it measures none.
 * @example reachOf({ ranges: [] }) // 0
 */
export function reachOf({ ranges }: Pick<Instrument, "ranges">): Ohms {
  return Math.max(0, ...ranges.map(({ fullScale }) => fullScale));
}

/** The resistance range for a reading. See {@link rangeAmong}. @throws RangeError without resistance ranges */
export function rangeFor(instrument: Instrument, reading: Ohms): AccuracyRange {
  return rangeAmong(instrument.ranges, reading);
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
export function accuracyOf(range: Omit<AccuracyRange, "fullScale">): InstrumentUncertainty {
  const independentDigits = Math.min(1, range.digits);
  return {
    perReading: rectangular(independentDigits * range.resolution),
    commonOffset: rectangular((range.digits - independentDigits) * range.resolution),
    commonGain: rectangular(range.ofReading),
  };
}
