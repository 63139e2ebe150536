import {
  accuracyOf,
  combine,
  expanded,
  NO_UNCERTAINTY,
  rangeAmong,
  scale,
  summariseRepeats,
  type Amperes,
  type Component,
  type Instrument,
  type Ratio,
  type Volts,
} from "../../quantity/index.ts";
import { PAIRS, type ByPair, type Pair, type Ratings } from "../../record/index.ts";
import type { MeasuredPair, MeasuredPairs } from "./measurePairs.ts";

/** Volts over a pair while a current is forced through it, read at the leads. */
export interface ForcedReading {
  readonly volts: Volts;
  readonly amperes: Amperes;
  /** What displays that the instruments said leave open of the quotient, relative; absent where a person read them. */
  readonly byDisplays?: Component;
}

export interface ForcedReadings {
  readonly voltmeter: Instrument;
  readonly ammeter: Instrument;
  readonly pairs: ByPair<readonly ForcedReading[]>;
  /** What the voltmeter shows with no current: thermal volts and its own zero. */
  readonly zero: readonly Volts[];
}

/** A supply that finds no path drives no current: below this many counts the pair is open. Bench judgement. */
const LEAST_COUNTS = 5;
/** Repeats apart by more than this many counts and this share are drifting: the winding warms or the rotor moves. */
const DRIFT_COUNTS = 4;
const DRIFT_SHARE: Ratio = 0.01;

/**
 * Four-wire readings with a bench supply: R = (V − V0)/I, V at the leads themselves, V0 with no current flowing.
 *
 * Independent: one digit of the millivolts and of the amperes, scatter of repeats. Shared: the digit of V0 over the
 * current, and the percent parts of both meters together as a gain, which cancels between pairs on one range.
 * @param readings volts and amperes at least 0
 * @returns the same form as two-wire readings; `open` where no current flows
 * @throws RangeError for a voltmeter without direct volts or an ammeter without direct amperes
 * @example 6.40 mV at 50 mA with 0.00 mV at rest is 128 mΩ
 */
export function measureForced(readings: ForcedReadings): MeasuredPairs {
  const { dcVolts } = readings.voltmeter;
  const { dcAmperes } = readings.ammeter;
  if (!dcVolts) throw new RangeError(`measureForced: "${readings.voltmeter.name}" reads no direct volts`);
  if (!dcAmperes) throw new RangeError(`measureForced: "${readings.ammeter.name}" reads no direct current`);
  const all = PAIRS.flatMap((pair) => [...readings.pairs[pair]]);
  if (all.some(({ volts, amperes }) => !(volts >= 0) || !(amperes >= 0)))
    throw new RangeError("measureForced: volts and amperes must be at least 0");
  const zero = readings.zero.length > 0 ? readings.zero.reduce((a, b) => a + b, 0) / readings.zero.length : 0;
  const flowing = all.filter(({ amperes }) => amperes > 0);
  const usual = flowing.length > 0 ? flowing.reduce((sum, one) => sum + one.amperes, 0) / flowing.length : 1;
  const zeroDigit = accuracyOf(rangeAmong(dcVolts, zero));
  const offset = scale(
    readings.zero.length > 0 ? zeroDigit.perReading : combine([zeroDigit.perReading, zeroDigit.commonOffset]),
    1 / usual,
  );
  const ranges = new Set(
    flowing.map(
      ({ volts, amperes }) =>
        `${rangeAmong(dcVolts, volts).fullScale} ${rangeAmong(dcAmperes, amperes).fullScale}`,
    ),
  );
  const oneRange = ranges.size <= 1;
  const first = flowing[0];
  const gain = first
    ? combine([
        accuracyOf(rangeAmong(dcVolts, first.volts)).commonGain,
        accuracyOf(rangeAmong(dcAmperes, first.amperes)).commonGain,
        // Most of the ammeter's digits are one offset of its own: a share of the current, the same for each pair.
        scale(accuracyOf(rangeAmong(dcAmperes, first.amperes)).commonOffset, 1 / usual),
      ])
    : NO_UNCERTAINTY;
  const pairs: Partial<Record<Pair, MeasuredPair>> = {};
  for (const pair of PAIRS) {
    const own = readings.pairs[pair];
    if (own.length === 0) continue;
    const dead = own.filter(
      ({ amperes }) => amperes < LEAST_COUNTS * rangeAmong(dcAmperes, amperes).resolution,
    );
    if (dead.length === own.length) {
      const most = Math.max(...own.map(({ volts }) => volts));
      const count = rangeAmong(dcAmperes, 0).resolution;
      pairs[pair] = { state: "open", aboveRange: most / (LEAST_COUNTS * count), count: own.length };
      continue;
    }
    if (dead.length > 0) {
      pairs[pair] = { state: "contradictory", count: own.length };
      continue;
    }
    const ohms = own.map(({ volts, amperes }) => (volts - zero) / amperes);
    const [at] = own;
    const volts = rangeAmong(dcVolts, at!.volts);
    const amperes = rangeAmong(dcAmperes, at!.amperes);
    const step = volts.resolution / at!.amperes;
    const shown = own.map(({ byDisplays = NO_UNCERTAINTY }, n) => scale(byDisplays, ohms[n]!));
    const summary = summariseRepeats(ohms, step / 2, step, shown);
    const digits = combine([
      scale(accuracyOf(volts).perReading, 1 / at!.amperes),
      scale(accuracyOf(amperes).perReading, summary.mean / at!.amperes),
      // The ammeter's display hides what is smaller than a count, as the voltmeter's does.
      scale({ u: amperes.resolution / Math.sqrt(12), freedom: Infinity }, summary.mean / at!.amperes),
    ]);
    const ownGain = oneRange ? NO_UNCERTAINTY : scale(gain, summary.mean);
    const independent = combine([summary.typeA, digits, ownGain]);
    const U = expanded(combine([independent, offset, oneRange ? scale(gain, summary.mean) : NO_UNCERTAINTY]));
    pairs[pair] = {
      state: Math.abs(summary.mean) <= U ? "short" : "finite",
      resistance: summary.mean,
      independent,
      count: own.length,
      scatter: summary.scatter,
      expanded: U,
      drifting:
        summary.scatter !== null &&
        summary.scatter > Math.max(DRIFT_COUNTS * step, DRIFT_SHARE * summary.mean),
    };
  }
  return {
    pairs,
    offset,
    gain: oneRange ? gain : NO_UNCERTAINTY,
    leadRemoved: 0,
    nulled: true,
    tips: "notTried",
    severalRanges: !oneRange,
  };
}

/** Keep a forced current below this share of rated: it heats the winding and snaps the rotor round (memory). */
export const MOST_FORCED_SHARE: Ratio = 0.1;

/** Whether a forced current is above a tenth of the rated one; null where the rating is not known. */
export function heatsWinding(amperes: Amperes, rated: Ratings | undefined): boolean | null {
  return rated?.amperes === undefined ? null : amperes > MOST_FORCED_SHARE * rated.amperes;
}
