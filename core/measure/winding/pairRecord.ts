import { remembered, type Kept } from "../../check/index.ts";
import type { ScalePrior } from "../../pattern/index.ts";
import { combine, scale, type Component, type Instrument } from "../../quantity/index.ts";
import { balanceLimitOf, FAMILY_FACTS } from "../../families/index.ts";
import {
  latestIn,
  PAIRS,
  quantitiesIn,
  quantityReadingsIn,
  standing,
  standingIn,
  type Latched,
  type Motor,
  type Pair,
  type Sitting,
} from "../../record/index.ts";
import type { PairSitting } from "./beforeAfter.ts";
import { measureForced, type ForcedReading } from "./forcedCurrent.ts";
import { measurePairs, type DisplayReading, type MeasuredPairs } from "./measurePairs.ts";
import { recognisePattern, type PatternFit } from "./recognisePattern.ts";
import { relativeSlope, resistanceAt } from "./temperature.ts";

/** Winding temperature where nobody read it, and how far off that may be. */
const ROOM_TEMPERATURE = 20;
const ROOM_DOUBT = 8;
/** A read temperature is that of the surface, not of the copper. */
const READ_DOUBT = 2;
/** Expected values state a 95 % half-width. */
const HALF_WIDTH_SIGMAS = 2;
/** The limit is taken as what 95 % of sound motors of the family stay within. */
const LIMIT_SIGMAS = 2;
/** Sound windings differ by no more than this, one standard deviation, whatever limit a shop sets. Judgement. */
const MOST_NATURAL = 0.009;

/** Readings of one meter alone: another's gain and zero differ, and mixed in they would fake an imbalance. */
function displayed(job: Sitting, slot: string, epoch: number, meter: Instrument): DisplayReading[] {
  return standingIn(job.readings, "winding", slot, epoch)
    .filter(({ instrumentId }) => instrumentId === null || instrumentId === meter.id)
    .flatMap(({ value, latched }): DisplayReading[] => {
      if (value.kind === "open") return ["open"];
      if (value.kind !== "ohms") return [];
      const { ohms } = value;
      return [latched ? { ohms, typeA: latched.typeA, range: latched.range } : ohms];
    });
}

/** The meter the pairs of this epoch were read with: the last one named. */
export function windingInstrument(job: Sitting, epoch: number): Instrument | null {
  const used = standing(job.readings).findLast(
    ({ check, epoch: when, slot, instrumentId }) =>
      check === "winding" && when === epoch && instrumentId && !slot.includes("."),
  )?.instrumentId;
  return job.instruments.find(({ id }) => id === used) ?? null;
}

/** Pairs of an epoch that were read with another meter than the last one, and so do not count. */
export function readWithAnotherMeter(job: Sitting, epoch: number): readonly Pair[] {
  const meter = windingInstrument(job, epoch);
  return PAIRS.filter((pair) =>
    standingIn(job.readings, "winding", pair, epoch).some(
      ({ instrumentId }) => instrumentId !== null && instrumentId !== meter?.id,
    ),
  );
}

const last = <One>(values: readonly One[]) => values.at(-1);

/** What displays that instruments said leave open of a product or quotient of the values, relative. */
const byDisplays = (values: readonly { readonly value: number; readonly latched?: Latched }[]): Component =>
  combine(
    values.flatMap(({ value, latched }) => (latched && value > 0 ? [scale(latched.typeA, 1 / value)] : [])),
  );

/** The instrument of the last reading in a slot of this check. */
function usedFor(job: Sitting, slot: string, epoch: number): Instrument | undefined {
  const used = latestIn(job.readings, "winding", slot, epoch)?.instrumentId;
  return job.instruments.find(({ id }) => id === used);
}

/** Volts and amperes of a pair with a current forced through it, reading by reading; the current stands until read anew. */
function forcedReadings(job: Sitting, pair: Pair, epoch: number): ForcedReading[] {
  const amperes = quantityReadingsIn(job.readings, "winding", `${pair}.amperes`, epoch, "amperes");
  return quantityReadingsIn(job.readings, "winding", `${pair}.volts`, epoch, "volts").flatMap((volts, i) => {
    const current = amperes[i] ?? last(amperes);
    if (!current) return [];
    return [{ volts: volts.value, amperes: current.value, byDisplays: byDisplays([volts, current]) }];
  });
}

