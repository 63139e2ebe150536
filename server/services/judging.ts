import { randomUUID } from "node:crypto";
import { setTimeout as after } from "node:timers/promises";
import { isDeepStrictEqual } from "node:util";
import type { Transaction } from "sequelize";
import type { Logger } from "pino";
import type { Judging } from "#contract/jobs";
import type { Database } from "../database/database.ts";
import { dialectOf } from "../database/dialect.ts";
import { plainSql } from "../database/plainSql.ts";
import { CannotJudge, JudgeGone, type FreezeInput, type Judge, type Judged } from "../judge/judge.ts";
import type { JobRow } from "../models/index.ts";
import { touchElsewhere } from "./elsewhere.ts";
import { storedJob } from "./journal.ts";

/** Judged by limits or instruments that are others now; a closed job keeps those of its closing. */
const BY_OLDER_GROUNDS = "closed_at IS NULL AND grounds < $grounds AND summarised = version";

/** Nobody wrote for so long: the bench is quiet. */
const QUIET_MILLISECONDS = 60;
/** So long, at most, a job waits for quiet: then it is judged between two who write. */
const LONGEST_WAIT_MILLISECONDS = 250;
const LOOK_AGAIN_MILLISECONDS = 15;
/** What the processes of a database tell each other while somebody writes. */
const WROTE = "wrote";
/** Jobs looked up at once. */
const CHUNK = 32;
/** Jobs read ahead, so that the judging thread never waits for the file. */
const AHEAD = 3;
/** Verdicts that share a transaction: so few that nobody's saving waits for them. */
const KEPT_AT_ONCE = 8;

const COULD_NOT =
  "The verdict could not be worked out; what stands here may be of before. The readings are kept. Report it.";

/** Limits or instruments change with this transaction: every open job is judged anew, in the background. */
export async function judgeAnew(transaction: Transaction): Promise<void> {
  await plainSql(transaction, "UPDATE grounds SET version = version + 1", {});
}

/** A job with what came of judging it, to be written down. */
interface Done {
  readonly job: JobRow;
  readonly grounds: number;
  readonly serialKey: string;
  /** Null where it could not be judged. */
  readonly judged: Judged | null;
}

/**
 * Keeps what the lists show up to date in the background: stage, summary and visit figures are written down once when a
 * job changes. No list judges while it answers; it says how many jobs are still to be done. Who writes goes first.
 */
