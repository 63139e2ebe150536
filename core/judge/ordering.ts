import { chosen } from "../check/index.ts";
import { MODULE_SLOTS } from "../measure/electronics/index.ts";
import { epochOf, FAMILY_FACTS, type JobRecord } from "../record/index.ts";

/** Parts that die again of the same cause when nobody asks for it. Common practice. */
const DIE_AGAIN: readonly string[] = ["module", "section", "motor"];

/** What is asked before anything is ordered. */
const MISSING = {
  killer: "Say first what killed it: a new one dies of the same cause.",
  programmed: "Say first which kind is fitted: a module belongs to its model.",
} as const;
type Question = keyof typeof MISSING;

/**
 * What has to be answered before a part of a motor with its own electronics is ordered, by the slots of the module's check:
 * what killed the old one kills the next one too, and a module of another model runs wrong.
 */
export function askedBeforeOrdering({
  motor,
  decisions,
}: Pick<JobRecord, "motor" | "decisions">): readonly Question[] {
  const cures = decisions.at(-1)?.cures ?? [];
  const { ownElectronics, separateModule } = FAMILY_FACTS[motor.family];
  if (!ownElectronics || !cures.some((cure) => DIE_AGAIN.includes(cure))) return [];
  return separateModule && cures.includes("module") ? ["killer", "programmed"] : ["killer"];
}

/** Why nothing is ordered yet, in a sentence; null where it may be. */
export function notOrderable(job: JobRecord): string | null {
  const open = askedBeforeOrdering(job).find(
    (slot) => !chosen(job, "module", MODULE_SLOTS, slot, epochOf(job)),
  );
  return open ? MISSING[open] : null;
}
