import type { Disposition } from "../record/index.ts";
import type { FaultSet } from "./infer.ts";
import type { Fault } from "./types.ts";

/** The weightier remedy wins where several faults are present: a new motor cures a worn bearing too. */
export const PRECEDENCE: readonly Disposition[] = [
  "replaceMotor",
  "replacePart",
  "resolder",
  "repair",
  "undecided",
  "notMotor",
];

/** What each of some sets asks for, as places in {@link PRECEDENCE}. */
export function askedBy(faults: readonly Fault[], sets: readonly FaultSet[]): Uint8Array {
  const asked = new Uint8Array(sets.length);
  for (let k = 0; k < sets.length; k += 1) asked[k] = PRECEDENCE.indexOf(actionOf(faults, sets[k]!.members));
  return asked;
}

/** The remedies' shares under these weights of the sets, in the order of {@link PRECEDENCE}; they add up to the mass. */
export function sharesOf(asked: Uint8Array, weights: Float64Array): Float64Array {
  const shares = new Float64Array(PRECEDENCE.length);
  for (let k = 0; k < weights.length; k += 1) shares[asked[k]!]! += weights[k]!;
  return shares;
}

export type ActionBeliefs = Readonly<Record<Disposition, number>>;

/** What a set of faults asks for. The empty set, or one that leaves the motor alone, is *not the motor*. */
export function actionOf(faults: readonly Fault[], members: readonly number[]): Disposition {
  const asked = members.map((i) => faults[i]!.disposition);
  const found = PRECEDENCE.find((disposition) => asked.includes(disposition));
  if (found) return found;
  return members.some((i) => faults[i]!.location === "setup") ? "undecided" : "notMotor";
}

/** Probability of each remedy: the sets' probabilities added up by what they ask for. */
export function actionBeliefs(faults: readonly Fault[], sets: readonly FaultSet[]): ActionBeliefs {
  const sums: Record<Disposition, number> = {
    notMotor: 0,
    repair: 0,
    resolder: 0,
    replacePart: 0,
    replaceMotor: 0,
    undecided: 0,
  };
  for (const { members, probability } of sets) sums[actionOf(faults, members)] += probability;
  return sums;
}

/** Shannon entropy in bits. Zero-probability terms add nothing. */
export function entropyOf(probabilities: readonly number[]): number {
  return probabilities.reduce((sum, p) => (p > 0 ? sum - p * Math.log2(p) : sum), 0);
}

export function leadingAction(beliefs: ActionBeliefs): { disposition: Disposition; probability: number } {
  return PRECEDENCE.map((disposition) => ({ disposition, probability: beliefs[disposition] })).reduce(
    (best, other) => (other.probability > best.probability ? other : best),
  );
}
