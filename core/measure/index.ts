/** Every check there is, each in a folder of its own. */
export * from "./registry.ts";
