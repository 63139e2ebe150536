/** What to do about it: repair plans and the proof of a repair. */
export * from "./plans.ts";
export * from "./proof.ts";
