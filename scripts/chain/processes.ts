import { spawn, type ChildProcess } from "node:child_process";
import { once } from "node:events";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import pg from "pg";
import { API } from "#contract/routes";
import { startPostgres, type PostgresServer } from "../postgres/server.ts";

/** A process of the built server, by where it is. */
export interface Process {
  readonly child: ChildProcess;
  readonly base: string;
}

/** Starts the built server; on a file of its own folder where no database is named. */
export function startProcess(folder: string, database: string | null): Promise<Process> {
  const { DATABASE_URL: _, ...env } = process.env;
  const child = spawn(process.execPath, ["dist/server/main.js", "--port", "0", "--data", folder], {
    stdio: ["ignore", "pipe", "pipe"],
    env: { ...env, ...(database !== null && { DATABASE_URL: database }) },
  });
  let said = "";
  return new Promise((resolve, reject) => {
    const listen = (chunk: Buffer) => {
      said += String(chunk);
      const url = /is at (http:\S+)/u.exec(said)?.[1];
      if (url) resolve({ child, base: `${url}${API}` });
    };
    child.stdout.on("data", listen);
    child.stderr.on("data", (chunk: Buffer) => (said += String(chunk)));
    child.once("exit", () => reject(new Error(`the server ended before it listened: ${said.slice(-400)}`)));
  });
}

export async function endProcess({ child }: Process, signal: "SIGKILL" | "SIGTERM"): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return;
  const gone = once(child, "exit");
  child.kill(signal);
  await gone;
}

/** Processes on one database of a PostgreSQL server of their own. */
export interface Chain {
  readonly postgres: PostgresServer;
  readonly database: string;
  readonly processes: (Process | null)[];
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
  const processes: (Process | null)[] = [];
  const start = async (n: number) => {
    processes[n] = await startProcess(join(folder, String(n)), database);
  };
  for (let n = 0; n < count; n += 1) await start(n);
  return {
    postgres,
    database,
    processes,
    start,
    stop: async () => {
      for (const one of processes) if (one) await endProcess(one, "SIGTERM");
      await postgres.stop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
