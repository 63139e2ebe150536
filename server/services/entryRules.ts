import { type Transaction } from "sequelize";
import type { Entry, EntryBody, EntryKind, Reading, Undo } from "#core/record";
import type { JobRow, Models } from "../models/index.ts";
import { Problem } from "../problem.ts";
import type { Carried } from "./journal.ts";

/** An entry that is not there yet. */
export type NewEntry = Entry;

function fieldProblem(title: string, field: string, sentence: string): Problem {
  return new Problem(422, title, sentence, { fields: [{ field, sentence }] });
}

/** Entries of a job that were not taken back, by kind. */
async function standingOf<Kind extends EntryKind>(
  models: Models,
  job: JobRow,
  kind: Kind,
  transaction: Transaction,
): Promise<EntryBody<Kind>[]> {
  const rows = await models.Entry.findAll({
    where: { jobId: job.id, kind: [kind, "undo"] },
    order: [["version", "ASC"]],
    transaction,
  });
  const undone = new Set(rows.flatMap((row) => (row.kind === "undo" ? [(row.body as Undo).of] : [])));
  return rows.flatMap((row) =>
    row.kind === kind && !undone.has(row.id) ? [row.body as EntryBody<Kind>] : [],
  );
}

async function checkReading(models: Models, job: JobRow, body: Reading, transaction: Transaction) {
  const repairs = await standingOf(models, job, "repair", transaction);
  if (body.epoch !== repairs.length)
    throw fieldProblem(
      "Reading refused",
      "epoch",
      "A repair was recorded or taken back since this reading was started. Take it again.",
    );
  const carried = job.carried as Carried | null;
  if (
    body.instrumentId &&
    !carried?.instruments.some(({ id }) => id === body.instrumentId) &&
    !(await models.Instrument.count({ where: { id: body.instrumentId }, transaction }))
  )
    throw fieldProblem("Reading refused", "instrumentId", "This instrument is not on the shop's list.");
  if (!body.supersedes) return;
  const corrected = await models.Entry.findOne({
    where: { id: body.supersedes, jobId: job.id, kind: "reading" },
    transaction,
  });
  if (!corrected)
    throw fieldProblem("Reading refused", "supersedes", "The reading to correct is not in this job.");
  const { check, slot } = corrected.body as Reading;
  if (check !== body.check || slot !== body.slot)
    throw fieldProblem(
      "Reading refused",
      "supersedes",
      "A reading corrects one of the same place; this one was written elsewhere.",
    );
}

/** Kinds that can be taken back; closing and reopening turn each other. */
const TAKEN_BACK: readonly EntryKind[] = ["reading", "decision", "repair", "correction"];

async function checkUndo(models: Models, job: JobRow, { of }: Undo, transaction: Transaction) {
  const refuse = (sentence: string) => fieldProblem("Not taken back", "of", sentence);
  const entry = await models.Entry.findOne({ where: { id: of, jobId: job.id }, transaction });
  if (!entry) throw refuse("The entry to take back is not in this job.");
  const kind = entry.kind as EntryKind;
  if (!TAKEN_BACK.includes(kind)) throw refuse("This kind of entry cannot be taken back.");
  const standing = await standingOf(models, job, kind, transaction);
  if (!standing.some(({ id }) => id === of)) throw refuse("This entry was taken back already.");
  if (kind === "reading") {
    const readings = standing as Reading[];
    const later = readings.find(({ supersedes }) => supersedes === of);
    if (later) throw refuse("This reading was corrected: take the correction back first.");
    const repairs = await standingOf(models, job, "repair", transaction);
    if (readings.find(({ id }) => id === of)!.epoch !== repairs.length)
      throw refuse("A repair was recorded after this reading: it proves what was found, and stays.");
  }
  if (kind === "repair") {
    if (standing.at(-1)?.id !== of) throw refuse("A later repair stands: take that one back first.");
    const readings = await standingOf(models, job, "reading", transaction);
    if (readings.some(({ epoch, value }) => epoch === standing.length && value.kind !== "withdrawn"))
      throw refuse("Readings were taken after this repair: take those back first.");
  }
}

/** Whether an entry may be added to a job as it stands. @throws Problem with the field and why not */
export async function checkEntry(
  models: Models,
  job: JobRow,
  { kind, body }: NewEntry,
  transaction: Transaction,
): Promise<void> {
  if (kind !== "reopening" && job.closedAt)
    throw new Problem(409, "Job is closed", "This job is closed and frozen. Reopen it to add to it.");
  if (kind === "reopening" && !job.closedAt) throw new Problem(409, "Job is open", "This job is not closed.");
  if (kind === "closing" && (await standingOf(models, job, "decision", transaction)).length === 0)
    throw new Problem(
      409,
      "Not decided",
      "Decide first, if only to leave it undecided: a closed job says what became of the motor.",
    );
  if (kind === "reading") await checkReading(models, job, body, transaction);
  if (kind === "undo") await checkUndo(models, job, body, transaction);
}
