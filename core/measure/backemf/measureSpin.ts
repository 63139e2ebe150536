import {
  accuracyOf,
  combine,
  expanded,
  NO_UNCERTAINTY,
  rangeAmong,
  rectangular,
  scale,
  summariseRepeats,
  type AccuracyRange,
  type Component,
  type Instrument,
  type Ratio,
  type Volts,
} from "../../quantity/index.ts";
import { balanceOfPairs, leanOf, type PairBalance } from "../../pattern/index.ts";
import { PAIRS, type Pair } from "../../record/index.ts";
import { frequencyAt } from "./speed.ts";
import { DRILL_FLICKER, speedsOf, type SpeedUnit, type SpinEvent } from "./drillSpeed.ts";

export interface SpinReadings {
  readonly voltmeter: Instrument;
  /** What the speed was read with; null for the same meter's frequency. */
  readonly speedometer: Instrument | null;
  /** In the order of the work. */
  readonly events: readonly SpinEvent[];
  /** With the leads shorted: what the meter shows of nothing, V. */
  readonly residual: readonly Volts[];
  /** The drill's speed by its plate, rpm, where nothing counted it; null or absent where nobody said. */
  readonly platedSpeed?: number | null;
  /** Where they are known: what a tachometer counts is held against the voltmeter's band by them. */
  readonly polePairs?: number | null;
  /** Pairs that a low-impedance load made collapse, or that stood it. */
  readonly burden: Readonly<Partial<Record<Pair, "collapses" | "stands">>>;
}

export interface SpunPair {
  /** Mean line voltage, V RMS, the meter's residual removed. */
  readonly volts: Volts;
  /** Volts RMS per hertz, or per rpm. */
  readonly perSpeed: number;
  readonly independent: Component;
  readonly expanded: number;
  readonly count: number;
  /** Below this many counts of the display nothing is judged. */
  readonly belowFloor: boolean;
  /** Repeats that run about, as a floating pair's do. */
  readonly wandering: boolean;
  readonly burden: "collapses" | "stands" | "notTried";
}

export interface MeasuredSpin {
  readonly pairs: Readonly<Partial<Record<Pair, SpunPair>>>;
  readonly unit: SpeedUnit;
  /** Nothing counted the speed, it is the drill's by its plate: pairs compare with each other, and no constant follows. */
  readonly uncounted: boolean;
  /** Mean of the speeds at the voltages. */
  readonly speed: number;
  /** Relative change of speed from the first to the last reading of it; null with fewer than two. */
  readonly sag: Ratio | null;
  /** Sensitivity of each pair's figure to each speed reading: weights that add up to one. */
  readonly speedWeights: Readonly<Partial<Record<Pair, readonly number[]>>>;
  /** Relative standard uncertainty of one speed reading. */
  readonly speedReading: Component;
  /** Common to all pairs, relative: percent of the voltmeter (where on one range) and of the speed. */
  readonly voltGain: Component;
  readonly speedGain: Component;
  /** Common offset of the voltmeter, V. */
  readonly offset: Component;
  /** The widest rectangular common part, relative half-width: it may dominate. */
  readonly widest: Ratio;
  /** Why the voltmeter's figures are not judged, if so. */
  readonly refusal: "outsideBand" | "belowFloor" | null;
}

/** Below this many counts a reading is noise. Bench judgement, as in computation of the trade. */
const LEAST_COUNTS = 20;
/** The same where speed and voltage are read at one moment with two meters: the drill cancels. */
const TWO_METER_FLICKER: Ratio = 0.001;
/** A drill whose speed nobody counts: from look to look it sags and surges by so much. Bench judgement. */
const UNCOUNTED_FLICKER: Ratio = 0.01;
/** Scatter of repeats beyond this is no drill: a floating pair, or contact. Bench judgement. */
const WANDERS: Ratio = 0.08;
/** What an average-responding meter may be off on a line voltage between sine and 120° trapezoid: 0.7 %. */
const AVERAGE_SHAPE: Ratio = 0.007;
/** A speedometer nobody named: a usual frequency counter. */
const USUAL_COUNTER = { resolution: 0.1, ofReading: 0.002, digits: 1 };

