import type {
  Correction,
  Entry,
  EntryBody,
  EntryKind,
  Intake,
  Note,
  Pressing,
  Told,
  Turning,
} from "./entry.ts";
import type { JobRecord } from "./job.ts";
import type { Reading, UnreadNote } from "./reading.ts";
import type { Sitting } from "./sitting.ts";
import type { Workshop } from "./work.ts";

/** What a job is judged by beside what was written: it comes from the shop, or from the bundle it arrived in. */
export type Grounds = Pick<Sitting, "instruments" | "past" | "limits">;

/** A journal read from first to last. */
export interface Folded {
  readonly record: JobRecord;
  readonly corrections: readonly Correction[];
  /** Left for whoever takes over, the latest last. */
  readonly notes: readonly Note[];
  /** What the customer was told, the latest last. */
  readonly told: readonly Told[];
  /** How the owner is reached; empty where nobody said. */
  readonly contact: string;
  /** The day it is promised for, as 2026-03-02; null where nobody promised. */
  readonly promised: string | null;
  /** How much it presses; null where nobody said. */
  readonly pressing: Pressing | null;
  /** Ids of entries that were taken back. */
  readonly undone: ReadonlySet<string>;
  /** The closing or calling off that stands; null while the job is open. */
  readonly closed: { readonly kind: "closing" | "callingOff"; readonly turning: Turning } | null;
}

function corrected(intake: Intake, { changes }: Correction): Intake {
  const { motor, unit, ...others } = changes;
  return { ...intake, ...others, motor: { ...(unit ?? intake.motor), ...motor } };
}

/** Entries of one kind that were not taken back, in their order. */
function bodiesOf<Kind extends EntryKind>(
  entries: readonly Entry[],
  undone: ReadonlySet<string>,
  kind: Kind,
): EntryBody<Kind>[] {
  return entries.flatMap((entry) =>
    entry.kind === kind && !undone.has(entry.body.id) ? [entry.body as EntryBody<Kind>] : [],
  );
}

/** The undo of a reading as a line among the readings, so that what it takes back stays visible. */
const taking = (
  reading: Reading,
  undo: { readonly id: string; readonly by: string; readonly at: string },
): Reading => ({
  ...reading,
  id: undo.id,
  value: { kind: "undone" },
  typed: "",
  instrumentId: null,
  takenAt: undo.at,
  by: undo.by,
  supersedes: reading.id,
});

/**
 * Turns a take-in and the entries after it into the record that is judged: one reading of a journal for browser,
 * server and bundle. Pure; the same entries give the same record.
 * @param entries in the order they were written
 * @param misread why a reading fits no slot of its check, in a sentence, or null where it does; lines that fit none are
 * kept as unread notes and judged by nobody
 */
export function fold(
  intake: Intake,
  entries: readonly Entry[],
  grounds: Grounds,
  misread: (reading: Reading) => string | null,
): Folded {
  const readings: Reading[] = [];
  const unread: UnreadNote[] = [];
  let closed: Folded["closed"] = null;
  const undone = new Set(entries.flatMap((entry) => (entry.kind === "undo" ? [entry.body.of] : [])));
  const written = new Map<string, Reading>();
  for (const entry of entries) {
    switch (entry.kind) {
      case "reading": {
        const why = misread(entry.body);
        if (why !== null) unread.push({ reading: entry.body, why });
        else readings.push(entry.body);
        written.set(entry.body.id, entry.body);
        break;
      }
      case "undo": {
        const reading = written.get(entry.body.of);
        if (reading) readings.push(taking(reading, entry.body));
        break;
      }
      case "closing":
      case "callingOff":
        closed = { kind: entry.kind, turning: entry.body };
        break;
      case "reopening":
        closed = null;
    }
  }
  const standing = <Kind extends EntryKind>(kind: Kind) => bodiesOf(entries, undone, kind);
  const corrections = standing("correction");
  const starts = standing("runStart");
  const workshop: Workshop = {
    done: standing("work"),
    parts: standing("part"),
    runs: standing("burnIn"),
    ...(starts.length > 0 && { starts }),
    releases: standing("release"),
  };
  const stands = corrections.reduce(corrected, intake);
  const { motor, complaint, complaintWords, events, contact = "", promised = "", pressing = null } = stands;
  return {
    record: {
      motor,
      complaint,
      complaintWords,
      events,
      readings,
      decisions: standing("decision"),
      repairs: standing("repair"),
      instruments: grounds.instruments,
      ...(grounds.past && grounds.past.length > 0 && { past: grounds.past }),
      ...(grounds.limits && Object.keys(grounds.limits).length > 0 && { limits: grounds.limits }),
      ...(Object.values(workshop).some((lines) => lines.length > 0) && { workshop }),
      ...(unread.length > 0 && { unread }),
    },
    corrections,
    notes: standing("note"),
    told: standing("told"),
    contact,
    promised: promised === "" ? null : promised,
    pressing,
    undone,
    closed,
  };
}
