import {
  actionBeliefs,
  infer,
  leadingAction,
  modelFor,
  oddsFactors,
  timesOdds,
  rankChecks,
  RULES_VERSION,
  uncomplainedFactors,
  whatWouldChange,
  type ActionBeliefs,
  type Change,
  type Circumstances,
  type FaultBelief,
  type Finding,
  type NextCheck,
} from "../evidence/index.ts";
import { chanceText } from "../quantity/index.ts";
import type { CheckDefinition, CheckState } from "../check/index.ts";
import { hardFactOf, type HardFact } from "../mechanical/index.ts";
import {
  DISPOSITION_LABELS,
  epochOf,
  type CheckId,
  type Disposition,
  type JobRecord,
} from "../record/index.ts";
import { allOpenProved, measuredOf } from "../winding/index.ts";
import { CHECKS } from "./registry.ts";

/** A remedy is called decided from this probability on. Judgement: wrong once in ten is too often. */
export const DECIDED_FROM = 0.9;
/** Above this chance of a faulty set-up nothing is decided. */
const MOST_SETUP_DOUBT = 0.25;

export interface PlanStep {
  readonly check: CheckId;
  readonly title: string;
  readonly stage: string;
  readonly minutes: number;
  readonly state: CheckState;
  /** Result or progress in a word or two, or the reason for skipping. */
  readonly note: string;
  readonly notApplicable: string | null;
  /** Made when it would tell something; no verdict waits for it. */
  readonly optional: boolean;
}

export interface Verdict {
  readonly rules: string;
  readonly epoch: number;
  readonly headline: string;
  readonly reason: string;
  /** The remedy, or null while it is not decided. */
  readonly decided: Disposition | null;
  readonly conflict: boolean;
  readonly hardFact: HardFact | null;
  readonly faults: readonly FaultBelief[];
  readonly remedies: ActionBeliefs;
  readonly findings: readonly Finding[];
  /** Chance of no fault at all in the motor or around it. */
  readonly sound: number;
  readonly beyondThree: number;
  readonly next: NextCheck | null;
  readonly runnerUp: NextCheck | null;
  readonly wouldChange: readonly Change[];
  readonly plan: readonly PlanStep[];
}

/**
 * Findings that count in an epoch. After a repair, what departed before is void until it is read again;
 * what agreed before stands, unless it was read anew.
 */
export function findingsOf(job: JobRecord, epoch: number): Finding[] {
  const now = CHECKS.filter((check) => !check.notApplicable(job)).flatMap((check) =>
    check.findings(job, epoch),
  );
  if (epoch === 0) return now;
  const fresh = new Set(now.map(({ variable }) => variable));
  return [
    ...now,
    ...findingsOf(job, epoch - 1).filter(({ variable, departs }) => !departs && !fresh.has(variable)),
  ];
}

