import { instrumentSchema } from "#contract/instrumentSchema";
import type { AccuracyRange, CounterAccuracy, Instrument } from "#core/quantity";

/** A range as typed: full scale, resolution, percent of reading, digits. */
export interface RangeFields {
  readonly fullScale: string;
  readonly resolution: string;
  readonly percent: string;
  readonly digits: string;
}

/** What an instrument can read in ranges, with the unit its figures are in. */
export const RANGED = [
  ["ranges", "Resistance", "Ω"],
  ["acVolts", "Alternating voltage", "V"],
  ["dcVolts", "Direct voltage", "V"],
  ["dcAmperes", "Direct current", "A"],
] as const;
export type Ranged = (typeof RANGED)[number][0];

/** What an instrument counts, with the unit of its last digit; empty fields where it does not. */
export const COUNTED = [
  ["frequency", "Frequency", "Hz"],
  ["tachometer", "Speed", "rpm"],
] as const;
export type Counted = (typeof COUNTED)[number][0];
export type CounterFields = Omit<RangeFields, "fullScale">;

export interface InstrumentFields {
  readonly counted: Readonly<Record<Counted, CounterFields>>;
  readonly insulationMost: string;
  readonly insulationPercent: string;
  readonly name: string;
  readonly wiring: Instrument["wiring"];
  readonly leadResistance: string;
  readonly contactScatter: string;
  readonly response: "trueRms" | "average";
  readonly bandLeast: string;
  readonly bandMost: string;
  readonly lastChecked: string;
  readonly ranged: Readonly<Record<Ranged, readonly RangeFields[]>>;
}

const text = (value: number) => Number(value.toPrecision(6)).toString();
const asTyped = ({ fullScale, resolution, ofReading, digits }: AccuracyRange): RangeFields => ({
  fullScale: text(fullScale),
  resolution: text(resolution),
  percent: text(ofReading * 100),
  digits: text(digits),
});

const counterAsTyped = (counter: CounterAccuracy | undefined): CounterFields => ({
  resolution: counter ? text(counter.resolution) : "",
  percent: counter ? text(counter.ofReading * 100) : "",
  digits: counter ? text(counter.digits) : "",
});

export function fieldsOf(instrument: Omit<Instrument, "id">): InstrumentFields {
  return {
    counted: {
      frequency: counterAsTyped(instrument.frequency),
      tachometer: counterAsTyped(instrument.tachometer),
    },
    insulationMost: instrument.insulation ? text(instrument.insulation.most) : "",
    insulationPercent: instrument.insulation ? text(instrument.insulation.ofReading * 100) : "",
    name: instrument.name,
    wiring: instrument.wiring,
    leadResistance: text(instrument.leadResistance),
    contactScatter: text(instrument.contactScatter),
    response: instrument.acVolts?.response ?? "trueRms",
    bandLeast: text(instrument.acVolts?.least ?? 45),
    bandMost: text(instrument.acVolts?.most ?? 400),
    lastChecked: instrument.lastChecked?.slice(0, 10) ?? "",
    ranged: {
      ranges: instrument.ranges.map(asTyped),
      acVolts: instrument.acVolts?.ranges.map(asTyped) ?? [],
      dcVolts: instrument.dcVolts?.map(asTyped) ?? [],
      dcAmperes: instrument.dcAmperes?.map(asTyped) ?? [],
    },
  };
}

export type InstrumentResult =
  | { readonly kind: "instrument"; readonly instrument: Instrument }
  | { readonly kind: "problem"; readonly sentence: string };

const number = (typed: string) => (typed.trim() === "" ? NaN : Number(typed.replace(",", ".")));

/**
 * Reads the form; a tester's test voltages stay those of the template.
 * The first thing wrong is said with its range.
 */
export function readInstrument(
  fields: InstrumentFields,
  before: Omit<Instrument, "id">,
  id: string,
): InstrumentResult {
  const wrong: string[] = [];
  // A share without the noise of binary percent.
  const share = (percent: string) => Number((number(percent) / 100).toPrecision(12));
  const rangesOf = (what: Ranged, words: string): AccuracyRange[] =>
    fields.ranged[what].map(({ fullScale, resolution, percent, digits }, i) => {
      const range = {
        fullScale: number(fullScale),
        resolution: number(resolution),
        ofReading: share(percent),
        digits: number(digits),
      };
      const where = `${words}, range ${i + 1}`;
      if (!(range.fullScale > 0) || !(range.resolution > 0))
        wrong.push(`${where}: full scale and resolution lie above zero.`);
      else if (range.resolution > range.fullScale)
        wrong.push(`${where}: one count cannot exceed the full scale.`);
      if (!(range.ofReading >= 0 && range.ofReading <= 1) || !(range.digits >= 0))
        wrong.push(`${where}: give accuracy as percent of reading and digits, at least 0.`);
      return range;
    });
  const counterOf = (what: Counted, words: string): CounterAccuracy | undefined => {
    const { resolution, percent, digits } = fields.counted[what];
    if ([resolution, percent, digits].every((typed) => typed.trim() === "")) return undefined;
    const counter = { resolution: number(resolution), ofReading: share(percent), digits: number(digits) };
    if (
      !(counter.resolution > 0) ||
      !(counter.ofReading >= 0 && counter.ofReading <= 1) ||
      !(counter.digits >= 0)
    )
      wrong.push(
        `${words}: give one count above zero, percent of reading and digits, or leave all three empty.`,
      );
    return counter;
  };
  const [frequency, tachometer] = COUNTED.map(([what, words]) => counterOf(what, words));
  const insulation = before.insulation && {
    ...before.insulation,
    most: number(fields.insulationMost),
    ofReading: share(fields.insulationPercent),
  };
  if (insulation && (!(insulation.most > 0) || !(insulation.ofReading >= 0 && insulation.ofReading <= 1)))
    wrong.push("Insulation: give the end of its range in Ω and its percent of reading.");
  const [ranges, ac, dcVolts, dcAmperes] = RANGED.map(([what, words]) => rangesOf(what, words)) as [
    AccuracyRange[],
    AccuracyRange[],
    AccuracyRange[],
    AccuracyRange[],
  ];
  const instrument: Instrument = {
    id,
    name: fields.name.trim(),
    wiring: fields.wiring,
    ranges,
    leadResistance: number(fields.leadResistance),
    contactScatter: number(fields.contactScatter),
    ...(ac.length > 0 && {
      acVolts: {
        ranges: ac,
        response: fields.response,
        least: number(fields.bandLeast),
        most: number(fields.bandMost),
      },
    }),
    ...(dcVolts.length > 0 && { dcVolts }),
    ...(dcAmperes.length > 0 && { dcAmperes }),
    ...(frequency && { frequency }),
    ...(tachometer && { tachometer }),
    ...(insulation && { insulation }),
    ...(fields.lastChecked && { lastChecked: `${fields.lastChecked}T00:00:00.000Z` }),
  };
  if (instrument.name === "") wrong.unshift("Name the instrument as the shop calls it.");
  if (wrong[0]) return { kind: "problem", sentence: wrong[0] };
  const { error } = instrumentSchema.validate(instrument, { convert: false });
  return error ? { kind: "problem", sentence: error.message } : { kind: "instrument", instrument };
}
