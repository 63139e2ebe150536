import { factsOf, type CureId } from "../known/index.ts";
import { SEEN, type Finding } from "../check/index.ts";
import { checkOf } from "../measure/index.ts";
import type { CheckId } from "../record/index.ts";
import type { Action } from "./action.ts";
import type { MotorModel } from "./model.ts";
import type { FaultBelief } from "./verdict.ts";

/** Whether a check reads a way point by point: several of them say the same. */
const isAlongWay = (check: CheckId) => checkOf(check).looksAt === "way";

/** A finding speaks plainly for a fault from this weight on: four times the odds. Judgement. */
const PLAINLY = 6;

/** Whether a fault is one that these cures are for. */
const isCuredBy =
  (cures: readonly CureId[]) =>
  ({ fault }: FaultBelief) =>
    factsOf(fault).cures.some((cure) => cures.includes(cure));

/** Whether one of these findings departs and speaks plainly for the likeliest fault that the action cures. */
export function restsOn(
  { cures }: Action,
  faults: readonly FaultBelief[],
  findings: readonly Finding[],
): boolean {
  const departing = new Set(findings.filter(({ departs }) => departs).map(({ variable }) => variable));
  const fault = faults.find(isCuredBy(cures));
  return fault?.weights.some(({ variable, weight }) => departing.has(variable) && weight >= PLAINLY) ?? false;
}

/** Whether anything that was read departs, or speaks plainly for a fault that the action cures. */
export const isFounded = ({ cures }: Action, faults: readonly FaultBelief[], findings: readonly Finding[]) =>
  findings.some(({ departs }) => departs) ||
  faults.filter(isCuredBy(cures)).some(({ weights }) => weights.some(({ weight }) => weight >= PLAINLY));

/**
 * Whether a finding departs that speaks plainly for a fault which the action cures. Along a way of supply or call several
 * points say the same, so that none of them is missed alone: there any that the fault makes depart will do.
 */
export function seenToFail(
  { cures }: Action,
  faults: readonly FaultBelief[],
  findings: readonly Finding[],
): boolean {
  const departing = new Set(findings.filter(({ departs }) => departs).map(({ variable }) => variable));
  const onTheWay = new Set(
    findings.filter(({ check, departs }) => departs && isAlongWay(check)).map(({ variable }) => variable),
  );
  return faults
    .filter(isCuredBy(cures))
    .some(
      ({ probability, weights }) =>
        probability >= 0.5 &&
        weights.some(
          ({ variable, weight, clears }) =>
            (departing.has(variable) && weight >= PLAINLY) || (onTheWay.has(variable) && !clears),
        ),
    );
}

/**
 * The finding felt or seen once, or read at one point of a way, without which the fault that an action is for would not be
 * likelier than not; null where there is none. Hands and eyes err and probes miss a pin: nothing is opened or ordered for on
 * one of them.
 */
export function carriedBy(
  { variables }: MotorModel,
  { cures }: Action,
  faults: readonly FaultBelief[],
  findings: readonly Finding[],
): string | null {
  const once = new Set(
    findings.flatMap(({ variable, departs, slip, check }) => {
      const usual = variables.find(({ id }) => id === variable)?.slip ?? 0;
      return departs && ((slip ?? usual) >= SEEN || isAlongWay(check)) ? [variable] : [];
    }),
  );
  const fault = faults.find(isCuredBy(cures));
  if (!fault) return null;
  const odds = fault.probability / (1 - fault.probability);
  const carrying = fault.weights.find(
    ({ variable, weight }) => once.has(variable) && odds / 10 ** (weight / 10) < 1,
  );
  return carrying?.variable ?? null;
}
