import { type Transaction } from "sequelize";
import { notOrderable, notReleasable } from "#core/judge";
import { diagramProblems } from "#core/families";
import type {
  Correction,
  Entry,
  EntryBody,
  EntryKind,
  Motor,
  PartLine,
  Reading,
  Release,
  Undo,
} from "#core/record";
import { TRAINEE_ENTRIES, type Role } from "#contract/doors";
import type { Models } from "../models/index.ts";
import { plainSql } from "../database/plainSql.ts";
import { Problem } from "../problem.ts";
import type { JobHead } from "./head.ts";
import { storedJob, type Carried } from "./journal.ts";

/** An entry that is not there yet. */
export type NewEntry = Entry;

/** Who writes an entry where people sign in. */
export interface Writer {
  readonly initials: string;
  readonly role: Role;
}

/**
 * A trainee puts right and takes back what they wrote themselves, of the kinds they may write: what somebody else read or
 * decided stands until a technician changes it. @throws Problem 403
 */
function checkHand(
  { kind, byWhom }: { readonly kind: string; readonly byWhom: string },
  writer: Writer | null,
): void {
  if (writer?.role !== "trainee") return;
  const own = byWhom === writer.initials && TRAINEE_ENTRIES.some((one) => one === kind);
  if (!own)
    throw new Problem(
      403,
      "Not yours",
      `${byWhom} wrote this. A trainee changes and takes back their own readings; ask a technician for this.`,
    );
}

function fieldProblem(title: string, field: string, sentence: string): Problem {
  return new Problem(422, title, sentence, { fields: [{ field, sentence }] });
}

/** Entries of a job that were not taken back, by kind. */
async function standingOf<Kind extends EntryKind>(
  { id: job }: JobHead,
  kind: Kind,
  transaction: Transaction,
): Promise<EntryBody<Kind>[]> {
  const rows = await plainSql<{ readonly id: string; readonly kind: EntryKind; readonly body: string }>(
    transaction,
    "SELECT id, kind, body FROM entries WHERE job_id = $job AND kind IN ($kind, 'undo') ORDER BY version",
    { $job: job, $kind: kind },
  );
  const read = rows.map((row) => ({ ...row, body: JSON.parse(row.body) as unknown }));
  const undone = new Set(read.flatMap((row) => (row.kind === "undo" ? [(row.body as Undo).of] : [])));
  return read.flatMap((row) =>
    row.kind === kind && !undone.has(row.id) ? [row.body as EntryBody<Kind>] : [],
  );
}

async function onTheList(instrument: string, transaction: Transaction): Promise<boolean> {
  const rows = await plainSql(transaction, "SELECT 1 FROM instruments WHERE id = $id", { $id: instrument });
  return rows.length > 0;
}

const isKept = async (models: Models, { id: jobId }: JobHead, name: string, transaction: Transaction) =>
  (await models.JobFile.count({ where: { jobId, name }, transaction })) > 0;

/** What belongs to the repair under way names it: readings and work alike. */
async function checkEpoch(
  job: JobHead,
  { epoch }: { readonly epoch: number },
  what: string,
  transaction: Transaction,
) {
  const repairs = await standingOf(job, "repair", transaction);
  if (epoch !== repairs.length)
    throw fieldProblem(
      `${what} refused`,
      "epoch",
      `A repair was recorded or taken back since this ${what.toLowerCase()} was started. Take it again.`,
    );
}

async function checkReading(
  models: Models,
  job: JobHead,
  body: Reading,
  writer: Writer | null,
  transaction: Transaction,
) {
  await checkEpoch(job, body, "Reading", transaction);
  const carried = job.carried as Carried | null;
  if (
    body.instrumentId &&
    !carried?.instruments.some(({ id }) => id === body.instrumentId) &&
    !(await onTheList(body.instrumentId, transaction))
  )
    throw fieldProblem("Reading refused", "instrumentId", "This instrument is not on the shop's list.");
  const { value } = body;
  if (
    value.kind === "capture" &&
    value.file !== null &&
    !(await isKept(models, job, value.file, transaction))
  )
    throw fieldProblem(
      "Reading refused",
      "file",
      "The recording that this was read from is not kept with the job. Send it first.",
    );
  if (!body.supersedes) return;
  const corrected = await models.Entry.findOne({
    where: { id: body.supersedes, jobId: job.id, kind: "reading" },
    transaction,
  });
  if (!corrected)
    throw fieldProblem("Reading refused", "supersedes", "The reading to correct is not in this job.");
  checkHand(corrected, writer);
  const { check, slot, epoch, typed } = corrected.body as Reading;
  // What was typed into the wrong place is moved by one entry: the same text, understood as its new place reads it.
  const isMoved = check === body.check && epoch === body.epoch && typed !== "" && typed === body.typed;
  if (!(check === body.check && slot === body.slot) && !isMoved)
    throw fieldProblem(
      "Reading refused",
      "supersedes",
      "A reading corrects one of the same place; this one was written elsewhere.",
    );
}

