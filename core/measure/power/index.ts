/** Supply and call of motors that carry their own electronics, point by point, and how it answers. */
export * from "./slots.ts";
export * from "./variables.ts";
export * from "./check.ts";
