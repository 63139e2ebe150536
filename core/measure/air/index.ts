/** What air can do to a blower, and what it moves. */
export * from "./fans.ts";
export * from "./slots.ts";
export * from "./variables.ts";
export * from "./check.ts";
