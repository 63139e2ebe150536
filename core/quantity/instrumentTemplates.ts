import type { Instrument, AccuracyRange } from "./instrument.ts";
import type { Ratio } from "./units.ts";

function decades(
  first: number,
  count: number,
  counts: number,
  ofReading: Ratio,
  digits: number,
): AccuracyRange[] {
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
    acVolts: { ranges: decades(2, 4, 2000, 0.012, 5), response: "average", least: 40, most: 400 },
    dcVolts: decades(0.2, 4, 2000, 0.005, 2),
    dcAmperes: decades(0.02, 4, 2000, 0.012, 3),
    leadResistance: 0.2,
    contactScatter: 0.05,
  },
  {
    name: "6000-count true-RMS meter",
    wiring: "twoWire",
    ranges: decades(600, 6, 6000, 0.009, 2),
    acVolts: { ranges: decades(0.6, 4, 6000, 0.01, 3), response: "trueRms", least: 20, most: 1000 },
    frequency: { resolution: 0.01, ofReading: 0.001, digits: 3 },
    dcVolts: decades(0.06, 5, 6000, 0.005, 3),
    dcAmperes: decades(0.06, 4, 6000, 0.01, 3),
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
  {
    name: "Insulation tester",
    wiring: "twoWire",
    ranges: [],
    insulation: { volts: [50, 100, 250, 500, 1000], most: 2e10, ofReading: 0.05 },
    leadResistance: 0,
    contactScatter: 0,
  },
  {
    name: "Optical tachometer",
    wiring: "twoWire",
    ranges: [],
    tachometer: { resolution: 0.1, ofReading: 0.0005, digits: 1 },
    leadResistance: 0,
    contactScatter: 0,
  },
  {
    name: "Bench supply, its own displays",
    wiring: "twoWire",
    ranges: [],
    dcAmperes: [{ fullScale: 10, resolution: 0.01, ofReading: 0.005, digits: 3 }],
    leadResistance: 0,
    contactScatter: 0,
  },
];

/** What an instrument may be able to read. */
export type Ability =
  "ohms" | "acVolts" | "frequency" | "tachometer" | "dcVolts" | "dcAmperes" | "insulation";

/** What a template or instrument can do, to offer only those that can. */
export function canMeasure(
  instrument: Pick<
    Instrument,
    "ranges" | "acVolts" | "frequency" | "tachometer" | "dcVolts" | "dcAmperes" | "insulation"
  >,
  what: Ability,
): boolean {
  return what === "ohms" ? instrument.ranges.length > 0 : instrument[what] !== undefined;
}

/** The templates that read ohms. */
export const OHMMETER_TEMPLATES = INSTRUMENT_TEMPLATES.filter((template) => canMeasure(template, "ohms"));
