import {
  certain,
  chosen,
  lowerFirst,
  madeSteps,
  openSteps,
  skipReason,
  type CheckDefinition,
  type CheckState,
  type DeclaredStep,
  type Finding,
} from "../../check/index.ts";
import type { Evidence } from "../../inference/index.ts";
import { agreementOf, windingAt } from "../../pattern/index.ts";
import { percentText, quantityText, SPEED_CONSTANT } from "../../quantity/index.ts";
import { FAMILY_FACTS, unreachedReason } from "../../families/index.ts";
import { isSkipSlot, latestIn, pairName, PAIRS, spinLimitOf, type Sitting } from "../../record/index.ts";
import {
  constantFinding,
  referenceFinding,
  referenceSelfFinding,
  sisterFinding,
} from "./constantFindings.ts";
import { pairFits, PAIRS_AT_REST, type PairOutcome } from "../winding/index.ts";
import { spinBalanceOf, type MeasuredSpin, type SpinBalance } from "./measureSpin.ts";
import type { SpunFit } from "./recogniseSpun.ts";
import { recordedSpin } from "./recordedSpin.ts";
import { constantOf, handSpinOf, isRecorded, referenceSpun, spinOf, spunFits } from "./spinRecord.ts";
import { BACKEMF_SLOTS } from "./slots.ts";
import { SPUN_LOCATED, type SpunOutcome } from "./spunTable.ts";
import { BACKEMF_VARIABLES, CONSTANT, PAIRS_SPUN, SISTER, SPIN_DRAG } from "./variables.ts";

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

