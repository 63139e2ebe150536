/** What was said of motors, and what was true: calibration, and what a shop has found in a model. */
export * from "./outcome.ts";
export * from "./calibration.ts";
export * from "./found.ts";
export * from "./ledger.ts";
