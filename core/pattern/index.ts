/** Reading three values against a table of ratios: shared by the pairs at rest and the pairs spun. */
export * from "./places.ts";
export * from "./marginal.ts";
export * from "./fitRow.ts";
export * from "./balance.ts";