function adviceOf(job: Sitting, epoch: number, best: SpunFit, measured: MeasuredSpin): string | undefined {
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
export function blindToOpenDelta(job: Sitting, epoch: number): boolean {
  if (job.motor.connection === "star") return false;
  return !PAIRS.every((pair) => latestIn(job.readings, "winding", pair, epoch));
}

/** What the pairs at rest read of the fault that a spun row stands for, with the same phase at the same place. */
const AT_REST: Readonly<Partial<Record<SpunOutcome, PairOutcome>>> = {
  turnsStar: "turnsStar",
  turnsDelta: "turnsDelta",
  limbGone: "turnsStar",
  pairShorted: "pairShorted",
  twoFloating: "twoOpen",
};

/**
 * Pairs at rest and pairs spun are one circuit: a fault is of one phase and one severity in both, so that the product of
 * both is averaged over the places and not the averages multiplied. Undefined while nothing was read at rest.
 */
function withPairs(job: Sitting, epoch: number, spun: readonly SpunFit[]): Evidence["with"] {
  const atRest = pairFits(job, epoch);
  if (atRest.length === 0) return undefined;
  const factors = spun.flatMap((fit) => {
    const rest = atRest.find(({ outcome }) => outcome === AT_REST[fit.outcome]);
    return rest ? [[fit.outcome, { [rest.outcome]: agreementOf(rest, fit) }] as const] : [];
  });
  return { variable: PAIRS_AT_REST.id, factors: Object.fromEntries(factors) };
}

function spunFinding(job: Sitting, epoch: number): Finding | null {
  const fits = spunFits(job, epoch);
  const best = fits[0];
  const measured = spinOf(job, epoch);
  if (!best || !measured || PAIRS.some((pair) => !measured.pairs[pair])) return null;
  if (measured.refusal === "belowFloor" && best.outcome !== "allFloating") return null;
  const likelihood: Partial<Record<SpunOutcome, number>> = {};
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
  const shared = withPairs(job, epoch, fits);
  return {
    check: "backemf",
    variable: PAIRS_SPUN.id,
    likelihood,
    sentence: `${PLAIN[best.outcome](best.phase, pairName(winding))}${also}${figure}${
      measured.uncounted
        ? "; nothing counted the speed, so compared with each other only"
        : measured.refusal === "outsideBand"
          ? "; outside the meter's band, so compared with each other only"
          : ""
    }`,
    ...(advice !== undefined && { advice }),
    ...(shared && { with: shared }),
    departs: best.outcome !== "equal",
    place: SPUN_LOCATED.has(best.outcome) ? { phase: best.phase, winding, share: best.phaseShare } : null,
  };
}

function dragFinding(job: Sitting, epoch: number): Finding[] {
  const turned = chosen(job, "backemf", BACKEMF_SLOTS, "drill", epoch);
  if (!turned) return [];
  const words = turned === "free" ? "The drill turns it freely" : "The drill turns it hard or stalls";
  return [certain("backemf", SPIN_DRAG, turned, words, turned === "hard")];
}

function spinFindings(job: Sitting, epoch: number): Finding[] {
  const spun = spunFinding(job, epoch);
  const equal = spun !== null && !spun.departs;
  const unit = spinOf(job, epoch)?.unit ?? "hertz";
  const measured = constantOf(job, epoch);
  const constant = equal && measured ? constantFinding(job.motor, measured, unit) : null;
  // Another motor on the same drill is held against what the same meter read: its gain is in both.
  const mine = handSpinOf(job, epoch);
  const other = isRecorded(job, epoch) ? null : referenceSpun(job, epoch);
  const ofAnother = latestIn(job.readings, "backemf", "sister.stated", epoch)?.value.kind === "quantity";
  const sister =
    mine && equal && !mine.uncounted && !ofAnother
      ? sisterFinding(mine, handSpinOf(job, epoch, "sister."))
      : null;
  const reference = other && equal && measured ? referenceFinding(job.motor, measured, other) : null;
  const itself = other && referenceSelfFinding(other);
  return [spun, ...dragFinding(job, epoch), constant, sister, reference, itself].filter(
    (finding) => finding !== null,
  );
}

/**
 * Whether a sister on the same drill would tell something: this one spins equal and its speed was counted, and the sister was
 * not read already in vain, at a speed counted otherwise.
 */
function tellsBySister(job: Sitting, epoch: number, spun: Finding | undefined): boolean {
  const mine = handSpinOf(job, epoch);
  if (!spun || spun.departs || !mine || mine.uncounted) return false;
  const sister = handSpinOf(job, epoch, "sister.");
  return !sister || PAIRS.some((pair) => !sister.pairs[pair]);
}

/** Balance of an epoch's spin at the limit in force; null while three pairs are not read. */
export function balanceOfSpin(job: Sitting, epoch: number): SpinBalance | null {
  const measured = spinOf(job, epoch);
  return measured && spinBalanceOf(measured, spinLimitOf(job));
}

/** Planning a spin is not one: nothing waits for a check that was only prepared. */
const PREPARING = new Set(["plannedSpeed", "gate", "route"]);

function stateOf(job: Sitting, epoch: number, findings: readonly Finding[]): CheckState {
  const measured = spinOf(job, epoch);
  const read = measured ? PAIRS.filter((pair) => measured.pairs[pair]) : [];
  const begun = job.readings.some(
    ({ check, epoch: when, slot }) =>
      check === "backemf" && when === epoch && !PREPARING.has(slot) && !isSkipSlot(slot),
  );
  if (!begun && !recordedSpin(job, epoch))
    return skipReason(job, "backemf", epoch) === null ? "toDo" : "skipped";
  if (findings.some(({ departs }) => departs)) return "departs";
  if (read.length < PAIRS.length || !measured) return "inProgress";
  if (measured.refusal === "belowFloor") return "cannotTell";
  const balance = spinBalanceOf(measured, spinLimitOf(job));
  if (balance?.judgement === "agrees" && blindToOpenDelta(job, epoch)) return "cannotTell";
  return balance?.judgement ?? "cannotTell";
}

function noteOf(job: Sitting, epoch: number): string {
  const measured = spinOf(job, epoch);
  const read = measured ? PAIRS.filter((pair) => measured.pairs[pair]).length : 0;
  if (read === 0) return skipReason(job, "backemf", epoch) ?? "";
  if (read < PAIRS.length) return `${read}/${PAIRS.length}`;
  const constant = constantOf(job, epoch);
  const best = spunFits(job, epoch)[0];
  if (best && best.outcome !== "equal") return SPUN_NOTES[best.outcome];
  return constant ? quantityText(constant.rpmPerVolt, SPEED_CONSTANT, constant.expanded) : "equal";
}

const SPIN_STEP = {
  name: "spin",
  title: "Spin it with a drill",
  slots: ["plannedSpeed", "speedBefore", ...PAIRS, "speedAfter"],
  minutes: MINUTES,
} as const;
const SISTER_STEP: DeclaredStep = {
  name: "sister",
  title: "A known-good sister on the same drill",
  slots: ["sister.speedBefore", ...PAIRS.map((pair) => `sister.${pair}`), "sister.speedAfter"],
  minutes: MINUTES,
  variables: [SISTER],
};

/** Spun by a drill: three equal voltages, and the speed constant. */
export const backemfCheck: CheckDefinition = {
  id: "backemf",
  title: "Spin test",
  stage: "Spun",
  minutes: MINUTES,
  why: "Equal volts per hertz mean three limbs of equal turns; the speed constant tells the magnets.",
  gated: true,
  live: false,
  looksAt: "motor",
  touchedBySetUp: false,
  keys: "readings",
  slots: BACKEMF_SLOTS,
  variables: BACKEMF_VARIABLES,
  // One circuit: an open delta winding spins equal, and a fault is of one phase and severity in both.
  // A recording tells the same three voltages, and better.
  leansOn: ["winding", "setup", "waveform"],
  notApplicable: unreachedReason,
  optional: ({ family }) => !FAMILY_FACTS[family].spinExpected,
  answer: (sitting, epoch) => {
    const findings = spinFindings(sitting, epoch);
    const spun = findings.find(({ variable }) => variable === PAIRS_SPUN.id);
    const wanted = [PAIRS_SPUN, SPIN_DRAG, ...(sitting.motor.speedConstant ? [CONSTANT] : [])];
    return {
      findings,
      state: stateOf(sitting, epoch, findings),
      note: noteOf(sitting, epoch),
      made: madeSteps(findings, [{ ...SPIN_STEP, variables: [PAIRS_SPUN] }]),
      steps: openSteps(findings, [
        ...(spun ? [] : [{ ...SPIN_STEP, variables: wanted }]),
        ...(tellsBySister(sitting, epoch, spun) ? [SISTER_STEP] : []),
      ]),
    };
  },
};
