/** What an instrument that speaks shows just now, and whether it has come to rest. */
export * from "./settled.ts";