export function judging(
  { models, sequelize, writeTo, write, others }: Database,
  judge: Judge | null,
  log: Logger,
) {
  const { shared, unsummarised } = dialectOf(sequelize);
  /** This process among those that judge the same jobs. */
  const us = randomUUID();
  const unjudged = `${dialectOf(sequelize).text("summary", "unjudged")} IS NOT NULL`;
  let running: Promise<void> | null = null;
  let again = false;
  /** How many the present round began with; 0 while none runs. */
  let begunWith = 0;
  let lastWoken = 0;
  /** How many wait for the end of it: for them nothing is put off. */
  let waitedFor = 0;
  let stopped = false;
  /** Jobs being judged whose past changed meanwhile: their verdict is not kept. */
  const overtaken = new Set<string>();

  let lastTold = 0;
  // Whoever writes through another process goes first as well.
  const endHearing = others.hear(WROTE, () => (lastWoken = performance.now()));
  /** Tells the other processes that somebody writes, now and then. */
  function tellOthers(): void {
    if (performance.now() - lastTold < QUIET_MILLISECONDS / 2) return;
    lastTold = performance.now();
    others.tell(WROTE, null);
  }

  const isBusy = () => performance.now() - lastWoken < QUIET_MILLISECONDS;

  async function quiet(): Promise<void> {
    const since = performance.now();
    while (waitedFor === 0 && isBusy() && performance.now() - since < LONGEST_WAIT_MILLISECONDS)
      await after(LOOK_AGAIN_MILLISECONDS);
  }

  async function groundsNow(): Promise<number> {
    const [row] = await plainSql<{ version: number }>(sequelize, "SELECT version FROM grounds", {});
    return row?.version ?? 0;
  }

  /** Oldest first: what earlier visits measured is then there for the later ones. */
  const idsWhere = async (where: string, grounds: number): Promise<string[]> => {
    const rows = await plainSql<{ id: string }>(
      sequelize,
      shared?.take(where, CHUNK) ?? `SELECT id FROM jobs WHERE ${where} ORDER BY number LIMIT ${CHUNK}`,
      { ...(where.includes("$grounds") && { $grounds: grounds }), ...(shared && { $by: us }) },
    );
    return rows.map(({ id }) => id);
  };

  /** Whether nobody took it away from this process while it was judged. */
  async function isStillOurs(id: string, transaction: Transaction): Promise<boolean> {
    if (!shared) return !overtaken.delete(id);
    return (await plainSql(transaction, shared.letGo, { $id: id, $by: us })).length > 0;
  }

  async function countLeft(): Promise<number> {
    const [row] = await plainSql<{ n: number }>(
      sequelize,
      `SELECT (SELECT count(*) FROM jobs WHERE ${unsummarised})
         + (SELECT count(*) FROM jobs WHERE ${BY_OLDER_GROUNDS.replace("$grounds", "(SELECT version FROM grounds)")}) AS n`,
      {},
    );
    return row?.n ?? 0;
  }

  /** A visit that reads differently now: later jobs of the unit are held against it, and judged anew. */
  async function touchLater({ job, serialKey }: Done, transaction: Transaction): Promise<void> {
    if (serialKey === "") return;
    const later = await plainSql<{ readonly id: string }>(
      transaction,
      `UPDATE jobs SET summarised = -1 WHERE closed_at IS NULL AND number > $number
         AND motor_id IN (SELECT id FROM motors WHERE serial_key = $serialKey) RETURNING id`,
      { $number: job.number, $serialKey: serialKey },
    );
    if (shared)
      await plainSql(transaction, shared.overtake, { $jobs: JSON.stringify(later.map(({ id }) => id)) });
    else for (const { id } of later) overtaken.add(id);
    await touchElsewhere(transaction, { serialKey, takenInAt: job.takenInAt });
  }

  async function keepOne(done: Done, transaction: Transaction): Promise<void> {
    const { job, grounds, judged } = done;
    if (!(await isStillOurs(job.id, transaction))) return;
    const summary = judged?.summary ?? { ...job.summary, unjudged: COULD_NOT };
    // Only while nobody wrote meanwhile; otherwise the next round does it.
    const kept = await plainSql(
      transaction,
      `UPDATE jobs SET summary = $summary, stage = $stage, summarised = version, grounds = $grounds
         WHERE id = $id AND version = $version RETURNING id`,
      {
        $summary: JSON.stringify(summary),
        $stage: judged?.stage ?? job.stage,
        $grounds: grounds,
        $id: job.id,
        $version: job.version,
      },
    );
    if (kept.length === 0 || !judged) return;
    const visit = JSON.stringify(judged.visit);
    const [before] = await plainSql<{ readonly body: string }>(
      transaction,
      "SELECT body FROM visits WHERE job_id = $id",
      { $id: job.id },
    );
    if (before && isDeepStrictEqual(JSON.parse(before.body), JSON.parse(visit))) return;
    await plainSql(
      transaction,
      `INSERT INTO visits (job_id, version, body) VALUES ($id, $version, $visit)
         ON CONFLICT (job_id) DO UPDATE SET version = $version, body = $visit`,
      { $id: job.id, $version: job.version, $visit: visit },
    );
    await touchLater(done, transaction);
  }

  async function judgeOne(id: string, grounds: number): Promise<Done | null> {
    overtaken.delete(id);
    const job = await models.Job.findByPk(id);
    if (!job) return null;
    try {
      const { folded, closing, serialKey } = await storedJob(models, job);
      const judged = await judge!.judge({
        jobId: job.id,
        number: job.number,
        takenInAt: job.takenInAt,
        record: folded.record,
        closed: job.closedAt !== null,
        promised: folded.promised,
        pressing: folded.pressing,
        closing: job.closedAt === null ? null : closing,
      });
      return { job, grounds, serialKey, judged };
    } catch (error) {
      // The shop closes, or others did that share whoever judges: what is left is judged at the next start.
      if (error instanceof JudgeGone) stopped = true;
      if (stopped) return null;
      log.error({ err: error, job: id }, "a job could not be judged");
      return { job, grounds, serialKey: "", judged: null };
    }
  }

  /** Judges some jobs, a few of them read ahead, and writes down what came of it. */
  async function judgeAll(ids: readonly string[], grounds: number): Promise<void> {
    const left = [...ids];
    let done: Done[] = [];
    const keep = async () => {
      const together = done;
      done = [];
      if (together.length > 0)
        await writeTo(null, async (transaction) => {
          for (const one of together) await keepOne(one, transaction);
        });
    };
    const oneAfterTheOther = async () => {
      for (let id = left.shift(); id !== undefined && !stopped; id = left.shift()) {
        const one = await judgeOne(id, grounds);
        if (one) done.push(one);
        if (done.length >= KEPT_AT_ONCE) await keep();
      }
    };
    await Promise.all(Array.from({ length: AHEAD }, oneAfterTheOther));
    await keep();
  }

  async function round(): Promise<void> {
    while (!stopped) {
      again = false;
      const grounds = await groundsNow();
      const older = await idsWhere(BY_OLDER_GROUNDS, grounds);
      if (older.length > 0) {
        begunWith = Math.max(begunWith, await countLeft());
        await judgeAll(older, grounds);
      }
      const changed = await idsWhere(unsummarised, grounds);
      if (changed.length > 0) {
        // Who still writes to a job has its verdict on the screen: the list's can wait for a pause.
        if (older.length === 0) await quiet();
        begunWith = Math.max(begunWith, changed.length);
        await judgeAll(changed, grounds);
      }
      if (older.length === 0 && changed.length === 0 && !again) break;
    }
    begunWith = 0;
  }

  /** Begins a round where none runs. Whoever woke it while the last one was ending is not forgotten. */
  function begin(): void {
    running ??= round()
      .catch((error: unknown) => {
        again = false;
        log.error({ err: error }, "judging stopped");
      })
      .finally(() => {
        running = null;
        if (again && !stopped) begin();
      });
  }

  return {
    /** Something changed: look for what is to be judged. Returns at once. */
    wake(): void {
      if (!judge || stopped) return;
      again = true;
      lastWoken = performance.now();
      tellOthers();
      begin();
    },
    /** Looks for what another process left, though nobody wrote. */
    lookAround(): void {
      if (judge && !stopped && !running) begin();
    },
    /** Those that could not be judged are tried once more: at a start, which may be of a program that can. */
    async tryAgain(): Promise<void> {
      await write(async (transaction) => {
        await plainSql(transaction, `UPDATE jobs SET summarised = -1 WHERE ${unjudged}`, {});
      });
    },
    /** Begins nothing more; resolves when what was begun is written down or left. @param end ends whoever judges */
    async stop(end: () => Promise<void>): Promise<void> {
      stopped = true;
      endHearing();
      await end();
      while (running) await running;
      // Others judge them at once, and not only when nobody has heard of this process for a while.
      if (shared) await plainSql(sequelize, shared.letGoOfAll, { $by: us }).catch(() => undefined);
    },
    /** Resolves when nothing is left to judge. */
    async idle(): Promise<void> {
      waitedFor += 1;
      while (running) await running;
      waitedFor -= 1;
    },
    /** Counted in the file itself: what was just written counts before anybody was woken. */
    async progress(): Promise<Judging> {
      const left = await countLeft();
      return { left, of: left === 0 ? 0 : Math.max(begunWith, left) };
    },
    /** How many jobs could not be judged. */
    async unjudged(): Promise<number> {
      const [row] = await plainSql<{ n: number }>(
        sequelize,
        `SELECT count(*) AS n FROM jobs WHERE ${unjudged}`,
        {},
      );
      return row?.n ?? 0;
    },
    freeze: (input: FreezeInput) =>
      judge ? judge.freeze(input) : Promise.reject(new CannotJudge("nothing is judged here")),
  };
}

export type JudgingService = ReturnType<typeof judging>;
