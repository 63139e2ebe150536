import { setTimeout as after } from "node:timers/promises";
import { isDeepStrictEqual } from "node:util";
import { col, Op } from "sequelize";
import type { Logger } from "pino";
import type { Judging } from "#contract/jobs";
import type { Database } from "../database/database.ts";
import type { Judge, Judged } from "../judge/judge.ts";
import type { JobRow } from "../models/index.ts";
import { storedJob } from "./journal.ts";
import { jobsOfSerial } from "./visits.ts";

/** Written to since it was judged, or judged by grounds that changed. */
const STALE = { summarised: { [Op.ne]: col("version") } };

/** Nobody wrote for so long: the bench is quiet. */
const QUIET_MILLISECONDS = 60;
/** So long, at most, a job waits for quiet: then it is judged between two who write. */
const LONGEST_WAIT_MILLISECONDS = 250;
const LOOK_AGAIN_MILLISECONDS = 15;

/**
 * Keeps what the lists show up to date in the background: stage, summary and visit figures are written down once when a
 * job changes. No list judges while it answers; it says how many jobs are still to be done. Who writes goes first.
 */
export function judging({ models, write }: Database, judge: Judge, log: Logger) {
  let running: Promise<void> | null = null;
  let again = false;
  /** How many the present round began with; 0 while none runs. */
  let begunWith = 0;
  let lastWoken = 0;
  /** How many wait for the end of it: for them nothing is put off. */
  let waitedFor = 0;

  async function quiet(): Promise<void> {
    const since = performance.now();
    const stillWriting = () => {
      const now = performance.now();
      return now - lastWoken < QUIET_MILLISECONDS && now - since < LONGEST_WAIT_MILLISECONDS;
    };
    while (waitedFor === 0 && stillWriting()) await after(LOOK_AGAIN_MILLISECONDS);
  }

  /** A visit that reads differently now: later jobs of the unit are held against it, and judged anew. */
  async function touchLater(job: JobRow, serial: string): Promise<void> {
    const later = (await jobsOfSerial(models, serial)).filter(
      ({ number, closedAt }) => number > job.number && closedAt === null,
    );
    await models.Job.update({ summarised: -1 }, { where: { id: later.map(({ id }) => id) } });
  }

  async function keep(job: JobRow, serial: string, { stage, summary, visit }: Judged): Promise<void> {
    const before = await models.Visit.findByPk(job.id);
    const moved = !isDeepStrictEqual(before?.body, JSON.parse(JSON.stringify(visit)));
    await write(async (transaction) => {
      // Only while nobody wrote meanwhile; otherwise the next round does it.
      const [count] = await models.Job.update(
        { summary, stage, summarised: job.version },
        { where: { id: job.id, version: job.version }, transaction },
      );
      if (count > 0 && moved)
        await models.Visit.upsert({ jobId: job.id, version: job.version, body: visit }, { transaction });
    });
    if (moved) await touchLater(job, serial);
  }

  async function judgeOne(job: JobRow): Promise<void> {
    const { folded, closing } = await storedJob(models, job);
    const judged = await judge.judge({
      jobId: job.id,
      number: job.number,
      takenInAt: job.takenInAt,
      record: folded.record,
      closing: job.closedAt === null ? null : closing,
    });
    await keep(job, folded.record.motor.serial, judged);
  }

  async function round(): Promise<void> {
    do {
      again = false;
      // Oldest first: what earlier visits measured is then there for the later ones.
      const stale = await models.Job.findAll({
        attributes: ["id"],
        where: STALE,
        order: [["number", "ASC"]],
      });
      begunWith = Math.max(begunWith, stale.length);
      for (const { id } of stale) {
        await quiet();
        const job = await models.Job.findByPk(id);
        try {
          if (job) await judgeOne(job);
        } catch (error) {
          log.error({ err: error, job: id }, "a job could not be judged");
          if (job) await models.Job.update({ summarised: job.version }, { where: { id } });
        }
      }
      if (stale.length > 0) again = true;
    } while (again);
    begunWith = 0;
  }

  return {
    /** Something changed: look for what is to be judged. Returns at once. */
    wake(): void {
      again = true;
      lastWoken = performance.now();
      running ??= round()
        .catch((error: unknown) => log.error({ err: error }, "judging stopped"))
        .finally(() => {
          running = null;
        });
    },
    /** Resolves when nothing is left to judge. */
    async idle(): Promise<void> {
      waitedFor += 1;
      while (running) await running;
      waitedFor -= 1;
    },
    /** Counted in the file itself: what was just written counts before anybody was woken. */
    async progress(): Promise<Judging> {
      const left = await models.Job.count({ where: STALE });
      return { left, of: left === 0 ? 0 : Math.max(begunWith, left) };
    },
    freeze: judge.freeze,
  };
}

export type JudgingService = ReturnType<typeof judging>;
