import type { Minutes } from "../../quantity/index.ts";
import type { Remedy } from "../../record/index.ts";
import type { Question, Wanted } from "../warrants.ts";

/**
 * Something that is done about faults: one part of an action. Minutes are bench judgement; prices and days are examples,
 * to be replaced by the shop's own.
 */
export interface Cure {
  /** As an instruction: "Resolder the star joint". */
  readonly name: string;
  /** As an object of a sentence: "star joint". */
  readonly what: string;
  readonly disposition: Remedy;
  /** It opens the motor or orders for it: frame and pairs are read first. */
  readonly onMotor: boolean;
  readonly minutes: Minutes;
  /** What the parts cost: an amount in the shop's currency, or a share of what a new motor of the family costs. */
  readonly parts: { readonly each: number } | { readonly ofMotor: number };
  /** Days until they are there; 0 where they lie on the shelf. */
  readonly days: number;
  /** It makes everything else needless that is done inside a motor. */
  readonly replacesAll: boolean;
  /** Whether it is done in a motor whose windings nobody opens: where it comes apart, always, or never. */
  readonly shut: "always" | "apart" | "never";
  /** One of the two parts that a blower comes apart into. */
  readonly half: boolean;
  /** It changes nothing of the motor: what was read is read anew. */
  readonly readsAnew: boolean;
  /** Asked for only where nothing else is: papers to correct, a set-up to mend. */
  readonly aside: boolean;
  /** What must have been seen before it is decided on. */
  readonly decidedAfter: readonly Wanted[];
  /** What is answered before its part is ordered: what killed the old one kills the next one too. */
  readonly orderedAfter: readonly Question[];
  /** What a customer is told to watch after it, in a sentence; null where nothing is. Common practice. */
  readonly watch: string | null;
}
