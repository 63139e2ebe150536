import { REPAIR_PLANS, type FaultId, type RepairPlan } from "../known/index.ts";
import { isSentBack, type DeadHallSchool, type Decision, type Disposition } from "../record/index.ts";

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
