import type { Verdict } from "#core/judge";
import type { CheckId } from "#core/record";

/** Whether a place that was read already is to be read once more, as the next step or among the others. */
export function askedAgain({ next, proposals }: Verdict, check: CheckId, slot: string): boolean {
  return [...(next ? [next] : []), ...proposals].some(
    (step) => step.again === true && step.check === check && step.slots.includes(slot),
  );
}
