import type { Complaint, Decision, PastEvent, Repair } from "./job.ts";
import type { Motor } from "./motor.ts";
import type { Reading } from "./reading.ts";
import type { BurnIn, PartLine, Release, RunStart, WorkDone } from "./work.ts";

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
  /** The day it is promised for, as 2026-03-02; absent, or emptied by a correction, where nobody promised. */
  readonly promised?: string;
  /** How much it presses; absent where nobody said. */
  readonly pressing?: Pressing;
}

export const PRESSINGS = ["waits", "soon", "standsStill"] as const;
/** How much a motor is missed by its owner. */
export type Pressing = (typeof PRESSINGS)[number];
export const PRESSING_LABELS: Readonly<Record<Pressing, string>> = {
  waits: "can wait",
  soon: "wanted soon",
  standsStill: "stands still without it",
};

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
  readonly promised?: string;
  readonly pressing?: Pressing;
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

/** What a customer was told, and by when the motor was then expected to be ready. It weighs in no verdict. */
export interface Told extends Note {
  /** UTC, ISO 8601; null where no time was said. */
  readonly readyBy: string | null;
  /** The chance, 0 to 1, that it would be ready by then, as it was worked out; null where no time was said. */
  readonly chance: number | null;
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
  readonly runStart: RunStart;
  readonly burnIn: BurnIn;
  readonly release: Release;
  readonly correction: Correction;
  readonly undo: Undo;
  readonly note: Note;
  readonly told: Told;
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
  "runStart",
  "burnIn",
  "release",
  "correction",
  "undo",
  "note",
  "told",
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
