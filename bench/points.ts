import { PHASES, type Phase } from "#core/record";
import type { PointId } from "#core/families";

/** The windings' own ends, past leads and plug: reached once the motor is open. */
export const INWARD: readonly `${Phase}0`[] = ["A0", "B0", "C0"];
/** What a probe can be put on. */
export const POINTS = [...PHASES, "frame", ...INWARD] as const;
export type Point = (typeof POINTS)[number];

/** The six junctions of a controller's bridge. */
export const JUNCTIONS = PHASES.flatMap((phase) => [`${phase}.plus`, `${phase}.minus`] as const);
/** Two pins that are always read together, named once. */
export const PLACES = [
  "pack",
  "sensorSupply",
  "temperatureSensor",
  /** A resistor and a source of alternating volts that lie on the bench, to prove a meter on. */
  "knownOhms",
  "knownVolts",
  ...JUNCTIONS,
] as const;
/** Of a machine with electronics of its own: each point of its way. */
export type Place = (typeof PLACES)[number] | PointId;

/** Where an instrument's two leads are: on two points, on the two pins of a place, on each other, or on nothing. */
export type Probes =
  { readonly red: Point; readonly black: Point } | { readonly at: Place } | "tips" | "lifted";
