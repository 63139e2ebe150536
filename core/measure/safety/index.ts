/** Cautions, and whether a motor was made safe. */
export * from "./cautions.ts";
export * from "./check.ts";
export { POWERED } from "./powered.ts";
export * from "./wait.ts";
