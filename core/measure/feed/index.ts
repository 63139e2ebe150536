/** What feeds, commands and holds a motor without electronics of its own. */
export * from "./keepRun.ts";
export * from "./slots.ts";
export * from "./variables.ts";
export * from "./check.ts";
export { SAGS_BELOW } from "../../runlog/index.ts";
