import { lowerFirst } from "../check/index.ts";
import type { Build } from "../families/index.ts";
import type { Minutes } from "../quantity/index.ts";
import { curesFor, REPAIR_PLANS, type FaultId, type RepairPlan } from "../known/index.ts";
import {
  isSentBack,
  type DeadHallSchool,
  type Decision,
  type Disposition,
  type WorkDone,
} from "../record/index.ts";

/** Plans by how likely the fault is that they cure; of those that cure alike, the shop's own way before the other. */
function byFit(plans: readonly RepairPlan[], faults: readonly FaultId[], school: DeadHallSchool) {
  const isOther = (plan: RepairPlan) => Number(plan.school !== null && plan.school !== school);
  const rank = ({ cures }: RepairPlan) => {
    const places = cures.map((fault) => faults.indexOf(fault)).filter((place) => place >= 0);
    return places.length > 0 ? Math.min(...places) : faults.length;
  };
  return plans.toSorted((a, b) => rank(a) - rank(b) || isOther(a) - isOther(b));
}

/**
 * Plans that carry out a disposition, the one that cures the most probable fault first.
 * @param disposition what was decided
 * @param faults fault ids, most probable first
 * @param school of plans that cure alike, what the shop prefers for a dead sensor
 * @returns empty where the disposition asks for no work
 */
export function plansFor(
  disposition: Disposition,
  faults: readonly FaultId[],
  school: DeadHallSchool = "one",
): readonly RepairPlan[] {
  const fitting = REPAIR_PLANS.filter(({ dispositions }) => dispositions.includes(disposition));
  return byFit(fitting, faults, school);
}

/**
 * The plans that carry out a decision, all of them: one for each cure it names, or the one that fits best where it only
 * names a disposition. Empty where it asks for no work on the motor.
 * @param faults fault ids, most probable first
 */
export function plansOf(
  { disposition, cures = [] }: Pick<Decision, "disposition" | "cures">,
  faults: readonly FaultId[],
  school: DeadHallSchool = "one",
): readonly RepairPlan[] {
  if (isSentBack(disposition) || disposition === "undecided") return [];
  const fitting = byFit(REPAIR_PLANS, faults, school);
  const named = cures.flatMap((cure) => fitting.find(({ does }) => does.some((one) => one === cure)) ?? []);
  return named.length > 0 ? [...new Set(named)] : plansFor(disposition, faults, school).slice(0, 1);
}

/** From this chance on a fault is one whose plans are offered beside those of the decision. Judgement. */
const LEAST_OFFERED = 0.01;

/**
 * Plans that may be added to the work: of such a motor, and of a fault that it may have.
 * @param faults with their chances, as the verdict has them
 */
export function plansOffered(
  motor: Build,
  faults: readonly { readonly fault: FaultId; readonly probability: number }[],
): readonly RepairPlan[] {
  const able = new Set(
    faults
      .filter(({ probability }) => probability >= LEAST_OFFERED)
      .flatMap(({ fault }) => curesFor(fault, motor)),
  );
  return REPAIR_PLANS.filter(({ does }) => does.some((cure) => able.has(cure)));
}

/**
 * What was done, as the steps that were ticked say it: what each plan comes to, and what of it was left out.
 * @param done of the repair under way
 * @returns empty where nothing was ticked
 */
export function doneWords(
  plans: readonly RepairPlan[],
  done: readonly Pick<WorkDone, "plan" | "step">[],
): string {
  return plans
    .flatMap(({ title, did, steps }) => {
      const ticked = new Set(done.flatMap(({ plan, step }) => (plan === title ? [step] : [])));
      if (ticked.size === 0) return [];
      const left = steps.filter(({ words }) => !ticked.has(words));
      const without = left.map(({ words }) => lowerFirst(words.replace(/\.$/u, ""))).join("; ");
      return [left.length === 0 ? did : `${did} Left out: ${without}.`];
    })
    .join(" ");
}

/** When the first step of these plans was ticked, UTC, ISO 8601; null where none was. */
export function begunAt(
  plans: readonly RepairPlan[],
  done: readonly Pick<WorkDone, "plan" | "at">[],
): string | null {
  const mine = done.filter(({ plan }) => plans.some(({ title }) => title === plan));
  return mine.map(({ at }) => at).toSorted()[0] ?? null;
}

/** Minutes beyond this many times what a plan takes are no work that went on all the while. Judgement. */
const MOST_TIMES = 3;

/**
 * The minutes of the work by its ticks, where they may be the work and nothing else; as planned where they may not.
 * @param elapsed minutes since the first tick
 */
export function workMinutes(
  plans: readonly RepairPlan[],
  elapsed: Minutes,
): { readonly minutes: Minutes; readonly timed: boolean } {
  const planned = plans.reduce((sum, { minutes }) => sum + minutes, 0);
  const timed = elapsed >= planned / MOST_TIMES && elapsed <= planned * MOST_TIMES;
  return { minutes: Math.round(timed ? elapsed : planned), timed };
}
