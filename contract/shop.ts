import type { MotorVersion } from "./bundledJob.ts";
import type { Motor, Visit } from "#core/record";

/** What is known of a motor model, to be taken over at take-in; each expected value says its source. */
export interface MotorModel {
  readonly id: string;
  readonly name: string;
  readonly facts: Pick<
    Motor,
    | "family"
    | "connection"
    | "polePairs"
    | "expected"
    | "speedConstant"
    | "hallSpacing"
    | "magnets"
    | "rated"
    | "balanceLimit"
  >;
  readonly notes: string;
}

/** One motor by its serial, with what each visit measured. */
export interface Unit {
  readonly serial: string;
  readonly name: string;
  readonly owner: string;
  readonly modelId: string | null;
  readonly motor: Motor;
  /** What was known of it from when on, oldest first. */
  readonly versions: readonly MotorVersion[];
  readonly visits: readonly UnitVisit[];
}

/** Visits written down once when they change; one not judged yet is left out. */
export interface UnitVisit extends Visit {
  readonly jobId: string;
  readonly headline: string;
  readonly disposition: string | null;
  /** It left as sound: nothing departs in its last readings. */
  readonly sound: boolean;
}
