import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { buffer } from "node:stream/consumers";
import { pino } from "pino";
import request from "supertest";
import { afterEach, beforeEach } from "vitest";
import { fromBufferPromise } from "yauzl";
import { BUNDLE_JSON, readBundle } from "#contract/bundle";
import type { BundledJob } from "#contract/bundledJob";
import type { JobView } from "#contract/jobs";
import { API } from "#contract/routes";
import { readView } from "#contract/view";
import type { Intake, JobRecord } from "#core/record";
import { createApp } from "../server/app.ts";
import { doorService, type DoorService } from "../server/doors/doors.ts";
import { openDatabase, type Database } from "../server/database/database.ts";
import { fillDemo } from "../server/demo/fill.ts";
import { firstInstruments } from "../server/services/firstInstruments.ts";
import { services, type Services } from "../server/services/index.ts";
import { INTAKE, JOB, NOW } from "./entries.ts";
import { databaseLike, dropDatabase, onPostgres, type Beginning } from "./postgresShop.ts";

export * from "./entries.ts";

/** All that a shop's file holds, in one piece: what lies beside it is not always brought in when it is closed. */
async function wholeFile({ sequelize }: Database, folder: string): Promise<Buffer> {
  const whole = join(folder, "whole.sqlite");
  await sequelize.query(`VACUUM INTO '${whole}'`);
  return readFileSync(whole);
}

/** The file of a shop nobody has written to; made once: bringing a file up to date is most of what opening one costs. */
let untouched: Buffer | null = null;
async function untouchedShop(): Promise<Buffer> {
  if (untouched) return untouched;
  const folder = mkdtempSync(join(tmpdir(), "green-fable-"));
  const file = join(folder, "shop.sqlite");
  const database = await openDatabase(file, NOW);
  await firstInstruments(services(database, () => NOW).people);
  untouched = await wholeFile(database, folder);
  await database.close();
  rmSync(folder, { recursive: true, force: true });
  return untouched;
}

/** The file of a shop that the whole demo was played in; made once in a file of tests, since playing it is slow. */
let played: Buffer | null = null;
async function playedShop(): Promise<Buffer> {
  if (played) return played;
  const shop = new TestShop();
  shop.folder = mkdtempSync(join(tmpdir(), "green-fable-"));
  await shop.open();
  await fillDemo((clock) => services(shop.database, clock));
  await shop.services.judging.idle();
  played = await wholeFile(shop.database, shop.folder);
  await shop.close();
  rmSync(shop.folder, { recursive: true, force: true });
  return played;
}

/** A shop in a folder of its own: opened before each test, closed and removed after it. */
export class TestShop {
  folder = "";
  database!: Database;
  services!: Services;
  doors!: DoorService;
  agent!: ReturnType<typeof request>;
  /** What the shop's clock shows. */
  now = NOW;

  /** @param signIn whether people sign in, as where a server listens to a network */
  constructor(private readonly signIn = false) {}

  /** Its database, where these tests run on PostgreSQL. */
  address: string | null = null;

  get file(): string {
    return join(this.folder, "shop.sqlite");
  }

  /** Where its data is: its file, or its database. */
  private async place(): Promise<string> {
    if (onPostgres) return (this.address ??= await databaseLike("untouched"));
    if (!existsSync(this.file)) writeFileSync(this.file, await untouchedShop());
    return this.file;
  }

  async open(): Promise<void> {
    this.database = await openDatabase(await this.place(), NOW);
    this.services = services(this.database, () => this.now);
    this.doors = doorService(this.database, () => this.now, this.signIn);
    this.agent = request(
      createApp({
        services: this.services,
        doors: this.doors,
        log: pino({ level: "silent" }),
        hosts: ["127.0.0.1"],
        web: null,
      }),
    );
  }

  async close(): Promise<void> {
    await this.services.judging.idle();
    await this.database.close();
  }

  /** Nothing is left of its data. */
  async remove(): Promise<void> {
    if (this.address) await dropDatabase(this.address);
    this.address = null;
    for (const end of ["", "-wal", "-shm"]) rmSync(`${this.file}${end}`, { force: true });
  }

  /** The same program on data of its own that nobody has written to. */
  moveToAnEmptyOne(): Promise<void> {
    return this.beginAs("untouched");
  }

  /** Becomes a shop that the whole demo was played in. */
  becomeDemo(): Promise<void> {
    return this.beginAs("played");
  }

  private async beginAs(beginning: Beginning): Promise<void> {
    const bytes = onPostgres || beginning === "untouched" ? null : await playedShop();
    await this.close();
    await this.remove();
    if (onPostgres) this.address = await databaseLike(beginning);
    if (bytes) writeFileSync(this.file, bytes);
    await this.open();
  }

  takeIn(id = JOB, intake: Intake = INTAKE) {
    return this.agent.put(`${API}/jobs/${id}`).send(intake);
  }

  /** An entry onto a job at a version. */
  put(noun: string, body: { id: string; [field: string]: unknown }, version: number, job = JOB) {
    return this.agent.put(`${API}/jobs/${job}/${noun}/${body.id}`).set("If-Match", `"${version}"`).send(body);
  }

  async view(id = JOB): Promise<JobView> {
    return (await this.agent.get(`${API}/jobs/${id}`).expect(200)).body as JobView;
  }

  async record(id = JOB): Promise<JobRecord> {
    return readView(await this.view(id)).record;
  }

  /** Bytes of an answer as they are. */
  async bytes(path: string): Promise<Buffer> {
    const { body } = await this.agent
      .get(path)
      .buffer(true)
      .parse((response, done) => {
        const chunks: Buffer[] = [];
        response.on("data", (chunk: Buffer) => chunks.push(chunk));
        response.on("end", () => done(null, Buffer.concat(chunks)));
      })
      .expect(200);
    return body as Buffer;
  }

  import(id: string, bytes: Buffer, type = "application/zip") {
    // A buffer sent as JSON would be written out as one.
    const body = type === "application/json" ? bytes.toString("utf8") : bytes;
    return this.agent.put(`${API}/jobs/${id}/import`).set("Content-Type", type).send(body);
  }
}

/** The job in a bundle's zip, as it is read. */
export async function bundledIn(bytes: Buffer): Promise<BundledJob> {
  const zip = await fromBufferPromise(bytes);
  for await (const entry of zip.eachEntry()) {
    if (entry.fileName !== BUNDLE_JSON) continue;
    const result = readBundle((await buffer(await zip.openReadStreamPromise(entry))).toString("utf8"));
    if (result.kind === "read") return result.job;
    throw new Error(JSON.stringify(result.problems[0]));
  }
  throw new Error("the bundle holds no job");
}

/** A shop for the tests of one file. @param signIn whether people sign in */
export function useShop(signIn = false): TestShop {
  const shop = new TestShop(signIn);
  beforeEach(async () => {
    shop.folder = mkdtempSync(join(tmpdir(), "green-fable-"));
    await shop.open();
  });
  afterEach(async () => {
    await shop.close();
    await shop.remove();
    rmSync(shop.folder, { recursive: true, force: true });
  });
  return shop;
}
