import { existsSync, readFileSync } from "node:fs";
import { API } from "#contract/routes";
import type { JobList } from "#contract/jobs";
import { startServer } from "../../tests/e2e/server.ts";

const ROUNDS = 40;
const LOOKED_AT = ["jobs?stage=open", "jobs?q=hub", "day", "units", "account", "periods", "models"];

/** What a process holds in memory, MB; not a number where the system does not say. */
export function megabytesOf(pid: number): number {
  const path = `/proc/${pid}/status`;
  const kilobytes = existsSync(path) ? /VmRSS:\s+(\d+)/u.exec(readFileSync(path, "utf8"))?.[1] : undefined;
  return Number(kilobytes) / 1000;
}

/** What the server holds after it was looked at for a while, and after it printed every report. */
export async function benchMemory(folder: string): Promise<void> {
  const server = await startServer(folder, ["--keep"]);
  const ask = async (path: string) => (await fetch(`${server.url}${API}/${path}`)).arrayBuffer();
  const begun = megabytesOf(server.pid);
  for (let n = 0; n < ROUNDS; n += 1) for (const path of LOOKED_AT) await ask(path);
  const looked = megabytesOf(server.pid);
  const { items } = JSON.parse(new TextDecoder().decode(await ask("jobs"))) as JobList;
  for (const { id } of items) await ask(`jobs/${id}/report.pdf`);
  const printed = megabytesOf(server.pid);
  await server.kill("SIGTERM");
  process.stdout.write(
    `the server's memory: ${begun.toFixed(0)} MB at its start, ${looked.toFixed(0)} MB after ${ROUNDS * LOOKED_AT.length} looks, ${printed.toFixed(0)} MB after ${items.length} reports (asked: 250)\n`,
  );
}
