import {
  accuracyOf,
  combine,
  expanded,
  NO_UNCERTAINTY,
  rangeFor,
  rangeShown,
  rectangular,
  scale,
  summariseRepeats,
  type Component,
  type Instrument,
  type Ohms,
  type AccuracyRange,
} from "../../quantity/index.ts";
import { PAIRS, type ByPair, type Pair } from "../../record/index.ts";

/** The mean of displays that an instrument said, what they leave open of it, and the range it stood on if it said that. */
interface SaidReading {
  readonly ohms: Ohms;
  readonly typeA: Component;
  readonly range: Ohms | null;
}

/** One look at the display: a value as it was typed or said, or the overload sign. */
export type DisplayReading = Ohms | "open" | SaidReading;

export interface PairReadings {
  readonly instrument: Instrument;
  readonly pairs: ByPair<readonly DisplayReading[]>;
  /** Probe tips touched together, same sitting and meter. */
  readonly tips: readonly DisplayReading[];
}

export interface FinitePair {
  /** `short`: not distinguishable from zero with this uncertainty. */
  readonly state: "finite" | "short";
  readonly resistance: Ohms;
  readonly independent: Component;
  readonly count: number;
  readonly scatter: Ohms | null;
  /** 95 % uncertainty of this resistance by itself, common parts included. */
  readonly expanded: Ohms;
  readonly drifting: boolean;
}

export type MeasuredPair =
  | FinitePair
  | { readonly state: "open"; readonly aboveRange: Ohms; readonly count: number }
  /** Both a value and the overload sign on one pair: contact, or a rotor that moves. */
  | { readonly state: "contradictory"; readonly count: number };

export interface MeasuredPairs {
  readonly pairs: Readonly<Partial<Record<Pair, MeasuredPair>>>;
  /** Uncertainty of the removed lead resistance and the meter's zero: the same for each pair. */
  readonly offset: Component;
  /** Relative uncertainty of the meter's gain, the same for pairs on one range. */
  readonly gain: Component;
  readonly leadRemoved: Ohms;
  readonly nulled: boolean;
  /** The tips were touched and read near zero: an open reading then speaks of the motor. */
  readonly tips: "notTried" | "nearZero" | "high" | "open";
  readonly severalRanges: boolean;
}

/** Tips reading above this many times the usual lead resistance is high: worn leads or dirty tips. */
const TIPS_FACTOR = 4;
const TIPS_LEAST: Ohms = 0.02;
const TIPS_COUNTS = 3;

const TYPED = { typeA: NO_UNCERTAINTY, range: null } as const;

function finite(readings: readonly DisplayReading[]): SaidReading[] {
  return readings.flatMap((reading) =>
    reading === "open" ? [] : typeof reading === "number" ? [{ ohms: reading, ...TYPED }] : [reading],
  );
}

/** Mean of readings of one place, as far as repeats and displays tell. */
const meanOf = (readings: readonly SaidReading[], instrument: Instrument, { resolution }: AccuracyRange) =>
  summariseRepeats(
    readings.map(({ ohms }) => ohms),
    instrument.contactScatter,
    resolution,
    readings.map(({ typeA }) => typeA),
  );

/** The range of readings of one place: the widest that was said, else the one that holds the largest. */
function rangeOfReadings(readings: readonly SaidReading[], instrument: Instrument): AccuracyRange {
  const ranges = readings.map(
    ({ ohms, range }) => rangeShown(instrument, "ohms", ohms, range) ?? rangeFor(instrument, ohms),
  );
  return ranges.reduce((found, range) => (found.fullScale >= range.fullScale ? found : range));
}

function nullOf(tips: readonly DisplayReading[], instrument: Instrument) {
  const touched = finite(tips);
  if (tips.length === 0 || touched.length === 0) {
    // Nobody touched the tips: take the usual lead resistance, known only to within itself.
    const lead = instrument.wiring === "fourWire" ? 0 : instrument.leadResistance;
    const state = tips.length === 0 ? ("notTried" as const) : ("open" as const);
    return { lead, u: rectangular(lead), nulled: instrument.wiring === "fourWire", state };
  }
  const range = rangeOfReadings(touched, instrument);
  const summary = meanOf(touched, instrument, range);
  const ceiling = Math.max(
    TIPS_FACTOR * instrument.leadResistance,
    TIPS_LEAST,
    TIPS_COUNTS * range.resolution,
  );
  const state = summary.mean <= ceiling ? ("nearZero" as const) : ("high" as const);
  return {
    lead: summary.mean,
    // The offset digits cancel between null and reading on one range; one digit does not.
    u: combine([summary.typeA, accuracyOf(range).perReading]),
    nulled: true,
    state,
  };
}

