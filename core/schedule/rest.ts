import {
  asksForWork,
  awaitedParts,
  isOpen,
  nextStepOf,
  plansOf,
  proofOf,
  releaseOf,
  runProofOf,
  type Action,
  type Verdict,
} from "../judge/index.ts";
import { termsOf, type CureId, type RepairPlan } from "../known/index.ts";
import { checkOf, CHECKS } from "../measure/index.ts";
import type { Minutes, Ratio } from "../quantity/index.ts";
import {
  BURN_IN_MINUTES,
  epochOf,
  standingParts,
  workshopOf,
  type Decision,
  type JobRecord,
} from "../record/index.ts";
import type { Rest, Work } from "./readyWhen.ts";

/** To decide, with the reason. Bench judgement. */
const DECIDING: Minutes = 2;
/** To sign, close and hand over. Bench judgement. */
const CLOSING: Minutes = 3;
/** Actions that are played; the rest is rare. */
const MOST_PLAYED = 4;
/** A part is spoken of before the decision from this chance on that it is needed. Judgement. */
const LIKELY_FROM: Ratio = 0.5;

const sum = (minutes: readonly Minutes[]) => minutes.reduce((total, one) => total + one, 0);
/** Proving begins with making safe. */
const minutesOfProof = (plans: readonly RepairPlan[]): Minutes =>
  sum([...new Set(plans.flatMap(({ proof }) => proof))].map((check) => checkOf(check).minutes));

const faultsOf = (verdict: Verdict) => verdict.faults.map(({ fault }) => fault);

function workOf(job: JobRecord, plans: readonly RepairPlan[], minutes: Minutes, days: number): Work {
  return {
    minutes,
    wait: Math.max(0, ...plans.map(({ wait }) => wait)),
    days,
    proof: minutesOfProof(plans),
    run: plans.length > 0 ? BURN_IN_MINUTES[job.motor.consequence] : 0,
  };
}

/**
 * What an action would take, by the chance that it is what is needed and nothing of it needless: a new motor cures most things
 * too, and is not what is done about them. Nothing where nothing is to be done.
 */
function played(job: JobRecord, verdict: Verdict, action: Action): Rest["works"][number] {
  const plans =
    action.cures.length === 0 ? [] : plansOf(action, faultsOf(verdict), job.limits?.deadHall?.choice);
  return { chance: action.exact, ...workOf(job, plans, action.minutes, action.days) };
}

/** Until it is decided: what the warrant still asks for where the likeliest holds, and all that is open where it does not. */
function readingsOf({ motor }: JobRecord, { action, next, warrant, plan }: Verdict): Rest["readings"] {
  const asked = new Map(
    warrant
      .filter(isOpen)
      .flatMap(({ step }) => (step ? [[`${step.check} ${step.title}`, step.minutes] as const] : [])),
  );
  const few = Math.max(next?.minutes ?? 0, sum([...asked.values()]));
  const open = plan.filter(({ state, check }) => state === "toDo" && !checkOf(check).optional(motor));
  const many = few + sum(open.map(({ minutes }) => minutes));
  const chance = action?.probability ?? 0;
  return [
    { chance, minutes: few + DECIDING },
    { chance: 1 - chance, minutes: many + DECIDING },
  ].filter((one) => one.chance > 0);
}

/** What is left of the work that was decided on, by the steps that are ticked. */
function decided(job: JobRecord, verdict: Verdict, decision: Decision): Rest["works"] {
  const plans = plansOf(decision, faultsOf(verdict), job.limits?.deadHall?.choice);
  const done = workshopOf(job).done.filter(({ epoch }) => epoch === epochOf(job));
  const left = plans.map(({ title, steps, minutes }) => {
    const open = steps.filter(
      ({ words }) => !done.some(({ plan, step }) => plan === title && step === words),
    );
    return minutes * (open.length / steps.length);
  });
  return [{ chance: 1, ...workOf(job, plans, Math.ceil(sum(left)), 0) }];
}

const NOTHING: Rest = { readings: [], works: [], proof: 0, run: 0, close: 0 };

/** After a repair: what is to be read again, and how long it is still to run. */
function proving(job: JobRecord): Rest {
  if (releaseOf(job)) return { ...NOTHING, close: 1 };
  const open = proofOf(job).lines.filter(({ state }) => state !== "cured");
  const checks = [...new Set(open.map(({ check }) => check))].map((check) => checkOf(check).minutes);
  const safe =
    checks.length > 0 ? checkOf(CHECKS.find(({ looksAt }) => looksAt === "isolation")!.id).minutes : 0;
  const { asked, made, state } = runProofOf(job);
  return { ...NOTHING, proof: safe + sum(checks), run: state === "made" ? 0 : asked - made, close: CLOSING };
}

/** What is still to be done on a motor, each with its chance, from its record and the verdict on it. */
export function restOf(job: JobRecord, verdict: Verdict, closed: boolean): Rest {
  if (closed) return NOTHING;
  if (epochOf(job) > 0) return proving(job);
  const decision = job.decisions.at(-1);
  if (decision && decision.disposition !== "undecided")
    return {
      ...NOTHING,
      works: asksForWork(job) ? decided(job, verdict, decision) : [],
      close: CLOSING,
    };
  const actions = [...(verdict.action ? [verdict.action] : []), ...verdict.rivals];
  const isNow = nextStepOf(job, verdict, false).kind === "decide";
  return {
    ...NOTHING,
    readings: isNow ? [{ chance: 1, minutes: DECIDING }] : readingsOf(job, verdict),
    works: actions.slice(0, MOST_PLAYED).map((action) => played(job, verdict, action)),
    close: CLOSING,
  };
}

/** A part that a job needs and nobody has listed yet. */
export interface WantedPart {
  readonly what: string;
  /** What it is told by when it is ordered. */
  readonly by: string;
  /** 1 where it is decided. */
  readonly chance: Ratio;
  /** In the shop's currency; null where the shop has not said. */
  readonly price: number | null;
  readonly days: number;
}

/** Parts to order: of the decision, or of what is likelier than not where nothing is decided. What lies on the shelf is none. */
export function partsToOrder(job: JobRecord, verdict: Verdict, closed: boolean): readonly WantedPart[] {
  if (closed || epochOf(job) > 0) return [];
  const decision = job.decisions.at(-1);
  const isDecided = decision !== undefined && decision.disposition !== "undecided";
  if (isDecided && !asksForWork(job)) return [];
  const likely = verdict.action && verdict.action.probability >= LIKELY_FROM ? verdict.action : null;
  const of = isDecided ? decision : likely;
  if (!of) return [];
  const cures: readonly string[] = of.cures ?? [];
  const listed = standingParts(job, epochOf(job));
  const plans = cures.length === 0 ? [] : plansOf(of, faultsOf(verdict), job.limits?.deadHall?.choice);
  return plans
    .flatMap(({ parts }) => parts)
    .filter(({ what, cure }) => cures.includes(cure) && !listed.some(({ part }) => part.startsWith(what)))
    .flatMap(({ what, by, cure }): WantedPart[] => {
      const { price, days, example } = termsOf(cure as CureId, job.motor.family, job.limits?.prices);
      // It lies on the shelf.
      if (days === 0) return [];
      return [{ what, by, chance: isDecided ? 1 : likely!.probability, price: example ? null : price, days }];
    });
}

/** Whether a part of it is still to come. */
export const awaitsParts = (job: JobRecord): boolean => awaitedParts(job).length > 0;