function acVoltsOf({ acVolts, name }: Instrument) {
  if (!acVolts) throw new RangeError(`measureSpin: "${name}" reads no alternating voltage`);
  return acVolts;
}

/** Whether all three pairs were read and no speed was, but for what the drill's plate says. */
const isUncounted = ({ events, platedSpeed }: SpinReadings): boolean =>
  (platedSpeed ?? 0) > 0 &&
  PAIRS.every((pair) => events.some((event) => event.kind === "volts" && event.pair === pair)) &&
  !events.some(({ kind }) => kind === "speed");

/**
 * Turns what was read at the drill into volts per hertz (or per rpm) of each pair, so that a sagging drill does
 * not fake an imbalance, with the uncertainty split into what differs between pairs and what they share.
 *
 * Each voltage is divided by the speed at its moment: read together with it, or interpolated between the
 * readings of speed before and after. V = √(V² − V0²) takes the residual of shorted leads away. Independent:
 * drill flicker and one digit; by speed reading: its digit; shared: percent of the meters and the other digits.
 * @param readings voltmeter must read alternating voltage; volts at least 0, speeds above 0
 * @returns null while no voltage has a speed to divide by
 * @throws RangeError for a voltmeter without alternating ranges or a negative voltage
 */
export function measureSpin(readings: SpinReadings): MeasuredSpin | null {
  const acVolts = acVoltsOf(readings.voltmeter);
  const bad = readings.events.find((event) => event.kind === "volts" && !(event.volts >= 0));
  if (bad) throw new RangeError("measureSpin: volts must be at least 0 V");
  const uncounted = isUncounted(readings);
  const plated = { kind: "speed", unit: "rpm", value: readings.platedSpeed ?? 0, pair: null } as const;
  const speeds = speedsOf(uncounted ? [plated, ...readings.events] : readings.events);
  if (!speeds) return null;
  const rest = readings.residual.length > 0 ? Math.max(...readings.residual) : 0;
  const counter =
    (speeds.unit === "rpm" ? readings.speedometer?.tachometer : readings.speedometer?.frequency) ??
    (speeds.unit === "hertz" ? readings.voltmeter.frequency : undefined) ??
    USUAL_COUNTER;
  const flicker = uncounted ? UNCOUNTED_FLICKER : speeds.simultaneous ? TWO_METER_FLICKER : DRILL_FLICKER;
  const counted = accuracyOf(counter);
  const speedReading = combine([
    scale(counted.perReading, 1 / speeds.mean),
    { u: speeds.simultaneous ? 0 : flicker, freedom: Infinity },
  ]);

  const of = (pair: Pair) => speeds.voltages.filter((voltage) => voltage.pair === pair);
  const read = PAIRS.filter((pair) => of(pair).length > 0);
  const rangeOf = (pair: Pair) => rangeAmong(acVolts.ranges, Math.max(...of(pair).map(({ volts }) => volts)));
  const ranges = read.map(rangeOf);
  const oneRange = new Set(ranges.map(({ fullScale }) => fullScale)).size <= 1;
  const widestRange = ranges.reduce<AccuracyRange | null>(
    (found, range) => (found && found.fullScale >= range.fullScale ? found : range),
    null,
  );
  const shape = acVolts.response === "average" ? AVERAGE_SHAPE : 0;
  const gainOf = (range: AccuracyRange) => combine([accuracyOf(range).commonGain, rectangular(shape)]);
  const common = oneRange && widestRange ? gainOf(widestRange) : rectangular(shape);
  const pairs: Partial<Record<Pair, SpunPair>> = {};
  const speedWeights: Partial<Record<Pair, readonly number[]>> = {};
  for (const pair of read) {
    const range = rangeOf(pair);
    const own = of(pair);
    const shown = own.flatMap(({ volts, speed, byDisplays }) =>
      byDisplays ? [scale(byDisplays, volts / speed)] : [],
    );
    // Volts and speed that two instruments said of one moment tell themselves how the drill went to and fro.
    const pooled = speeds.simultaneous && shown.length === own.length ? 0 : flicker;
    const perSpeed = own.map(({ volts, speed }) => Math.sqrt(Math.max(0, volts ** 2 - rest ** 2)) / speed);
    const centre = perSpeed.reduce((sum, value) => sum + value, 0) / perSpeed.length;
    const summary = summariseRepeats(perSpeed, pooled * centre, range.resolution / speeds.mean, shown);
    const digit = scale(accuracyOf(range).perReading, 1 / speeds.mean);
    const ownGain = oneRange ? NO_UNCERTAINTY : scale(accuracyOf(range).commonGain, centre);
    const independent = combine([summary.typeA, digit, ownGain]);
    const volts = centre * speeds.mean;
    speedWeights[pair] = speeds.readings.map(
      (_, k) => own.reduce((sum, { weights }) => sum + weights[k]!, 0) / own.length,
    );
    pairs[pair] = {
      volts,
      perSpeed: centre,
      independent,
      expanded: expanded(
        combine([
          independent,
          scale(common, centre),
          scale(counted.commonGain, centre),
          scale(speedReading, centre),
        ]),
      ),
      count: own.length,
      belowFloor: volts / range.resolution < LEAST_COUNTS,
      wandering: summary.scatter !== null && centre > 0 && summary.scatter / centre > WANDERS,
      burden: readings.burden[pair] ?? "notTried",
    };
  }
  const best = Math.max(0, ...read.map((pair) => pairs[pair]!.volts / rangeOf(pair).resolution));
  const hertz =
    speeds.unit === "hertz"
      ? speeds.mean
      : readings.polePairs
        ? frequencyAt(speeds.mean, readings.polePairs)
        : null;
  const outside = !uncounted && hertz !== null && (hertz < acVolts.least || hertz > acVolts.most);
  return {
    pairs,
    unit: speeds.unit,
    uncounted,
    speed: speeds.mean,
    sag: speeds.sag,
    speedWeights,
    speedReading,
    voltGain: common,
    speedGain: counted.commonGain,
    offset: widestRange ? accuracyOf(widestRange).commonOffset : NO_UNCERTAINTY,
    widest: Math.max(oneRange ? (widestRange?.ofReading ?? 0) : 0, counter.ofReading, shape),
    refusal: outside ? "outsideBand" : read.length > 0 && best < LEAST_COUNTS ? "belowFloor" : null,
  };
}

