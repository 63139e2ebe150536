/** Whether the test itself can be trusted. */
export * from "./check.ts";
