import { fork } from "node:child_process";
import { once } from "node:events";
import { mkdtempSync, rmSync, statSync } from "node:fs";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { pino } from "pino";
import { uuidv7 } from "uuidv7";
import { API } from "#contract/routes";
import type { UnitVisit } from "#contract/shop";
import { createApp } from "../../server/app.ts";
import { doorService } from "../../server/doors/doors.ts";
import { openDatabase, type Database } from "../../server/database/database.ts";
import { demoSteps } from "../../server/demo/build.ts";
import { DEMO_JOBS } from "../../server/demo/scenario.ts";
import { copyShop } from "../../server/keeping/backup.ts";
import { inOwnThread } from "../../server/judge/thread.ts";
import { firstInstruments } from "../../server/services/firstInstruments.ts";
import { services, type Services } from "../../server/services/index.ts";
import type { LoadParts } from "./load.ts";
import { PLACES } from "./places.ts";
import { printTimes } from "./print.ts";
import { rowOf } from "../../server/services/motors.ts";
import { nameWords } from "../../server/services/searchWords.ts";
import { benchRawInsert } from "./rawInsert.ts";

const JOBS = 50_000;
/** A chain that has worked for decades. */
const MOST_JOBS = 200_000;
/** A job of the demo with thirty-one readings: more than one and a half million of them in all. */
const SHAPE = 3;
const BATCH = 500;
const READINGS = 600;
/** A long job: three visits' worth of readings. */
const READINGS_A_JOB = 60;
export const READING = {
  check: "winding",
  slot: "AB",
  epoch: 0,
  value: { kind: "ohms", ohms: 0.128 },
  typed: "128m",
  instrumentId: "meter-3",
  by: "MO",
  supersedes: null,
} as const;

/** Every unit came back so often. */
const VISITS = 5;

/**
 * Fills a database with finished jobs of one demo shape each, past the services: only their number matters.
 * @param journals whether each has its journal too; for what is looked for and listed none is read
 * @returns how many readings are in it
 */
export async function fill(
  { models, sequelize }: Database,
  { jobs, judging }: Services,
  count: number,
  isOpen: (n: number) => boolean = (n) => n % 1000 === 0,
  journals = true,
): Promise<number> {
  const shape = DEMO_JOBS[SHAPE]!;
  const first = demoSteps(shape, 1);
  const { id } = first;
  let { version } = (await jobs.takeIn(first.id, first.intake)).view;
  for (const entry of first.entries) version = (await jobs.append(id, entry, version)).receipt.version;
  await judging.idle();
  const [line] = (await jobs.list()).items;
  const visit = (await models.Visit.findByPk(id))!.body as UnitVisit;
  await sequelize.query("PRAGMA synchronous = OFF");
  for (let from = 1; from < count; from += BATCH) {
    const batch = Array.from({ length: Math.min(BATCH, count - from) }, (_, i) => from + i);
    const made = batch.map((n) => {
      const motor = {
        ...first.intake.motor,
        id: uuidv7(),
        name: `Machine ${n}, ${PLACES[n % PLACES.length]}`,
        serial: `SN-${n % Math.ceil(count / VISITS)}`,
      };
      return { n, motor, id: uuidv7(), ids: first.entries.map(() => uuidv7()) };
    });
    await models.Motor.bulkCreate(made.map(({ motor }) => rowOf(motor)));
    await models.Job.bulkCreate(
      made.map(({ n, motor, id }) => ({
        id,
        number: n + 1,
        motorId: motor.id,
        complaint: first.intake.complaint,
        complaintWords: "",
        events: [],
        version: first.entries.length,
        summarised: first.entries.length,
        stage: isOpen(n) ? "reading" : "closed",
        summary: line!.summary,
        search: nameWords(n + 1, motor),
        takenInAt: first.intake.takenInAt,
        closedAt: isOpen(n) ? null : first.intake.takenInAt,
        intake: { ...first.intake, motor },
      })),
    );
    if (journals)
      await models.Entry.bulkCreate(
        made.flatMap(({ id: jobId, ids }) =>
          first.entries.map(({ kind, body }, i) => ({
            id: ids[i]!,
            jobId,
            version: i + 1,
            kind,
            body: { ...body, id: ids[i]! },
            byWhom: "MO",
            savedAt: first.intake.takenInAt,
          })),
        ),
      );
    await models.Visit.bulkCreate(
      made.map(({ n, id: jobId }) => ({
        jobId,
        version: first.entries.length,
        body: { ...visit, jobId, jobNumber: n + 1 },
      })),
    );
  }
  await sequelize.query("PRAGMA synchronous = FULL");
  return count * first.entries.filter(({ kind }) => kind === "reading").length;
}

