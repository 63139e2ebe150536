/** Cautions, and whether a motor was made safe. */
export * from "./cautions.ts";
export * from "./check.ts";
