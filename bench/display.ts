import { rangeAmong, rangesOf, type Ability, type AccuracyRange, type Instrument } from "#core/quantity";

/** What an instrument's sheet says of a function, and how far it reaches. */
interface Sheet {
  readonly most: number;
  readonly at: (value: number) => Omit<AccuracyRange, "fullScale">;
}

/** A tester of insulation shows this many counts. Common practice. */
const TESTER_COUNTS = 2000;

/**
 * What an instrument's sheet says of what it is set to read.
 * @param fixed full scale of the range it is held on; null where it chooses
 * @throws RangeError for what it cannot read, or a range it does not have
 */
export function sheetOf(instrument: Instrument, reads: Ability, fixed: number | null): Sheet {
  const { insulation } = instrument;
  if (reads === "insulation" && insulation) {
    const { most, ofReading } = insulation;
    const digit = (value: number) => 10 ** Math.floor(Math.log10(Math.max(1, value))) / (TESTER_COUNTS / 10);
    return { most, at: (value) => ({ resolution: digit(value), ofReading, digits: 1 }) };
  }
  const ranges = rangesOf(instrument, reads);
  const held = fixed === null ? ranges : ranges.filter(({ fullScale }) => fullScale === fixed);
  const counter =
    reads === "frequency" ? instrument.frequency : reads === "tachometer" ? instrument.tachometer : undefined;
  if (held.length > 0)
    return {
      most: Math.max(...held.map(({ fullScale }) => fullScale)),
      at: (value) => rangeAmong(held, value),
    };
  if (ranges.length > 0) throw new RangeError(`"${instrument.name}" has no range of ${fixed}`);
  if (!counter) throw new RangeError(`"${instrument.name}" reads no ${reads}`);
  return { most: Infinity, at: () => counter };
}
