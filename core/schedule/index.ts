/** The order of the day, and when each motor is ready. */
export * from "./types.ts";
export * from "./order.ts";
export * from "./calendar.ts";
export * from "./readyWhen.ts";
export * from "./rest.ts";
export * from "./parts.ts";
export * from "./tasks.ts";
