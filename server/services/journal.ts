import { Op, type Transaction } from "sequelize";
import type { EntryKind, JobView, JournalChange, Receipt } from "#contract/jobs";
import type { Instrument } from "#core/quantity";
import type { Decision, JobRecord, Motor, Reading, Repair } from "#core/record";
import type { EntryRow, JobRow, Models } from "../models/index.ts";
import { limitsFor } from "./limits.ts";
import { pastOf } from "./visits.ts";

/** A line of a job's journal. */
export interface Entry {
  readonly id: string;
  readonly kind: string;
  readonly body: object;
  readonly savedAt: string;
}

/** The record with these journal lines added. */
function withEntries(record: JobRecord, entries: readonly Entry[]): JobRecord {
  const of = <T>(kind: EntryKind) =>
    entries.filter((entry) => entry.kind === kind).map(({ body }) => body as T);
  return {
    ...record,
    readings: [...record.readings, ...of<Reading>("reading")],
    decisions: [...record.decisions, ...of<Decision>("decision")],
    repairs: [...record.repairs, ...of<Repair>("repair")],
  };
}

/** What a writer gets once it is on disk. */
export function receiptOf({ id, version, closedAt }: JobRow, savedAt: string): Receipt {
  return { job: id, version, closedAt, savedAt };
}

function asView(job: JobRow, record: JobRecord, savedAt: string | undefined): JobView {
  return {
    id: job.id,
    number: job.number,
    version: job.version,
    takenInAt: job.takenInAt,
    closedAt: job.closedAt,
    savedAt: savedAt ?? job.takenInAt,
    record,
  };
}

/** A job's journal in order. Plain rows: a row object each would cost more than reading them. */
export async function journalOf(models: Models, jobId: string, transaction?: Transaction): Promise<Entry[]> {
  const rows = await models.Entry.findAll({
    where: { jobId },
    order: [["version", "ASC"]],
    raw: true,
    ...(transaction ? { transaction } : {}),
  });
  return rows.map(({ id, kind, body, savedAt }) => ({
    id,
    kind,
    body: (typeof body === "string" ? JSON.parse(body) : body) as object,
    savedAt,
  }));
}

/** A job's record without its unit's earlier visits: what it measured by itself. */
export async function recordOfJob(
  models: Models,
  job: JobRow,
  transaction?: Transaction,
  entries?: readonly Entry[],
): Promise<JobRecord> {
  const options = transaction ? { transaction } : {};
  const motor = await models.Motor.findByPk(job.motorId, options);
  const instruments = await models.Instrument.findAll({ order: [["id", "ASC"]], ...options });
  const limits = await limitsFor(models, job, transaction);
  return withEntries(
    {
      motor: motor!.body as Motor,
      complaint: job.complaint as JobRecord["complaint"],
      complaintWords: job.complaintWords,
      events: job.events as JobRecord["events"],
      readings: [],
      decisions: [],
      repairs: [],
      instruments: instruments.map(({ body }) => body as Instrument),
      ...(Object.keys(limits).length > 0 && { limits }),
    },
    entries ?? (await journalOf(models, job.id, transaction)),
  );
}

/** The whole record a job is judged by: its own, and what earlier visits of this unit measured. */
export async function recordOf(
  models: Models,
  job: JobRow,
  entries: readonly Entry[],
  transaction?: Transaction,
): Promise<JobRecord> {
  const record = await recordOfJob(models, job, transaction, entries);
  const past = await pastOf(
    models,
    job,
    record.motor.serial,
    (one, within) => recordOfJob(models, one, within),
    transaction,
  );
  return past.length > 0 ? { ...record, past } : record;
}

export async function viewOf(models: Models, job: JobRow, transaction?: Transaction): Promise<JobView> {
  const entries = await journalOf(models, job.id, transaction);
  return asView(job, await recordOf(models, job, entries, transaction), entries.at(-1)?.savedAt);
}

/** A journal line in a few words, for somebody whose window is stale. */
function describe(entry: EntryRow): string {
  const body = entry.body as Partial<Reading & Decision & Repair>;
  if (entry.kind === "reading")
    return `${body.check} ${body.slot}: ${body.typed || (body.value?.kind ?? "")}`;
  if (entry.kind === "decision") return `decided: ${body.disposition}`;
  return entry.kind;
}

export async function changesSince(
  models: Models,
  job: JobRow,
  version: number,
  transaction: Transaction,
): Promise<JournalChange[]> {
  const rows = await models.Entry.findAll({
    where: { jobId: job.id, version: { [Op.gt]: version } },
    order: [["version", "ASC"]],
    transaction,
  });
  return rows.map((row) => ({
    version: row.version,
    kind: row.kind,
    what: describe(row),
    by: row.byWhom,
    at: row.savedAt,
  }));
}
