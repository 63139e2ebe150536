import type { Instrument, ResistanceRange } from "./instrument.ts";
import type { Ohms, Ratio } from "./units.ts";

function decades(
  first: Ohms,
  count: number,
  counts: number,
  ofReading: Ratio,
  digits: number,
): ResistanceRange[] {
  return Array.from({ length: count }, (_, step) => {
    const fullScale = first * 10 ** step;
    return { fullScale, resolution: fullScale / counts, ofReading, digits };
  });
}

/**
 * Starting points for a shop's own list, in general terms. The accuracies are typical of such meters'
 * data sheets (memory); a shop replaces them with its own meter's figures.
 */
export const INSTRUMENT_TEMPLATES: readonly Omit<Instrument, "id">[] = [
  {
    name: "Basic 2000-count meter",
    wiring: "twoWire",
    ranges: decades(200, 5, 2000, 0.008, 3),
    leadResistance: 0.2,
    contactScatter: 0.05,
  },
  {
    name: "6000-count true-RMS meter",
    wiring: "twoWire",
    ranges: decades(600, 6, 6000, 0.009, 2),
    leadResistance: 0.12,
    contactScatter: 0.03,
  },
  {
    name: "Milliohm meter, four-wire",
    wiring: "fourWire",
    ranges: decades(0.2, 5, 20_000, 0.002, 4),
    leadResistance: 0,
    contactScatter: 0.00005,
  },
];
