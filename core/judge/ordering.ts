import { cureFactsOf, isCure, type Question } from "../known/index.ts";
import { checkOf } from "../measure/index.ts";
import { epochOf, latestIn, type JobRecord } from "../record/index.ts";
import { comesApart } from "../families/index.ts";
import { whyNot, type Need } from "./need.ts";
import { whole } from "./steps.ts";

/** A question that is answered before a part is ordered, and whether it was. */
export interface OrderingNeed extends Need {
  readonly slot: string;
}

function questionsOf({ motor, decisions }: JobRecord): readonly Question[] {
  const cures = (decisions.at(-1)?.cures ?? []).filter(isCure);
  const asked = [...new Set(cures.flatMap((cure) => cureFactsOf(cure).orderedAfter))];
  return asked.filter(
    ({ check, apartOnly }) =>
      checkOf(check).notApplicable(motor) === null && (!apartOnly || comesApart(motor)),
  );
}

/** What has to be answered before a part of what was decided on is ordered. */
export function orderingNeeds(job: JobRecord): readonly OrderingNeed[] {
  return questionsOf(job).map(({ check, slot, what, why }) => {
    const said = latestIn(job.readings, check, slot, epochOf(job)) !== undefined;
    return {
      ...{ slot, what, why, state: said ? "met" : "open", ableMeter: null },
      step: said ? null : { ...whole(checkOf(check), false), slots: [slot], first: why },
    };
  });
}

/** Why nothing is ordered yet, in a sentence; null where it may be. */
export const notOrderable = (job: JobRecord): string | null => whyNot(orderingNeeds(job));
