import { PHASES, type Phase } from "#core/record";
import type { PointId } from "#core/families";

/** The windings' own ends, past leads and plug: reached once the motor is open. */
const INWARD: readonly `${Phase}0`[] = ["A0", "B0", "C0"];
/** Where each winding ends again: its pad at the star joint, or at the next corner of a delta. */
const PADS: readonly `${Phase}m`[] = ["Am", "Bm", "Cm"];
/** What a probe can be put on; the star joint too, of a star that lies open. */
export const POINTS = [...PHASES, "frame", ...INWARD, ...PADS, "joint"] as const;
export type Point = (typeof POINTS)[number];
/** Of these, those that lie in a closed motor. */
export const INSIDE: readonly Point[] = [...INWARD, ...PADS, "joint"];

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