export type SpinBalance = PairBalance;

/**
 * Deviation of each pair's volts per speed from the mean of the three, judged in three values as the pairs at
 * rest are. A speed reading that several pairs lean on alike cancels; the meter's gain cancels on one range.
 * @param limit share of the mean, above 0
 * @returns null while three pairs are not there or read nothing
 */
export function spinBalanceOf(measured: MeasuredSpin, limit: Ratio): SpinBalance | null {
  const { AB, BC, CA } = measured.pairs;
  if (!AB || !BC || !CA) return null;
  const three = { AB, BC, CA };
  const speedReadings = measured.speedWeights.AB?.length ?? 0;
  return balanceOfPairs(
    { AB: AB.perSpeed, BC: BC.perSpeed, CA: CA.perSpeed },
    (pair, deviation, mean) => {
      const lean = (other: Pair) => leanOf(pair, other, deviation, mean);
      const bySpeed = Array.from({ length: speedReadings }, (_, k) =>
        scale(
          measured.speedReading,
          PAIRS.reduce(
            (sum, other) => sum + lean(other) * three[other].perSpeed * measured.speedWeights[other]![k]!,
            0,
          ),
        ),
      );
      const offset = scale(measured.offset, deviation / (mean * measured.speed));
      return expanded(
        combine([...PAIRS.map((other) => scale(three[other].independent, lean(other))), ...bySpeed, offset]),
      );
    },
    limit,
  );
}
