import {
  COMPANION_ODDS,
  COMPLAINT_WITHOUT_CAUSE,
  cureFactsOf,
  experienceFactors,
  experienceFor,
  experienceText,
  explainsIn,
  factsOf,
  isMendedOnMotor,
  labour,
  namedIn,
  oddsFactors,
  priorsOf,
  RUN_WELL,
  settingsOf,
  timesOdds,
  uncomplainedFactors,
  type FaultId,
  UNRELATED_ODDS,
} from "../known/index.ts";
import { type CheckAnswer, type CheckDefinition, type Finding } from "../check/index.ts";
import { infer, whatWouldTurn, type Circumstances, type Inference } from "../inference/index.ts";
import {
  DISPOSITION_LABELS,
  epochOf,
  workshopOf,
  type CheckId,
  type JobRecord,
  type PriceBook,
} from "../record/index.ts";
import { allOpenProved, measuredOf } from "../measure/winding/index.ts";
import {
  actionsFor,
  dispositionBeliefs,
  hazardLeft,
  outsideBelief,
  worksOn,
  LEAST_EXACT,
  MOST_DOUBT,
  type Action,
} from "./action.ts";
import { hardFactOf, type HardFact } from "./hardFact.ts";
import { carriedBy } from "./grounds.ts";
import { kindOf, modelFor, RULES_VERSION, type MotorModel } from "./model.ts";
import { answerIn, CHECKS, checkOf } from "../measure/index.ts";
import { proposal, ranked, steadied, stepsIn, type Step } from "./steps.ts";
import {
  departingOnMotor,
  clearingNeeds,
  decidingNeeds,
  isFeedSeenToFail,
  isMet,
  needTold,
  oneEach,
  nextForNeed,
} from "./warrant.ts";
import { clearedText, headlineOf, readText, reasonOf } from "./words.ts";
import type { NextCheck } from "./nextCheck.ts";
import type { FaultBelief, Suspect, Verdict } from "./verdict.ts";

/** From this chance of a faulty set-up on it is mended first: nothing is done to the motor until it was read anew. */
export const MOST_SETUP_DOUBT = 0.5;
/** A finding more likely a slip than this is said not to fit. */
const DOUBTFUL_FROM = 0.5;
/** More on top of what leads is shown from this chance on that just it is needed. Judgement. */
const LEAST_APART = 0.1;
/** More on top of anything else is shown where it is likelier to be enough by this much. Judgement. */
const LEAST_ADDED = 0.01;
const MOST_CHANGES = 3;
const MOST_RIVALS = 3;

const applicableTo = ({ motor }: JobRecord) => CHECKS.filter((check) => check.notApplicable(motor) === null);

/**
 * Findings that count in an epoch. After a repair, what departed before is void until it is read again;
 * what agreed before stands, unless it was read anew.
 */
export function findingsOf(job: JobRecord, epoch: number): readonly Finding[] {
  const now = applicableTo(job).flatMap(({ id }) => answerIn(id, job, epoch).findings);
  if (epoch === 0) return now;
  const fresh = new Set(now.map(({ variable }) => variable));
  return [
    ...now,
    ...findingsOf(job, epoch - 1)
      .filter(({ variable, departs }) => !departs && !fresh.has(variable))
      // How far it bore out readings that were since taken anew says nothing of the new ones.
      .map(({ with: other, ...finding }) =>
        other && !fresh.has(other.variable) ? { ...finding, with: other } : finding,
      ),
  ];
}

const ALL_OPEN: HardFact = {
  ends: "asItStands",
  sentence:
    "All pairs open, probes proved: unusable as it stands. A reading at the next joint inward tells which.",
};

/**
 * Whether a verdict waits for a check: one not made or half made and not optional; after a repair only one that departed
 * before it, since what agreed still stands.
 */
function isAwaited(job: JobRecord, check: CheckDefinition, { state }: CheckAnswer, epoch: number): boolean {
  if (check.optional(job.motor)) return false;
  if (state !== "toDo" || epoch === 0) return state === "toDo" || state === "inProgress";
  return answerIn(check.id, job, epoch - 1).findings.some(({ departs }) => departs);
}

