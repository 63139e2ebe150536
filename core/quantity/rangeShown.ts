import { rangeAmong, type AccuracyRange, type Instrument } from "./instrument.ts";
import type { Ability } from "./instrumentTemplates.ts";
import type { Ratio } from "./units.ts";

/** The accuracy ranges of what an instrument reads; empty where it reads it without any, or not at all. */
export function rangesOf(instrument: Instrument, reads: Ability): readonly AccuracyRange[] {
  switch (reads) {
    case "ohms":
      return instrument.ranges;
    case "acVolts":
      return instrument.acVolts?.ranges ?? [];
    case "dcVolts":
      return instrument.dcVolts ?? [];
    case "dcAmperes":
      return instrument.dcAmperes ?? [];
    default:
      return [];
  }
}

/** Makers round a full scale, 6 Ω or 5.999 Ω: within this share two are one. */
const SAME_RANGE: Ratio = 0.02;
/**
 * The range on the instrument's own sheet that a display stands on: the one it says, else the one it would choose.
 * @returns null where it has no ranges of it, or says one that its sheet does not have
 */
export function rangeShown(
  instrument: Instrument,
  reads: Ability,
  value: number,
  said: number | null,
): AccuracyRange | null {
  const ranges = rangesOf(instrument, reads);
  if (ranges.length === 0) return null;
  if (said === null) return rangeAmong(ranges, value);
  return ranges.find(({ fullScale }) => Math.abs(fullScale / said - 1) <= SAME_RANGE) ?? null;
}