/** The pairs read with a forced current; null while none is, or its meters are not named. */
function forcedOf(job: Sitting, epoch: number): MeasuredPairs | null {
  const read = PAIRS.find((pair) => forcedReadings(job, pair, epoch).length > 0);
  if (!read) return null;
  const [voltmeter, ammeter] = [usedFor(job, `${read}.volts`, epoch), usedFor(job, `${read}.amperes`, epoch)];
  if (!voltmeter?.dcVolts || !ammeter?.dcAmperes) return null;
  return measureForced({
    voltmeter,
    ammeter,
    pairs: {
      AB: forcedReadings(job, "AB", epoch),
      BC: forcedReadings(job, "BC", epoch),
      CA: forcedReadings(job, "CA", epoch),
    },
    zero: quantitiesIn(job.readings, "winding", "zero.volts", epoch, "volts"),
  });
}

/**
 * The pairs of an epoch as measured, or null while no instrument is named. Where all three were read with a forced
 * current those count, being the finer; the tips touched with the ordinary meter still prove its probes.
 */
export function measuredOf(job: Sitting, epoch: number): MeasuredPairs | null {
  const forced = forcedOf(job, epoch);
  const plain = meteredOf(job, epoch);
  if (!forced) return plain;
  const complete = PAIRS.every((pair) => forced.pairs[pair]);
  const begun = plain && PAIRS.some((pair) => plain.pairs[pair]);
  if (!complete && begun) return plain;
  return plain ? { ...forced, tips: plain.tips } : forced;
}

function meteredOf(job: Sitting, epoch: number): MeasuredPairs | null {
  const instrument = windingInstrument(job, epoch);
  if (!instrument) return null;
  return measurePairs({
    instrument,
    pairs: {
      AB: displayed(job, "AB", epoch, instrument),
      BC: displayed(job, "BC", epoch, instrument),
      CA: displayed(job, "CA", epoch, instrument),
    },
    tips: displayed(job, "tips", epoch, instrument),
  });
}

/**
 * Temperature of the winding in °C with its doubt (95 %): as read, else a room's.
 * @example windingTemperature(job, 0) // { celsius: 20, doubt: 8, read: false } while nobody read it
 */
export function windingTemperature(
  job: Sitting,
  epoch: number,
): { celsius: number; doubt: number; read: boolean } {
  const value = latestIn(job.readings, "winding", "temperature", epoch)?.value;
  return value?.kind === "celsius"
    ? { celsius: value.celsius, doubt: READ_DOUBT, read: true }
    : { celsius: ROOM_TEMPERATURE, doubt: ROOM_DOUBT, read: false };
}

/** Names the bench supply and millivolts in an instrument's place. */
const FORCED = "forced current";

/** One epoch's pairs with meter and temperature, for comparing; null while no instrument is named. */
export function pairSittingOf(job: Sitting, epoch: number): PairSitting | null {
  const measured = measuredOf(job, epoch);
  if (!measured) return null;
  const { celsius, doubt } = windingTemperature(job, epoch);
  return { measured, instrumentId: windingInstrument(job, epoch)?.id ?? FORCED, celsius, doubt };
}

/** What a healthy pair should read now: the expected value at this temperature, or the family's usual. */
export function healthyPairPrior(motor: Motor, celsius: number, doubt: number): ScalePrior {
  const { expected, family } = motor;
  if (!expected)
    return { centre: FAMILY_FACTS[family].typicalOhms, spread: Math.log(FAMILY_FACTS[family].typicalFactor) };
  return {
    centre: resistanceAt(expected.ohms, expected.atTemperature, celsius),
    spread: Math.hypot(expected.tolerance / HALF_WIDTH_SIGMAS, relativeSlope(celsius) * doubt),
  };
}

const kept: Kept<readonly PatternFit[]> = new Map();

/** Fits of the fault table to the pairs of an epoch; rows of the other connection are left out when known. */
export function pairFits(job: Sitting, epoch: number): readonly PatternFit[] {
  return remembered(kept, ["winding"], job, epoch, (own) => fitPairs(own, epoch));
}

function fitPairs(job: Sitting, epoch: number): PatternFit[] {
  const measured = measuredOf(job, epoch);
  if (!measured) return [];
  const { celsius, doubt } = windingTemperature(job, epoch);
  const fits = recognisePattern({
    measured,
    prior: healthyPairPrior(job.motor, celsius, doubt),
    naturalSpread: Math.min(MOST_NATURAL, balanceLimitOf(job) / LIMIT_SIGMAS),
  });
  const other =
    job.motor.connection === "star" ? /Delta$/u : job.motor.connection === "delta" ? /Star$/u : /^$/u;
  return fits.filter(({ outcome }) => !other.test(outcome));
}
