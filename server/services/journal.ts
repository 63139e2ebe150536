import { literal, Op, type Transaction } from "sequelize";
import { placeText, readJournal } from "#core/judge";
import type { ClosedRecord } from "#core/closing";
import type { ClosedElsewhere, JobView, JournalChange, Origin, Receipt } from "#contract/jobs";
import type { Instrument } from "#core/quantity";
import {
  COMPLAINT_LABELS,
  RELEASE_LABELS,
  serialKey,
  type Entry,
  type Folded,
  type Grounds,
  type Intake,
  type Visit,
} from "#core/record";
import type { ClosedRecordRow, EntryRow, JobRow, Models } from "../models/index.ts";
import { dialectOf } from "../database/dialect.ts";
import { plainSql } from "../database/plainSql.ts";
import type { JobHead } from "./head.ts";
import { shopLimits } from "./limits.ts";
import { pastOf } from "./visits.ts";

/** A line of a job's journal with the moment it was on disk. */
export type StoredEntry = Entry & { readonly savedAt: string };

/** What an imported job brought along to be judged by. */
export type Carried = Required<Grounds>;

const within = (transaction: Transaction | undefined) => (transaction ? { transaction } : {});

/** What a writer gets once it is on disk. */
export function receiptOf({ id, version, closedAt }: JobHead, savedAt: string): Receipt {
  return { job: id, version, closedAt, savedAt };
}

/** A job's journal in order. */
export async function journalOf(
  models: Models,
  jobId: string,
  transaction?: Transaction,
): Promise<StoredEntry[]> {
  const from = transaction ?? models.Entry.sequelize!;
  const [row] = await plainSql<{ journal: string }>(from, dialectOf(from).journal("$job"), { $job: jobId });
  return JSON.parse(row!.journal) as StoredEntry[];
}

/** Instruments of the shop, and those an imported job brought along, which hold for it where ids are alike. */
async function instrumentsFor(models: Models, carried: Carried | null, transaction?: Transaction) {
  const rows = await models.Instrument.findAll({ order: [["id", "ASC"]], ...within(transaction) });
  const own = carried?.instruments ?? [];
  const brought = new Set(own.map(({ id }) => id));
  return [...own, ...rows.map(({ body }) => body as Instrument).filter(({ id }) => !brought.has(id))];
}

function pastWith(carried: Carried | null, past: readonly Visit[]): readonly Visit[] {
  const brought = carried?.past ?? [];
  return [...brought, ...past.filter(({ at }) => !brought.some((visit) => visit.at === at))];
}

/** The shop's limits, or those an imported job brought along: by the clock and under the name of this shop all the same. */
async function limitsFor(models: Models, carried: Carried | null, transaction?: Transaction) {
  const own = await shopLimits(models, transaction);
  if (!carried) return own;
  const { timeZone: _, letterhead: __, ...limits } = carried.limits;
  const { timeZone, letterhead } = own;
  return { ...limits, ...(timeZone !== undefined && { timeZone }), ...(letterhead && { letterhead }) };
}

/** What a job is judged by now: the shop's, or what it brought along. */
async function groundsOf(
  models: Models,
  job: JobHead,
  serial: string,
  transaction?: Transaction,
): Promise<Grounds> {
  const carried = job.carried as Carried | null;
  return {
    instruments: await instrumentsFor(models, carried, transaction),
    past: pastWith(carried, await pastOf(models, job, serial, transaction)),
    limits: await limitsFor(models, carried, transaction),
  };
}

/** A closing's place is that of its entry in the journal: clocks are put right, journals are not. */
const IN_JOURNAL = literal(`(SELECT version FROM entries WHERE entries.id = "closedRecord"."id")`);

/** Every closing of a job, in the order of its journal. */
export async function closingsOf(
  models: Models,
  jobId: string,
  transaction?: Transaction,
): Promise<(ClosedRecord & { readonly entryId: string })[]> {
  const rows = await models.ClosedRecord.findAll({
    where: { jobId },
    order: [[IN_JOURNAL, "ASC"]],
    ...within(transaction),
  });
  return rows.map(({ id, body }) => ({ entryId: id, ...(body as ClosedRecord) }));
}

