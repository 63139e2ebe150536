/** What to do about it: repair plans, the proof of a repair, and where a job goes next. */
export * from "./plans.ts";
export * from "./proof.ts";
export * from "./release.ts";
export * from "./nextStep.ts";
export * from "./suspects.ts";
export * from "./ordering.ts";
