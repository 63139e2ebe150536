import type { Complaint, Decision, PastEvent, Repair } from "./job.ts";
import type { Motor } from "./motor.ts";
import type { Reading } from "./reading.ts";
import type { BurnIn, PartLine, Release, WorkDone } from "./work.ts";

/** What a person enters when a motor is taken in. */
export interface Intake {
  readonly motor: Motor;
  readonly complaint: Complaint;
  readonly complaintWords: string;
  readonly events: readonly PastEvent[];
  /** UTC, ISO 8601. */
  readonly takenInAt: string;
  /** Who took it in; absent in records of earlier versions. */
  readonly by?: string;
  /** How the owner is reached: a telephone number, an address. Absent where nobody said. */
  readonly contact?: string;
}

/** A job closed, opened again, or called off, with the reason. */
export interface Turning {
  readonly id: string;
  readonly reason: string;
  readonly by: string;
  readonly at: string;
}

/** What of the take-in may be put right; what is absent stays. */
export interface IntakeChanges {
  readonly motor?: Partial<Omit<Motor, "id">>;
  /** Another unit altogether: the job was written onto the wrong motor. */
  readonly unit?: Motor;
  readonly complaint?: Complaint;
  readonly complaintWords?: string;
  readonly events?: readonly PastEvent[];
  readonly contact?: string;
}

/** A correction of what was taken in. The old values stay in the journal. */
export interface Correction extends Turning {
  readonly changes: IntakeChanges;
}

/** Words for whoever takes the job over. They weigh in no verdict. */
export interface Note {
  readonly id: string;
  readonly words: string;
  readonly by: string;
  readonly at: string;
}

/** Takes back one entry: as if never written, and still there to be read. */
export interface Undo {
  readonly id: string;
  readonly of: string;
  readonly by: string;
  readonly at: string;
}

interface Bodies {
  readonly reading: Reading;
  readonly decision: Decision;
  readonly repair: Repair;
  readonly work: WorkDone;
  readonly part: PartLine;
  readonly burnIn: BurnIn;
  readonly release: Release;
  readonly correction: Correction;
  readonly undo: Undo;
  readonly note: Note;
  readonly closing: Turning;
  readonly reopening: Turning;
  readonly callingOff: Turning;
}
export type EntryKind = keyof Bodies;
export const ENTRY_KINDS = [
  "reading",
  "decision",
  "repair",
  "work",
  "part",
  "burnIn",
  "release",
  "correction",
  "undo",
  "note",
  "closing",
  "reopening",
  "callingOff",
] as const satisfies readonly EntryKind[];
export type EntryBody<Kind extends EntryKind = EntryKind> = Bodies[Kind];

/** A line of a job's journal: appended, never changed. */
export type Entry = {
  readonly [Kind in EntryKind]: { readonly kind: Kind; readonly body: Bodies[Kind] };
}[EntryKind];

/** When a person wrote an entry; UTC, ISO 8601. */
export function writtenAt(entry: Entry): string {
  return entry.kind === "reading" ? entry.body.takenAt : entry.body.at;
}
