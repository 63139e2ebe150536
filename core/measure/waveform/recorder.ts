import type { KeptFigure } from "../../record/index.ts";
import type { Ratio } from "../../quantity/index.ts";

/** What the height of a recorder may be off, alike on its channels: common practice says 3 % of a bench oscilloscope. */
export const RECORDER_GAIN: Ratio = 0.03;

/** Figures that are a height in volts, or one over it. */
const BY_HEIGHT: ReadonlySet<string> = new Set([
  "speedConstant",
  "speedConstantFromCrest",
  "fluxLinkage",
  "lineToLinePeak",
  "lineToLineCrest",
  "phasePeak",
  "amplitudeAB",
  "amplitudeBC",
  "amplitudeCA",
  "clipLevel",
  "lowLevel",
  "highLevel",
]);
/** Figures that compare such a one with a plate, in percent. */
const AGAINST_PLATE: ReadonlySet<string> = new Set(["speedConstantAgainstRated", "fluxAgainstRated"]);

/**
 * The figures of a recording as a person may believe them: what the recording itself leaves open, and what the recorder's own
 * height may be off. Ratios of its own signals are not touched by it.
 */
export function withRecorder(
  figures: Readonly<Record<string, KeptFigure>>,
): Readonly<Record<string, KeptFigure>> {
  return Object.fromEntries(
    Object.entries(figures).map(([name, figure]) => {
      const gain = BY_HEIGHT.has(name)
        ? RECORDER_GAIN * Math.abs(figure.value)
        : AGAINST_PLATE.has(name)
          ? RECORDER_GAIN * (100 + figure.value)
          : 0;
      return [name, gain > 0 ? { ...figure, u: Math.hypot(figure.u, gain) } : figure];
    }),
  );
}
