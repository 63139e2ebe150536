import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { setTimeout as after } from "node:timers/promises";
import { Sequelize } from "sequelize";
import { uuidv7 } from "uuidv7";
import { ENTRY_PATHS, versionTag } from "#contract/routes";
import type { Intake } from "#core/record";
import { printTimes } from "./print.ts";

const TECHNICIANS = 50;
const EVERY = 2000;
const VIEWERS = 4;
const VIEW_EVERY = 1000;
const SECONDS = 20;
const RAW = 300;
const HEADERS = { "Content-Type": "application/json" };

/** What a job at load is written by. */
interface Parts {
  readonly base: string;
  readonly intake: Intake;
  readonly reading: object;
}

async function timed(times: number[], ask: () => Promise<Response>): Promise<void> {
  const start = performance.now();
  const answer = await ask();
  await answer.arrayBuffer();
  times.push(performance.now() - start);
  if (!answer.ok) throw new Error(`answered ${answer.status}`);
}

async function takeIn({ base, intake }: Parts): Promise<string> {
  const job = uuidv7();
  await fetch(`${base}/jobs/${job}`, {
    method: "PUT",
    headers: HEADERS,
    body: JSON.stringify({ ...intake, motor: { ...intake.motor, id: uuidv7(), serial: "" } }),
  });
  return job;
}

function save({ base, reading }: Parts, job: string, version: number): Promise<Response> {
  const body = { ...reading, id: uuidv7(), takenAt: new Date().toISOString() };
  return fetch(`${base}/jobs/${job}/${ENTRY_PATHS.reading}/${body.id}`, {
    method: "PUT",
    headers: { ...HEADERS, "If-Match": versionTag(version) },
    body: JSON.stringify(body),
  });
}

/** Fifty people who each type a reading every two seconds, and four benches that are looked at, all at once. */
export async function benchLoad(parts: Parts): Promise<void> {
  const until = performance.now() + SECONDS * 1000;
  const [saving, viewing]: [number[], number[]] = [[], []];
  const technician = async (n: number) => {
    const job = await takeIn(parts);
    await after((n / TECHNICIANS) * EVERY);
    for (let version = 0; performance.now() < until; version += 1) {
      await timed(saving, () => save(parts, job, version));
      await after(EVERY);
    }
  };
  const viewer = async (n: number) => {
    await after((n / VIEWERS) * VIEW_EVERY);
    while (performance.now() < until) {
      await timed(viewing, () => fetch(`${parts.base}/jobs?stage=open`));
      await after(VIEW_EVERY);
    }
  };
  await Promise.all([
    ...Array.from({ length: TECHNICIANS }, (_, n) => technician(n)),
    ...Array.from({ length: VIEWERS }, (_, n) => viewer(n)),
  ]);
  printTimes(
    `${TECHNICIANS} people typing every ${EVERY / 1000} s, ${VIEWERS} benches open: a reading saved`,
    saving,
    100,
  );
  printTimes("the bench's list meanwhile", viewing, 300);
}

/** As many readings as one process takes in, eight jobs written to at once. */
export async function benchThroughput(parts: Parts): Promise<void> {
  const JOBS = 8;
  const jobs = await Promise.all(Array.from({ length: JOBS }, () => takeIn(parts)));
  const start = performance.now();
  const counts = await Promise.all(
    jobs.map(async (job) => {
      let version = 0;
      for (; performance.now() - start < 5000; version += 1) {
        const answer = await save(parts, job, version);
        await answer.arrayBuffer();
      }
      return version;
    }),
  );
  const seconds = (performance.now() - start) / 1000;
  const all = counts.reduce((sum, count) => sum + count, 0);
  process.stdout.write(
    `readings a second over HTTP, ${JOBS} jobs at once: ${(all / seconds).toFixed(0)} (asked: 400)\n`,
  );
}

/** A row of the same size into a file of its own, each synced to the disk: what the disk itself takes. */
export async function benchRawInsert(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), "green-fable-raw-"));
  const sequelize = new Sequelize({
    dialect: "sqlite",
    storage: join(folder, "raw.sqlite"),
    logging: false,
    pool: { max: 1, min: 1, idle: 2 ** 30 },
  });
  await sequelize.query("PRAGMA journal_mode = WAL");
  await sequelize.query("PRAGMA synchronous = FULL");
  await sequelize.query("CREATE TABLE lines (id TEXT PRIMARY KEY, body TEXT NOT NULL)");
  const times: number[] = [];
  for (let n = 0; n < RAW; n += 1) {
    const start = performance.now();
    await sequelize.query(`INSERT INTO lines VALUES ('${uuidv7()}', '${"x".repeat(400)}')`);
    times.push(performance.now() - start);
  }
  printTimes("a raw insert with full sync, in the same run", times);
  await sequelize.close();
  rmSync(folder, { recursive: true, force: true });
}
