import { readJournal } from "#core/judge";
import type { Correction, Entry, JobRecord, Note, Pressing, Told } from "#core/record";
import type { JobView } from "./jobs.ts";

/** A job as it is read: the record that is judged, and what of the take-in was corrected. */
export interface ReadJob {
  readonly record: JobRecord;
  readonly corrections: readonly Correction[];
  readonly notes: readonly Note[];
  /** What the customer was told, the latest last. */
  readonly told: readonly Told[];
  readonly contact: string;
  readonly promised: string | null;
  readonly pressing: Pressing | null;
  readonly undone: ReadonlySet<string>;
}

/** Which record of a job is shown: what it was at its closing while it is closed, else its journal folded. */
export function recordShown(
  { closedAt, closing }: Pick<JobView, "closedAt" | "closing">,
  folded: JobRecord,
): JobRecord {
  return closedAt !== null && closing ? closing.record : folded;
}

/**
 * A job as its view has it. See {@link recordShown}.
 * @param waiting entries on their way to the server, after those it has
 */
export function readView(view: JobView, waiting: readonly Entry[] = []): ReadJob {
  const there = new Set(view.entries.map(({ body }) => body.id));
  const entries = [...view.entries, ...waiting.filter(({ body }) => !there.has(body.id))];
  const { record, corrections, notes, told, contact, promised, pressing, undone } = readJournal(
    view.intake,
    entries,
    view.grounds,
  );
  return {
    record: recordShown(view, record),
    corrections,
    notes,
    told,
    contact,
    promised,
    pressing,
    undone,
  };
}
