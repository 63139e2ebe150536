/** Whether the test itself can be trusted. */
export * from "./slots.ts";
export * from "./variables.ts";
export * from "./check.ts";
