import { instrumentSchema } from "#contract/instrumentSchema";
import { plainNumber, type AccuracyRange, type CounterAccuracy, type Instrument } from "#core/quantity";
import type { Problems } from "../ui/formProblems.ts";

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
type Counted = (typeof COUNTED)[number][0];
type CounterFields = Omit<RangeFields, "fullScale">;

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
  /** Months. */
  readonly checkEvery: string;
  readonly ranged: Readonly<Record<Ranged, RangeFields[]>>;
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
    checkEvery: instrument.checkEvery === undefined ? "" : text(instrument.checkEvery),
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
  | { readonly kind: "problems"; readonly problems: Problems };

const number = plainNumber;
/** A share without the noise of binary percent. */
const share = (percent: string) => Number((number(percent) / 100).toPrecision(12));
const isShare = (value: number) => value >= 0 && value <= 1;

const SENTENCES = {
  name: "Name the instrument as the shop calls it.",
  aboveZero: "Give a value above zero.",
  count: "One count cannot exceed the full scale.",
  percent: "Percent of reading, from 0 to 100.",
  digits: "Digits, at least 0.",
  counter: "Give all three, or leave all three empty.",
  atLeastZero: "Give a value of at least 0.",
} as const;
/** Fields of the form by the part of an instrument that the schema finds wrong. */
const FIELD_OF: Readonly<Record<string, string>> = {
  leadResistance: "leadResistance",
  contactScatter: "contactScatter",
  "acVolts.least": "bandLeast",
  "acVolts.most": "bandMost",
  lastChecked: "lastChecked",
  checkEvery: "checkEvery",
  name: "name",
};

/** Reads the form; a tester's test voltages stay those of the template. Each problem stands at its field. */
export function readInstrument(
  fields: InstrumentFields,
  before: Omit<Instrument, "id">,
  id: string,
): InstrumentResult {
  const problems: Record<string, string> = {};
  const say = (path: string, wrong: boolean, sentence: keyof typeof SENTENCES) => {
    if (wrong) problems[path] ??= SENTENCES[sentence];
  };
  const rangesOf = (what: Ranged): AccuracyRange[] =>
    fields.ranged[what].map(({ fullScale, resolution, percent, digits }, i) => {
      const range = {
        fullScale: number(fullScale),
        resolution: number(resolution),
        ofReading: share(percent),
        digits: number(digits),
      };
      const at = `ranged.${what}.${i}`;
      say(`${at}.fullScale`, !(range.fullScale > 0), "aboveZero");
      say(`${at}.resolution`, !(range.resolution > 0), "aboveZero");
      say(`${at}.resolution`, range.fullScale > 0 && range.resolution > range.fullScale, "count");
      say(`${at}.percent`, !isShare(range.ofReading), "percent");
      say(`${at}.digits`, !(range.digits >= 0), "digits");
      return range;
    });
  const counterOf = (what: Counted): CounterAccuracy | undefined => {
    const { resolution, percent, digits } = fields.counted[what];
    const at = `counted.${what}`;
    const parts = [
      ["resolution", resolution],
      ["percent", percent],
      ["digits", digits],
    ] as const;
    if (parts.every(([, typed]) => typed.trim() === "")) return undefined;
    for (const [part, typed] of parts) say(`${at}.${part}`, typed.trim() === "", "counter");
    const counter = { resolution: number(resolution), ofReading: share(percent), digits: number(digits) };
    say(`${at}.resolution`, !(counter.resolution > 0), "aboveZero");
    say(`${at}.percent`, !isShare(counter.ofReading), "percent");
    say(`${at}.digits`, !(counter.digits >= 0), "digits");
    return counter;
  };
  const [frequency, tachometer] = [counterOf("frequency"), counterOf("tachometer")];
  const insulation = before.insulation && {
    ...before.insulation,
    most: number(fields.insulationMost),
    ofReading: share(fields.insulationPercent),
  };
  if (insulation) {
    say("insulationMost", !(insulation.most > 0), "aboveZero");
    say("insulationPercent", !isShare(insulation.ofReading), "percent");
  }
  const [ac, dcVolts, dcAmperes] = [rangesOf("acVolts"), rangesOf("dcVolts"), rangesOf("dcAmperes")];
  const instrument: Instrument = {
    id,
    name: fields.name.trim(),
    wiring: fields.wiring,
    ranges: rangesOf("ranges"),
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
    ...(fields.checkEvery.trim() !== "" && { checkEvery: number(fields.checkEvery) }),
    ...(fields.lastChecked && { lastChecked: `${fields.lastChecked}T00:00:00.000Z` }),
  };
  say("name", instrument.name === "", "name");
  say("leadResistance", !(instrument.leadResistance >= 0), "atLeastZero");
  say("contactScatter", !(instrument.contactScatter >= 0), "atLeastZero");
  if (instrument.acVolts) {
    say("bandLeast", !(instrument.acVolts.least >= 0), "atLeastZero");
    say("bandMost", !(instrument.acVolts.most > 0), "aboveZero");
  }
  if (Object.keys(problems).length === 0) {
    const { error } = instrumentSchema.validate(instrument, { abortEarly: false, convert: false });
    for (const { path, message } of error?.details ?? [])
      problems[FIELD_OF[path.join(".")] ?? "root"] ??= message;
  }
  return Object.keys(problems).length > 0
    ? { kind: "problems", problems }
    : { kind: "instrument", instrument };
}
