/** Look, turn, listen, rock. */
export * from "./slots.ts";
export * from "./variables.ts";
export { mechanicalCheck } from "./check.ts";
export * from "./hardFacts.ts";
