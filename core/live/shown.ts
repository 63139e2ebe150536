import {
  quantityText,
  rangeAmong,
  rangeShown,
  rangesOf,
  type Instrument,
  type Ratio,
} from "../quantity/index.ts";
import { LIVE_FUNCTIONS, type LiveFunction } from "./functions.ts";
import type { DisplayNoise } from "./settled.ts";

/** One display as an instrument says it, in the record's own unit. */
export interface Display {
  readonly sequence: number;
  readonly reads: LiveFunction;
  /** Null where it shows an overload. */
  readonly value: number | null;
  /** Full scale of the range it stands on; null where it does not say. */
  readonly range: number | null;
}

/** A meter that chooses its range itself goes down late: up to this share of the finer one it is still on the coarser. */
const GOES_DOWN_BELOW: Ratio = 0.9;

/** So many digits below zero are nothing, and no wrong way round. */
const NOTHING = 5;

/** Why a display is no reading of a place, in words for whoever holds the probes; null where it is one. */
export function misshown(instrument: Instrument, wanted: LiveFunction, display: Display): string | null {
  const { reads, value, range } = display;
  if (reads !== wanted)
    return `This place takes ${LIVE_FUNCTIONS[wanted].words}; ${instrument.name} shows ${LIVE_FUNCTIONS[reads].words}.`;
  if (value === null) return null;
  if (value < -NOTHING * noiseOf(instrument, display, 0).resolution)
    return `${instrument.name} shows less than zero: swap the probes.`;
  if (range === null || rangesOf(instrument, reads).length === 0) return null;
  const words = (fullScale: number) => quantityText(fullScale, LIVE_FUNCTIONS[reads].kind);
  const stands = rangeShown(instrument, reads, value, range);
  if (!stands)
    return `${instrument.name} stands on a range of ${words(range)}, which its sheet here does not have. Put it on the sheet, or choose another range.`;
  const finer = rangeAmong(rangesOf(instrument, reads), value);
  return finer.fullScale < stands.fullScale && Math.abs(value) < GOES_DOWN_BELOW * finer.fullScale
    ? `${instrument.name} stands on its ${words(stands.fullScale)} range. Choose the ${words(finer.fullScale)} range.`
    : null;
}

/**
 * What a display does by itself: one digit, of the range that it stands on, or of the counter.
 * @param unsteady share by which what is read goes to and fro by itself, as a drill does
 */
export function noiseOf(
  instrument: Instrument,
  { reads, value, range }: Pick<Display, "reads" | "value" | "range">,
  unsteady: Ratio,
): DisplayNoise {
  const shown = value ?? 0;
  const counted =
    reads === "frequency" ? instrument.frequency : reads === "tachometer" ? instrument.tachometer : undefined;
  const resolution =
    rangeShown(instrument, reads, shown, range)?.resolution ??
    counted?.resolution ??
    // A tester of insulation has no digits on its sheet: its share of the reading.
    Math.max(Number.MIN_VALUE, Math.abs(shown) * (instrument.insulation?.ofReading ?? 0.01));
  return { resolution, scatter: Math.hypot(resolution, unsteady * shown) };
}
