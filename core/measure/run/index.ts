/** Run on known-good electronics; the controller's own six readings; loaded connectors. */
export * from "./controller.ts";
export * from "./keepSound.ts";
export * from "./slots.ts";
export * from "./variables.ts";
export * from "./check.ts";
