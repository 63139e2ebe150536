import { isDeepStrictEqual } from "node:util";
import { pino, type Logger } from "pino";
import type { Transaction } from "sequelize";
import type { JobView, Receipt } from "#contract/jobs";
import { readJournal } from "#core/judge";
import type { ClosedRecord } from "#core/closing";
import { readView } from "#contract/view";
import { jobName, type Entry, type EntryKind, type Family, type Intake, type JobRecord } from "#core/record";
import type { Database } from "../database/database.ts";
import { CannotJudge } from "../judge/judge.ts";
import type { JobRow } from "../models/index.ts";
import { Problem } from "../problem.ts";
import { checkEntry, type Writer } from "./entryRules.ts";
import { addLine, headOf, moveOn, type JobHead } from "./head.ts";
import { changesSince, journalOf, receiptOf, storedJob, viewOf } from "./journal.ts";
import type { JudgingService } from "./judging.ts";
import { keepMotor } from "./motors.ts";
import { listing } from "./listing.ts";
import { wordsOf } from "./searchWords.ts";

export type Clock = () => Date;
/** A journal is read for its words alone. */
const NOTHING = { instruments: [] };
const ALREADY_THERE = "An entry with this id is there already, with another content.";

/** Kinds after which a job is found by other words. */
const SAYS_MORE: readonly EntryKind[] = ["note", "correction", "undo"];

const noSuchJob = (id: string) => new Problem(404, "No such job", `There is no job ${id} on this bench.`);

/** A closing as it was judged, and what it was judged of. */
interface Frozen {
  readonly of: JobRecord;
  readonly closed: ClosedRecord;
}

/** Somebody wrote, or limits changed, between the judging of a closing and its being written down: it is judged anew. */
class ChangedMeanwhile extends Error {}
const MOST_TRIES = 8;

