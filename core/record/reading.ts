import type { Ability, Celsius, Component, Ohms, QuantityName } from "../quantity/index.ts";
import type { KeptCapture } from "./capture.ts";

export const CHECK_IDS = [
  "safety",
  "mechanical",
  "power",
  "air",
  "module",
  "frame",
  "insulation",
  "winding",
  "backemf",
  "waveform",
  "hall",
  "feed",
  "run",
  "setup",
] as const;
export type CheckId = (typeof CHECK_IDS)[number];

/** What was read, seen or done. Open is a reading; skipped is a record of not reading, with its reason. */
export type ReadingValue =
  | { readonly kind: "ohms"; readonly ohms: Ohms }
  | { readonly kind: "open" }
  | { readonly kind: "celsius"; readonly celsius: Celsius }
  /** Anything else with a unit, in its SI unit or rpm. */
  | { readonly kind: "quantity"; readonly quantity: QuantityName; readonly value: number }
  | { readonly kind: "choice"; readonly choice: string }
  | { readonly kind: "choices"; readonly choices: readonly string[] }
  | { readonly kind: "text"; readonly text: string }
  /** A picture kept with the job, by its name there: the SHA-256 of its bytes, or a UUID of earlier versions. */
  | { readonly kind: "photo"; readonly photo: string }
  /** What a recording of the motor said, with the file it was read from. */
  | ({ readonly kind: "capture" } & KeptCapture)
  /** `what` names the one step that is left out, in its words; absent where the whole check is. */
  | { readonly kind: "skipped"; readonly reason: string; readonly what?: string }
  /** What it names no longer stands, and nothing stands in its place. */
  | { readonly kind: "withdrawn"; readonly reason: string }
  /** What it names is as if never written: what that had corrected stands again. Made by the fold of an undo entry. */
  | { readonly kind: "undone" };

/** What an instrument that speaks showed while a value was taken from it; in the value's own unit. */
export interface Latched {
  readonly reads: Ability;
  /** Full scale of the range it stood on; null where it did not say. */
  readonly range: number | null;
  /** How many displays the value is the mean of. */
  readonly count: number;
  /** Their sample standard deviation. */
  readonly spread: number;
  /** Standard uncertainty of their mean from what they did, contact of another touch not included. */
  readonly typeA: Component;
}

/** Where a check's reason for not being made is written down. */
export const SKIPPED_SLOT = "skipped";
/** Where the reason is written down why one step of a check is left out, the others not. */
export const leftOutSlot = (step: string): string => `${SKIPPED_SLOT}.${step}`;
/** Whether a slot holds why something was not read. */
export const isSkipSlot = (slot: string): boolean => slot.split(".")[0] === SKIPPED_SLOT;

/**
 * One line of the record. Never changed: a correction is a new reading that names the one it supersedes.
 * `epoch` counts the repairs before it: 0 as found, 1 after the first repair.
 */
export interface Reading {
  readonly id: string;
  readonly check: CheckId;
  /** Place within the check, one of those it declares: a pair, a lead, "tips", "turn"… */
  readonly slot: string;
  readonly epoch: number;
  readonly value: ReadingValue;
  /** As the person typed it. */
  readonly typed: string;
  readonly instrumentId: string | null;
  /** What was shown, where the instrument said it itself; absent where a person typed it. */
  readonly latched?: Latched;
  /** UTC, ISO 8601. */
  readonly takenAt: string;
  readonly by: string;
  readonly supersedes: string | null;
}

/** A line of an earlier version that this one cannot read: kept as a note, never a finding. */
export interface UnreadNote {
  readonly reading: Reading;
  readonly why: string;
}