function headlineOf(
  decided: Disposition | null,
  leading: FaultBelief | undefined,
  conflict: boolean,
  epoch: number,
) {
  if (conflict) return "Findings conflict";
  if (!decided) return "Not decided yet";
  if (decided === "notMotor") return epoch > 0 ? "Sound after repair" : "Not the motor";
  return leading?.name ?? DISPOSITION_LABELS[decided];
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
function isAwaited(job: JobRecord, check: CheckDefinition, epoch: number): boolean {
  const state = check.state(job, epoch);
  if (check.optional?.(job)) return false;
  if (state !== "toDo" || epoch === 0) return state === "toDo" || state === "inProgress";
  return check.findings(job, epoch - 1).some(({ departs }) => departs);
}

/**
 * Judges a job from its record alone: the same record gives the same verdict in browser, server and
 * command line. No clock, no randomness.
 * @param job the record; instruments must include those its readings name
 * @param epoch which epoch to judge; the present one by default
 */
export function assessJob(job: JobRecord, epoch = epochOf(job)): Verdict {
  const findings = findingsOf(job, epoch);
  const complained = epoch === 0 && job.complaint !== "routine";
  const model = modelFor(job.motor);
  const circumstances: Circumstances = {
    family: job.motor.family,
    connection: job.motor.connection,
    tipsProven: measuredOf(job, epoch)?.tips === "nearZero",
    oddsFactors: timesOdds(
      epoch === 0 ? oddsFactors(job.complaint, job.events) : {},
      complained ? {} : uncomplainedFactors(model.faults),
    ),
    complained,
  };
  const inference = infer(model, circumstances, findings);
  const remedies = actionBeliefs(model.faults, inference.sets);
  const leading = leadingAction(remedies);
  const faults = [...inference.beliefs].sort((a, b) => b.probability - a.probability);
  const probabilityOf = (id: string) => faults.find(({ fault }) => fault === id)?.probability ?? 0;
  const joint = leading.disposition === "resolder" || leading.disposition === "repair";
  const hardFact = hardFactOf(job, epoch) ?? (joint && allOpenProved(job, epoch) ? ALL_OPEN : null);

  const applicable = CHECKS.filter((check) => !check.notApplicable(job));
  const waiting = applicable.filter((check) => isAwaited(job, check, epoch));
  const known = new Set(findings.map(({ variable }) => variable));
  const open = applicable.flatMap((check) => {
    const offer = check.state(job, epoch) === "skipped" ? null : check.open(job, epoch);
    const variables =
      offer?.variables.filter(
        (variable) => !known.has(variable) || check.state(job, epoch) === "inProgress",
      ) ?? [];
    return offer && variables.length > 0 ? [{ ...offer, variables }] : [];
  });
  const allOpenUnproved =
    !circumstances.tipsProven &&
    findings.some(({ variable, likelihood }) => variable === "pairs" && (likelihood["allOpen"] ?? 0) >= 1);
  const clearingTooEarly = leading.disposition === "notMotor" && waiting.length > 0;
  const halfDone = waiting.find((check) => check.id !== "safety" && check.state(job, epoch) === "inProgress");
  const settled =
    !halfDone &&
    leading.probability >= DECIDED_FROM &&
    leading.disposition !== "undecided" &&
    probabilityOf("setup") < MOST_SETUP_DOUBT &&
    !inference.conflict &&
    !allOpenUnproved &&
    !clearingTooEarly;
  const decided = hardFact ? remedyOf(hardFact, leading.disposition) : settled ? leading.disposition : null;
  const ranked = decided && decided !== "notMotor" ? [] : rankChecks(model, circumstances, inference, open);
  const begun: NextCheck | null = halfDone
    ? {
        check: halfDone.id,
        minutes: halfDone.minutes,
        gain: 0,
        because: halfDone.title.toLowerCase(),
        halfDone: true,
      }
    : null;
  const top = faults.find(
    ({ fault }) => model.faults.find(({ id }) => id === fault)?.disposition === decided,
  );

  return {
    rules: RULES_VERSION,
    epoch,
    headline:
      hardFact && decided && hardFact !== ALL_OPEN
        ? DISPOSITION_LABELS[decided]
        : headlineOf(decided, top ?? faults[0], inference.conflict, epoch),
    reason: hardFact
      ? hardFact.sentence
      : inference.conflict
        ? "No set of up to three faults explains these findings. Repeat the readings that look odd."
        : allOpenUnproved
          ? "All pairs open proves nothing until the probe tips were touched together and read near zero."
          : halfDone
            ? `${halfDone.title}: half done. Finish it before deciding.`
            : clearingTooEarly
              ? "Nothing points at the motor so far; checks are still open."
              : decided
                ? `${DISPOSITION_LABELS[decided]}: ${chanceText(leading.probability)} of what fits.`
                : `${DISPOSITION_LABELS[leading.disposition]} leads with ${chanceText(leading.probability)}; ${DECIDED_FROM * 100} % is asked.`,
    decided,
    conflict: inference.conflict,
    hardFact,
    faults,
    remedies,
    findings,
    sound: inference.sets[0]?.probability ?? 0,
    beyondThree: inference.beyond,
    next: begun ?? ranked[0] ?? null,
    runnerUp: (begun ? ranked.find(({ check }) => check !== begun.check) : ranked[1]) ?? null,
    wouldChange: whatWouldChange(model, circumstances, inference, open).slice(0, 3),
    plan: CHECKS.map((check) => ({
      check: check.id,
      title: check.title,
      stage: check.stage,
      minutes: check.minutes,
      state: check.notApplicable(job) ? "skipped" : check.state(job, epoch),
      note: check.notApplicable(job) ? "not applicable" : check.note(job, epoch),
      notApplicable: check.notApplicable(job),
      optional: check.optional?.(job) ?? false,
    })),
  };
}
