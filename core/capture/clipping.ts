/** Where a signal is cut off by the range it was taken in. */
export interface Clipping {
  /** The level at which it is cut off, the larger of both ends, in its unit. */
  readonly level: number;
  /** Share of all samples that lie there. */
  readonly share: number;
}

/** So many samples of exactly the same height one after another are more than a crest. */
const LEAST_RUN = 4;
/** So many times the samples that one step of the converter holds at a crest. */
const OVER_A_CREST = 2;
/** A cut that holds less of a signal than this is a single spike. */
const LEAST_SHARE = 0.01;

interface Level {
  readonly level: number;
  readonly samples: number;
  readonly longest: number;
}

/** Samples that lie exactly at one end in a row. */
function atEnd(values: Float64Array, level: number): Level {
  let [samples, longest, run] = [0, 0, 0];
  for (let n = 0; n <= values.length; n += 1) {
    if (n < values.length && values[n] === level) run += 1;
    else if (run > 0) {
      if (run >= LEAST_RUN) samples += run;
      longest = Math.max(longest, run);
      run = 0;
    }
  }
  return { level, samples, longest };
}

/**
 * Whether a signal is cut off: at one of its ends many samples one after another have exactly the same height, more than
 * the crest of a sine holds within one step of the converter. A flat top that is measured scatters.
 * @param samplesPerCycle how many samples fall on a cycle
 */
export function clippingOf(values: Float64Array, samplesPerCycle: number): Clipping | null {
  let [low, high, n] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY, 0];
  for (let i = 0; i < values.length; i += 1) {
    const value = values[i]!;
    // What is not a number is neither.
    if (value < low) low = value;
    if (value > high) high = value;
    if (!Number.isNaN(value)) n += 1;
  }
  if (!(high > low)) return null;
  // The step of the converter: the smallest distance of two samples near an end.
  let step = Number.POSITIVE_INFINITY;
  for (let i = 0; i < values.length; i += 1) {
    const value = values[i]!;
    if (value < high && high - value < step) step = high - value;
    if (value > low && value - low < step) step = value - low;
  }
  const amplitude = (high - low) / 2;
  const crest = (Math.acos(Math.max(-1, 1 - step / amplitude)) / Math.PI) * samplesPerCycle;
  const ends = [atEnd(values, high), atEnd(values, low)].filter(
    ({ longest, samples }) =>
      longest > Math.max(LEAST_RUN, OVER_A_CREST * crest) && samples > LEAST_SHARE * n,
  );
  if (ends.length === 0) return null;
  const level = ends.toSorted((a, b) => Math.abs(b.level) - Math.abs(a.level))[0]!.level;
  return { level: Math.abs(level), share: ends.reduce((sum, { samples }) => sum + samples, 0) / n };
}
