/** Harness, switches and module of motors that carry their own electronics: locked out and measured dead. */
export * from "./slots.ts";
export * from "./variables.ts";
export * from "./check.ts";
