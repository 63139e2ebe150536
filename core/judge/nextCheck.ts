import type { Minutes } from "../quantity/index.ts";
import type { CheckId } from "../record/index.ts";

/** A reading, or a check as a whole, that could come next. */
export interface NextCheck {
  readonly check: CheckId;
  /** The step of the check, as an instruction. */
  readonly title: string;
  /** Slots it fills, in order; empty where the check as a whole wants finishing. */
  readonly slots: readonly string[];
  readonly minutes: Minutes;
  /** Expected fall in uncertainty about what to do, bits. */
  readonly gain: number;
  /** What it would tell most, in words. */
  readonly because: string;
  /** It was read already and may have been a slip: the same answer once more tells too. */
  readonly again?: boolean;
  /** It is begun and wants finishing, whatever it would tell. */
  readonly halfDone?: boolean;
  /** Its name among the steps of its check, where it can be left out by itself. */
  readonly alone?: string;
  /** Why it comes first, in a sentence, where it is not for what it would tell. */
  readonly first?: string;
}