function finitePair(
  readings: readonly SaidReading[],
  range: AccuracyRange,
  instrument: Instrument,
  lead: Ohms,
  common: { offset: Component; gain: Component },
  gainIsShared: boolean,
): FinitePair {
  const summary = meanOf(readings, instrument, range);
  const resistance = summary.mean - lead;
  const own = accuracyOf(range);
  const ownGain = scale(own.commonGain, resistance);
  const independent = combine([summary.typeA, own.perReading, gainIsShared ? NO_UNCERTAINTY : ownGain]);
  const all = combine([
    summary.typeA,
    own.perReading,
    common.offset,
    scale(common.gain, resistance),
    gainIsShared ? NO_UNCERTAINTY : ownGain,
  ]);
  const U = expanded(all);
  return {
    state: Math.abs(resistance) <= U ? "short" : "finite",
    resistance,
    independent,
    count: summary.count,
    scatter: summary.scatter,
    expanded: U,
    drifting: summary.apart,
  };
}

/**
 * Turns display readings of up to three pairs into resistances with their uncertainty split into what
 * differs between pairs and what they share.
 *
 * R = mean reading − lead resistance. Independent part: scatter of repeats (GUM type A) and one digit.
 * Shared: the null's uncertainty (an offset) and the meter's percent of reading (a gain, relative). Where
 * pairs lie on different ranges the gain is not shared and moves to the independent part.
 * @param readings display readings in Ω or "open", any number a pair, none meaning not yet read
 * @returns a state for each pair read; `open` carries the range it is known to exceed
 * @throws RangeError when a reading is negative or not finite
 */
export function measurePairs(readings: PairReadings): MeasuredPairs {
  const { instrument } = readings;
  const everything = [...PAIRS.flatMap((pair) => readings.pairs[pair]), ...readings.tips];
  const bad = finite(everything).find(({ ohms }) => !Number.isFinite(ohms) || ohms < 0);
  if (bad !== undefined)
    throw new RangeError(`measurePairs: readings must be finite and at least 0 Ω, got ${bad.ohms}`);

  const zero = nullOf(readings.tips, instrument);
  const rangeOf = (values: readonly SaidReading[]) => rangeOfReadings(values, instrument);
  const used = PAIRS.map((pair) => finite(readings.pairs[pair]))
    .filter((values) => values.length > 0)
    .map(rangeOf);
  const severalRanges = new Set(used.map(({ fullScale }) => fullScale)).size > 1;
  const widest = used.reduce<AccuracyRange | null>(
    (found, range) => (found && found.fullScale >= range.fullScale ? found : range),
    null,
  );
  const shared = widest && !severalRanges ? accuracyOf(widest).commonGain : NO_UNCERTAINTY;
  const zeroDigits =
    widest && !(zero.nulled && readings.tips.length > 0) ? accuracyOf(widest).commonOffset : NO_UNCERTAINTY;
  const common = { offset: combine([zero.u, zeroDigits]), gain: shared };
  const topRange = Math.max(...instrument.ranges.map(({ fullScale }) => fullScale));

  const pairs: Partial<Record<Pair, MeasuredPair>> = {};
  for (const pair of PAIRS) {
    const displayed = readings.pairs[pair];
    if (displayed.length === 0) continue;
    const values = finite(displayed);
    if (values.length === 0) pairs[pair] = { state: "open", aboveRange: topRange, count: displayed.length };
    else if (values.length < displayed.length)
      pairs[pair] = { state: "contradictory", count: displayed.length };
    else pairs[pair] = finitePair(values, rangeOf(values), instrument, zero.lead, common, !severalRanges);
  }
  return {
    pairs,
    offset: common.offset,
    gain: common.gain,
    leadRemoved: zero.lead,
    nulled: zero.nulled,
    tips: zero.state,
    severalRanges,
  };
}

/** The three finite pairs, or null while one is missing, open or contradictory. */
export function threeFinite(measured: MeasuredPairs): ByPair<FinitePair> | null {
  const { AB, BC, CA } = measured.pairs;
  const isFinitePair = (pair: MeasuredPair | undefined): pair is FinitePair =>
    pair?.state === "finite" || pair?.state === "short";
  return isFinitePair(AB) && isFinitePair(BC) && isFinitePair(CA) ? { AB, BC, CA } : null;
}
