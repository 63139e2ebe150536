import { chosen, remembered, type Kept } from "../../check/index.ts";
import { type ScalePrior } from "../../pattern/index.ts";
import {
  canMeasure,
  rectangular,
  scale,
  type Instrument,
  type Ratio,
  type RpmPerVolt,
} from "../../quantity/index.ts";
import { inOrder, latestIn, PAIRS, type Sitting, type Motor, type Pair } from "../../record/index.ts";
import type { SpinEvent } from "./drillSpeed.ts";
import { measuredConstant, type MeasuredConstant } from "./measuredConstant.ts";
import { measureSpin, type MeasuredSpin } from "./measureSpin.ts";
import { recogniseSpun, type SpunFit } from "./recogniseSpun.ts";
import { recordedPolePairs, recordedSpin } from "./recordedSpin.ts";
import { BACKEMF_SLOTS } from "./slots.ts";
import { polePairsFrom, speedOf } from "./speed.ts";
import { lineRmsAt } from "./speedConstant.ts";

/** Nobody knows more of a constant than this before it is measured; ln-spread of what a plate may be off. */
const PLATE_SPREAD = 0.4;
const UNKNOWN_SPREAD = 1.5;
/** Readings of speed and frequency together leave this much open of a pole count. Bench judgement. */
const POLE_DOUBT: Ratio = 0.03;

/** Slots of a motor spun, with a prefix for a sister on the same drill. */
function eventsOf(job: Sitting, epoch: number, prefix: string): SpinEvent[] {
  return inOrder(job.readings).flatMap(({ check, epoch: when, slot, value, latched }): SpinEvent[] => {
    if (check !== "backemf" || when !== epoch || value.kind !== "quantity" || !slot.startsWith(prefix))
      return [];
    const name = slot.slice(prefix.length);
    const pair = PAIRS.find((candidate) => name.startsWith(candidate)) ?? null;
    const said = latched && value.value > 0 && { byDisplays: scale(latched.typeA, 1 / value.value) };
    if (value.quantity === "volts" && pair === name)
      return [{ kind: "volts", pair, volts: value.value, ...said }];
    const isSpeed = /^(?:(?:AB|BC|CA)\.speed|speed(?:Before|After)?)$/u.test(name);
    if (isSpeed && (value.quantity === "hertz" || value.quantity === "rpm") && value.value > 0)
      return [{ kind: "speed", unit: value.quantity, value: value.value, pair, ...said }];
    return [];
  });
}

function instrumentIn(job: Sitting, epoch: number, what: "acVolts" | "speed"): Instrument | null {
  const wanted = (quantity: string) =>
    what === "acVolts" ? quantity === "volts" : /^(?:hertz|rpm)$/u.test(quantity);
  const used = inOrder(job.readings).findLast(
    ({ check, epoch: when, value, instrumentId }) =>
      check === "backemf" &&
      when === epoch &&
      instrumentId &&
      value.kind === "quantity" &&
      wanted(value.quantity),
  )?.instrumentId;
  return job.instruments.find(({ id }) => id === used) ?? null;
}

/** The voltmeter of this epoch's spin: the one named last that reads alternating voltage. */
export function spinVoltmeter(job: Sitting, epoch: number): Instrument | null {
  const used = instrumentIn(job, epoch, "acVolts");
  return used && canMeasure(used, "acVolts") ? used : null;
}

/** Different voltmeters in one epoch's spin: their gains no longer cancel. */
export function mixedVoltmeters(job: Sitting, epoch: number): boolean {
  const used = inOrder(job.readings).flatMap(({ check, epoch: when, value, instrumentId }) =>
    check === "backemf" &&
    when === epoch &&
    value.kind === "quantity" &&
    value.quantity === "volts" &&
    instrumentId
      ? [instrumentId]
      : [],
  );
  return new Set(used).size > 1;
}

/**
 * The spin of an epoch, as it was recorded or as it was read by hand: whichever knows more of the three voltages and knows them
 * better. Never both: they are the same three. Null while too little is there.
 */
export const spinOf = (job: Sitting, epoch: number): MeasuredSpin | null =>
  isRecorded(job, epoch) ? recordedSpin(job, epoch) : handSpinOf(job, epoch);

/** Whether the spin of an epoch is what a recording says: another motor on the same meter then compares with something else. */
export function isRecorded(job: Sitting, epoch: number): boolean {
  const [recorded, byHand] = [recordedSpin(job, epoch), handSpinOf(job, epoch)];
  return recorded !== null && (!byHand || opennessOf(recorded) <= opennessOf(byHand));
}

/** How far the voltages of a spin are open, relative, standard; without end where it cannot be judged as a whole. */
function opennessOf({ pairs, uncounted, refusal, widest }: MeasuredSpin): Ratio {
  const own = PAIRS.map((pair) => {
    const found = pairs[pair];
    return found && found.perSpeed > 0 ? found.independent.u / found.perSpeed : Infinity;
  });
  return uncounted || refusal !== null ? Infinity : Math.hypot(Math.max(...own), rectangular(widest).u);
}

/** The spin of an epoch as read by hand, or a sister's on the same drill; null while too little is read. */
export function handSpinOf(job: Sitting, epoch: number, prefix: "" | "sister." = ""): MeasuredSpin | null {
  const voltmeter = spinVoltmeter(job, epoch);
  if (!voltmeter) return null;
  const residual = inOrder(job.readings).flatMap(({ check, epoch: when, slot, value }) =>
    check === "backemf" && when === epoch && slot === "residual" && value.kind === "quantity"
      ? [value.value]
      : [],
  );
  const burden = Object.fromEntries(
    PAIRS.flatMap((pair) => {
      const found =
        prefix === "" ? chosen(job, "backemf", BACKEMF_SLOTS, `${pair}.burden`, epoch) : undefined;
      return found ? [[pair, found]] : [];
    }),
  ) as Partial<Record<Pair, "collapses" | "stands">>;
  const planned = latestIn(job.readings, "backemf", "plannedSpeed", epoch)?.value;
  return measureSpin({
    voltmeter,
    platedSpeed: prefix === "" && planned?.kind === "quantity" ? planned.value : null,
    speedometer: instrumentIn(job, epoch, "speed"),
    polePairs: polePairsOf(job, epoch).polePairs,
    events: eventsOf(job, epoch, prefix),
    residual,
    burden,
  });
}

