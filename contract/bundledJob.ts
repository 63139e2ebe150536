import type { ClosedRecord } from "#core/closing";
import type { Instrument } from "#core/quantity";
import type { Entry, Intake, JobRecord, Motor, ShopLimits, Visit } from "#core/record";

/** An entry with the moment it was on disk. */
export type Journalled = Entry & { readonly savedAt: string };

/** A file kept with the job: its name there, what it holds, and how large it is. */
export interface FileOfBundle {
  readonly name: string;
  readonly sha256: string;
  readonly type: string;
  readonly bytes: number;
}

/** What was known of a motor from a moment on, with who wrote it down and why. */
export interface MotorVersion {
  readonly motor: Motor;
  readonly by: string;
  readonly at: string;
  readonly reason: string;
}

/** Everything of a job: what was taken in, every entry, what it is judged by, its closings and its files. */
export interface BundledJob {
  /** Its number in the shop it comes from. */
  readonly number: number;
  readonly intake: Intake;
  readonly entries: readonly Journalled[];
  readonly instruments: readonly Instrument[];
  readonly past: readonly Visit[];
  readonly limits: ShopLimits;
  readonly motorVersions: readonly MotorVersion[];
  readonly closings: readonly (ClosedRecord & { readonly entryId: string })[];
  readonly files: readonly FileOfBundle[];
}

export interface JobBundle {
  readonly format: "green-fable-job";
  readonly version: 2;
  readonly job: BundledJob;
}

/** Version 1: the record alone. */
export interface OldBundle {
  readonly format: "green-fable-job";
  readonly version: 1;
  readonly job: JobRecord;
}
