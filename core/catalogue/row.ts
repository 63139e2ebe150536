import type { LikelihoodRow, Mask, Together, Variable } from "../inference/index.ts";
import type { FaultId } from "./faults.ts";

/** Circumstances that a row of a likelihood table may depend on. */
export interface When {
  readonly connection?: "star" | "delta";
  /** Whether the probes' tips were touched together and read near zero in this sitting. */
  readonly tips?: "proven" | "unproven";
}

/** One row of a likelihood table; a fault or an outcome that does not exist does not compile. */
export function row<Outcome extends string>(
  { id }: Variable<string, Outcome>,
  fault: FaultId,
  outcomes: Readonly<Partial<Record<NoInfer<Outcome>, number>>>,
  reason: string,
  when?: When,
): LikelihoodRow {
  return { fault, variable: id, outcomes, reason, ...(when && { when: { ...when } }) };
}

/** While one fault is present, the variable says nothing of the others. */
export function mask({ id }: Variable, by: FaultId, hides: readonly FaultId[], reason: string): Mask {
  return { variable: id, by, hides, reason };
}

/** A fault that shows in both variables by one severity. */
export function together(variables: readonly [Variable, Variable], fault: FaultId, reason: string): Together {
  return { variables: [variables[0].id, variables[1].id], fault, reason };
}