/** A closing that came in with a file, as another shop's word. */
function elsewhereOf({ body, origin }: ClosedRecordRow): ClosedElsewhere {
  const { kind, at, by, reason, verdict } = body as ClosedRecord;
  const [top] = verdict.faults;
  return {
    kind,
    at,
    by,
    reason,
    headline: verdict.headline,
    leading: top ? { name: top.name, probability: top.probability } : null,
    rules: verdict.rules,
    file: origin as Origin,
  };
}

/** A job with everything it is read from. */
export interface StoredJob {
  readonly entries: readonly StoredEntry[];
  readonly grounds: Grounds;
  readonly folded: Folded;
  /** What its unit is found by; empty where its motor has no serial. */
  readonly serialKey: string;
  /** The last closing, where it was made here. */
  readonly closing: ClosedRecord | null;
  /** The last closing, where it came from outside. */
  readonly elsewhere: ClosedElsewhere | null;
}

export async function storedJob(models: Models, job: JobHead, transaction?: Transaction): Promise<StoredJob> {
  const entries = await journalOf(models, job.id, transaction);
  const intake = job.intake as Intake;
  const none = { instruments: [] };
  const { serial } = readJournal(intake, entries, none).record.motor;
  const grounds = await groundsOf(models, job, serial, transaction);
  const last = await models.ClosedRecord.findOne({
    where: { jobId: job.id },
    order: [[IN_JOURNAL, "DESC"]],
    ...within(transaction),
  });
  return {
    entries,
    grounds,
    folded: readJournal(intake, entries, grounds),
    serialKey: serialKey(serial),
    closing: last && !last.origin ? (last.body as ClosedRecord) : null,
    elsewhere: last?.origin ? elsewhereOf(last) : null,
  };
}

export async function viewOf(models: Models, job: JobRow, transaction?: Transaction): Promise<JobView> {
  const { entries, grounds, closing, elsewhere } = await storedJob(models, job, transaction);
  return {
    id: job.id,
    number: job.number,
    version: job.version,
    takenInAt: job.takenInAt,
    closedAt: job.closedAt,
    savedAt: entries.at(-1)?.savedAt ?? job.takenInAt,
    intake: job.intake as Intake,
    entries: entries.map(({ kind, body }) => ({ kind, body }) as Entry),
    grounds,
    closing,
    elsewhere,
  };
}

/** A journal line in a few words, for somebody whose window is stale. */
function describe(entry: Entry): string {
  switch (entry.kind) {
    case "reading": {
      const { typed, value } = entry.body;
      return `${placeText(entry.body)}: ${typed || value.kind}`;
    }
    case "decision":
      return `decided: ${entry.body.disposition}`;
    case "work":
      return `done: ${entry.body.step}`;
    case "part":
      return `part: ${entry.body.part}, ${entry.body.state}`;
    case "runStart":
      return "started a run";
    case "burnIn":
      return `ran ${entry.body.minutes} minutes`;
    case "release":
      return RELEASE_LABELS[entry.body.as].toLowerCase();
    case "correction":
      return entry.body.changes.complaint
        ? `corrected the take-in: ${COMPLAINT_LABELS[entry.body.changes.complaint]}`
        : "corrected the take-in";
    case "note":
      return `left word: ${entry.body.words}`;
    case "told":
      return `told the customer: ${entry.body.words}`;
    case "undo":
      return "took an entry back";
    case "callingOff":
      return "called the job off";
    default:
      return entry.kind;
  }
}

export async function changesSince(
  models: Models,
  job: JobHead,
  version: number,
  transaction: Transaction,
): Promise<JournalChange[]> {
  const rows: EntryRow[] = await models.Entry.findAll({
    where: { jobId: job.id, version: { [Op.gt]: version } },
    order: [["version", "ASC"]],
    transaction,
  });
  return rows.map((row) => ({
    version: row.version,
    kind: row.kind,
    what: describe({ kind: row.kind, body: row.body } as Entry),
    by: row.byWhom,
    at: row.savedAt,
  }));
}