export type PolePairsKnown = {
  readonly polePairs: number | null;
  readonly how: "read" | "record" | "workedOut" | "unknown";
};

/** Pole pairs: counted at this check, or as magnets in the rotor, else of the record, else as said of a recording, else worked out where speed and frequency were both read. */
export function polePairsOf(job: Sitting, epoch: number): PolePairsKnown {
  const counted = latestIn(job.readings, "backemf", "polePairs", epoch)?.value;
  if (counted?.kind === "quantity") return { polePairs: counted.value, how: "read" };
  const magnets = latestIn(job.readings, "setup", "magnets", epoch)?.value;
  if (magnets?.kind === "quantity") return { polePairs: magnets.value / 2, how: "read" };
  if (job.motor.polePairs !== null) return { polePairs: job.motor.polePairs, how: "record" };
  const told = recordedPolePairs(job, epoch);
  if (told !== null) return { polePairs: told, how: "read" };
  const events = eventsOf(job, epoch, "");
  const mean = (unit: "hertz" | "rpm") => {
    const found = events.flatMap((event) =>
      event.kind === "speed" && event.unit === unit ? [event.value] : [],
    );
    return found.length > 0 ? found.reduce((sum, value) => sum + value, 0) / found.length : null;
  };
  const [hertz, rpm] = [mean("hertz"), mean("rpm")];
  if (hertz === null || rpm === null) return { polePairs: null, how: "unknown" };
  const found = polePairsFrom(hertz, rpm, POLE_DOUBT);
  return found.kind === "found"
    ? { polePairs: found.polePairs, how: "workedOut" }
    : { polePairs: null, how: "unknown" };
}

/** A known-good motor on the same drill that is of another rating: what it is known for, and what it measured. */
export interface ReferenceSpun {
  /** In the convention that this motor's plate uses. */
  readonly stated: RpmPerVolt;
  readonly measured: MeasuredConstant;
}

/**
 * The reference motor spun beside this one; null while nobody said that the sister is of another rating, or too little of it
 * is read.
 */
export function referenceSpun(job: Sitting, epoch: number): ReferenceSpun | null {
  const number = (slot: string) => {
    const value = latestIn(job.readings, "backemf", `sister.${slot}`, epoch)?.value;
    return value?.kind === "quantity" ? value.value : null;
  };
  const stated = number("stated");
  const spun = stated === null ? null : handSpinOf(job, epoch, "sister.");
  if (stated === null || !spun || spun.uncounted || spun.refusal !== null) return null;
  const polePairs = number("polePairs") ?? polePairsOf(job, epoch).polePairs;
  const measured = measuredConstant(spun, polePairs, job.motor.speedConstant?.convention ?? "peak");
  return measured && { stated, measured };
}

/** Belief about a healthy pair's volts per unit of speed: from the plate, else from what is read itself. */
function healthySpun(motor: Motor, measured: MeasuredSpin, polePairs: number | null): ScalePrior {
  const plate = motor.speedConstant;
  const read = Math.max(1e-9, ...PAIRS.map((pair) => measured.pairs[pair]?.perSpeed ?? 0));
  if (!plate || (measured.unit === "hertz" && polePairs === null))
    return { centre: read, spread: UNKNOWN_SPREAD };
  const rpm = measured.unit === "rpm" ? 1 : speedOf(1, polePairs!);
  return { centre: lineRmsAt(plate.rpmPerVolt, plate.convention, rpm), spread: PLATE_SPREAD };
}

const kept: Kept<readonly SpunFit[]> = new Map();

/** Fits of the spun table to an epoch's readings; rows of the other connection left out when known. */
export function spunFits(job: Sitting, epoch: number): readonly SpunFit[] {
  return remembered(kept, ["backemf", "waveform", "setup"], job, epoch, (own) => fitSpun(own, epoch));
}

function fitSpun(job: Sitting, epoch: number): readonly SpunFit[] {
  const measured = spinOf(job, epoch);
  if (!measured) return [];
  const { polePairs } = polePairsOf(job, epoch);
  const { connection } = job.motor;
  const other =
    connection === "star" ? /Delta$/u : connection === "delta" ? /^(?:turnsStar|limbGone)$/u : /^$/u;
  return recogniseSpun(measured, healthySpun(job.motor, measured, polePairs)).filter(
    ({ outcome }) => !other.test(outcome),
  );
}

/**
 * The measured constant of an epoch in the convention the motor's plate uses; the shop's, else peak, where it has none.
 * Null where the three voltages are not equal: a mean over a faulty winding is no constant of the motor.
 */
export function constantOf(job: Sitting, epoch: number): MeasuredConstant | null {
  const measured = spinOf(job, epoch);
  // Outside the band the error is common to the three pairs: they compare, their mean is no constant.
  if (!measured || measured.uncounted || measured.refusal === "outsideBand") return null;
  if (spunFits(job, epoch)[0]?.outcome !== "equal") return null;
  const convention = job.motor.speedConstant?.convention ?? job.limits?.kvConvention?.choice ?? "peak";
  return measuredConstant(measured, polePairsOf(job, epoch).polePairs, convention);
}
