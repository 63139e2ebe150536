import type { KvConvention, Ohms } from "../quantity/index.ts";
import type { ByPair } from "./motor.ts";

/** A measured value with its 95 % uncertainty, both in the same unit. */
export interface Measured {
  readonly value: number;
  readonly expanded: number;
}

/** What one visit of a unit measured, as it left: what later visits are held against. */
export interface Visit {
  /** The shop of the chain where it was; left out where that is the shop itself. */
  readonly shop?: string;
  readonly jobNumber: number;
  /** UTC, ISO 8601. */
  readonly at: string;
  /** Pairs brought to 20 °C, Ω. */
  readonly pairs: ByPair<Measured> | null;
  readonly constant: (Measured & { readonly convention: KvConvention }) | null;
  /** One-minute insulation at 40 °C, Ω. */
  readonly insulation: Ohms | null;
  /** Largest deviation of a pair from the mean of three, its size in per cent of the mean. Left out where not read, and of older visits. */
  readonly imbalance?: Measured;
  /** Seconds from a set speed to rest. Left out where not read, and of older visits. */
  readonly coastDown?: Measured;
}
