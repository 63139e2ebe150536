/** Position sensors by hand, and the other small sensors of a motor. */
export * from "./logged.ts";
export * from "./states.ts";
export * from "./levels.ts";
export * from "./motorSensors.ts";
export * from "./slots.ts";
export * from "./variables.ts";
export * from "./check.ts";