/** Whether something is to be explained: a complaint as it came in, and after a repair a run that was rough again. */
function isComplained(job: JobRecord, epoch: number): boolean {
  if (epoch === 0) return job.complaint !== "routine";
  return workshopOf(job).runs.findLast((run) => run.epoch === epoch)?.sound === "rough";
}

/** What is known of a job before its findings: its complaint and history, the connection, whether probes were proved. */
export function circumstancesOf(job: JobRecord, epoch: number, model: MotorModel): Circumstances {
  const { motor, complaint, events } = job;
  const complained = isComplained(job, epoch);
  const found = experienceFor(job.limits, motor);
  const factors = timesOdds(
    complained || epoch === 0 ? oddsFactors(complaint, events) : {},
    complained ? {} : uncomplainedFactors(),
    found ? experienceFactors(found, model.ids) : {},
  );
  return {
    settings: settingsOf(motor.connection, measuredOf(job, epoch)?.tips === "nearZero"),
    priors: priorsOf(model.ids, motor.family, factors),
    complaint: complained
      ? {
          withoutCause: COMPLAINT_WITHOUT_CAUSE,
          furtherCause: UNRELATED_ODDS,
          companionCause: COMPANION_ODDS,
          explains: model.ids.map((fault) => explainsIn(fault, complaint)),
        }
      : null,
  };
}

/** Chances that differ by rounding alone are equal, and are then ordered by name. */
const roundedChance = ({ probability }: FaultBelief) => Math.round(probability * 1e12);

const touching = new WeakMap<MotorModel["rows"], Map<string, Set<string>>>();

/** The variables that a fault shows in. */
function touchedBy({ rows }: MotorModel, fault: string): ReadonlySet<string> {
  let byFault = touching.get(rows);
  if (!byFault) {
    byFault = new Map();
    for (const row of rows) byFault.set(row.fault, (byFault.get(row.fault) ?? new Set()).add(row.variable));
    touching.set(rows, byFault);
  }
  return byFault.get(fault) ?? new Set();
}

function faultBeliefs(model: MotorModel, inference: Inference, findings: readonly Finding[]): FaultBelief[] {
  return model.ids
    .map((fault, i): FaultBelief => {
      const { name, placed } = factsOf(fault);
      const touched = touchedBy(model, fault);
      const pointing = placed
        ? findings.find(({ variable, place }) => place !== null && touched.has(variable))
        : undefined;
      const weights = findings.map(({ variable, sentence }, f) => ({
        variable,
        sentence,
        weight: inference.weights[f]![i]!,
        clears: !touched.has(variable),
      }));
      weights.sort((a, b) => Math.abs(b.weight) - Math.abs(a.weight) || (a.variable < b.variable ? -1 : 1));
      return {
        fault,
        name,
        probability: inference.marginals[i]!,
        place: pointing?.place ?? null,
        weights,
      };
    })
    .sort((a, b) => roundedChance(b) - roundedChance(a) || (a.fault < b.fault ? -1 : 1));
}

function planOf(job: JobRecord, answers: ReadonlyMap<CheckId, CheckAnswer>): Verdict["plan"] {
  return CHECKS.map(({ id, title, stage, minutes, notApplicable, optional }) => {
    const answer = answers.get(id);
    return {
      check: id,
      title,
      stage,
      minutes,
      state: answer?.state ?? "skipped",
      note: answer?.note ?? "not applicable",
      notApplicable: notApplicable(job.motor),
      optional: optional(job.motor),
    };
  });
}

/** What a fact that ends the matter asks for. */
function endedBy({ ends }: HardFact, actions: readonly Action[]): readonly Action[] {
  const found = actions.find(({ cures }) => cures.length === 1 && cures[0] === ends);
  return found ? [found, ...actions.filter((one) => one !== found)] : actions;
}