/** A copy while the shop works, looked over page by page before it counts. */
async function benchCopy(file: string, folder: string): Promise<void> {
  const start = performance.now();
  const { bytes, jobs, entries } = await copyShop(file, join(folder, "copy.sqlite"));
  const seconds = ((performance.now() - start) / 1000).toFixed(1);
  const size = `${(bytes / 1e6).toFixed(0)} MB, ${jobs} jobs, ${entries} lines`;
  process.stdout.write(`a copy made and looked over: ${seconds} s (${size})\n`);
}

/** Browsers are no part of the server: whoever asks is a process of its own. */
async function fromOutside(parts: LoadParts, asks: "everything" | "looking"): Promise<void> {
  const client = fork(fileURLToPath(new URL("client.ts", import.meta.url)), [JSON.stringify(parts), asks]);
  const [code] = (await once(client, "exit")) as [number];
  if (code !== 0) throw new Error("the asking process stopped in the middle");
}

interface FilledShop {
  readonly file: string;
  readonly folder: string;
  readonly shop: Services;
  readonly readings: number;
  readonly parts: LoadParts;
}

/** A shop with so many jobs, behind a server, while somebody looks at it. */
async function withShop(
  count: number,
  journals: boolean,
  use: (filled: FilledShop) => Promise<void>,
): Promise<void> {
  // What ships carries none, and looking them up would be half of every query.
  process.setSourceMapsEnabled(false);
  const folder = mkdtempSync(join(tmpdir(), "green-fable-bench-"));
  const file = join(folder, "shop.sqlite");
  const database = await openDatabase(file, new Date());
  const judge = inOwnThread(
    new URL("../../dist/server/judge.js", import.meta.url),
    pino({ level: "silent" }),
  );
  const shop = services(database, () => new Date(), judge);
  await firstInstruments(shop.people);
  const readings = await fill(database, shop, count, undefined, journals);
  const app = createApp({
    services: shop,
    log: pino({ level: "silent" }),
    hosts: ["127.0.0.1"],
    doors: doorService(database, () => new Date(), false),
    web: null,
    requestsAMinute: 1e9,
  });
  const server = app.listen(0, "127.0.0.1");
  await once(server, "listening");
  const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}${API}`;
  const { intake } = demoSteps(DEMO_JOBS[0]!, 1);
  await use({ file, folder, shop, readings, parts: { base, intake, reading: READING, count } });
  await new Promise((done) => server.close(done));
  await shop.judging.idle();
  await judge.close();
  await database.close();
  rmSync(folder, { recursive: true, force: true });
}

/** Looking for jobs, units and trends in a file that holds two hundred thousand of them. */
export async function benchLooking(count = MOST_JOBS): Promise<void> {
  await withShop(count, false, ({ parts }) => fromOutside(parts, "looking"));
}

/** Saving a reading and searching, over HTTP, on a file that holds fifty thousand jobs. */
export async function benchJournal(count = JOBS): Promise<void> {
  await withShop(count, true, (filled) => saveAndLook(filled, count));
}

async function saveAndLook(
  { file, folder, shop: { jobs }, readings, parts }: FilledShop,
  count: number,
): Promise<void> {
  const { intake } = parts;
  const onDisk: number[] = [];
  let job = "";
  for (let n = 0; n < READINGS; n += 1) {
    const version = n % READINGS_A_JOB;
    if (version === 0) {
      job = uuidv7();
      await jobs.takeIn(job, { ...intake, motor: { ...intake.motor, id: uuidv7() } });
    }
    const body = { ...READING, id: uuidv7(), takenAt: new Date().toISOString() };
    const start = performance.now();
    await jobs.append(job, { kind: "reading", body }, version);
    onDisk.push(performance.now() - start);
  }
  const bytes = statSync(file).size;
  const size = `${count} jobs, ${readings} readings (${(bytes / 1e6).toFixed(0)} MB), up to ${READINGS_A_JOB} readings in a job`;
  printTimes(`reading saved and synced to disk, ${size}`, onDisk, "p50 under 2.5 ms");
  await fromOutside(parts, "everything");
  await benchRawInsert();
  await benchCopy(file, folder);
}
