import { spawn, type ChildProcess } from "node:child_process";
import { once } from "node:events";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { setTimeout as after } from "node:timers/promises";
import { uuidv7 } from "uuidv7";
import type { CopiesView } from "#contract/copies";
import type { JobView } from "#contract/jobs";
import { API, versionTag } from "#contract/routes";
import { chanceFrom } from "#bench/chance";
import { lookOver } from "../../server/keeping/backup.ts";
import { aReading, INTAKE } from "../../tests/entries.ts";

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

const READINGS_A_JOB = 300;
const LONGEST = 350;

async function started(folder: string): Promise<{ readonly child: ChildProcess; readonly base: string }> {
  const child = spawn(
    process.execPath,
    ["dist/server/main.js", "--port", "0", "--data", folder, "--keep-copies", "1000"],
    {
      stdio: ["ignore", "pipe", "inherit"],
    },
  );
  let said = "";
  return new Promise((resolve, reject) => {
    child.stdout.on("data", (chunk: Buffer) => {
      said += String(chunk);
      const url = /is at (http:\S+)/u.exec(said)?.[1];
      if (url) resolve({ child, base: `${url}${API}` });
    });
    child.once("exit", () => reject(new Error(`the server ended before it listened: ${said}`)));
  });
}

const put = (address: string, body: object, headers: Record<string, string> = {}) =>
  fetch(address, {
    method: "PUT",
    headers: { "Content-Type": "application/json", ...headers },
    body: JSON.stringify(body),
  });

/** Writes one reading after the other until the server is gone; keeps what it acknowledged, in order. */
async function write(base: string, job: string, from: number, acknowledged: string[]): Promise<void> {
  for (let version = from; ; version += 1) {
    const id = uuidv7();
    const body = { ...aReading(1, { instrumentId: null }), id };
    try {
      const answer = await put(`${base}/jobs/${job}/readings/${id}`, body, {
        "If-Match": versionTag(version),
      });
      if (answer.status !== 201) throw new Error(String(answer.status));
      acknowledged.push(id);
    } catch {
      return;
    }
  }
}

/** What is wrong with a job after a kill, held against what was acknowledged of it. */
function faultsOf({ entries, version }: JobView, acknowledged: readonly string[]): string[] {
  const ids = entries.map(({ body }) => body.id);
  const faults: string[] = [];
  if (new Set(ids).size !== ids.length) faults.push("an entry is there twice");
  if (version !== ids.length) faults.push(`version ${version} with ${ids.length} entries`);
  // What was written and not acknowledged may be there; what was acknowledged must be, in its order.
  const there = ids.filter((id) => acknowledged.includes(id));
  if (there.join() !== acknowledged.join())
    faults.push(`${acknowledged.length} acknowledged, ${there.length} of them there in their order`);
  return faults;
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
  let [job, acknowledged, total, whileCopying]: [string, string[], number, number] = ["", [], 0, 0];
  let server = await started(folder);
  for (let n = 0; n < kills; n += 1) {
    const { child, base } = server;
    if (acknowledged.length >= READINGS_A_JOB || job === "") {
      [job, acknowledged] = [uuidv7(), []];
      await put(`${base}/jobs/${job}`, { ...INTAKE, motor: { ...INTAKE.motor, id: uuidv7() } });
    }
    const { version } = (await (await fetch(`${base}/jobs/${job}`)).json()) as JobView;
    const before = acknowledged.length;
    const writing = write(base, job, version, acknowledged);
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
    const gone = once(child, "exit");
    child.kill("SIGKILL");
    await gone;
    await writing;
    total += acknowledged.length - before;
    server = await started(folder);
    const view = (await (await fetch(`${server.base}/jobs/${job}`)).json()) as JobView;
    faults.push(...faultsOf(view, acknowledged).map((fault) => `kill ${n}: ${fault}`));
    const { items } = (await (await fetch(`${server.base}/copies`)).json()) as CopiesView;
    for (const { name } of items.filter((one) => !looked.has(one.name))) {
      looked.add(name);
      await lookOver(join(folder, "copies", name)).catch((error: unknown) =>
        faults.push(`kill ${n}: ${error instanceof Error ? error.message : String(error)}`),
      );
    }
  }
  const gone = once(server.child, "exit");
  server.child.kill("SIGTERM");
  await gone;
  await lookOver(join(folder, "green-fable.sqlite")).catch((error: unknown) =>
    faults.push(error instanceof Error ? error.message : String(error)),
  );
  rmSync(folder, { recursive: true, force: true });
  return { kills, acknowledged: total, whileCopying, copies: looked.size, faults };
}
