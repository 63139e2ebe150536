import { PHASES } from "#core/record";

/** What a probe can be put on. */
export const POINTS = [...PHASES, "frame"] as const;
export type Point = (typeof POINTS)[number];

/** Where an instrument's two leads are: on two points, on each other, or on nothing. */
export type Probes = { readonly red: Point; readonly black: Point } | "tips" | "lifted";
