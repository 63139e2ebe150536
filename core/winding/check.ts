import {
  certain,
  chosen,
  lowerFirst,
  remembered,
  skipReason,
  type CheckAnswer,
  madeSteps,
  openSteps,
  type CheckDefinition,
  type CheckState,
  type DeclaredStep,
  type Finding,
  type Kept,
} from "../check/index.ts";
import { canMeasure, percentText, shareText, type Instrument } from "../quantity/index.ts";
import {
  balanceLimitOf,
  FAMILY_FACTS,
  latestIn,
  pairName,
  PAIRS,
  quantitiesIn,
  standing,
  standingIn,
  type Sitting,
  type Motor,
  type Pair,
} from "../record/index.ts";
import { windingAt, type PairBalance, type ScalePrior } from "../pattern/index.ts";
import type { PairSitting } from "./beforeAfter.ts";
import { canDecide } from "./canDecide.ts";
import { PAIR_OUTCOMES, LOCATED, type PairOutcome } from "./faultTable.ts";
import { measureForced, type ForcedReading } from "./forcedCurrent.ts";
import { imbalanceOf } from "./imbalance.ts";
import { WINDING_MASKS, WINDING_ROWS } from "./likelihoods.ts";
import { measurePairs, type DisplayReading, type MeasuredPairs } from "./measurePairs.ts";
import { recognisePattern, type PatternFit } from "./recognisePattern.ts";
import { WINDING_SLOTS } from "./slots.ts";
import { rivalsOf, tellApart } from "./tellApart.ts";
import { relativeSlope, resistanceAt } from "./temperature.ts";
import { INWARD, PAIRS_AT_REST, STEADY, TIPS, WINDING_VARIABLES } from "./variables.ts";

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
const MOST_NATURAL = 0.015;
/** More rival rows than this say only that the meter is too coarse. */
const MOST_RIVALS = 2;
/** Another row is said beside the best one while it is at least a tenth as likely. */
const ALSO_FITS = Math.log(10);