/** Whether it is our own set-up that is at fault. */
const isOfSetUp = ({ fault }: FaultBelief) =>
  factsOf(fault).cures.some((cure) => cureFactsOf(cure).readsAnew);

/** A job weighed: what was found, what it makes of the faults, what leads, and what could still be read. */
export function weigh(job: JobRecord, epoch: number) {
  const answers = new Map(applicableTo(job).map(({ id }) => [id, answerIn(id, job, epoch)]));
  const findings = steadied(job, epoch, findingsOf(job, epoch), answers);
  const model = modelFor(kindOf(job.motor));
  const circumstances = circumstancesOf(job, epoch, model);
  const inference = infer(model, circumstances, findings);
  const faults = faultBeliefs(model, inference, findings);
  const complained = isComplained(job, epoch);
  const likely = actionsFor(model, job.motor, inference, complained, job.limits?.prices);
  const joint = likely[0]?.disposition === "resolder" || likely[0]?.disposition === "repair";
  const hardFact = hardFactOf(job, epoch) ?? (joint && allOpenProved(job, epoch) ? ALL_OPEN : null);
  const [action = null, ...others] = hardFact ? endedBy(hardFact, likely) : likely;
  const setupDoubt = (faults.find(isOfSetUp)?.probability ?? 0) >= MOST_SETUP_DOUBT;
  const slips = new Map(findings.map(({ variable }, f) => [variable, inference.slips[f]!]));
  const alone = action && carriedBy(model, action, faults, findings);
  // What departs on a motor that is about to go back as it is, is read again first.
  const unexplained = action && !worksOn(action) ? departingOnMotor(model, findings) : [];
  const doubted = [...(alone === null ? [] : [alone]), ...unexplained.map(({ variable }) => variable)];
  const steps = stepsIn(job, epoch, answers, slips, doubted, setupDoubt);
  return {
    ...{ answers, findings, model, circumstances, inference, faults, complained, likely },
    ...{ hardFact, action, others, setupDoubt, alone, steps },
  };
}

/**
 * Judges a job from its record alone: the same record gives the same verdict in browser, server and
 * command line. No clock, no randomness.
 * @param job the record; instruments must include those its readings name
 * @param epoch which epoch to judge; the present one by default
 */
