import type { Ordered } from "../../check/index.ts";
import type { Minutes } from "../../quantity/index.ts";
import type { Disposition } from "../../record/index.ts";

/**
 * Something that is done about faults: one part of an action. Minutes are bench judgement; prices and days are examples,
 * to be replaced by the shop's own.
 */
export interface Cure {
  /** As an instruction: "Resolder the star joint". */
  readonly name: string;
  /** As an object of a sentence: "star joint". */
  readonly what: string;
  readonly disposition: Disposition;
  /** It opens the motor or orders for it: frame and pairs are read first. */
  readonly onMotor: boolean;
  readonly minutes: Minutes;
  /** What the parts cost: an amount in the shop's currency, or a share of what a new motor of the family costs. */
  readonly parts: { readonly each: number } | { readonly ofMotor: number };
  /** Days until they are there; 0 where they lie on the shelf. */
  readonly days: number;
  /** It makes everything else needless that is done inside a motor. */
  readonly replacesAll: boolean;
  /** One of the two parts that a blower comes apart into. */
  readonly half: boolean;
  /** Its part is dear and can be blamed for what something cheaper does: some readings are taken before it is ordered. */
  readonly orders: Ordered | null;
  /** The motor is opened for it last: what else asks for that is read before. */
  readonly opensLast: boolean;
  /** It changes nothing of the motor: what was read is read anew. */
  readonly readsAnew: boolean;
  /** Asked for only where nothing else is: papers to correct, a set-up to mend. */
  readonly aside: boolean;
  /**
   * What is asked before its part is ordered for a motor with its own electronics, by the slots of the module's check: what
   * killed the old one kills the next one too, and a module of another model runs wrong.
   */
  readonly asksFirst: readonly ("killer" | "programmed")[];
  /** What a customer is told to watch after it, in a sentence; null where nothing is. Common practice. */
  readonly watch: string | null;
}
