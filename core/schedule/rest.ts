import {
  asksForWork,
  isOpen,
  nextStepOf,
  plansOf,
  proofOf,
  releaseOf,
  runProofOf,
  type Action,
  type Verdict,
} from "../judge/index.ts";
import type { RepairPlan } from "../known/index.ts";
import { waitAhead } from "../measure/safety/index.ts";
import { checkOf, CHECKS } from "../measure/index.ts";
import type { Minutes, Ratio } from "../quantity/index.ts";
import { BURN_IN_MINUTES, epochOf, workshopOf, type Decision, type JobRecord } from "../record/index.ts";
import type { Rest, Work } from "./readyWhen.ts";

/** To decide, with the reason. Bench judgement. */
const DECIDING: Minutes = 2;
/** To sign, close and hand over. Bench judgement. */
const CLOSING: Minutes = 3;
/** Actions that are played; the rest is rare. */
const MOST_PLAYED = 4;

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

/**
 * Until it is decided: by how many readings are likely to be left, the one that is proposed first and the others in the order
 * of the plan, and never less than the warrant still asks for. Where nobody can count so far it is all that is open.
 * @param ahead chances by the number of readings; null where the chance is that of the likeliest to be what it is
 */
function readingsOf(
  { motor }: JobRecord,
  { action, next, warrant, plan }: Verdict,
  ahead: readonly number[] | null,
): Rest["readings"] {
  const asked = new Map(
    warrant
      .filter(isOpen)
      .flatMap(({ step }) => (step ? [[`${step.check} ${step.title}`, step.minutes] as const] : [])),
  );
  const few = Math.max(next?.minutes ?? 0, sum([...asked.values()]));
  const open = plan.filter(({ state, check }) => state === "toDo" && !checkOf(check).optional(motor));
  const others = open.filter(({ check }) => check !== next?.check).map(({ minutes }) => minutes);
  const inOrder = [...(next ? [next.minutes] : []), ...others];
  const many = Math.max(few, sum(inOrder));
  const chances = ahead ?? [action?.probability ?? 0];
  const counted = chances.map((chance, n) => ({
    chance,
    minutes: Math.max(few, sum(inOrder.slice(0, n))) + DECIDING,
  }));
  const beyond = Math.max(0, 1 - sum(chances));
  const byMinutes = new Map<Minutes, Ratio>();
  for (const { chance, minutes } of [...counted, { chance: beyond, minutes: many + DECIDING }])
    byMinutes.set(minutes, (byMinutes.get(minutes) ?? 0) + chance);
  return [...byMinutes].flatMap(([minutes, chance]) => (chance > 1e-9 ? [{ chance, minutes }] : []));
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

/** What still has to bleed down before a hand goes near; nothing while its clock runs. */
function settling(job: JobRecord): Pick<Rest, "settle"> {
  const settle = waitAhead(job, epochOf(job));
  return settle > 0 ? { settle } : {};
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
  const settle = checks.length > 0 ? settling(job) : {};
  return {
    ...NOTHING,
    ...settle,
    proof: safe + sum(checks),
    run: state === "made" ? 0 : asked - made,
    close: CLOSING,
  };
}

/**
 * What is still to be done on a motor, each with its chance, from its record and the verdict on it.
 * @param ahead how likely it can be decided after how many more readings; null where that was not counted
 */
export function restOf(
  job: JobRecord,
  verdict: Verdict,
  closed: boolean,
  ahead: readonly number[] | null = null,
): Rest {
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
    ...(isNow ? {} : settling(job)),
    readings: isNow ? [{ chance: 1, minutes: DECIDING }] : readingsOf(job, verdict, ahead),
    works: actions.slice(0, MOST_PLAYED).map((action) => played(job, verdict, action)),
    close: CLOSING,
  };
}
