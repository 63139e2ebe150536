import { certain, lowerFirst, skipReason, type CheckDefinition, type CheckState } from "../check/index.ts";
import type { Finding } from "../evidence/index.ts";
import { windingAt } from "../pattern/index.ts";
import { percentText, quantityText, SPEED_CONSTANT } from "../quantity/index.ts";
import {
  choiceIn,
  FAMILY_FACTS,
  latestIn,
  pairName,
  PAIRS,
  spinLimitOf,
  type JobRecord,
} from "../record/index.ts";
import { constantFinding, sisterFinding } from "./constantFindings.ts";
import { spinBalanceOf, type MeasuredSpin, type SpinBalance } from "./measureSpin.ts";
import type { SpunFit } from "./recogniseSpun.ts";
import { constantOf, spinOf, spunFits } from "./spinRecord.ts";
import { SPUN_LOCATED, type SpunOutcome } from "./spunTable.ts";

const ALSO_FITS = Math.log(10);
const MINUTES = 5;

const PLAIN: Readonly<Record<SpunOutcome, (phase: string, winding: string) => string>> = {
  equal: () => "Three equal voltages when spun",
  turnsStar: (phase) => `Both pairs through ${phase} make less: fewer turns in limb ${phase}`,
  turnsDelta: (_, winding) =>
    `${winding} makes less, the others a little less: fewer turns in winding ${winding}`,
  limbGone: (phase) => `Both pairs through ${phase} make 0.58: limb ${phase} makes nothing, or is reversed`,
  reversedDelta: (_, winding) => `${winding} makes a third: winding ${winding} is reversed`,
  erratic: () => "The voltages fit no single fault; repeat them",
  pairShorted: (_, winding) => `${winding} makes nothing and the others 0.87: its leads touch`,
  twoFloating: (phase) => `Both pairs through ${phase} float: limb or lead ${phase} is open`,
  allFloating: () => "All pairs float: star joint, plug, or no contact",
};

const SPUN_NOTES: Readonly<Record<SpunOutcome, string>> = {
  equal: "equal",
  turnsStar: "two low",
  turnsDelta: "one low",
  limbGone: "two at 0.58",
  reversedDelta: "one at a third",
  erratic: "no pattern",
  pairShorted: "one dead",
  twoFloating: "two float",
  allFloating: "all float",
};

function adviceOf(job: JobRecord, epoch: number, best: SpunFit, measured: MeasuredSpin): string | undefined {
  const through = PAIRS.filter((pair) => pair.includes(best.phase));
  const suspects = best.outcome === "allFloating" ? PAIRS : best.outcome === "twoFloating" ? through : [];
  if (suspects.some((pair) => measured.pairs[pair]?.burden === "notTried"))
    return "A meter of 10 MΩ picks volts out of the air: put a 10 kΩ load or a low-impedance mode on the pair and see whether it collapses.";
  if (noTriangle(measured))
    return "No winding makes these three: the largest exceeds the two others together. One was misread, or the speed changed. Repeat them.";
  if (best.outcome === "limbGone")
    return "A limb wholly shorted reads half its ohms at rest; a reversed one reads equal. Read the pairs at rest.";
  if (best.outcome === "equal" && blindToOpenDelta(job, epoch))
    return "A delta with one winding open spins equal too: only the pairs at rest show it. Read them before it passes.";
  if (measured.pairs.AB && best.outcome.startsWith("turns"))
    return "With the pairs at rest beside it: both depart, turns; only the resistance, a joint.";
  return undefined;
}

/** Round the three terminals the voltages add up to nothing, so no one of them exceeds the two others together. */
function noTriangle({ pairs }: MeasuredSpin): boolean {
  const values = PAIRS.map((pair) => pairs[pair]);
  const sum = values.reduce((total, pair) => total + (pair?.perSpeed ?? 0), 0);
  return values.some((pair) => pair && 2 * pair.perSpeed - sum > 3 * pair.independent.u);
}

/** A spin cannot see one open winding of a delta: where it may be one, equal volts do not pass without the pairs. */
export function blindToOpenDelta(job: JobRecord, epoch: number): boolean {
  if (job.motor.connection === "star") return false;
  return !PAIRS.every((pair) => latestIn(job.readings, "winding", pair, epoch));
}

