import { once } from "node:events";
import { mkdtempSync, rmSync } from "node:fs";
import { createServer, connect, type AddressInfo, type Socket } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { setTimeout as after } from "node:timers/promises";
import pg from "pg";
import { chanceFrom } from "#bench/chance";
import { ended, faultsOf, started, takenIn, viewOf, type Killable } from "../kills/shop.ts";
import { startPostgres, type PostgresServer } from "../postgres/server.ts";
import { basesOf, write, type Writing } from "./writers.ts";

/** What a shop saw while its database's server was lost and another took its place. */
export interface Failover {
  /** Readings that were acknowledged before the server was lost, and after. */
  readonly before: number;
  readonly afterwards: number;
  /** Seconds in which nothing was acknowledged. */
  readonly silent: number;
  /** How often somebody was told that the database does not answer, and how often nobody answered. */
  readonly refused: number;
  readonly unanswered: number;
  /** Readings that were acknowledged and are not there. */
  readonly lost: number;
  /** What is doubled or out of order, each in a sentence. */
  readonly faults: readonly string[];
}

const PROCESSES = 2;
const WRITERS = 6;
const BEFORE = 2500;
const AFTERWARDS = 3000;

/** The address by which the shop knows its database: it leads to whichever server is the one. */
async function movingAddress(port: number) {
  const sockets = new Set<Socket>();
  let to = port;
  const server = createServer((from) => {
    const on = connect(to, "127.0.0.1");
    for (const [one, other] of [
      [from, on],
      [on, from],
    ] as const) {
      sockets.add(one);
      one.once("error", () => other.destroy());
      one.once("close", () => {
        sockets.delete(one);
        other.destroy();
      });
      one.pipe(other);
    }
  }).listen(0, "127.0.0.1");
  await once(server, "listening");
  return {
    port: (server.address() as AddressInfo).port,
    move(next: number): void {
      to = next;
      for (const one of sockets) one.destroy();
    },
    close(): void {
      server.close();
      for (const one of sockets) one.destroy();
    },
  };
}

async function tell(server: PostgresServer, ...statements: string[]): Promise<void> {
  const client = new pg.Client({ connectionString: server.address("postgres") });
  await client.connect();
  for (const statement of statements) await client.query(statement);
  await client.end();
}

/**
 * Loses the database's server at work, for good, and promotes its follower as a person would by hand; the address moves with it.
 * The time that a person takes to notice is not in it.
 * @param waits whether a reading is acknowledged once the follower has it too
 */
export async function failOver(waits: boolean, seed: number): Promise<Failover> {
  const first = await startPostgres({ wal_level: "replica" });
  await tell(first, "CREATE DATABASE chain");
  const follower = await first.follower();
  if (waits) await tell(first, "ALTER SYSTEM SET synchronous_standby_names = '*'", "SELECT pg_reload_conf()");
  const moving = await movingAddress(first.port);
  const folder = mkdtempSync(join(tmpdir(), "green-fable-failover-"));
  const address = first.address("chain").replace(`:${first.port}/`, `:${moving.port}/`);
  const processes: (Killable | null)[] = [];
  for (let n = 0; n < PROCESSES; n += 1) processes.push(await started(join(folder, String(n)), 0, address));
  const bases = basesOf({ processes });
  const chance = chanceFrom(seed);
  const writings: Writing[] = [];
  for (let n = 0; n < WRITERS; n += 1)
    writings.push({ job: await takenIn(bases[n % PROCESSES]!), acknowledged: [], waiting: null, version: 0 });
  let [goesOn, refused, unanswered, lastBefore, firstAfter, gone] = [true, 0, 0, 0, 0, false];
  const hear = (status: number) => {
    const acknowledged = status === 200 || status === 201;
    if (acknowledged && !gone) lastBefore = performance.now();
    else if (acknowledged && firstAfter === 0) firstAfter = performance.now();
    if (status === 503) refused += 1;
    if (status === 0) unanswered += 1;
  };
  const working = Promise.all(
    writings.map((one) =>
      write(
        () => bases,
        one,
        chance,
        () => goesOn,
        hear,
      ),
    ),
  );
  await after(BEFORE);
  await first.kill();
  gone = true;
  const before = writings.reduce((sum, { acknowledged }) => sum + acknowledged.length, 0);
  await follower.promote();
  moving.move(follower.port);
  await after(AFTERWARDS);
  goesOn = false;
  await working;
  const total = writings.reduce((sum, { acknowledged }) => sum + acknowledged.length, 0);
  let lost = 0;
  const faults: string[] = [];
  for (const { job, acknowledged } of writings) {
    const view = await viewOf(bases[0]!, job).catch(() => null);
    const there = new Set(view?.entries.map(({ body }) => body.id));
    const missing = acknowledged.filter((id) => !there.has(id));
    lost += missing.length;
    if (view)
      faults.push(
        ...faultsOf(
          view,
          acknowledged.filter((id) => there.has(id)),
        ),
      );
  }
  for (const one of processes) if (one) await ended(one, "SIGTERM");
  moving.close();
  await follower.stop();
  rmSync(folder, { recursive: true, force: true });
  rmSync(first.folder, { recursive: true, force: true });
  return {
    ...{ before, refused, unanswered, lost, faults },
    afterwards: total - before,
    silent: (firstAfter - lastBefore) / 1000,
  };
}
