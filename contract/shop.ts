import type { MotorVersion } from "./bundledJob.ts";
import type { Band, Ledger, Outcome, Period, Truth } from "#core/outcomes";
import type { ExperienceOf, Motor, Visit } from "#core/record";

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
    | "onePiece"
    | "diagram"
  >;
  readonly notes: string;
}

/** A model as a shop lists it. */
export interface ListedModel extends MotorModel {
  /** The chain's, the same in all of its shops; its owner changes it. */
  readonly shared?: true;
}

/** One motor by its serial, with what each visit measured. */
export interface Unit {
  /** The shop of the chain that knows it, where it was never in this one. */
  readonly shop?: string;
  readonly serial: string;
  readonly name: string;
  readonly owner: string;
  readonly modelId: string | null;
  readonly motor: Motor;
  /** What was known of it from when on, oldest first. */
  readonly versions: readonly MotorVersion[];
  readonly visits: readonly UnitVisit[];
  /** The job it is here with now; null while it is not here. */
  readonly openJob: string | null;
}

/** Visits written down once when they change; one not judged yet is left out. */
export interface UnitVisit extends Visit {
  readonly jobId: string;
  readonly headline: string;
  readonly disposition: string | null;
  /** It left as sound: nothing departs in its last readings. */
  readonly sound: boolean;
  /** What was said and what came of it; only of a closed job. */
  readonly outcome?: Outcome;
  /** What it earned, took and waited for; of a closed job, and of none closed before it was kept. */
  readonly ledger?: Ledger;
}

/** What weeks and months of the shop came to, the present one first. */
export interface Periods {
  readonly currency: string;
  readonly weeks: readonly Period[];
  readonly months: readonly Period[];
}

/** One closed job as it stands in the account of what was said and what was true. */
export interface OutcomeLine {
  readonly jobId: string;
  readonly jobNumber: number;
  readonly name: string;
  readonly closedAt: string;
  readonly outcome: Outcome;
  readonly cameBack: boolean;
  readonly truth: Truth;
}

/** What this shop said and what was true. */
export interface Account {
  readonly bands: readonly Band[];
  /** Closed jobs in which something was said, by what became of it. */
  readonly counts: Readonly<Record<Truth, number>>;
  /** Closed jobs that the evidence left undecided. */
  readonly unsaid: number;
  /** Motors of which a customer was told when they would be ready, closed since: how many were, and how many were to be by the chances told. */
  readonly told: { readonly of: number; readonly kept: number; readonly expected: number };
  /** Models and families with closed jobs enough to weigh, counted today. */
  readonly experience: readonly ExperienceOf[];
  /** The latest, newest first. */
  readonly items: readonly OutcomeLine[];
}
