import type { Transaction } from "sequelize";
import type { BundledJob, Journalled } from "#contract/bundledJob";
import type { JobView } from "#contract/jobs";
import { readJournal } from "#core/assess";
import type { Intake } from "#core/record";
import type { Database } from "../database/database.ts";
import type { JobRow, Models } from "../models/index.ts";
import { Problem } from "../problem.ts";
import { checkPicture, keepFile, sha256Of } from "./files.ts";
import { TO_BE_JUDGED } from "./jobs.ts";
import { closingsOf, storedJob, viewOf } from "./journal.ts";
import type { JudgingService } from "./judging.ts";
import { searchOf } from "./motors.ts";
import { versionsOf } from "./visits.ts";

/** A bundle with the bytes of its files, by their SHA-256. */
export interface BundleWithFiles {
  readonly job: BundledJob;
  readonly files: ReadonlyMap<string, Buffer>;
}

/** Everything of a job out of the shop, and back into one. */
export function bundleService({ write, models }: Database, judging: JudgingService) {
  async function found(id: string): Promise<JobRow> {
    const job = await models.Job.findByPk(id);
    if (!job) throw new Problem(404, "No such job", `There is no job ${id} on this bench.`);
    return job;
  }

  async function refuseTaken({ entries }: BundledJob, transaction: Transaction): Promise<void> {
    const taken = await models.Entry.findOne({
      where: { id: entries.map(({ body }) => body.id) },
      transaction,
    });
    if (taken)
      throw new Problem(
        409,
        "Already here",
        "Entries of this bundle are on this bench already, in another job.",
        { job: taken.jobId },
      );
  }

  /** The motor as the bundle knew it, unless this shop knows one of this id: that one stays as it is. */
  async function keepUnit(
    { motorVersions, intake }: BundledJob,
    now: Intake["motor"],
    transaction: Transaction,
  ) {
    if (await models.Motor.count({ where: { id: now.id }, transaction })) return;
    const { id, name, owner, serial } = now;
    await models.Motor.create({ id, name, owner, serial, body: now }, { transaction });
    const versions = motorVersions.filter(({ motor }) => motor.id === id);
    const first = { motor: now, by: intake.by ?? "", at: intake.takenInAt, reason: "imported" };
    await models.MotorVersion.bulkCreate(
      (versions.length > 0 ? versions : [first]).map(({ motor, by, at, reason }) => ({
        motorId: id,
        body: motor,
        byWhom: by,
        at,
        reason,
      })),
      { transaction },
    );
  }

  async function freeNumber(wanted: number, transaction: Transaction): Promise<number> {
    const last: number | null = await models.Job.max("number", { transaction });
    const taken = await models.Job.count({ where: { number: wanted }, transaction });
    return taken > 0 ? (last ?? 0) + 1 : wanted;
  }

  return {
    /** Everything of a job: what it was taken in as, every entry, what it is judged by, its closings and files. */
    async bundle(id: string): Promise<BundleWithFiles & { readonly number: number }> {
      const job = await found(id);
      const { entries, grounds, folded } = await storedJob(models, job);
      const named = await models.JobFile.findAll({ where: { jobId: id }, order: [["name", "ASC"]] });
      const files = new Map<string, Buffer>();
      const listed: BundledJob["files"][number][] = [];
      for (const { name, sha256 } of named) {
        const file = await models.File.findByPk(sha256);
        files.set(sha256, file!.bytes);
        listed.push({ name, sha256, type: file!.type, bytes: file!.bytes.length });
      }
      const intake = job.intake as Intake;
      const motors = [...new Set([intake.motor.id, folded.record.motor.id])];
      return {
        number: job.number,
        files,
        job: {
          number: job.number,
          intake,
          entries: entries as readonly Journalled[],
          instruments: grounds.instruments,
          past: grounds.past ?? [],
          limits: grounds.limits ?? {},
          motorVersions: await versionsOf(models, motors),
          closings: await closingsOf(models, id),
          files: listed,
        },
      };
    },

    /**
     * Makes a new job of a bundle. It brings along what it was judged by; what other jobs of this shop use, motors,
     * instruments and limits, stays as it is.
     */
    async importJob(
      id: string,
      { job: bundled, files }: BundleWithFiles,
    ): Promise<{ created: boolean; view: JobView }> {
      for (const { sha256, bytes } of bundled.files) {
        const there = files.get(sha256);
        if (!there || there.length !== bytes || sha256Of(there) !== sha256)
          throw new Problem(
            422,
            "Bundle refused",
            `The file ${sha256.slice(0, 12)}… of this bundle is missing or not what its name says: it was changed on the way.`,
          );
        checkPicture(there);
      }
      const done = await write(async (transaction) => {
        const existing = await models.Job.findByPk(id, { transaction });
        if (existing) return { created: false, view: await viewOf(models, existing, transaction) };
        await refuseTaken(bundled, transaction);
        const { intake, entries } = bundled;
        const carried = { instruments: bundled.instruments, past: bundled.past, limits: bundled.limits };
        const { record, closed } = readJournal(intake, entries, carried);
        const closing = closed && bundled.closings.find(({ entryId }) => entryId === closed.turning.id);
        if (closed && !closing)
          throw new Problem(
            422,
            "Bundle refused",
            "This job was closed, but the record of its closing is not in the bundle.",
          );
        await keepUnit(bundled, record.motor, transaction);
        const number = await freeNumber(bundled.number, transaction);
        const job = await models.Job.create(
          {
            id,
            number,
            motorId: record.motor.id,
            complaint: intake.complaint,
            complaintWords: intake.complaintWords,
            events: [...intake.events],
            version: entries.length,
            summarised: -1,
            stage: closed ? "closed" : "reading",
            summary: TO_BE_JUDGED,
            search: searchOf(number, record.motor),
            takenInAt: intake.takenInAt,
            closedAt: closing?.at ?? null,
            intake,
            carried,
          },
          { transaction },
        );
        await keepEntries(models, id, bundled, transaction);
        for (const { name, sha256 } of bundled.files)
          await keepFile(
            models,
            { jobId: id, name, savedAt: intake.takenInAt },
            files.get(sha256)!,
            transaction,
          );
        return { created: true, view: await viewOf(models, job, transaction) };
      });
      judging.wake();
      return done;
    },
  };
}

async function keepEntries(
  models: Models,
  jobId: string,
  { entries, closings }: BundledJob,
  transaction: Transaction,
): Promise<void> {
  await models.Entry.bulkCreate(
    entries.map(({ kind, body, savedAt }, i) => ({
      id: body.id,
      jobId,
      version: i + 1,
      kind,
      body,
      byWhom: body.by,
      savedAt,
    })),
    { transaction },
  );
  await models.ClosedRecord.bulkCreate(
    closings.map(({ entryId, ...body }) => ({
      id: entryId,
      jobId,
      at: body.at,
      rules: body.verdict.rules,
      body,
    })),
    { transaction },
  );
}

export type BundleService = ReturnType<typeof bundleService>;
