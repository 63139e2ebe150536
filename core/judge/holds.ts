import { cureFactsOf } from "../known/index.ts";
import type { CheckDefinition } from "../check/index.ts";
import type { Action } from "./action.ts";
import type { NextCheck } from "./verdict.ts";

/** Everything that keeps a verdict open, in the order it is said; the first one that holds is the reason. */
export interface Holds {
  /** All pairs read open, and nobody proved the probes. */
  readonly unproved: boolean;
  readonly halfDone: CheckDefinition | undefined;
  readonly setupDoubt: boolean;
  /** Checks of the motor's body that are not made yet, before it is opened or cleared. */
  readonly unread: readonly CheckDefinition[];
  /** What is to be read before a motor's electronics or a board are condemned, and was not. */
  readonly unfed: NextCheck | null;
  /** Work on the motor that rests on one look or feel: the same once more. */
  readonly onOneLook: NextCheck | null;
  /** Work on the motor that rests on the complaint: nothing that was read departs. */
  readonly unfounded: boolean;
  /** It would clear the motor, and nothing outside was seen to fail. */
  readonly uncleared: boolean;
}

export const open = ({
  unproved,
  halfDone,
  setupDoubt,
  unread,
  unfed,
  onOneLook,
  unfounded,
  uncleared,
}: Holds) =>
  unproved ||
  halfDone !== undefined ||
  setupDoubt ||
  unread.length > 0 ||
  unfed !== null ||
  onOneLook !== null ||
  unfounded ||
  uncleared;

export const worksOn = ({ cures }: Pick<Action, "cures">) => cures.some((cure) => cureFactsOf(cure).onMotor);