function spunFinding(job: JobRecord, epoch: number): Finding | null {
  const fits = spunFits(job, epoch);
  const best = fits[0];
  const measured = spinOf(job, epoch);
  if (!best || !measured || PAIRS.some((pair) => !measured.pairs[pair])) return null;
  if (measured.refusal === "belowFloor" && best.outcome !== "allFloating") return null;
  const likelihood: Record<string, number> = {};
  for (const { outcome, logLikelihood } of fits)
    likelihood[outcome] = Math.exp(logLikelihood - best.logLikelihood);
  const balance = spinBalanceOf(measured, spinLimitOf(job));
  const winding = windingAt(best.phase);
  const rival = fits[1];
  const also =
    rival &&
    best.outcome !== "equal" &&
    rival.outcome !== "erratic" &&
    rival.outcome !== "equal" &&
    best.logLikelihood - rival.logLikelihood < ALSO_FITS
      ? `, or ${lowerFirst(PLAIN[rival.outcome](rival.phase, pairName(windingAt(rival.phase))))}`
      : "";
  const figure =
    balance && !best.outcome.endsWith("Floating")
      ? `; largest deviation ${percentText(balance.deviations[balance.worst].value)}, ${pairName(balance.worst)}`
      : "";
  const advice = adviceOf(job, epoch, best, measured);
  return {
    variable: "spun",
    likelihood,
    sentence: `${PLAIN[best.outcome](best.phase, pairName(winding))}${also}${figure}`,
    ...(advice !== undefined && { advice }),
    departs: best.outcome !== "equal",
    place: SPUN_LOCATED.has(best.outcome) ? { phase: best.phase, winding, share: best.phaseShare } : null,
  };
}

function dragFinding(job: JobRecord, epoch: number): Finding[] {
  const turned = choiceIn(job.readings, "backemf", "drill", epoch);
  if (turned !== "free" && turned !== "hard") return [];
  const words = turned === "free" ? "The drill turns it freely" : "The drill turns it hard or stalls";
  return [certain("spinDrag", turned, words, turned === "hard")];
}

function spinFindings(job: JobRecord, epoch: number): Finding[] {
  const spun = spunFinding(job, epoch);
  const equal = spun !== null && !spun.departs;
  const measured = constantOf(job, epoch);
  const constant = equal && measured ? constantFinding(job.motor, measured) : null;
  const mine = spinOf(job, epoch);
  const sister = mine && equal ? sisterFinding(mine, spinOf(job, epoch, "sister.")) : null;
  return [spun, ...dragFinding(job, epoch), constant, sister].filter((finding) => finding !== null);
}

/** Balance of an epoch's spin at the limit in force; null while three pairs are not read. */
export function balanceOfSpin(job: JobRecord, epoch: number): SpinBalance | null {
  const measured = spinOf(job, epoch);
  return measured && spinBalanceOf(measured, spinLimitOf(job));
}

/** Planning a spin is not one: nothing waits for a check that was only prepared. */
const PREPARING = new Set(["skipped", "plannedSpeed", "gate", "route"]);

function stateOf(job: JobRecord, epoch: number): CheckState {
  const measured = spinOf(job, epoch);
  const read = measured ? PAIRS.filter((pair) => measured.pairs[pair]) : [];
  const begun = job.readings.some(
    ({ check, epoch: when, slot }) => check === "backemf" && when === epoch && !PREPARING.has(slot),
  );
  if (!begun) return skipReason(job, "backemf", epoch) === null ? "toDo" : "skipped";
  const findings = spinFindings(job, epoch);
  if (findings.some(({ departs }) => departs)) return "departs";
  if (read.length < PAIRS.length || !measured) return "inProgress";
  if (measured.refusal !== null) return "cannotTell";
  const balance = spinBalanceOf(measured, spinLimitOf(job));
  if (balance?.judgement === "agrees" && blindToOpenDelta(job, epoch)) return "cannotTell";
  return balance?.judgement ?? "cannotTell";
}

/** Spun by a drill: three equal voltages, and the speed constant. */
export const backemfCheck: CheckDefinition = {
  id: "backemf",
  title: "Spin test",
  stage: "Spun",
  minutes: MINUTES,
  why: "Equal volts per hertz mean three limbs of equal turns; the speed constant tells the magnets.",
  notApplicable: ({ motor }) =>
    FAMILY_FACTS[motor.family].windingsReachable ? null : FAMILY_FACTS[motor.family].unreachableReason,
  optional: ({ motor }) => !FAMILY_FACTS[motor.family].spinExpected,
  findings: spinFindings,
  state: stateOf,
  note: (job, epoch) => {
    const measured = spinOf(job, epoch);
    const read = measured ? PAIRS.filter((pair) => measured.pairs[pair]).length : 0;
    if (read === 0) return skipReason(job, "backemf", epoch) ?? "";
    if (read < PAIRS.length) return `${read}/${PAIRS.length}`;
    const constant = constantOf(job, epoch);
    const best = spunFits(job, epoch)[0];
    if (best && best.outcome !== "equal") return SPUN_NOTES[best.outcome];
    return constant ? quantityText(constant.rpmPerVolt, SPEED_CONSTANT, constant.expanded) : "equal";
  },
  open: (job, epoch) => {
    const known = spinFindings(job, epoch).map(({ variable }) => variable);
    const wanted = ["spun", "spinDrag", ...(job.motor.speedConstant ? ["constant"] : [])];
    const variables = wanted.filter((variable) => !known.includes(variable));
    return variables.length > 0 && !known.includes("spun")
      ? { check: "backemf", minutes: MINUTES, variables, merged: {} }
      : null;
  },
};