export function assessJob(job: JobRecord, epoch = epochOf(job)): Verdict {
  const weighed = weigh(job, epoch);
  const { answers, findings, model, circumstances, inference, faults, likely } = weighed;
  const { hardFact, action, others, steps } = weighed;

  const awaited = [...answers].find(([id, answer]) => isAwaited(job, checkOf(id), answer, epoch))?.[0];
  const seen = { job, epoch, ...weighed, awaited: awaited ? checkOf(awaited) : null };
  const needs = decidingNeeds(seen);
  const held = needs.some(({ holds }) => holds);
  const doubt = MOST_DOUBT[job.motor.consequence];
  const sure = action !== null && action.probability >= 1 - doubt;
  const likelyEnough = sure && action.unsafe === null && !held;
  const plain = hardFact !== null || (likelyEnough && action.exact >= 1 - doubt);
  // Where the matter is plain no further reading is weighed.
  const proposed = plain ? [] : ranked(model, circumstances, inference, steps);
  const settled =
    plain ||
    (likelyEnough && action.exact >= LEAST_EXACT && !worthAsking(action, proposed, job.limits?.prices));
  const remedies = dispositionBeliefs(model, inference);
  // What is to be done may still be open when it is plain that the motor is not at fault.
  const chance = outsideBelief(model, inference);
  const outsideSure = !settled && epoch === 0 && chance >= 1 - doubt;
  const clearing = outsideSure ? clearingNeeds(seen) : [];
  // However unlikely a fault of the motor is, one that hurts has a limit of its own.
  const hazard = outsideSure ? hazardLeft(model, job.motor, inference) : null;
  const cleared = outsideSure && hazard === null && !clearing.some(({ holds }) => holds);
  const ranWell = isMet(RUN_WELL, findings);
  const failed = isFeedSeenToFail(seen);
  const sentBack = ranWell || failed ? "notMotor" : "cleared";
  const decided = settled && action ? action.disposition : cleared ? sentBack : null;
  const proposals = decided && !cleared ? [] : proposed;
  // A check that a clearing waits for is made, however little it would tell.
  const last = needs.find(({ holds, comes }) => holds && comes === "last")?.step;
  const next = decided
    ? (proposals[0] ?? null)
    : (nextForNeed(needs, sure) ?? nextForNeed(clearing, outsideSure) ?? proposals[0] ?? last ?? null);

  const plan = planOf(job, answers);
  const nothingWrong = decided !== null && hardFact === null && action?.cures.length === 0;
  const found = experienceFor(job.limits, job.motor);
  return {
    rules: RULES_VERSION,
    epoch,
    headline: cleared
      ? DISPOSITION_LABELS[sentBack]
      : headlineOf(decided, hardFact, action, faults, epoch, job.motor),
    reason: cleared
      ? clearedText(ranWell, failed, chance, doubt)
      : [
          reasonOf(needs, hardFact, decided !== null, action, doubt),
          ...(nothingWrong ? [readText(job.motor, plan)] : []),
        ].join(" "),
    decided,
    action,
    rivals: others.filter((one) => isOfItsOwn(one, action, likely)).slice(0, MOST_RIVALS),
    doubtful: findings.flatMap(({ variable }, f) => (inference.slips[f]! > DOUBTFUL_FROM ? [variable] : [])),
    hardFact,
    faults,
    remedies,
    cleared,
    outside: { chance, suspects: suspectsIn(model, faults, steps) },
    findings,
    ...(found && { experience: experienceText(found) }),
    sound: inference.posterior[0] ?? 0,
    beyondThree: inference.beyond,
    next,
    proposals,
    runnerUp: proposals.find((one) => one.check !== next?.check || one.title !== next.title) ?? null,
    wouldChange: whatWouldTurn(model, circumstances, model.actions, inference, steps)
      .slice(0, MOST_CHANGES)
      .map(({ to, ...turn }) => ({ ...turn, to: namedIn(to) })),
    warrant: (cleared ? clearing : oneEach([...needs, ...clearing])).map(needTold),
    plan,
  };
}

/** Less likely causes outside are not listed. Judgement. */
const LEAST_SUSPECT = 0.02;

/** Causes outside the motor, the likeliest first, each with the cheapest reading that it shows in. */
const suspectsIn = (
  model: MotorModel,
  faults: readonly FaultBelief[],
  steps: readonly Step[],
): readonly Suspect[] =>
  faults
    .filter(({ fault, probability }) => probability >= LEAST_SUSPECT && liesOutside(fault))
    .map(({ fault, name, probability }) => {
      const touched = touchedBy(model, fault);
      const step = steps
        .filter(({ again, variables }) => !again && variables.some((id) => touched.has(id)))
        .toSorted((a, b) => a.minutes - b.minutes)[0];
      return { fault, name, probability, step: step ? proposal(step, "") : null };
    });

/** Whether it is mended, and not on the motor. */
const liesOutside = (fault: FaultId) => factsOf(fault).cures.length > 0 && !isMendedOnMotor(fault);

/** Whether a reading is left that costs less than what the action would waste without it. */
const worthAsking = ({ waste }: Action, steps: readonly NextCheck[], book?: PriceBook) =>
  steps.some(({ minutes }) => labour(minutes, book) < waste);

/** Whether it does all that the other one does. */
const doesAllOf = ({ cures }: Action, other: Action) => other.cures.every((cure) => cures.includes(cure));

/** Whether an action is one of its own, and not another with more on top for caution or for next to nothing. */
const isOfItsOwn = (one: Action, leading: Action | null, likely: readonly Action[]) =>
  (one.exact >= LEAST_APART || leading === null || !doesAllOf(one, leading)) &&
  !likely.some(
    (other) =>
      other.cures.length < one.cures.length &&
      doesAllOf(one, other) &&
      other.probability + LEAST_ADDED > one.probability,
  );
