import { FAULTS } from "./faults.ts";
import { LIKELIHOODS } from "./likelihoods.ts";
import type { Model } from "./types.ts";
import { VARIABLES } from "./variables.ts";

/** The model in force. A fault, variable or likelihood is added by a row in its table. */
export const MODEL: Model = { faults: FAULTS, variables: VARIABLES, rows: LIKELIHOODS };

/** Frozen with every closed job. Raise it whenever a table or rule changes a verdict. */
export const RULES_VERSION = "2";
