import {
  costOf,
  CURE_IDS,
  cureFactsOf,
  curesFor,
  labour,
  paymentFor,
  WHOLE_MOTOR,
  type CureId,
} from "../known/index.ts";
import { comesApart } from "../families/index.ts";
import { type JobRecord } from "../record/index.ts";
import { COME_BACK, ESCAPES, REWORK } from "./action.ts";
import type { Verdict } from "./verdict.ts";

/** One half of a blower against a whole motor. */
export interface OtherHalf {
  readonly half: CureId;
  readonly other: CureId;
  /** Chance that the other half is bad too, as the evidence has it; at most. */
  readonly chance: number;
  /** From this chance on a whole motor is the cheaper one; null where it never is, or always. */
  readonly breakEven: number | null;
}

/**
 * From which chance that the other half is bad a whole motor costs less than one half: (whole − half) over what a bad other
 * half then costs, which is the other half, finding out, and a come-back now and then.
 * @returns null where it is none of a blower's halves that leads
 */
export function otherHalfOf(
  { motor, limits }: Pick<JobRecord, "motor" | "limits">,
  { action, faults }: Pick<Verdict, "action" | "faults">,
): OtherHalf | null {
  const [half] = action?.cures ?? [];
  if (!comesApart(motor) || action?.cures.length !== 1) return null;
  const other = CURE_IDS.find((cure) => cure !== half && cureFactsOf(cure).half);
  if (!half || !other || !cureFactsOf(half).half) return null;
  const book = paymentFor(motor, limits?.prices ?? {});
  const cost = (cure: CureId) => costOf(cure, motor.family, book);
  const ifBad =
    cost(other) + labour(REWORK, book) + ESCAPES * (COME_BACK[motor.consequence] + (book.trip ?? 0));
  const share = (cost(WHOLE_MOTOR) - cost(half)) / ifBad;
  const chance = faults
    .filter(({ fault }) => curesFor(fault, motor)[0] === other)
    .reduce((sum, { probability }) => sum + probability, 0);
  return { half, other, chance: Math.min(1, chance), breakEven: share > 0 && share < 1 ? share : null };
}
