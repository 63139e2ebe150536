import {
  beliefsOf,
  COMPLAINT_WITHOUT_CAUSE,
  factsOf,
  leadingAction,
  oddsFactors,
  PRECEDENCE,
  priorsOf,
  settingsOf,
  timesOdds,
  UNCOMPLAINED_ODDS,
  uncomplainedFactors,
} from "../catalogue/index.ts";
import { findingOf, type CheckAnswer, type CheckDefinition, type Finding } from "../check/index.ts";
import {
  actionShares,
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
import { allOpenProved, measuredOf, PAIRS_AT_REST } from "../winding/index.ts";
import { modelFor, RULES_VERSION, type MotorModel } from "./model.ts";
import { answerIn, CHECKS, checkOf } from "./registry.ts";
import type { FaultBelief, NextCheck, Verdict } from "./verdict.ts";

/** A remedy is called decided from this probability on. Judgement: wrong once in ten is too often. */
export const DECIDED_FROM = 0.9;
/** Above this chance of a faulty set-up nothing is decided. */
export const MOST_SETUP_DOUBT = 0.25;
const MOST_CHANGES = 3;

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

function remedyOf({ ends }: HardFact, leading: Disposition): Disposition {
  if (ends === "asItStands") return leading;
  return ends === "motor" ? "replaceMotor" : "replacePart";
}

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
    complaint: complained ? { withoutCause: COMPLAINT_WITHOUT_CAUSE, furtherCause: UNCOMPLAINED_ODDS } : null,
  };
}

