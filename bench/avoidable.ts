import { costOf, labour, type CureId } from "#core/known";
import { COME_BACK, ESCAPES, REWORK } from "#core/judge";
import { FAMILY_FACTS } from "#core/families";
import { curedIn, idealFor, outcomeOf } from "./outcome.ts";
import type { SimulatedMotor } from "./world.ts";

type OfMotor = Pick<SimulatedMotor, "ailments" | "family">;

/** Parts and labour of these, at the prices that ship. */
const priceOf = (cures: readonly CureId[], { family }: OfMotor) =>
  cures.reduce((sum, cure) => sum + costOf(cure, family), 0);

/**
 * Money that somebody who knows all would not have spent: what is needless, the rest done in a second round, and what a
 * motor costs that comes back. Each ailment that was left is found out in the end.
 * @param cures what is done first, whatever was said of it
 * @returns at least 0, in the currency of the prices
 */
export function avoidable(motor: OfMotor, cures: readonly CureId[]): number {
  const { ailments, family } = motor;
  const left = ailments.filter((one) => !curedIn(one, motor).some((cure) => cures.includes(cure)));
  const least = priceOf(idealFor(ailments, motor), motor);
  const done = priceOf(cures, motor);
  if (left.length === 0) return Math.max(0, done - least);
  const failure = COME_BACK[FAMILY_FACTS[family].usualConsequence];
  const escapes = outcomeOf(motor, { cures }) === "harmful" ? 1 : ESCAPES;
  return Math.max(
    0,
    done + priceOf(idealFor(left, motor), motor) + labour(REWORK) + escapes * failure - least,
  );
}
