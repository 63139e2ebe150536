/** Faults, findings, exact inference and the next check. */
export * from "./types.ts";
export * from "./faults.ts";
export * from "./variables.ts";
export * from "./likelihoods/index.ts";
export * from "./circumstances.ts";
export * from "./outcomeModel.ts";
export * from "./infer.ts";
export * from "./action.ts";
export * from "./nextCheck.ts";
export { MODEL, modelFor, RULES_VERSION } from "./model.ts";