async function checkPart(
  models: Models,
  job: JobHead,
  { replaces, epoch, state }: PartLine,
  transaction: Transaction,
) {
  if (replaces === null) {
    const { folded } = await storedJob(models, job, transaction);
    const why = state === "awaited" ? notOrderable(folded.record) : null;
    if (why !== null) throw fieldProblem("Not ordered", "part", why);
    return;
  }
  const parts = await standingOf(job, "part", transaction);
  const stands =
    parts.some((line) => line.id === replaces && line.epoch === epoch) &&
    !parts.some((line) => line.replaces === replaces);
  if (!stands)
    throw fieldProblem("Part refused", "replaces", "This line of the parts list does not stand any more.");
}

async function checkRelease(models: Models, job: JobHead, { as }: Release, transaction: Transaction) {
  const { folded } = await storedJob(models, job, transaction);
  const why = notReleasable(folded.record, as);
  if (why !== null) throw fieldProblem("Not released", "as", why);
}

/** A correction may change family or supply under a diagram that stands: what would not fit is refused with its place. */
async function checkCorrection(
  models: Models,
  job: JobHead,
  { changes }: Correction,
  transaction: Transaction,
) {
  if (!changes.motor) return;
  const { folded } = await storedJob(models, job, transaction);
  const motor: Motor = { ...(changes.unit ?? folded.record.motor), ...changes.motor };
  const [problem] = diagramProblems(motor);
  if (problem !== undefined) throw fieldProblem("Not corrected", "diagram", problem);
}

/** Kinds that can be taken back; closing and reopening turn each other. */
const TAKEN_BACK: readonly EntryKind[] = [
  "reading",
  "decision",
  "repair",
  "work",
  "part",
  "runStart",
  "burnIn",
  "release",
  "correction",
];

async function checkUndo(
  models: Models,
  job: JobHead,
  { of }: Undo,
  writer: Writer | null,
  transaction: Transaction,
) {
  const refuse = (sentence: string) => fieldProblem("Not taken back", "of", sentence);
  const entry = await models.Entry.findOne({ where: { id: of, jobId: job.id }, transaction });
  if (!entry) throw refuse("The entry to take back is not in this job.");
  checkHand(entry, writer);
  const kind = entry.kind as EntryKind;
  if (!TAKEN_BACK.includes(kind)) throw refuse("This kind of entry cannot be taken back.");
  const standing = await standingOf(job, kind, transaction);
  if (!standing.some(({ id }) => id === of)) throw refuse("This entry was taken back already.");
  if (kind === "reading") {
    const readings = standing as Reading[];
    const later = readings.find(({ supersedes }) => supersedes === of);
    if (later) throw refuse("This reading was corrected: take the correction back first.");
    const repairs = await standingOf(job, "repair", transaction);
    if (readings.find(({ id }) => id === of)!.epoch !== repairs.length)
      throw refuse("A repair was recorded after this reading: it proves what was found, and stays.");
  }
  if (kind === "part" && (standing as PartLine[]).some(({ replaces }) => replaces === of))
    throw refuse("This part was changed since: take that back first.");
  if (kind === "repair") {
    if (standing.at(-1)?.id !== of) throw refuse("A later repair stands: take that one back first.");
    const readings = await standingOf(job, "reading", transaction);
    if (readings.some(({ epoch, value }) => epoch === standing.length && value.kind !== "withdrawn"))
      throw refuse("Readings were taken after this repair: take those back first.");
    for (const later of ["work", "part", "runStart", "burnIn", "release"] as const)
      if ((await standingOf(job, later, transaction)).some(({ epoch }) => epoch === standing.length))
        throw refuse("Work was written down after this repair: take that back first.");
  }
}

/** Whether an entry may be added to a job as it stands. @throws Problem with the field and why not */
export async function checkEntry(
  models: Models,
  job: JobHead,
  { kind, body }: NewEntry,
  writer: Writer | null,
  transaction: Transaction,
): Promise<void> {
  if (kind !== "reopening" && job.closedAt)
    throw new Problem(409, "Job is closed", "This job is closed and frozen. Reopen it to add to it.");
  if (kind === "reopening" && !job.closedAt) throw new Problem(409, "Job is open", "This job is not closed.");
  if (kind === "closing" && (await standingOf(job, "decision", transaction)).length === 0)
    throw new Problem(
      409,
      "Not decided",
      "Decide first, if only to leave it undecided: a closed job says what became of the motor.",
    );
  if (kind === "reading") await checkReading(models, job, body, writer, transaction);
  if (kind === "work" || kind === "part" || kind === "runStart" || kind === "burnIn" || kind === "release")
    await checkEpoch(job, body, "Entry", transaction);
  if (kind === "part") await checkPart(models, job, body, transaction);
  if (kind === "release") await checkRelease(models, job, body, transaction);
  if (kind === "correction") await checkCorrection(models, job, body, transaction);
  if (kind === "undo") await checkUndo(models, job, body, writer, transaction);
}
