import { readJournal } from "#core/judge";
import { writtenAt, type Entry, type Grounds, type JobRecord } from "#core/record";
import { bundleSchema, BUNDLE_VERSION, headSchema, oldBundleSchema } from "./bundleSchema.ts";
import type { BundledJob, JobBundle, Journalled } from "./bundledJob.ts";
import { problemsOf, type FieldProblem } from "./problems.ts";

export type BundleResult =
  | { readonly kind: "read"; readonly job: BundledJob }
  | { readonly kind: "refused"; readonly problems: readonly FieldProblem[] };

/** Where the parts of a bundle lie in its zip. */
export const BUNDLE_JSON = "job.json";
export const BUNDLE_FILES = "files/";

export function toBundle(job: BundledJob): JobBundle {
  return { format: "green-fable-job", version: BUNDLE_VERSION, job };
}

const refused = (field: string, sentence: string): BundleResult => ({
  kind: "refused",
  problems: [{ field, sentence }],
});

/** The entries of a record in the order of time: all that version 1 tells of a journal. */
function journalOf({ readings, decisions, repairs }: JobRecord): Journalled[] {
  const entries: Entry[] = [
    ...readings.map((body) => ({ kind: "reading" as const, body })),
    ...decisions.map((body) => ({ kind: "decision" as const, body })),
    ...repairs.map((body) => ({ kind: "repair" as const, body })),
  ];
  return entries.map((entry) => ({ ...entry, savedAt: writtenAt(entry) }));
}

function fromOld(record: JobRecord): BundledJob {
  const entries = journalOf(record);
  const { motor, complaint, complaintWords, events, instruments, past = [], limits = {} } = record;
  const takenInAt = entries.map(({ savedAt }) => savedAt).toSorted()[0] ?? "1970-01-01T00:00:00.000Z";
  return {
    number: 1,
    intake: { motor, complaint, complaintWords, events, takenInAt },
    entries,
    instruments,
    past,
    limits,
    motorVersions: [],
    closings: [],
    files: [],
  };
}

/** What does not hang together although each part is well formed; null where all does. */
function looseEnd({ entries, instruments, files, closings }: BundledJob): BundleResult | null {
  const known = new Set(instruments.map(({ id }) => id));
  const named = new Set(files.map(({ name }) => name));
  for (const [i, entry] of entries.entries()) {
    if (entry.kind !== "reading") continue;
    const { instrumentId, value } = entry.body;
    if (instrumentId !== null && !known.has(instrumentId))
      return refused(
        `job.entries.${i}.body.instrumentId`,
        "This reading names an instrument that the bundle does not list.",
      );
    if (value.kind === "capture" && value.file !== null && files.length > 0 && !named.has(value.file))
      return refused(
        `job.entries.${i}.body.value.file`,
        "This reading names a recording that the bundle does not hold.",
      );
    if (value.kind === "photo" && files.length > 0 && !named.has(value.photo))
      return refused(
        `job.entries.${i}.body.value.photo`,
        "This reading names a photo that the bundle does not hold.",
      );
  }
  const ids = new Set(entries.map(({ body }) => body.id));
  const stray = closings.findIndex(({ entryId }) => !ids.has(entryId));
  return stray < 0
    ? null
    : refused(`job.closings.${stray}.entryId`, "This closing names an entry that the bundle does not hold.");
}

/**
 * Reads a bundle's `job.json`, of this version or an earlier one. Version and format are judged before the body, so
 * that a newer file is refused as newer and not as broken.
 */
export function readBundle(text: string): BundleResult {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (error) {
    return refused("", `This file is not JSON: ${error instanceof Error ? error.message : String(error)}`);
  }
  const head = headSchema.validate(raw, { convert: false });
  if (head.error) return { kind: "refused", problems: problemsOf(head.error) };
  if (head.value.version === 1) {
    const { error, value } = oldBundleSchema.validate(raw, { abortEarly: false, convert: false });
    if (error) return { kind: "refused", problems: problemsOf(error) };
    const job = fromOld(value.job);
    return looseEnd(job) ?? { kind: "read", job };
  }
  const { error, value } = bundleSchema.validate(raw, { abortEarly: false, convert: false });
  if (error) return { kind: "refused", problems: problemsOf(error) };
  return looseEnd(value.job) ?? { kind: "read", job: value.job };
}

/** What a bundled job is judged by. */
export function groundsOf({ instruments, past, limits }: BundledJob): Grounds {
  return { instruments, past, limits };
}

/** The record of a bundled job, read from its journal: what a closing in it says is the word of whoever closed it. */
export function recordOfBundle(job: BundledJob): JobRecord {
  return readJournal(job.intake, job.entries, groundsOf(job)).record;
}
