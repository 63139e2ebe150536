/** What feeds, commands and holds a motor without electronics of its own. */
export * from "./slots.ts";
export * from "./variables.ts";
export * from "./check.ts";
