import { FAULTS } from "./faults.ts";
import { LIKELIHOODS } from "./likelihoods/index.ts";
import type { Circumstances, Model } from "./types.ts";
import { VARIABLES } from "./variables.ts";

/** The model in force. A fault, variable or likelihood is added by a row in its table. */
export const MODEL: Model = { faults: FAULTS, variables: VARIABLES, rows: LIKELIHOODS };

const byFamily = new Map<string, Model>();

/** The model without what a motor of this family and connection cannot have: fewer sets to weigh. */
export function modelFor({ family, connection }: Pick<Circumstances, "family" | "connection">): Model {
  const key = `${family} ${connection}`;
  const found = byFamily.get(key) ?? {
    ...MODEL,
    faults: MODEL.faults.filter(
      ({ id, prior }) =>
        (typeof prior === "number" ? prior : (prior[family] ?? 0)) > 0 &&
        !(id === "starJointOpen" && connection === "delta"),
    ),
  };
  byFamily.set(key, found);
  return found;
}

/** Frozen with every closed job. Raise it whenever a table or rule changes a verdict. */
export const RULES_VERSION = "3";
