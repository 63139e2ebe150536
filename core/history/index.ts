/** A unit through its visits, and motors of one model side by side. */
export * from "./visit.ts";
export * from "./againstPast.ts";
export * from "./figures.ts";
export * from "./sisters.ts";
export * from "./learned.ts";
