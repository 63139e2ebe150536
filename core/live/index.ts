/** What an instrument that speaks shows just now, and whether it has come to rest. */
export * from "./functions.ts";
export * from "./inTime.ts";
export * from "./latched.ts";
export * from "./line.ts";
export * from "./seen.ts";
export * from "./settled.ts";
export * from "./shown.ts";
