import type { Actions } from "../inference/index.ts";
import type { Disposition } from "../record/index.ts";
import { factsOf, type FaultId } from "./faults.ts";

/** The weightier remedy wins where several faults are present: a new motor cures a worn bearing too. */
export const PRECEDENCE = [
  "replaceMotor",
  "replacePart",
  "resolder",
  "repair",
  "undecided",
  "notMotor",
] as const satisfies readonly Disposition[];

/** What faults ask for that change nothing about the motor: a set-up to mend weighs lighter than any cause found. */
const LIGHTER = ["undecided", "notMotor"] as const satisfies readonly Disposition[];
const BY_WEIGHT: readonly Disposition[] = [...PRECEDENCE, ...LIGHTER];

/** How heavy what a fault asks for weighs: a place in {@link PRECEDENCE}, or behind it where it asks for nothing. */
function rankOf(fault: FaultId): number {
  const { disposition, location } = factsOf(fault);
  if (disposition) return PRECEDENCE.indexOf(disposition);
  return PRECEDENCE.length + LIGHTER.indexOf(location === "setup" ? "undecided" : "notMotor");
}

/** What a set of faults asks for. The empty set, or one that leaves the motor alone, is *not the motor*. */
export function actionOf(faults: readonly FaultId[]): Disposition {
  return BY_WEIGHT[Math.min(...faults.map(rankOf))] ?? "notMotor";
}

/** The remedies as the engine's actions, in the order of {@link PRECEDENCE}. */
export function remediesOf(faults: readonly FaultId[]): Actions {
  return {
    count: PRECEDENCE.length,
    ranks: faults.map(rankOf),
    ofRank: BY_WEIGHT.map((disposition) => PRECEDENCE.indexOf(disposition)),
    none: PRECEDENCE.indexOf("notMotor"),
  };
}

export type ActionBeliefs = Readonly<Record<Disposition, number>>;

/** Shares in the order of {@link PRECEDENCE} by their names. */
export function beliefsOf(shares: ArrayLike<number>): ActionBeliefs {
  return Object.fromEntries(PRECEDENCE.map((disposition, i) => [disposition, shares[i] ?? 0])) as Record<
    Disposition,
    number
  >;
}

/** The remedy with the greatest probability; of equal ones the weightier. */
export function leadingAction(beliefs: ActionBeliefs): { disposition: Disposition; probability: number } {
  return PRECEDENCE.map((disposition) => ({ disposition, probability: beliefs[disposition] })).reduce(
    (best, other) => (other.probability > best.probability ? other : best),
  );
}
