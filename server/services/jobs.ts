import { isDeepStrictEqual } from "node:util";
import { col, Op, UniqueConstraintError, type Transaction } from "sequelize";
import { uuidv7 as newId } from "uuidv7";
import type {
  EntryKind,
  Intake,
  JobLine,
  JobView,
  Receipt,
  Stage,
  Summary,
  Technician,
} from "#contract/jobs";
import { assessJob } from "#core/assess";
import type { Instrument } from "#core/quantity";
import type { JobRecord } from "#core/record";
import type { Database } from "../database.ts";
import type { JobRow } from "../models/index.ts";
import { Problem } from "../problem.ts";
import { limitsFor } from "./limits.ts";
import { changesSince, journalOf, receiptOf, recordOf, viewOf } from "./journal.ts";
import { checkEntry, type EntryBody } from "./entryRules.ts";
import { summarise } from "./summary.ts";

export type Clock = () => Date;
const PAGE = 50;
const ALREADY_THERE = "An entry with this id is there already, with another content.";

function firstTime(record: JobRecord): string | undefined {
  return [
    ...record.readings.map(({ takenAt }) => takenAt),
    ...record.decisions.map(({ at }) => at),
  ].toSorted()[0];
}

export function jobService({ write, models }: Database, clock: Clock) {
  async function found(id: string, transaction?: Transaction): Promise<JobRow> {
    const job = await models.Job.findByPk(id, transaction ? { transaction } : {});
    if (!job) throw new Problem(404, "No such job", `There is no job ${id} on this bench.`);
    return job;
  }

  /** Works out stage and summary of jobs written to since: once, when somebody looks, not at each reading. */
  async function summariseStale(): Promise<void> {
    const stale = await models.Job.findAll({ where: { summarised: { [Op.ne]: col("version") } } });
    for (const job of stale) {
      const record = await recordOf(models, job, await journalOf(models, job.id));
      const { summary, stage } = summarise(record, job.closedAt !== null);
      // Only while nobody wrote meanwhile; otherwise the next look does it.
      await models.Job.update(
        { summary, stage, summarised: job.version },
        { where: { id: job.id, version: job.version } },
      );
    }
  }

  async function createJob(id: string, intake: Intake, transaction: Transaction): Promise<JobRow> {
    const { motor } = intake;
    const last: number | null = await models.Job.max("number", { transaction });
    const number = (last ?? 0) + 1;
    return models.Job.create(
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
        summary: {},
        search:
          `j-${String(number).padStart(4, "0")} ${motor.name} ${motor.owner} ${motor.serial}`.toLowerCase(),
        takenInAt: intake.takenInAt,
        closedAt: null,
      },
      { transaction },
    );
  }

  /** The receipt of an entry that is there already with this content; null where none has its id. */
  async function receiptOfTwin(job: JobRow, kind: EntryKind, body: EntryBody, transaction: Transaction) {
    const twin = await models.Entry.findByPk(body.id, { transaction });
    if (!twin) return null;
    if (twin.jobId !== job.id || twin.kind !== kind || !isDeepStrictEqual(twin.body, body))
      throw new Problem(409, "Entry exists", ALREADY_THERE);
    return receiptOf(job, twin.savedAt);
  }

  return {
    async list(query: {
      stage?: string;
      q?: string;
      page: number;
    }): Promise<{ items: JobLine[]; total: number; page: number; pageSize: number }> {
      await summariseStale();
      const where = {
        ...(query.stage === "open"
          ? { stage: { [Op.ne]: "closed" } }
          : query.stage
            ? { stage: query.stage }
            : {}),
        ...(query.q ? { search: { [Op.like]: `%${query.q.toLowerCase().replace(/[%_]/gu, "")}%` } } : {}),
      };
      const { rows, count } = await models.Job.findAndCountAll({
        where,
        order: [["number", "DESC"]],
        limit: PAGE,
        offset: (query.page - 1) * PAGE,
      });
      const motors = await models.Motor.findAll({ where: { id: rows.map(({ motorId }) => motorId) } });
      const items = rows.map((job): JobLine => {
        const motor = motors.find(({ id }) => id === job.motorId)!;
        return {
          id: job.id,
          number: job.number,
          name: motor.name,
          owner: motor.owner,
          stage: job.stage as Stage,
          summary: job.summary as Summary,
          takenInAt: job.takenInAt,
          closedAt: job.closedAt,
        };
      });
      return { items, total: count, page: query.page, pageSize: PAGE };
    },

    async view(id: string): Promise<JobView> {
      return viewOf(models, await found(id));
    },

    /** Takes a motor in. The same id with the same content again changes nothing. */
    async takeIn(id: string, intake: Intake): Promise<{ created: boolean; view: JobView }> {
      return write(async (transaction) => {
        const existing = await models.Job.findByPk(id, { transaction });
        if (existing) {
          const view = await viewOf(models, existing, transaction);
          const { motor, complaint, complaintWords, events } = view.record;
          const same = isDeepStrictEqual(
            { motor, complaint, complaintWords, events: [...events] },
            {
              motor: intake.motor,
              complaint: intake.complaint,
              complaintWords: intake.complaintWords,
              events: [...intake.events],
            },
          );
          if (!same) throw new Problem(409, "Job exists", ALREADY_THERE);
          return { created: false, view };
        }
        const { motor } = intake;
        await models.Motor.upsert(
          { id: motor.id, name: motor.name, owner: motor.owner, serial: motor.serial, body: motor },
          { transaction },
        );
        const job = await createJob(id, intake, transaction);
        return { created: true, view: await viewOf(models, job, transaction) };
      });
    },

    /**
     * Appends to a job's journal, in one transaction that is on disk before it answers. The same id and
     * content again changes nothing, whatever the version; a stale version is refused with what changed.
     */
    async append(
      jobId: string,
      kind: EntryKind,
      body: EntryBody,
      seenVersion: number,
    ): Promise<{ created: boolean; receipt: Receipt }> {
      return write(async (transaction) => {
        const job = await found(jobId, transaction);
        // A version that is not the job's may be a second delivery of what is there already.
        if (seenVersion !== job.version) {
          const receipt = await receiptOfTwin(job, kind, body, transaction);
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
        await checkEntry(models, job, kind, body, transaction);
        const savedAt = clock().toISOString();
        try {
          await models.Entry.create(
            { id: body.id, jobId, version: job.version + 1, kind, body, byWhom: body.by, savedAt },
            { transaction },
          );
        } catch (error) {
          if (!(error instanceof UniqueConstraintError)) throw error;
          const receipt = await receiptOfTwin(job, kind, body, transaction);
          if (receipt) return { created: false, receipt };
          throw error;
        }
        job.version += 1;
        if (kind === "closing") {
          job.limits = await limitsFor(models, job, transaction);
          job.closedAt = savedAt;
          const verdict = assessJob(
            await recordOf(models, job, await journalOf(models, jobId, transaction), transaction),
          );
          await models.Snapshot.create(
            { id: newId(), jobId, rules: verdict.rules, body: verdict, at: savedAt },
            { transaction },
          );
        }
        if (kind === "reopening") {
          job.closedAt = null;
          job.limits = null;
        }
        await job.save({ transaction });
        return { created: true, receipt: receiptOf(job, savedAt) };
      });
    },

    /** Makes a new job of a bundle: intake, instruments the shop lacks, then every entry in order of time. */
    async importJob(id: string, record: JobRecord): Promise<{ created: boolean; view: JobView }> {
      const ids = [...record.readings, ...record.decisions, ...record.repairs].map((entry) => entry.id);
      const existing = await models.Job.findByPk(id);
      if (existing) return { created: false, view: await viewOf(models, existing) };
      const taken = await models.Entry.findOne({ where: { id: ids } });
      if (taken)
        throw new Problem(
          409,
          "Already here",
          "Readings of this bundle are on this bench already, in another job.",
          {
            job: taken.jobId,
          },
        );
      return write(async (transaction) => {
        for (const instrument of record.instruments)
          await models.Instrument.findOrCreate({
            where: { id: instrument.id },
            defaults: { id: instrument.id, body: instrument },
            transaction,
          });
        const { motor } = record;
        await models.Motor.upsert(
          { id: motor.id, name: motor.name, owner: motor.owner, serial: motor.serial, body: motor },
          { transaction },
        );
        const job = await createJob(
          id,
          { ...record, takenInAt: firstTime(record) ?? clock().toISOString() },
          transaction,
        );
        const parts = [
          ...record.readings.map((body) => ({ kind: "reading", body })),
          ...record.decisions.map((body) => ({ kind: "decision", body })),
          ...record.repairs.map((body) => ({ kind: "repair", body })),
        ];
        await models.Entry.bulkCreate(
          parts.map(({ kind, body }, i) => ({
            id: body.id,
            jobId: id,
            version: i + 1,
            kind,
            body,
            byWhom: body.by,
            savedAt: clock().toISOString(),
          })),
          { transaction },
        );
        job.version = parts.length;
        await job.save({ transaction });
        return { created: true, view: await viewOf(models, job, transaction) };
      });
    },

    async instruments(): Promise<Instrument[]> {
      return (await models.Instrument.findAll({ order: [["id", "ASC"]] })).map(
        ({ body }) => body as Instrument,
      );
    },

    async technicians(): Promise<Technician[]> {
      const rows = await models.Technician.findAll({ order: [["initials", "ASC"]] });
      return rows.map(({ id, initials, name }) => ({ id, initials, name }));
    },

    async putTechnician(technician: Technician): Promise<void> {
      const namesake = await models.Technician.findOne({ where: { initials: technician.initials } });
      if (namesake && namesake.id !== technician.id) {
        const sentence = `${technician.initials} is ${namesake.name} already. Choose other initials.`;
        throw new Problem(409, "Initials taken", sentence, { fields: [{ field: "initials", sentence }] });
      }
      await models.Technician.upsert({ ...technician });
    },

    async putInstrument(instrument: Instrument): Promise<void> {
      await models.Instrument.upsert({ id: instrument.id, body: instrument });
    },
  };
}

export type JobService = ReturnType<typeof jobService>;