export function jobService(
  database: Database,
  judging: JudgingService,
  clock: Clock,
  log: Logger = pino({ level: "silent" }),
) {
  const { write, writeTo, models } = database;
  async function found(id: string): Promise<JobRow> {
    const job = await models.Job.findByPk(id);
    if (!job) throw noSuchJob(id);
    return job;
  }

  /** The receipt of an entry that is there already with this content; null where none has its id. */
  async function receiptOfTwin(job: JobHead, { kind, body }: Entry, transaction: Transaction) {
    const twin = await models.Entry.findByPk(body.id, { transaction });
    if (!twin) return null;
    if (twin.jobId !== job.id || twin.kind !== kind || !isDeepStrictEqual(twin.body, body))
      throw new Problem(409, "Entry exists", ALREADY_THERE);
    return receiptOf(job, twin.savedAt);
  }

  /** What a take-in's correction changes beside the journal: the unit, what is known of it, and how it is found. */
  async function applyCorrection(job: JobHead, entry: Entry, transaction: Transaction): Promise<void> {
    if (entry.kind !== "correction" && entry.kind !== "undo") return;
    const entries = await journalOf(models, job.id, transaction);
    const correction =
      entry.kind === "correction" ? entry : entries.find(({ body }) => body.id === entry.body.of);
    if (correction?.kind !== "correction") return;
    const { changes } = correction.body;
    if (!changes.motor && !changes.unit) return;
    const { motor } = readJournal(job.intake as Intake, entries, NOTHING).record;
    const { by, at } = entry.body;
    const reason = entry.kind === "correction" ? entry.body.reason : "a correction was taken back";
    // The motor's own record follows a correction of its data.
    await keepMotor(models, motor, { by, at, reason: `${reason} (${jobName(job.number)})` }, transaction);
    job.motorId = motor.id;
  }

  /** By what a job is found once this line is written. */
  async function findAnew(job: JobHead, kind: EntryKind, transaction: Transaction): Promise<void> {
    if (!SAYS_MORE.includes(kind)) return;
    const entries = await journalOf(models, job.id, transaction);
    Object.assign(job, wordsOf(job.number, readJournal(job.intake as Intake, entries, NOTHING)));
  }

  async function close(
    job: JobHead,
    entry: Entry,
    frozen: ClosedRecord,
    transaction: Transaction,
  ): Promise<void> {
    job.closedAt = frozen.at;
    await models.ClosedRecord.create(
      { id: entry.body.id, jobId: job.id, at: frozen.at, rules: frozen.verdict.rules, body: frozen },
      { transaction },
    );
  }

  /**
   * A closing is judged before its transaction begins, so that nobody else's reading waits for it; within it, what was
   * judged is held against what is there. @throws Problem 503 where it cannot be judged now
   */
  async function frozenFor(jobId: string, entry: Entry): Promise<Frozen | null> {
    if (entry.kind !== "closing" && entry.kind !== "callingOff") return null;
    const job = await found(jobId);
    const { folded } = await storedJob(models, job);
    const { number, takenInAt } = job;
    const input = {
      record: folded.record,
      head: { number, takenInAt },
      kind: entry.kind,
      turning: entry.body,
      at: clock().toISOString(),
    };
    try {
      return { of: folded.record, closed: await judging.freeze(input) };
    } catch (error) {
      if (!(error instanceof CannotJudge)) throw error;
      log.error({ err: error, job: jobId }, "a closing could not be judged");
      throw new Problem(
        503,
        "Not closed",
        "The verdict could not be worked out, so the job stays open; nothing else was changed. Try again, and report it if it comes back.",
      );
    }
  }

  /** As append, once. @throws ChangedMeanwhile where what a closing was judged of is not what is there */
  async function appendOnce(jobId: string, entry: Entry, seenVersion: number, writer: Writer | null) {
    const frozen = await frozenFor(jobId, entry);
    const { kind } = entry;
    const done = await writeTo(jobId, async (transaction) => {
      const job = await headOf(jobId, transaction);
      if (!job) throw noSuchJob(jobId);
      // A version that is not the job's may be a second delivery of what is there already.
      if (seenVersion !== job.version) {
        const receipt = await receiptOfTwin(job, entry, transaction);
        if (receipt) return { created: false, receipt };
        throw new Problem(
          412,
          "Job changed meanwhile",
          "Somebody else wrote to this job since you opened it. Nothing of yours was saved.",
          {
            version: job.version,
            changes: await changesSince(models, job, seenVersion, transaction),
          },
        );
      }
      await checkEntry(models, job, entry, writer, transaction);
      if (frozen) {
        const { folded } = await storedJob(models, job, transaction);
        if (!isDeepStrictEqual(folded.record, frozen.of)) throw new ChangedMeanwhile();
      }
      const savedAt = frozen?.closed.at ?? clock().toISOString();
      if (!(await addLine(jobId, job.version + 1, entry, savedAt, transaction))) {
        const receipt = await receiptOfTwin(job, entry, transaction);
        if (receipt) return { created: false, receipt };
        throw new Error(`The place of an entry is taken: ${jobId}, ${job.version + 1}`);
      }
      job.version += 1;
      await applyCorrection(job, entry, transaction);
      await findAnew(job, kind, transaction);
      if (frozen) await close(job, entry, frozen.closed, transaction);
      if (kind === "reopening") job.closedAt = null;
      await moveOn(job, kind, transaction);
      return { created: true, receipt: receiptOf(job, savedAt) };
    });
    judging.wake();
    return done;
  }

  return {
    ...listing(database, judging),

    async view(id: string): Promise<JobView> {
      return viewOf(models, await found(id));
    },

    /** The family of its motor, as it stands after corrections. @throws Problem 404 */
    async familyOf(id: string): Promise<Family> {
      return readView(await viewOf(models, await found(id))).record.motor.family;
    },

    /** Takes a motor in. The same id with the same content again changes nothing. */
    async takeIn(id: string, intake: Intake): Promise<{ created: boolean; view: JobView }> {
      const taken = await write(async (transaction) => {
        const existing = await models.Job.findByPk(id, { transaction });
        if (existing) {
          if (!isDeepStrictEqual(existing.intake, JSON.parse(JSON.stringify(intake))))
            throw new Problem(409, "Job exists", ALREADY_THERE);
          return { created: false, view: await viewOf(models, existing, transaction) };
        }
        const { motor } = intake;
        const last: number | null = await models.Job.max("number", { transaction });
        const number = (last ?? 0) + 1;
        await keepMotor(
          models,
          motor,
          { by: intake.by ?? "", at: intake.takenInAt, reason: `taken in as ${jobName(number)}` },
          transaction,
        );
        const job = await models.Job.create(
          {
            id,
            number,
            motorId: motor.id,
            complaint: intake.complaint,
            complaintWords: intake.complaintWords,
            events: [...intake.events],
            version: 0,
            summarised: -1,
            stage: "reading",
            summary: TO_BE_JUDGED,
            ...wordsOf(number, readJournal(intake, [], NOTHING)),
            takenInAt: intake.takenInAt,
            closedAt: null,
            intake,
          },
          { transaction },
        );
        return { created: true, view: await viewOf(models, job, transaction) };
      });
      judging.wake();
      return taken;
    },

    /**
     * Appends to a job's journal, in one transaction that is on disk before it answers. The same id and
     * content again changes nothing, whatever the version; a stale version is refused with what changed.
     * @param writer who writes, with their role; null where nobody signs in
     */
    async append(
      jobId: string,
      entry: Entry,
      seenVersion: number,
      writer: Writer | null = null,
    ): Promise<{ created: boolean; receipt: Receipt }> {
      for (let tries = 0; ; tries += 1)
        try {
          return await appendOnce(jobId, entry, seenVersion, writer);
        } catch (error) {
          if (!(error instanceof ChangedMeanwhile)) throw error;
          if (tries >= MOST_TRIES)
            throw new Problem(
              503,
              "Not closed",
              "What this job is judged by changes faster than it can be closed. Nothing was changed; try again.",
            );
        }
    },
  };
}

/** What the bench shows of a job until it was judged the first time. */
export const TO_BE_JUDGED = {
  headline: "Being weighed",
  leading: null,
  next: "Open it",
  to: "safety",
  minutes: 0,
  marks: [],
  disposition: null,
  by: "",
  clock: null,
} as const;

export type JobService = ReturnType<typeof jobService>;
