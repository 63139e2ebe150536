/** A recorded back-EMF. */
export * from "./check.ts";
export * from "./recorder.ts";
export * from "./slots.ts";
export * from "./variables.ts";
