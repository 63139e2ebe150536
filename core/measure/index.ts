/** Every check there is, each in a folder of its own. */
export * from "./handsOff.ts";
export * from "./registry.ts";
export * from "./recordings.ts";
