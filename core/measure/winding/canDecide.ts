import {
  accuracyOf,
  combine,
  coverageFactor,
  INSTRUMENT_TEMPLATES,
  POOLED_FREEDOM,
  rangeFor,
  type Amperes,
  type Instrument,
  type Ohms,
  type Ratio,
  type AccuracyRange,
  type Volts,
} from "../../quantity/index.ts";

export type MeterAdvice =
  | { readonly answer: "yes"; readonly expanded: Ratio; readonly limit: Ratio }
  | {
      readonly answer: "withRepeats";
      readonly repeats: number;
      readonly expanded: Ratio;
      readonly limit: Ratio;
    }
  | {
      readonly answer: "no";
      readonly expanded: Ratio;
      readonly limit: Ratio;
      /** Current to force for a four-wire reading with an ordinary millivolt range. */
      readonly forcedCurrent: Amperes;
      readonly instead: readonly string[];
    };

/** A meter decides where its U leaves half of the limit for the motor's own deviation. Bench judgement. */
const SHARE_FOR_METER = 0.5;
/** More repeats than this nobody takes. */
const MOST_REPEATS = 10;
/** Resolution of an ordinary handheld's millivolt range (common practice). */
const MILLIVOLT_STEP: Volts = 1e-4;
const CURRENT_STEP: Amperes = 0.5;

function deviationUncertainty(
  resistance: Ohms,
  range: AccuracyRange,
  instrument: Instrument,
  repeats: number,
): Ratio {
  const scatter = Math.max(instrument.contactScatter, range.resolution / Math.sqrt(12));
  const u = combine([
    { u: scatter / Math.sqrt(repeats), freedom: POOLED_FREEDOM },
    accuracyOf(range).perReading,
  ]);
  return (coverageFactor(u.freedom) * Math.sqrt(2 / 3) * u.u) / resistance;
}

/**
 * Before any reading: can this meter decide this limit on this motor?
 *
 * Predicts U of a pair's deviation from the mean for three equal pairs, u² = (2/3)(u_i/R)² with u_i from
 * one digit and the contact scatter (the gain cancels, the offset too at zero deviation). "Yes" where
 * U ≤ half the limit; repeats shrink the scatter but never the digit.
 * @param expected pair resistance in Ω, above 0
 * @param limit share of the mean, above 0
 * @param instrument with at least one range
 * @returns yes, only with n repeats (n ≤ 10), or no with what would
 * @throws RangeError for a value that is not above 0
 */
export function canDecide(expected: Ohms, limit: Ratio, instrument: Instrument): MeterAdvice {
  if (!(expected > 0)) throw new RangeError(`canDecide: expected must be above 0 Ω, got ${expected}`);
  if (!(limit > 0)) throw new RangeError(`canDecide: limit must be above 0, got ${limit}`);
  const range = rangeFor(instrument, expected + instrument.leadResistance);
  const wanted = limit * SHARE_FOR_METER;
  const single = deviationUncertainty(expected, range, instrument, 1);
  if (single <= wanted) return { answer: "yes", expanded: single, limit };
  for (let repeats = 2; repeats <= MOST_REPEATS; repeats += 1) {
    const U = deviationUncertainty(expected, range, instrument, repeats);
    if (U <= wanted) return { answer: "withRepeats", repeats, expanded: U, limit };
  }
  const exact =
    (coverageFactor(Infinity) * Math.sqrt(2 / 3) * (MILLIVOLT_STEP / Math.sqrt(3))) / (wanted * expected);
  const better = INSTRUMENT_TEMPLATES.find(
    (template) =>
      template.wiring === "fourWire" && canDecideYes(expected, limit, { ...template, id: template.name }),
  );
  return {
    answer: "no",
    expanded: single,
    limit,
    forcedCurrent: Math.ceil(exact / CURRENT_STEP) * CURRENT_STEP,
    instead: [...(better ? [better.name] : [])],
  };
}

function canDecideYes(expected: Ohms, limit: Ratio, instrument: Instrument): boolean {
  const range = rangeFor(instrument, expected);
  return deviationUncertainty(expected, range, instrument, 1) <= limit * SHARE_FOR_METER;
}
