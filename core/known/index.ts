/** What the trade knows: faults, circumstances, cures and what they cost. */
export * from "./faults/index.ts";
export * from "./tables.ts";
export * from "./circumstances.ts";
export * from "./cures/index.ts";
export * from "./whatCures.ts";
export * from "./plans/index.ts";
export * from "./experience.ts";
export * from "./prices.ts";
export * from "./suspects.ts";
export * from "./warrants.ts";
