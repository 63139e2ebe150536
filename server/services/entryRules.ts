import { Op, type Transaction } from "sequelize";
import type { EntryKind } from "#contract/jobs";
import type { JobRow, Models } from "../models/index.ts";
import { Problem } from "../problem.ts";

/** What the rules need to know of an entry's body. */
export interface EntryBody {
  readonly id: string;
  readonly by: string;
  readonly epoch?: number;
  readonly instrumentId?: string | null;
  readonly supersedes?: string | null;
}

function fieldProblem(field: string, sentence: string): Problem {
  return new Problem(422, "Reading refused", sentence, { fields: [{ field, sentence }] });
}

async function checkReading(models: Models, job: JobRow, body: EntryBody, transaction: Transaction) {
  const repairs = await models.Entry.count({ where: { jobId: job.id, kind: "repair" }, transaction });
  if (body.epoch !== repairs)
    throw fieldProblem("epoch", "A repair was recorded since this reading was started. Take it again.");
  if (
    body.instrumentId &&
    !(await models.Instrument.count({ where: { id: body.instrumentId }, transaction }))
  )
    throw fieldProblem("instrumentId", "This instrument is not on the shop's list.");
  if (!body.supersedes) return;
  const corrected = { id: body.supersedes, jobId: job.id, kind: { [Op.eq]: "reading" } };
  if (!(await models.Entry.count({ where: corrected, transaction })))
    throw fieldProblem("supersedes", "The reading to correct is not in this job.");
}

/** Whether an entry may be added to a job as it stands. @throws Problem with the field and why not */
export async function checkEntry(
  models: Models,
  job: JobRow,
  kind: EntryKind,
  body: EntryBody,
  transaction: Transaction,
): Promise<void> {
  if (kind !== "reopening" && job.closedAt)
    throw new Problem(409, "Job is closed", "This job is closed and frozen. Reopen it to add to it.");
  if (kind === "reopening" && !job.closedAt) throw new Problem(409, "Job is open", "This job is not closed.");
  if (
    kind === "closing" &&
    !(await models.Entry.count({ where: { jobId: job.id, kind: "decision" }, transaction }))
  )
    throw new Problem(
      409,
      "Not decided",
      "Decide first, if only to leave it undecided: a closed job says what became of the motor.",
    );
  if (kind === "reading") await checkReading(models, job, body, transaction);
}
