/** Look, turn, listen, rock. */
export * from "./slots.ts";
export * from "./variables.ts";
export { COAST_LIMIT, mechanicalCheck, marksSeen } from "./check.ts";
export * from "./hardFacts.ts";
