import type { Motor } from "../record/index.ts";
import type { Band } from "./bands.ts";

/** A plug as it is drawn: rows of pin names, seen from the side that is probed. */
export interface Connector {
  readonly id: string;
  readonly name: string;
  readonly seen: string;
  readonly rows: readonly (readonly string[])[];
}

/** Where a voltage is read on the way of a supply or a call; its slot in the check of them has the same name. */
export const POINT_IDS = [
  "mains",
  "mains.23",
  "mains.31",
  "mains.leg1",
  "mains.leg2",
  "mains.leg3",
  "v24.transformer",
  "v24.limit",
  "v24.call",
  "v24.board",
  "v24.motor",
  "tenVolts",
  "command.out",
  "command.in",
  "link",
  "boardOut",
  "driver.supply",
  "driver.fifteen",
  "driver.command",
  "driver.feedback",
] as const;
export type PointId = (typeof POINT_IDS)[number];

/** A place on the way of supply or call where a voltage is read. */
export interface Point {
  /** The slot of the power check in which its voltage is written down. */
  readonly slot: PointId;
  readonly name: string;
  readonly under: string;
  /** In which state it carries what it should. */
  readonly state: "powered" | "called" | "calledUnplugged" | "turnedByHand";
  readonly unit: "V AC" | "V DC";
  /** What it should carry there. */
  readonly expects: string;
  /** Null where nobody knows it. */
  readonly band: (motor: Motor) => Band | null;
  /** Where the probes go: a plug and two of its pins, or a place in words. */
  readonly probe:
    { readonly connector: string; readonly pins: readonly [string, string] } | { readonly at: string };
  /** What a voltage there, and none, mean for the rest of the way. */
  readonly present: string;
  readonly absent: string;
}

/** One way from where something is made to where it is needed, point by point. */
export interface Way {
  readonly id: "supply" | "call";
  readonly title: string;
  readonly points: readonly Point[];
}

/** How a motor is fed past its board, so that only it is asked. Nobody guesses pins or volts: what is not said is not offered. */
export interface DirectTest {
  readonly connector: string;
  /** Pins that get the voltage, and those that it comes back by. */
  readonly live: readonly string[];
  readonly common: readonly string[];
  readonly feed: string;
  readonly fuse: string;
  /** What a sound motor does. */
  readonly must: string;
  /** What would destroy it. */
  readonly never: string;
}

/** How a family of motors with their own electronics is fed and commanded. Common practice; the motor's own diagram rules. */
export interface Scheme {
  /** What its plugs carry, for somebody who holds one. */
  readonly recognise: string;
  readonly connectors: readonly Connector[];
  readonly ways: readonly Way[];
  /** Null where its kind has none. */
  readonly direct: DirectTest | null;
  /** What would destroy it or hurt somebody, said where it could happen. */
  readonly never: readonly string[];
}
