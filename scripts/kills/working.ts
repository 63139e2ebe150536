import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { setTimeout as after } from "node:timers/promises";
import type { CopiesView } from "#contract/copies";
import { chanceFrom } from "#bench/chance";
import { lookOver } from "../../server/keeping/backup.ts";
import { ended, faultsOf, started, takenIn, viewOf, written } from "./shop.ts";

export interface WorkCount {
  readonly kills: number;
  /** Readings that the server said were on its disk. */
  readonly acknowledged: number;
  /** Kills that came while a copy was being made. */
  readonly whileCopying: number;
  readonly copies: number;
  /** What was lost, doubled, out of order, or not whole, each in a sentence. */
  readonly faults: readonly string[];
}

/** Jobs that are written to at once, so that several readings share a sync of the disk. */
const WRITERS = 4;
const READINGS_BEFORE_NEW_JOBS = 800;
const LONGEST = 350;

interface Writing {
  readonly job: string;
  /** Its readings that the server said were on its disk, in order. */
  readonly acknowledged: string[];
}

/** Writes one reading after the other until the server is gone; keeps what it acknowledged. */
async function write(base: string, { job, acknowledged }: Writing): Promise<void> {
  try {
    for (let { version } = await viewOf(base, job); ; version += 1) {
      const { id, status } = await written(base, job, version);
      if (status !== 201) throw new Error(String(status));
      acknowledged.push(id);
    }
  } catch {
    return;
  }
}

/**
 * Kills a server while readings are written, every other time while a copy of the shop is made too, starts it again, and
 * holds what is there against what it had acknowledged.
 */
export async function killAtWork(kills: number, seed: number): Promise<WorkCount> {
  const folder = mkdtempSync(join(tmpdir(), "green-fable-kills-"));
  const chance = chanceFrom(seed);
  const faults: string[] = [];
  const looked = new Set<string>();
  let jobs: Writing[] = [];
  let [total, whileCopying] = [0, 0];
  const count = () => jobs.reduce((sum, { acknowledged }) => sum + acknowledged.length, 0);
  let server = await started(folder);
  for (let n = 0; n < kills; n += 1) {
    const { base } = server;
    if (jobs.length === 0 || count() >= READINGS_BEFORE_NEW_JOBS) {
      jobs = [];
      for (let k = 0; k < WRITERS; k += 1) jobs.push({ job: await takenIn(base), acknowledged: [] });
    }
    const before = count();
    const writing = Promise.all(jobs.map((one) => write(base, one)));
    let copying = false;
    if (n % 2 === 0) {
      copying = true;
      void fetch(`${base}/copies`, { method: "POST" }).then(
        () => (copying = false),
        () => undefined,
      );
    }
    await after(chance.between(5, LONGEST));
    if (copying) whileCopying += 1;
    await ended(server, "SIGKILL");
    await writing;
    total += count() - before;
    server = await started(folder);
    for (const { job, acknowledged } of jobs)
      for (const fault of faultsOf(await viewOf(server.base, job), acknowledged))
        faults.push(`kill ${n}: ${fault}`);
    const { items } = (await (await fetch(`${server.base}/copies`)).json()) as CopiesView;
    for (const { name } of items.filter((one) => !looked.has(one.name))) {
      looked.add(name);
      await lookOver(join(folder, "copies", name)).catch((error: unknown) =>
        faults.push(`kill ${n}: ${error instanceof Error ? error.message : String(error)}`),
      );
    }
  }
  await ended(server, "SIGTERM");
  await lookOver(join(folder, "green-fable.sqlite")).catch((error: unknown) =>
    faults.push(error instanceof Error ? error.message : String(error)),
  );
  rmSync(folder, { recursive: true, force: true });
  return { kills, acknowledged: total, whileCopying, copies: looked.size, faults };
}