function faultBeliefs(model: MotorModel, inference: Inference, findings: readonly Finding[]): FaultBelief[] {
  return model.ids
    .map((fault, i): FaultBelief => {
      const { name, placed } = factsOf(fault);
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

/** What a check would still tell: variables not known, or those of a check that is half done. */
function candidatesOf(answers: ReadonlyMap<CheckId, CheckAnswer>, findings: readonly Finding[]): Candidate[] {
  const known = new Set(findings.map(({ variable }) => variable));
  return [...answers].flatMap(([id, { state, open }]): Candidate[] => {
    if (!open || state === "skipped") return [];
    const variables = open.variables.filter((variable) => !known.has(variable) || state === "inProgress");
    return variables.length > 0 ? [{ id, ...open, variables }] : [];
  });
}

/** Everything that keeps a verdict open, in the order it is said; the first one that holds is the reason. */
interface Holds {
  readonly conflict: boolean;
  /** All pairs read open, and nobody proved the probes. */
  readonly unproved: boolean;
  readonly halfDone: CheckDefinition | undefined;
  /** It would clear the motor while checks are still open. */
  readonly clearsTooEarly: boolean;
  readonly setupDoubt: boolean;
}

function isSettled(holds: Holds, leading: ReturnType<typeof leadingAction>): boolean {
  return (
    !holds.halfDone &&
    leading.probability >= DECIDED_FROM &&
    leading.disposition !== "undecided" &&
    !holds.setupDoubt &&
    !holds.conflict &&
    !holds.unproved &&
    !holds.clearsTooEarly
  );
}

function reasonOf(
  holds: Holds,
  hardFact: HardFact | null,
  decided: Disposition | null,
  leading: ReturnType<typeof leadingAction>,
): string {
  if (hardFact) return hardFact.sentence;
  if (holds.conflict)
    return "No set of up to three faults explains these findings. Repeat the readings that look odd.";
  if (holds.unproved)
    return "All pairs open proves nothing until the probe tips were touched together and read near zero.";
  if (holds.halfDone) return `${holds.halfDone.title}: half done. Finish it before deciding.`;
  if (holds.clearsTooEarly) return "Nothing points at the motor so far; checks are still open.";
  if (decided) return `${DISPOSITION_LABELS[decided]}: ${chanceText(leading.probability)} of what fits.`;
  return `${DISPOSITION_LABELS[leading.disposition]} leads with ${chanceText(leading.probability)}; ${DECIDED_FROM * 100} % is asked.`;
}

function headlineOf(
  decided: Disposition | null,
  hardFact: HardFact | null,
  conflict: boolean,
  faults: readonly FaultBelief[],
  epoch: number,
): string {
  if (hardFact && decided && hardFact !== ALL_OPEN) return DISPOSITION_LABELS[decided];
  if (conflict) return "Findings conflict";
  if (!decided) return "Not decided yet";
  if (decided === "notMotor") return epoch > 0 ? "Sound after repair" : "Not the motor";
  const cause = faults.find(({ fault }) => factsOf(fault).disposition === decided) ?? faults[0];
  return cause?.name ?? DISPOSITION_LABELS[decided];
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

function nextOf(
  model: MotorModel,
  circumstances: Circumstances,
  inference: Inference,
  candidates: readonly Candidate[],
): NextCheck[] {
  return rankSteps(model, circumstances, model.actions, inference, candidates).map(
    ({ id, minutes, gain, telling }) => ({
      check: id as CheckId,
      minutes,
      gain,
      because: model.variables.find((variable) => variable.id === telling)?.title.toLowerCase() ?? "",
    }),
  );
}

/**
 * Judges a job from its record alone: the same record gives the same verdict in browser, server and
 * command line. No clock, no randomness.
 * @param job the record; instruments must include those its readings name
 * @param epoch which epoch to judge; the present one by default
 */
export function assessJob(job: JobRecord, epoch = epochOf(job)): Verdict {
  const answers = new Map(applicableTo(job).map(({ id }) => [id, answerIn(id, job, epoch)]));
  const findings = findingsOf(job, epoch);
  const model = modelFor(job.motor.family, job.motor.connection);
  const circumstances = circumstancesOf(job, epoch, model);
  const inference = infer(model, circumstances, findings);
  const remedies = beliefsOf(actionShares(model.actions, inference));
  const leading = leadingAction(remedies);
  const faults = faultBeliefs(model, inference, findings);
  const joint = leading.disposition === "resolder" || leading.disposition === "repair";
  const hardFact = hardFactOf(job, epoch) ?? (joint && allOpenProved(job, epoch) ? ALL_OPEN : null);

  const waiting = [...answers].some(([id, answer]) => isAwaited(job, checkOf(id), answer, epoch));
  const begun = [...answers].find(([id, { state }]) => id !== "safety" && state === "inProgress")?.[0];
  const proved = circumstances.settings.every(({ values }) => values["tips"] === "proven");
  const holds: Holds = {
    conflict: inference.conflict,
    unproved: !proved && (findingOf(findings, PAIRS_AT_REST)?.likelihood["allOpen"] ?? 0) >= 1,
    halfDone: begun && checkOf(begun),
    clearsTooEarly: leading.disposition === "notMotor" && waiting,
    setupDoubt: (faults.find(({ fault }) => fault === "setup")?.probability ?? 0) >= MOST_SETUP_DOUBT,
  };
  const decided = hardFact
    ? remedyOf(hardFact, leading.disposition)
    : isSettled(holds, leading)
      ? leading.disposition
      : null;
  const candidates = candidatesOf(answers, findings);
  const ranked = decided && decided !== "notMotor" ? [] : nextOf(model, circumstances, inference, candidates);
  const finish: NextCheck | null = holds.halfDone
    ? {
        check: holds.halfDone.id,
        minutes: holds.halfDone.minutes,
        gain: 0,
        because: holds.halfDone.title.toLowerCase(),
        halfDone: true,
      }
    : null;

  return {
    rules: RULES_VERSION,
    epoch,
    headline: headlineOf(decided, hardFact, inference.conflict, faults, epoch),
    reason: reasonOf(holds, hardFact, decided, leading),
    decided,
    conflict: inference.conflict,
    hardFact,
    faults,
    remedies,
    findings,
    sound: inference.posterior[0] ?? 0,
    beyondThree: inference.beyond,
    next: finish ?? ranked[0] ?? null,
    runnerUp: (finish ? ranked.find(({ check }) => check !== finish.check) : ranked[1]) ?? null,
    wouldChange: whatWouldTurn(model, circumstances, model.actions, inference, candidates)
      .slice(0, MOST_CHANGES)
      .map(({ to, ...turn }) => ({ ...turn, to: PRECEDENCE[to]! })),
    plan: planOf(job, answers),
  };
}
