/** Each lead to frame. */
export * from "./slots.ts";
export * from "./variables.ts";
export * from "./check.ts";
