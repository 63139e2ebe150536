import type { Ordered } from "../check/index.ts";
import { cureFactsOf, factsOf, isCure } from "../known/index.ts";
import type { Action } from "./action.ts";
import { worksOn } from "./holds.ts";
import type { FaultBelief } from "./verdict.ts";
import { answeredOfModule } from "../measure/electronics/index.ts";
import { epochOf, FAMILY_FACTS, type JobRecord } from "../record/index.ts";

/** What is asked before anything is ordered. */
const MISSING = {
  killer: "Say first what killed it: a new one dies of the same cause.",
  programmed: "Say first which kind is fitted: a module belongs to its model.",
} as const;
type Question = keyof typeof MISSING;
const QUESTIONS = Object.keys(MISSING) as readonly Question[];

/**
 * What has to be answered before a part of a motor with its own electronics is ordered, by the slots of the module's check:
 * what killed the old one kills the next one too, and a module of another model runs wrong.
 */
export function askedBeforeOrdering({
  motor,
  decisions,
}: Pick<JobRecord, "motor" | "decisions">): readonly Question[] {
  const { ownElectronics, separateModule } = FAMILY_FACTS[motor.family];
  if (!ownElectronics) return [];
  const cures = (decisions.at(-1)?.cures ?? []).filter(isCure);
  const asked = new Set(cures.flatMap((cure) => cureFactsOf(cure).asksFirst));
  // Which kind is fitted is asked of a module that comes off by itself.
  return QUESTIONS.filter((question) => asked.has(question) && (separateModule || question === "killer"));
}

/** Why nothing is ordered yet, in a sentence; null where it may be. */
export function notOrderable(job: JobRecord): string | null {
  const open = askedBeforeOrdering(job).find((slot) => !answeredOfModule(job, slot, epochOf(job)));
  return open ? MISSING[open] : null;
}

/** From this chance on it is the electronics that are condemned. */
const CONDEMNED_FROM = 0.5;

/** What an action orders that can be blamed wrongly, and whether the motor is opened for it last; of two the other one first. */
export function orderedBy(
  action: Pick<Action, "cures">,
  faults: readonly Pick<FaultBelief, "fault" | "probability">[],
): { readonly order: Ordered; readonly opensLast: boolean } | null {
  const ordering = action.cures
    .map(cureFactsOf)
    .flatMap(({ orders, opensLast }) => (orders ? [{ order: orders, opensLast }] : []))
    .toSorted((one, other) => Number(one.opensLast) - Number(other.opensLast));
  if (ordering[0]) return ordering[0];
  const condemned = faults.some(
    ({ fault, probability }) => factsOf(fault).condemnsElectronics && probability >= CONDEMNED_FROM,
  );
  return condemned && worksOn(action) ? { order: "ownElectronics", opensLast: false } : null;
}
