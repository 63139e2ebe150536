/** Motors that carry their own electronics: isolated from supply to command to answer. */
export * from "./bands.ts";
export * from "./fans.ts";
export * from "./scheme.ts";
export * from "./ownScheme.ts";
export * from "./slots.ts";
export * from "./variables.ts";
export * from "./powerCheck.ts";
export * from "./moduleCheck.ts";
export * from "./airCheck.ts";
