import type { Transaction } from "sequelize";
import type { BundledJob, Journalled } from "#contract/bundledJob";
import type { JobView, Origin } from "#contract/jobs";
import { recordShown } from "#contract/view";
import type { Intake, JobRecord } from "#core/record";
import type { Database } from "../database/database.ts";
import { dialectOf } from "../database/dialect.ts";
import { plainSql } from "../database/plainSql.ts";
import type { IncomingJob } from "../incoming/bundleFile.ts";
import type { JobRow } from "../models/index.ts";
import { Problem } from "../problem.ts";
import { keepFile } from "./files.ts";
import { TO_BE_JUDGED, type Clock } from "./jobs.ts";
import { closingsOf, storedJob, viewOf, type Carried } from "./journal.ts";
import type { JudgingService } from "./judging.ts";
import { rowOf } from "./motors.ts";
import { nameWords } from "./searchWords.ts";
import { versionsOf } from "./visits.ts";

/** A bundle with the bytes of its files, by their SHA-256. */
export interface BundleWithFiles {
  readonly job: BundledJob;
  readonly files: ReadonlyMap<string, Buffer>;
}

/** A bundle on its way out, with the record that a screen shows of it. */
export interface BundleOut extends BundleWithFiles {
  readonly number: number;
  readonly record: JobRecord;
}

/** The file a job comes in with, and who took it in. */
export interface Source {
  readonly sha256: string;
  readonly by: string;
}

/** Everything of a job out of the shop, and back into one. */
export function bundleService({ sequelize, write, models }: Database, judging: JudgingService, clock: Clock) {
  async function found(id: string): Promise<JobRow> {
    const job = await models.Job.findByPk(id);
    if (!job) throw new Problem(404, "No such job", `There is no job ${id} on this bench.`);
    return job;
  }

  /** Asked only where a line was not taken: looking each of ten thousand up beforehand would keep others waiting. */
  async function refuseTaken({ lines }: IncomingJob): Promise<void> {
    const { part, objects } = dialectOf(sequelize);
    const [taken] = await plainSql<{ readonly job: string }>(
      sequelize,
      `SELECT job_id AS job FROM entries
         WHERE id IN (SELECT ${part("id")} FROM ${objects("$lines")}) LIMIT 1`,
      { $lines: lines },
    );
    if (taken)
      throw new Problem(
        409,
        "Already here",
        "Entries of this bundle are on this bench already, in another job.",
        { job: taken.job },
      );
  }

  /** The motor as the bundle knew it, unless this shop knows one of this id: that one stays as it is. */
  async function keepUnit({ motorVersions, intake, motor }: IncomingJob, transaction: Transaction) {
    const { id } = motor;
    if (await models.Motor.count({ where: { id }, transaction })) return;
    await models.Motor.create(rowOf(motor), { transaction });
    const versions = motorVersions.filter((version) => version.motor.id === id);
    const first = { motor, by: intake.by ?? "", at: intake.takenInAt, reason: "imported" };
    await models.MotorVersion.bulkCreate(
      (versions.length > 0 ? versions : [first]).map((version) => ({
        motorId: id,
        body: version.motor,
        byWhom: version.by,
        at: version.at,
        reason: version.reason,
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
    async bundle(id: string): Promise<BundleOut> {
      const job = await found(id);
      const { entries, grounds, folded, closing } = await storedJob(models, job);
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
        record: recordShown({ closedAt: job.closedAt, closing }, folded.record),
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
     * @param source the file it comes in with: its closings are another shop's word; null where a whole shop moves in
     * @param carried what it is judged by beside the shop's own; what the bundle says, where nothing else is known
     */
    async importJob(
      id: string,
      incoming: IncomingJob,
      source: Source | null,
      carried: Carried | null = incoming,
    ): Promise<{ created: boolean; view: JobView }> {
      const { intake, motor, version, closedAt } = incoming;
      const origin: Origin | null = source && { ...source, at: clock().toISOString() };
      const brought = carried && {
        instruments: carried.instruments,
        past: carried.past,
        limits: carried.limits,
      };
      const make = async (transaction: Transaction) => {
        if (await models.Job.count({ where: { id }, transaction })) return false;
        await keepUnit(incoming, transaction);
        const number = await freeNumber(incoming.number, transaction);
        await models.Job.create(
          {
            id,
            number,
            motorId: motor.id,
            complaint: intake.complaint,
            complaintWords: intake.complaintWords,
            events: [...intake.events],
            version,
            summarised: -1,
            stage: closedAt ? "closed" : "reading",
            summary: TO_BE_JUDGED,
            search: nameWords(number, motor),
            further: incoming.further,
            takenInAt: intake.takenInAt,
            closedAt,
            intake,
            carried: brought,
          },
          { transaction },
        );
        await keepLines(id, incoming, origin, transaction);
        for (const { name, sha256, type } of incoming.files)
          await keepFile(
            models,
            { jobId: id, name, savedAt: intake.takenInAt },
            { bytes: Buffer.from(incoming.bytes.get(sha256)!), type },
            transaction,
          );
        return true;
      };
      const created = await write(make).catch(async (error: unknown) => {
        await refuseTaken(incoming);
        throw error;
      });
      judging.wake();
      return { created, view: await viewOf(models, await found(id)) };
    },
  };
}

/** Journal and closings of a job that comes in, in a few statements: others wait for none of its lines. */
async function keepLines(
  jobId: string,
  { lines, closings }: IncomingJob,
  origin: Origin | null,
  transaction: Transaction,
): Promise<void> {
  const { part, asJson, objects } = dialectOf(transaction);
  await plainSql(
    transaction,
    `INSERT INTO entries (id, job_id, version, kind, body, by_whom, saved_at)
       SELECT ${part("id")}, $job, place, ${part("kind")}, ${asJson(part("body"))}, ${part("by")}, ${part("savedAt")}
         FROM ${objects("$lines")}`,
    { $job: jobId, $lines: lines },
  );
  for (const { id, at, rules, body } of closings)
    await plainSql(
      transaction,
      `INSERT INTO closed_records (id, job_id, at, rules, body, origin)
         VALUES ($id, $job, $at, $rules, $body, $origin)`,
      {
        $id: id,
        $job: jobId,
        $at: at,
        $rules: rules,
        $body: body,
        $origin: origin && JSON.stringify(origin),
      },
    );
}

export type BundleService = ReturnType<typeof bundleService>;
