import { readJournal } from "#core/assess";
import type { Correction, Entry, JobRecord, Note } from "#core/record";
import type { JobView } from "./jobs.ts";

/** A job as it is read: the record that is judged, and what of the take-in was corrected. */
export interface ReadJob {
  readonly record: JobRecord;
  readonly corrections: readonly Correction[];
  readonly notes: readonly Note[];
  readonly contact: string;
  readonly undone: ReadonlySet<string>;
}

/**
 * The record of a job: what it was at its closing while it is closed, else its journal folded.
 * @param waiting entries on their way to the server, after those it has
 */
export function readView(view: JobView, waiting: readonly Entry[] = []): ReadJob {
  const there = new Set(view.entries.map(({ body }) => body.id));
  const entries = [...view.entries, ...waiting.filter(({ body }) => !there.has(body.id))];
  const { record, corrections, notes, contact, undone } = readJournal(view.intake, entries, view.grounds);
  return {
    record: view.closedAt !== null && view.closing ? view.closing.record : record,
    corrections,
    notes,
    contact,
    undone,
  };
}
