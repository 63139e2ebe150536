import type { CheckId, Sitting } from "../record/index.ts";
import { checkOf, slotOf } from "./registry.ts";
import { hazardousSupply, madeSafeAt, type Here } from "./safety/index.ts";

/** A meter or a hand is put on the motor for this check, and nobody who is here made it safe. */
export const isShut = (sitting: Sitting, check: CheckId, epoch: number, here?: Here): boolean =>
  checkOf(check).gated && madeSafeAt(sitting, epoch, here, check) === null;

/**
 * Whether hands stay off one slot of a check that is read with power on too. What the check itself powered counts where its
 * supply can hurt; a tester of five volts does not.
 */
export function handsOff(
  sitting: Sitting,
  check: CheckId,
  slot: string,
  epoch: number,
  here?: Here,
): boolean {
  if (!slotOf(check, slot)?.byHand) return false;
  return madeSafeAt(sitting, epoch, here, hazardousSupply(sitting.motor) ? undefined : check) === null;
}
