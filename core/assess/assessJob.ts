import {
  COMPANION_ODDS,
  COMPLAINT_WITHOUT_CAUSE,
  cureFactsOf,
  curesIn,
  curesText,
  factsOf,
  oddsFactors,
  priorsOf,
  settingsOf,
  timesOdds,
  uncomplainedFactors,
  UNRELATED_ODDS,
  type CureId,
} from "../catalogue/index.ts";
import {
  findingOf,
  lowerFirst,
  REPEATED,
  type CheckAnswer,
  type CheckDefinition,
  type Finding,
} from "../check/index.ts";
import {
  infer,
  rankSteps,
  whatWouldTurn,
  type Candidate,
  type Circumstances,
  type Inference,
} from "../inference/index.ts";
import { hardFactOf, type HardFact } from "../mechanical/index.ts";
import { chanceText } from "../quantity/index.ts";
import {
  DISPOSITION_LABELS,
  epochOf,
  type CheckId,
  type Disposition,
  type JobRecord,
} from "../record/index.ts";
import { RUN_GOOD } from "../run/index.ts";
import { allOpenProved, measuredOf, PAIRS_AT_REST } from "../winding/index.ts";
import { actionsFor, dispositionBeliefs, labour, LEAST_EXACT, MOST_DOUBT, type Action } from "./action.ts";
import { kindOf, modelFor, RULES_VERSION, type MotorModel } from "./model.ts";
import { answerIn, CHECKS, checkOf } from "./registry.ts";
import type { FaultBelief, NextCheck, Verdict } from "./verdict.ts";

/** From this chance of a faulty set-up on nothing is done to the motor. */
export const MOST_SETUP_DOUBT = 0.5;
/** A finding more likely a slip than this is said not to fit. */
const DOUBTFUL_FROM = 0.5;
/** From this chance of a slip on reading it again is among the steps. Judgement. */
const AGAIN_FROM = 0.04;
/** More on top of what leads is shown from this chance on that just it is needed. Judgement. */
const LEAST_APART = 0.03;
/** What was read this often is not proposed again. */
const MOST_TIMES = 2;
/** A finding speaks plainly for a fault from this weight on: four times the odds. Judgement. */
const PLAINLY = 6;
/** The step that mends a doubtful set-up. */
const OTHER_METER = "otherMeter";
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
    ...findingsOf(job, epoch - 1).filter(({ variable, departs }) => !departs && !fresh.has(variable)),
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

/** What is known of a job before its findings: its complaint and history, the connection, whether probes were proved. */
export function circumstancesOf(job: JobRecord, epoch: number, model: MotorModel): Circumstances {
  const { motor, complaint, events } = job;
  const complained = epoch === 0 && complaint !== "routine";
  const factors = timesOdds(
    epoch === 0 ? oddsFactors(complaint, events) : {},
    complained ? {} : uncomplainedFactors(),
  );
  return {
    settings: settingsOf(motor.connection, measuredOf(job, epoch)?.tips === "nearZero"),
    priors: priorsOf(model.ids, motor.family, factors),
    complaint: complained
      ? {
          withoutCause: COMPLAINT_WITHOUT_CAUSE,
          furtherCause: UNRELATED_ODDS,
          companionCause: COMPANION_ODDS,
        }
      : null,
  };
}

