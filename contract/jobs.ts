import type { CheckId, Complaint, Disposition, JobRecord, Motor, PastEvent } from "#core/record";

/** What a job waits for; the bench groups by it. */
export const STAGES = [
  "reading",
  "decision",
  "repair",
  "parts",
  "answer",
  "proof",
  "closing",
  "closed",
] as const;
export type Stage = (typeof STAGES)[number];

/** What a person enters when a motor is taken in. */
export interface Intake {
  readonly motor: Motor;
  readonly complaint: Complaint;
  readonly complaintWords: string;
  readonly events: readonly PastEvent[];
  readonly takenInAt: string;
}

export const ENTRY_KINDS = ["reading", "decision", "repair", "closing", "reopening"] as const;
export type EntryKind = (typeof ENTRY_KINDS)[number];

export interface Summary {
  readonly headline: string;
  readonly leading: { readonly name: string; readonly probability: number } | null;
  /** The next step in words, where in the job it is done, and how long it takes. */
  readonly next: string;
  readonly to: JobStep;
  readonly minutes: number;
  readonly marks: readonly string[];
  readonly disposition: Disposition | null;
  /** Who wrote last. */
  readonly by: string;
  /** A wait that runs, such as capacitors bleeding down. */
  readonly clock: { readonly startedAt: string; readonly minutes: number; readonly words: string } | null;
}

/** The rooms of a job: its checks, then what settles it. */
export type JobStep = CheckId | "decide" | "repair" | "report";

export interface JobLine {
  readonly id: string;
  readonly number: number;
  readonly name: string;
  readonly owner: string;
  readonly stage: Stage;
  readonly summary: Summary;
  readonly takenInAt: string;
  readonly closedAt: string | null;
}

export interface JobView {
  readonly id: string;
  readonly number: number;
  readonly version: number;
  readonly takenInAt: string;
  readonly closedAt: string | null;
  readonly savedAt: string;
  readonly record: JobRecord;
}

/** A person who works at this bench; readings carry the initials. */
export interface Technician {
  readonly id: string;
  readonly initials: string;
  readonly name: string;
}

/** What the server says once an entry is on its disk. */
export interface Receipt {
  readonly job: string;
  /** The job's version now. */
  readonly version: number;
  readonly closedAt: string | null;
  readonly savedAt: string;
}

export interface JournalChange {
  readonly version: number;
  readonly kind: string;
  readonly what: string;
  readonly by: string;
  readonly at: string;
}
