import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import pg from "pg";
import { ended, started, type Killable } from "../kills/shop.ts";
import { startPostgres, type PostgresServer } from "../postgres/server.ts";

/** Processes on one database of a PostgreSQL server of their own. */
export interface Chain {
  readonly postgres: PostgresServer;
  readonly database: string;
  readonly processes: (Killable | null)[];
  readonly start: (n: number) => Promise<void>;
  readonly stop: () => Promise<void>;
}

/** @param fill what is in the database before the first process opens it */
export async function startChain(
  count: number,
  fill: (database: string) => Promise<void> = () => Promise.resolve(),
): Promise<Chain> {
  const folder = mkdtempSync(join(tmpdir(), "green-fable-chain-"));
  // As a server is set up that loses nothing: every commit is synced before it is acknowledged.
  const postgres = await startPostgres();
  const client = new pg.Client({ connectionString: postgres.address("postgres") });
  await client.connect();
  await client.query("CREATE DATABASE chain");
  await client.end();
  const database = postgres.address("chain");
  await fill(database);
  const processes: (Killable | null)[] = [];
  const start = async (n: number) => {
    processes[n] = await started(join(folder, String(n)), 0, database);
  };
  for (let n = 0; n < count; n += 1) await start(n);
  return {
    postgres,
    database,
    processes,
    start,
    stop: async () => {
      for (const one of processes) if (one) await ended(one, "SIGTERM");
      await postgres.stop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