function faultBeliefs(model: MotorModel, inference: Inference, findings: readonly Finding[]): FaultBelief[] {
  return model.ids
    .map((fault, i): FaultBelief => {
      const { name, placed } = factsOf(fault);
      const touched = new Set(
        model.rows.filter((row) => row.fault === fault).map(({ variable }) => variable),
      );
      const pointing = placed
        ? findings.find(
            ({ variable, place }) =>
              place !== null && model.rows.some((row) => row.fault === fault && row.variable === variable),
          )
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
    .sort((a, b) => b.probability - a.probability);
}

/** Choices made of a slot in an epoch, corrected ones included, in the order they were made. */
function choicesOf({ readings }: JobRecord, check: CheckId, slot: string, epoch: number): string[] {
  return readings.flatMap(({ check: where, slot: at, epoch: when, value }) =>
    where === check && at === slot && when === epoch
      ? value.kind === "choice"
        ? [value.choice]
        : value.kind === "choices"
          ? [value.choices.join(" ")]
          : []
      : [],
  );
}

/** How often a step was made in an epoch, by its first slot. */
function timesMade({ readings }: JobRecord, check: CheckId, slots: readonly string[], epoch: number): number {
  return readings.filter(
    ({ check: where, slot, epoch: when, value }) =>
      where === check && slot === slots[0] && when === epoch && value.kind !== "undone",
  ).length;
}

/** What was felt or seen twice alike is hardly a slip any more. */
function steadied(
  job: JobRecord,
  epoch: number,
  findings: readonly Finding[],
  answers: ReadonlyMap<CheckId, CheckAnswer>,
): readonly Finding[] {
  const twice = new Set(
    [...answers].flatMap(([check, { made }]) =>
      made.flatMap(({ slots, variables }) => {
        const said = choicesOf(job, check, slots[0] ?? "", epoch);
        return said.length > 1 && said.at(-1) === said.at(-2) ? variables : [];
      }),
    ),
  );
  return twice.size === 0
    ? findings
    : findings.map((finding) => (twice.has(finding.variable) ? { ...finding, slip: REPEATED } : finding));
}

/** A step of a check, as the engine's candidate. */
interface Step extends Candidate {
  readonly check: CheckId;
  readonly title: string;
  readonly slots: readonly string[];
}

/**
 * What could still be read: the open steps of every check that was not skipped, and once more what was read already and
 * may well have been a slip.
 */
function stepsIn(
  job: JobRecord,
  epoch: number,
  answers: ReadonlyMap<CheckId, CheckAnswer>,
  slips: ReadonlyMap<string, number>,
  setupDoubt: boolean,
): Step[] {
  return [...answers].flatMap(([check, { state, steps, made }]) => {
    if (state === "skipped") return [];
    const again = made.filter(
      ({ name, slots, variables }) =>
        timesMade(job, check, slots, epoch) < MOST_TIMES &&
        (variables.some((variable) => (slips.get(variable) ?? 0) > AGAIN_FROM) ||
          (setupDoubt && name === OTHER_METER)),
    );
    return [
      ...steps.map((step) => ({ ...step, id: `${check}.${step.name}`, check })),
      ...again.map((step) => ({
        ...step,
        id: `${check}.${step.name}.again`,
        title: /again$/u.test(step.title) ? step.title : `Read again: ${lowerFirst(step.title)}`,
        check,
      })),
    ];
  });
}

/** Everything that keeps a verdict open, in the order it is said; the first one that holds is the reason. */
interface Holds {
  /** All pairs read open, and nobody proved the probes. */
  readonly unproved: boolean;
  readonly halfDone: CheckDefinition | undefined;
  readonly setupDoubt: boolean;
  /** Checks of the motor's body that are not made yet, before it is opened or cleared. */
  readonly unread: readonly CheckDefinition[];
  /** It would clear the motor, and nothing outside was seen to fail. */
  readonly uncleared: boolean;
}

const open = ({ unproved, halfDone, setupDoubt, unread, uncleared }: Holds) =>
  unproved || halfDone !== undefined || setupDoubt || unread.length > 0 || uncleared;

const worksOn = (action: Action) => action.cures.some((cure) => cureFactsOf(cure).onMotor);

const percent = (share: number) => `${Math.round(share * 100)} %`;

function reasonOf(
  holds: Holds,
  hardFact: HardFact | null,
  decided: boolean,
  action: Action | null,
  doubt: number,
): string {
  if (hardFact) return hardFact.sentence;
  if (holds.unproved)
    return "All pairs open proves nothing until the probe tips were touched together and read near zero.";
  if (holds.halfDone) return `${holds.halfDone.title}: half done. Finish it before deciding.`;
  if (holds.setupDoubt) return "The test set-up is the likely cause: mend it and read again what it touched.";
  if (!action) return "What fits best is something that these checks cannot see.";
  const what = action.cures.length > 0 ? curesText(action.cures) : DISPOSITION_LABELS.notMotor;
  if (decided) return `${what}: ${chanceText(action.probability)} that it is all that is needed.`;
  if (action.probability >= 1 - doubt && holds.unread.length > 0)
    return `${what} fits, and ${holds.unread.map(({ title }) => title.toLowerCase()).join(", ")} comes first.`;
  if (holds.uncleared && action.probability >= 1 - doubt)
    return "Nothing points at the motor so far, and nothing outside it was seen to fail.";
  return `${what} leads with ${chanceText(action.probability)}; ${percent(1 - doubt)} is asked.`;
}

function headlineOf(
  decided: Disposition | null,
  hardFact: HardFact | null,
  action: Action | null,
  faults: readonly FaultBelief[],
  epoch: number,
): string {
  if (hardFact && decided && hardFact !== ALL_OPEN) return DISPOSITION_LABELS[decided];
  if (!decided || !action) return "Not decided yet";
  if (action.cures.length === 0) return epoch > 0 ? "Sound after repair" : "Nothing wrong found";
  const named = action.cures.map((cure) => causeOf(cure, faults)).filter((name) => name !== null);
  return named.length > 0
    ? named.map((name, i) => (i === 0 ? name : name.charAt(0).toLowerCase() + name.slice(1))).join(", ")
    : DISPOSITION_LABELS[decided];
}

/** The likeliest fault that a cure is for. */
function causeOf(cure: CureId, faults: readonly FaultBelief[]): string | null {
  return faults.find(({ fault }) => factsOf(fault).cures[0] === cure)?.name ?? null;
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

function ranked(
  model: MotorModel,
  circumstances: Circumstances,
  inference: Inference,
  steps: readonly Step[],
): NextCheck[] {
  return rankSteps(model, circumstances, model.actions, inference, steps).map(
    ({ id, minutes, gain, telling }) => {
      const { check, title, slots } = steps.find((step) => step.id === id)!;
      const because = model.variables.find((variable) => variable.id === telling)?.title.toLowerCase() ?? "";
      return { check, title, slots, minutes, gain, because };
    },
  );
}

/** A check to be made whatever it would tell: half done, or asked for first. */
const whole = ({ id, title, minutes }: CheckDefinition, halfDone: boolean): NextCheck => ({
  check: id,
  title,
  slots: [],
  minutes,
  gain: 0,
  because: title.toLowerCase(),
  ...(halfDone && { halfDone }),
});

/** Of the body of a motor: read before it is opened for repair, ordered for or cleared. */
const BODY: readonly CheckId[] = ["mechanical", "frame", "winding"];

/** What a fact that ends the matter asks for. */
function endedBy({ ends }: HardFact, actions: readonly Action[]): readonly Action[] {
  if (ends === "asItStands") return actions;
  const wanted: CureId = ends === "motor" ? "motor" : "rotor";
  const found = actions.find(({ cures }) => cures.length === 1 && cures[0] === wanted);
  return found ? [found, ...actions.filter((one) => one !== found)] : actions;
}

/**
 * Judges a job from its record alone: the same record gives the same verdict in browser, server and
 * command line. No clock, no randomness.
 * @param job the record; instruments must include those its readings name
 * @param epoch which epoch to judge; the present one by default
 */
export function assessJob(job: JobRecord, epoch = epochOf(job)): Verdict {
  const answers = new Map(applicableTo(job).map(({ id }) => [id, answerIn(id, job, epoch)]));
  const findings = steadied(job, epoch, findingsOf(job, epoch), answers);
  const model = modelFor(kindOf(job.motor));
  const circumstances = circumstancesOf(job, epoch, model);
  const inference = infer(model, circumstances, findings);
  const faults = faultBeliefs(model, inference, findings);
  const complained = epoch === 0 && job.complaint !== "routine";
  const likely = actionsFor(model, job.motor, inference, complained);
  const joint = likely[0]?.disposition === "resolder" || likely[0]?.disposition === "repair";
  const hardFact = hardFactOf(job, epoch) ?? (joint && allOpenProved(job, epoch) ? ALL_OPEN : null);
  const [action = null, ...others] = hardFact ? endedBy(hardFact, likely) : likely;

  const waiting = [...answers].some(([id, answer]) => isAwaited(job, checkOf(id), answer, epoch));
  const begun = [...answers].find(
    ([id, { state }]) => id !== "safety" && !checkOf(id).optional(job.motor) && state === "inProgress",
  )?.[0];
  const proved = circumstances.settings.every(({ values }) => values["tips"] === "proven");
  const clears = action !== null && !worksOn(action);
  const fed = answers.get("feed");
  const runs = findingOf(findings, RUN_GOOD)?.likelihood["runs"] !== undefined;
  const failing = action !== null && seenToFail(action, faults, findings);
  const holds: Holds = {
    unproved: !proved && (findingOf(findings, PAIRS_AT_REST)?.likelihood["allOpen"] ?? 0) >= 1,
    halfDone: begun && checkOf(begun),
    setupDoubt: (faults.find(({ fault }) => fault === "setup")?.probability ?? 0) >= MOST_SETUP_DOUBT,
    unread: epoch > 0 ? [] : BODY.flatMap((id) => (answers.get(id)?.state === "toDo" ? [checkOf(id)] : [])),
    uncleared: clears && (complained && fed ? !failing && !runs : waiting),
  };
  const doubt = MOST_DOUBT[job.motor.consequence];
  const slips = new Map(findings.map(({ variable }, f) => [variable, inference.slips[f]!]));
  const steps = stepsIn(job, epoch, answers, slips, holds.setupDoubt);
  const proposed = ranked(model, circumstances, inference, steps);
  const settled =
    hardFact !== null ||
    (action !== null &&
      action.probability >= 1 - doubt &&
      action.unsafe === null &&
      !open(holds) &&
      (action.exact >= 1 - doubt || (action.exact >= LEAST_EXACT && !worthAsking(action, proposed))));
  const remedies = dispositionBeliefs(model, inference);
  // What is to be done may still be open when it is plain that the motor is not at fault.
  const cleared = !settled && complained && runs && !open(holds) && remedies.notMotor >= 1 - doubt;
  const decided = settled && action ? action.disposition : cleared ? "notMotor" : null;
  const proposals = decided && decided !== "notMotor" ? [] : proposed;
  const mend = proposed.find(({ check, title }) => check === "winding" && title.endsWith("again"));
  const first = holds.setupDoubt && mend ? mend : nextFirst(holds, action, doubt);
  const next = decided ? (proposals[0] ?? null) : (first ?? proposals[0] ?? null);

  return {
    rules: RULES_VERSION,
    epoch,
    headline: cleared ? DISPOSITION_LABELS.notMotor : headlineOf(decided, hardFact, action, faults, epoch),
    reason: cleared ? CLEARED : reasonOf(holds, hardFact, decided !== null, action, doubt),
    decided,
    action,
    rivals: others.filter((one) => action === null || differs(one, action)).slice(0, MOST_RIVALS),
    doubtful: findings.flatMap(({ variable }, f) => (inference.slips[f]! > DOUBTFUL_FROM ? [variable] : [])),
    hardFact,
    faults,
    remedies,
    cleared,
    findings,
    sound: inference.posterior[0] ?? 0,
    beyondThree: inference.beyond,
    next,
    proposals,
    runnerUp: proposals.find((one) => one.check !== next?.check || one.title !== next.title) ?? null,
    wouldChange: whatWouldTurn(model, circumstances, model.actions, inference, steps)
      .slice(0, MOST_CHANGES)
      .map(({ to, ...turn }) => ({ ...turn, to: curesIn(to) })),
    plan: planOf(job, answers),
  };
}

/** Whether a reading is left that costs less than what the action would waste without it. */
const worthAsking = ({ waste }: Action, steps: readonly NextCheck[]) =>
  steps.some(({ minutes }) => labour(minutes) < waste);

/** Whether a finding departs that speaks plainly for a fault which the action cures. */
function seenToFail(
  { cures }: Action,
  faults: readonly FaultBelief[],
  findings: readonly Finding[],
): boolean {
  const departing = new Set(findings.filter(({ departs }) => departs).map(({ variable }) => variable));
  return faults.some(
    ({ fault, probability, weights }) =>
      probability >= 0.5 &&
      factsOf(fault).cures.some((cure) => cures.includes(cure)) &&
      weights.some(({ variable, weight }) => departing.has(variable) && weight >= PLAINLY),
  );
}

/** Whether another action is one, and not the leading one with more on top for caution. */
const differs = ({ cures, exact }: Action, leading: Action) =>
  exact >= LEAST_APART || !leading.cures.every((cure) => cures.includes(cure));

const CLEARED =
  "It runs well on a controller known to be good, and its own checks agree: look at what feeds and commands it.";

/** What comes before the reading that tells most: finishing what is begun, and the body before work on it. */
function nextFirst(holds: Holds, action: Action | null, doubt: number): NextCheck | null {
  if (holds.halfDone) return whole(holds.halfDone, true);
  const sure = action !== null && action.probability >= 1 - doubt;
  return sure && holds.unread[0] ? whole(holds.unread[0], false) : null;
}
