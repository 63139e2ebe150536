/** Faults, circumstances and remedies of the trade: what the engine is fed with. */
export * from "./faults.ts";
export * from "./row.ts";
export * from "./circumstances.ts";
export * from "./cures.ts";
export * from "./experience.ts";
export * from "./prices.ts";
