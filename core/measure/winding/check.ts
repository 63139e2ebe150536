import {
  certain,
  chosen,
  lowerFirst,
  madeSteps,
  skipReason,
  type CheckDefinition,
  type CheckState,
  type Finding,
} from "../../check/index.ts";
import { percentText, quantityText, RESISTANCE, type Ohms } from "../../quantity/index.ts";
import { balanceLimitOf, unreachedReason } from "../../families/index.ts";
import { pairName, PAIRS, type Sitting } from "../../record/index.ts";
import { windingAt } from "../../pattern/index.ts";
import { LOCATED, type PairOutcome } from "./faultTable.ts";
import { imbalanceOf } from "./imbalance.ts";
import { threeFinite, type MeasuredPairs } from "./measurePairs.ts";
import { measuredOf, pairFits } from "./pairRecord.ts";
import { fittingRows, honest, PLAIN, SHORT_NOTES } from "./pairWords.ts";
import { WINDING_SLOTS } from "./slots.ts";
import { INWARD_STEP, MINUTES, OTHER_METER_STEP, stepsOf } from "./steps.ts";
import { rivalsOf, tellApart } from "./tellApart.ts";
import { INWARD, PAIRS_AT_REST, STEADY, TIPS, WINDING_VARIABLES } from "./variables.ts";

/** More rival rows than this say only that the meter is too coarse. */
const MOST_RIVALS = 2;

/** What tells equal pairs where a two-wire meter cannot. Common practice. */
const ABLE_METER = "a four-wire meter, or a current forced through the pair";

/** Near zero says nothing where the meter cannot tell half of a healthy pair from nothing: then it is no short. */
function bluntSentence(measured: MeasuredPairs, healthy: Ohms | null): string | null {
  const three = threeFinite(measured);
  if (!three || healthy === null || !PAIRS.some((pair) => three[pair].state === "short")) return null;
  const widest = Math.max(...PAIRS.map((pair) => three[pair].expanded));
  return widest > healthy / 2
    ? `This meter cannot tell a healthy pair from a short: ± ${quantityText(widest, RESISTANCE)} where ${quantityText(healthy, RESISTANCE)} is expected`
    : null;
}

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
  const blunt = measured && bluntSentence(measured, job.motor.expected?.ohms ?? null);
  if (blunt)
    return {
      ...{ check: "winding", variable: PAIRS_AT_REST.id, likelihood, sentence: blunt },
      ...{ departs: false, place: null, ableMeter: ABLE_METER },
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

/** Three pairs, lead to lead, rotor still. */
export const windingCheck: CheckDefinition = {
  id: "winding",
  title: "Three pairs",
  stage: "At rest",
  minutes: MINUTES,
  why: "Equal pairs mean three sound limbs; the pattern of unequal ones names the fault.",
  gated: true,
  live: false,
  looksAt: "motor",
  touchedBySetUp: true,
  keys: "readings",
  slots: WINDING_SLOTS,
  variables: WINDING_VARIABLES,
  leansOn: [],
  notApplicable: unreachedReason,
  optional: () => false,
  answer: (sitting, epoch) => {
    const found = windingFindings(sitting, epoch);
    const pairs = found.find(({ variable }) => variable === PAIRS_AT_REST.id);
    const state = stateOf(sitting, epoch, pairs);
    const findings =
      state === "cannotTell"
        ? found.map((finding) => (finding === pairs ? { ...finding, ableMeter: ABLE_METER } : finding))
        : found;
    return {
      findings,
      state,
      note: noteOf(sitting, epoch),
      steps: stepsOf(sitting, epoch, findings),
      made: madeSteps(findings, [OTHER_METER_STEP, INWARD_STEP]),
    };
  },
};
