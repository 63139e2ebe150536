/** The report: what was found, decided, done and proved, in a customer's words. */
export * from "./customerWords.ts";
export * from "./buildReport.ts";
export type { BeforeAfter, DrawnRing } from "./beforeAfter.ts";
export * from "./money.ts";
export * from "./costs.ts";
export * from "./dayWords.ts";
export * from "./tables.ts";
export * from "./callerWords.ts";
