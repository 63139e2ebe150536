/** What every check declares and answers. */
export * from "./slots.ts";
export * from "./definition.ts";
export * from "./answer.ts";
export * from "./captures.ts";
export * from "./slips.ts";
export * from "./latchedSlot.ts";
export * from "./letters.ts";