/** Readings of one meter alone: another's gain and zero differ, and mixed in they would fake an imbalance. */
function displayed(job: Sitting, slot: string, epoch: number, meter: Instrument): DisplayReading[] {
  return standingIn(job.readings, "winding", slot, epoch)
    .filter(({ instrumentId }) => instrumentId === null || instrumentId === meter.id)
    .flatMap(({ value }): DisplayReading[] =>
      value.kind === "ohms" ? [value.ohms] : value.kind === "open" ? ["open"] : [],
    );
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

const last = (values: readonly number[]) => values.at(-1);

/** The instrument of the last reading in a slot of this check. */
function usedFor(job: Sitting, slot: string, epoch: number): Instrument | undefined {
  const used = latestIn(job.readings, "winding", slot, epoch)?.instrumentId;
  return job.instruments.find(({ id }) => id === used);
}

/** Volts and amperes of a pair with a current forced through it, reading by reading; the current stands until read anew. */
function forcedReadings(job: Sitting, pair: Pair, epoch: number): ForcedReading[] {
  const amperes = quantitiesIn(job.readings, "winding", `${pair}.amperes`, epoch, "amperes");
  return quantitiesIn(job.readings, "winding", `${pair}.volts`, epoch, "volts").flatMap((volts, i) => {
    const current = amperes[i] ?? last(amperes);
    return current === undefined ? [] : [{ volts, amperes: current }];
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

/** Temperature of the winding in °C with its doubt (95 %): as read, else a room's. */
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

/** The best row and those that fit nearly as well: where two fit, both are said. */
export function fittingRows(fits: readonly PatternFit[]): readonly PatternFit[] {
  const best = fits[0];
  return best ? fits.filter(({ logLikelihood }) => best.logLikelihood - logLikelihood < ALSO_FITS) : [];
}

const PLAIN: Readonly<Record<PairOutcome, (phase: string, winding: string) => string>> = {
  balanced: () => "Pairs read equal, as expected",
  shifted: () => "Pairs equal, far from the expected value",
  turnsStar: (phase) => `Both pairs through ${phase} are low: fewer turns in limb ${phase}`,
  turnsDelta: (_, winding) => `${winding} is low, the others a little: fewer turns in winding ${winding}`,
  pathStar: (phase) => `Both pairs through ${phase} are half as high again: one of two paths open`,
  pathDelta: (_, winding) => `${winding} is half as high again: one of two paths open`,
  jointSeries: (phase) => `Both pairs through ${phase} are high: a joint or lead on ${phase}`,
  jointDelta: (_, winding) => `${winding} is high, the others a little: a joint in winding ${winding}`,
  erratic: () => "The pairs fit no single fault; repeat them",
  limbOpenDelta: (_, winding) => `${winding} reads double the others: winding ${winding} open`,
  pairShorted: (_, winding) => `${winding} reads near zero: its leads touch`,
  allShort: () => "All pairs near zero: shorted together, or the wrong range",
  twoOpen: (phase) => `Both pairs through ${phase} are open`,
  allOpen: () => "All pairs open: star joint, plug or all leads",
};

const SHORT_NOTES: Readonly<Record<PairOutcome, string>> = {
  balanced: "equal",
  shifted: "equal, shifted",
  turnsStar: "two low",
  turnsDelta: "one low",
  pathStar: "two high",
  pathDelta: "one high",
  jointSeries: "two high",
  jointDelta: "one high",
  erratic: "no pattern",
  limbOpenDelta: "3 : 1½ : 1½",
  pairShorted: "one short",
  allShort: "all short",
  twoOpen: "two open",
  allOpen: "all open",
};

function pairsFinding(job: Sitting, epoch: number): Finding | null {
  const fits = pairFits(job, epoch);
  const best = fits[0];
  if (!best) return null;
  const likelihood: Partial<Record<PairOutcome, number>> = {};
  for (const { outcome, logLikelihood } of fits)
    likelihood[outcome] = Math.exp(logLikelihood - best.logLikelihood);
  const winding = windingAt(best.phase);
  const measured = measuredOf(job, epoch);
  const imbalance = measured ? imbalanceOf(measured, balanceLimitOf(job)) : null;
  const figure = imbalance
    ? `; largest deviation ${percentText(imbalance.deviations[imbalance.worst].value)}, ${pairName(imbalance.worst)}`
    : "";
  const rows = fittingRows(fits);
  const advice = tellApart(rows);
  const rivals = rivalsOf(rows).slice(0, MOST_RIVALS);
  const also = rivals
    .map((rival) => `, or ${lowerFirst(PLAIN[rival.outcome](rival.phase, pairName(windingAt(rival.phase))))}`)
    .join("");
  const judged = honest(fits, imbalance);
  if (judged)
    return {
      check: "winding",
      variable: PAIRS_AT_REST.id,
      likelihood,
      sentence: judged.sentence,
      departs: judged.departs,
      place: null,
    };
  return {
    check: "winding",
    variable: PAIRS_AT_REST.id,
    likelihood,
    sentence: `${PLAIN[best.outcome](best.phase, pairName(winding))}${also}${figure}`,
    ...(advice !== null && { advice }),
    departs: best.outcome !== "balanced",
    place: LOCATED.has(best.outcome) ? { phase: best.phase, winding, share: best.phaseShare } : null,
  };
}

/**
 * What is said instead of the best-fitting row where that row would claim too much: a meter that cannot tell names no
 * fault, and pairs that differ are never called equal.
 */
function honest(
  fits: readonly PatternFit[],
  balance: PairBalance | null,
): { sentence: string; departs: boolean } | null {
  const best = fits[0]!;
  const even = fits.find(({ outcome }) => outcome === "balanced");
  const asGood = even !== undefined && best.logLikelihood - even.logLikelihood < ALSO_FITS;
  if (!balance || !(FINE_OUTCOMES.includes(best.outcome) || asGood)) return null;
  const { value, expanded } = balance.deviations[balance.worst];
  const figure = `${percentText(value)} ± ${shareText(expanded)}, ${pairName(balance.worst)}, where ${shareText(balance.limit)} is asked`;
  if (balance.judgement === "cannotTell")
    return { sentence: `This meter cannot tell whether the pairs are equal: ${figure}`, departs: false };
  if (balance.judgement === "agrees" && best.outcome !== "balanced")
    return { sentence: `Pairs equal within the limit: largest deviation ${figure}`, departs: false };
  if (balance.judgement === "departs" && best.outcome === "balanced")
    return {
      sentence: `Pairs differ, and no single fault fits them better than none: ${figure}`,
      departs: true,
    };
  return null;
}

function inwardFinding(job: Sitting, epoch: number): Finding[] {
  const read = chosen(job, "winding", WINDING_SLOTS, "inward", epoch);
  if (!read) return [];
  const words = {
    alike: "Alike at the windings' own ends: the fault lies in leads or plug",
    differ: "Still unlike at the windings' own ends: the fault lies further in",
    allOpen: "Still all open at the windings' own ends: the joint behind them",
  };
  return [certain("winding", INWARD, read, words[read], read !== "alike")];
}

function tipsFinding(measured: MeasuredPairs): Finding[] {
  const { tips } = measured;
  if (tips === "notTried") return [];
  const words = {
    nearZero: "Probe tips together read near zero",
    high: "Probe tips together read high",
    open: "Probe tips together read open",
  };
  return [certain("winding", TIPS, tips, words[tips], tips !== "nearZero")];
}

function steadyFinding(measured: MeasuredPairs): Finding[] {
  const read = PAIRS.flatMap((pair) => measured.pairs[pair] ?? []);
  const moving = read.some((pair) => pair.state === "contradictory" || ("drifting" in pair && pair.drifting));
  if (moving)
    return [
      certain("winding", STEADY, "drifting", "Repeats of one pair drift: contact, or the rotor moves", true),
    ];
  return read.some(({ count }) => count > 1)
    ? [certain("winding", STEADY, "steady", "Repeats agree", false)]
    : [];
}

function windingFindings(job: Sitting, epoch: number): Finding[] {
  const measured = measuredOf(job, epoch);
  if (!measured) return [];
  const pairs = pairsFinding(job, epoch);
  return [
    ...(pairs ? [pairs] : []),
    ...tipsFinding(measured),
    ...steadyFinding(measured),
    ...inwardFinding(job, epoch),
  ];
}

/**
 * All three pairs open, with the probes proved on their own tips in the same sitting: hard evidence that the
 * motor is unusable as it stands. Which joint it is, a reading at the next one inward tells. Common practice.
 */
export function allOpenProved(job: Sitting, epoch: number): boolean {
  const measured = measuredOf(job, epoch);
  return measured?.tips === "nearZero" && PAIRS.every((pair) => measured.pairs[pair]?.state === "open");
}

/** Outcomes a meter that cannot decide the limit leaves in one heap. */
const FINE_OUTCOMES = PAIR_OUTCOMES.filter((outcome) => /^(balanced|turns|joint|path)/u.test(outcome));
const MINUTES = 4;

function stateOf(job: Sitting, epoch: number, pairs: Finding | undefined): CheckState {
  const measured = measuredOf(job, epoch);
  const read = measured ? PAIRS.filter((pair) => measured.pairs[pair]) : [];
  if (read.length === 0) return skipReason(job, "winding", epoch) === null ? "toDo" : "skipped";
  if (read.length < PAIRS.length) return "inProgress";
  if (pairs?.departs) return "departs";
  const imbalance = measured ? imbalanceOf(measured, balanceLimitOf(job)) : null;
  return imbalance?.judgement ?? "cannotTell";
}

function noteOf(job: Sitting, epoch: number): string {
  const measured = measuredOf(job, epoch);
  const read = measured ? PAIRS.filter((pair) => measured.pairs[pair]).length : 0;
  if (read === 0) return skipReason(job, "winding", epoch) ?? "";
  if (read < PAIRS.length) return `${read}/${PAIRS.length}`;
  const best = pairFits(job, epoch)[0];
  return best ? SHORT_NOTES[best.outcome] : "read again";
}

const PAIRS_STEP: DeclaredStep = {
  name: "pairs",
  title: "Three pairs",
  slots: ["tips", ...PAIRS],
  minutes: MINUTES,
  variables: [PAIRS_AT_REST],
};
const INWARD_STEP: DeclaredStep = {
  name: "inward",
  title: "The pairs at the windings' own ends",
  slots: ["inward"],
  minutes: 10,
  variables: [INWARD],
};

/** Where this meter cannot tell, one of the shop's that can. */
const FINER_METER_STEP: DeclaredStep = {
  name: "finerMeter",
  title: "A finer meter, four-wire: three pairs again",
  slots: ["tips", ...PAIRS],
  minutes: MINUTES + 1,
  variables: [PAIRS_AT_REST],
};

/** Whether the pairs were left undecided, and another instrument at hand would decide them. */
function finerMeter(job: Sitting, epoch: number): boolean {
  const used = windingInstrument(job, epoch);
  const measured = measuredOf(job, epoch);
  const balance = measured ? imbalanceOf(measured, balanceLimitOf(job)) : null;
  if (!used || balance?.judgement === "agrees" || balance?.judgement === "departs") return false;
  const expected = job.motor.expected?.ohms ?? FAMILY_FACTS[job.motor.family].typicalOhms;
  const decides = (meter: Instrument) => canDecide(expected, balanceLimitOf(job), meter).answer !== "no";
  return !decides(used) && job.instruments.some((meter) => canMeasure(meter, "ohms") && decides(meter));
}

function stepsOf(job: Sitting, epoch: number, findings: readonly Finding[]): CheckAnswer["steps"] {
  const measured = measuredOf(job, epoch);
  const departs = findings.some(({ variable, departs }) => variable === PAIRS_AT_REST.id && departs);
  if (measured && PAIRS.every((pair) => measured.pairs[pair]))
    return [
      ...(departs && FAMILY_FACTS[job.motor.family].openable ? openSteps(findings, [INWARD_STEP]) : []),
      ...(finerMeter(job, epoch) ? openSteps([], [FINER_METER_STEP]) : []),
    ];
  const meter =
    windingInstrument(job, epoch) ?? job.instruments.find((candidate) => canMeasure(candidate, "ohms"));
  const expected = job.motor.expected?.ohms ?? FAMILY_FACTS[job.motor.family].typicalOhms;
  const blunt = meter ? canDecide(expected, balanceLimitOf(job), meter).answer === "no" : false;
  return [
    {
      ...PAIRS_STEP,
      variables: [PAIRS_AT_REST.id],
      merged: blunt ? { [PAIRS_AT_REST.id]: FINE_OUTCOMES } : {},
    },
  ];
}

/** The same with what cannot share the fault of the set-up. */
const OTHER_METER_STEP: DeclaredStep = {
  name: "otherMeter",
  title: "Other leads or another meter: three pairs again",
  slots: ["tips", ...PAIRS],
  minutes: MINUTES + 1,
  variables: [PAIRS_AT_REST],
};

/** Three pairs, lead to lead, rotor still. */
export const windingCheck: CheckDefinition = {
  id: "winding",
  title: "Three pairs",
  stage: "At rest",
  minutes: MINUTES,
  why: "Equal pairs mean three sound limbs; the pattern of unequal ones names the fault.",
  gated: true,
  live: false,
  keys: "readings",
  slots: WINDING_SLOTS,
  variables: WINDING_VARIABLES,
  rows: WINDING_ROWS,
  masks: WINDING_MASKS,
  leansOn: [],
  notApplicable: ({ family }) =>
    FAMILY_FACTS[family].windingsReachable ? null : FAMILY_FACTS[family].unreachableReason,
  optional: () => false,
  answer: (sitting, epoch) => {
    const findings = windingFindings(sitting, epoch);
    const pairs = findings.find(({ variable }) => variable === PAIRS_AT_REST.id);
    return {
      findings,
      state: stateOf(sitting, epoch, pairs),
      note: noteOf(sitting, epoch),
      steps: stepsOf(sitting, epoch, findings),
      made: madeSteps(findings, [OTHER_METER_STEP, INWARD_STEP]),
    };
  },
};
