import type { Decibans, Minutes } from "../quantity/index.ts";
import type { CheckId, Disposition, Family, Pair, Phase } from "../record/index.ts";

/** Something a check finds out: one of a few outcomes, ordered from ordinary to dominant. */
export interface Variable {
  readonly id: string;
  readonly check: CheckId;
  readonly title: string;
  /** Milder first. Where several faults act, the dominant outcome shows (noisy-MAX). */
  readonly outcomes: readonly string[];
  /** Outcomes that appear with no fault at all: the check's false alarms. The rest is the first outcome. */
  readonly leak: Readonly<Record<string, number>>;
  readonly leakReason: string;
  /** What the outcome means, in a short clause: "three pairs equal". */
  readonly words: Readonly<Record<string, string>>;
}

/** What one independent set of readings says: p(readings | outcome), scaled so that the largest is 1. */
export interface Finding {
  readonly variable: string;
  readonly likelihood: Readonly<Record<string, number>>;
  readonly sentence: string;
  /** What would tell rival readings of it apart, where there are any. */
  readonly advice?: string;
  readonly departs: boolean;
  /** The place it points at for faults that have one. */
  readonly place: { readonly phase: Phase; readonly winding: Pair; readonly share: number } | null;
}

export type Location =
  "winding" | "rotor" | "mechanical" | "sensor" | "electronics" | "outside" | "setup" | "data" | "unknown";

export interface Fault {
  readonly id: string;
  readonly name: string;
  readonly location: Location;
  /** What the fault asks for; null where it changes nothing about the motor. */
  readonly disposition: Disposition | null;
  /** Chance before any reading, by family, of a motor that came in with an unremarkable complaint. */
  readonly prior: number | Partial<Readonly<Record<Family, number>>>;
  readonly priorReason: string;
  /** It can cause a complaint by itself. */
  readonly causesComplaint: boolean;
  /** Findings of these variables then say nothing about these other faults. */
  readonly masks: Readonly<Record<string, readonly string[]>>;
  /** It has a place: a phase, lead or winding. */
  readonly placed: boolean;
}

/** One row of the likelihood table. Mass not named goes to the variable's first outcome. */
export interface LikelihoodRow {
  readonly fault: string;
  readonly variable: string;
  readonly when?: { readonly connection?: "star" | "delta"; readonly tips?: "proven" | "unproven" };
  readonly outcomes: Readonly<Record<string, number>>;
  readonly reason: string;
}

export interface Model {
  readonly faults: readonly Fault[];
  readonly variables: readonly Variable[];
  readonly rows: readonly LikelihoodRow[];
}

/** What is known before the findings. */
export interface Circumstances {
  readonly family: Family;
  readonly connection: "star" | "delta" | "unknown";
  readonly tipsProven: boolean;
  /** Odds multipliers by fault, from complaint and history. */
  readonly oddsFactors: Readonly<Record<string, number>>;
  /** Somebody complained: then something is wrong somewhere. False after a repair and for a routine check. */
  readonly complained: boolean;
}

export interface WeightedFinding {
  readonly variable: string;
  readonly sentence: string;
  /** Change of the fault's log odds when this finding is left out, capped at ±30. Positive speaks for it. */
  readonly weight: Decibans;
}

export interface FaultBelief {
  readonly fault: string;
  readonly name: string;
  readonly probability: number;
  readonly place: Finding["place"];
  readonly weights: readonly WeightedFinding[];
}

export interface NextCheck {
  readonly check: CheckId;
  readonly minutes: Minutes;
  /** Expected fall in uncertainty about what to do, bits. */
  readonly gain: number;
  /** Outcome that would change the leading answer most probably, in words. */
  readonly because: string;
  /** It is begun and wants finishing, whatever it would tell. */
  readonly halfDone?: boolean;
}
