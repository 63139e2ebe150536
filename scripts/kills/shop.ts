import { spawn, type ChildProcess } from "node:child_process";
import { once } from "node:events";
import { uuidv7 } from "uuidv7";
import type { JobView } from "#contract/jobs";
import { API, versionTag } from "#contract/routes";
import { aReading, INTAKE } from "../../tests/entries.ts";

/** A server of its own, to be killed. */
export interface Killable {
  readonly child: ChildProcess;
  readonly url: string;
  readonly base: string;
}

/**
 * Starts the built server on a folder, whatever database this computer's own shop is kept in: what is to be killed is never that one.
 * @param database address of the database that its shop is kept in; in a file of the folder where none is named
 * @throws with what it said where it ended before it listened
 */
export async function started(folder: string, port = 0, database: string | null = null): Promise<Killable> {
  const { DATABASE_URL: _, ...env } = process.env;
  const child = spawn(
    process.execPath,
    ["dist/server/main.js", "--port", String(port), "--data", folder, "--keep-copies", "1000"],
    {
      stdio: ["ignore", "pipe", "pipe"],
      env: { ...env, ...(database !== null && { DATABASE_URL: database }) },
    },
  );
  let said = "";
  return new Promise((resolve, reject) => {
    const listen = (chunk: Buffer) => {
      said += String(chunk);
      const url = /is at (http:\S+)/u.exec(said)?.[1];
      if (url) resolve({ child, url, base: `${url}${API}` });
    };
    child.stdout.on("data", listen);
    child.stderr.on("data", (chunk: Buffer) => (said += String(chunk)));
    child.once("exit", () => reject(new Error(`the server ended before it listened: ${said}`)));
  });
}

/** Ends it in one of the two ways, unless it has ended already. */
export async function ended({ child }: Killable, signal: "SIGKILL" | "SIGTERM"): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return;
  const gone = once(child, "exit");
  child.kill(signal);
  await gone;
}

export const put = (address: string, body: object, headers: Record<string, string> = {}) =>
  fetch(address, {
    method: "PUT",
    headers: { "Content-Type": "application/json", ...headers },
    body: JSON.stringify(body),
  });

/** A new job of a new motor. @returns its id */
export async function takenIn(base: string): Promise<string> {
  const job = uuidv7();
  const answer = await put(`${base}/jobs/${job}`, {
    ...INTAKE,
    motor: { ...INTAKE.motor, id: uuidv7(), serial: "" },
  });
  if (!answer.ok) throw new Error(`a motor was not taken in: ${answer.status}`);
  return job;
}

/** One reading more. @returns its id, and what was answered */
export async function written(base: string, job: string, version: number) {
  const id = uuidv7();
  const body = { ...aReading(1, { instrumentId: null }), id };
  const { status } = await put(`${base}/jobs/${job}/readings/${id}`, body, {
    "If-Match": versionTag(version),
  });
  return { id, status };
}

export const viewOf = async (base: string, job: string) =>
  (await (await fetch(`${base}/jobs/${job}`)).json()) as JobView;

/** What is wrong with a job after a kill, held against what was acknowledged of it. */
export function faultsOf({ entries, version }: JobView, acknowledged: readonly string[]): string[] {
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

/** What is wrong with lines that end in their number, held against those that a page had called kept. */
export function faultsOfLines(there: readonly string[], claimed: ReadonlySet<string>): string[] {
  const faults: string[] = [];
  const lost = [...claimed].filter((words) => !there.includes(words));
  if (lost.length > 0) faults.push(`${lost.length} of ${claimed.size} lines are not there: ${lost[0]}`);
  if (new Set(there).size !== there.length) faults.push("a line is there twice");
  const numbers = there.map((words) => Number(words.split("-").at(-1)));
  if (numbers.some((number, i) => i > 0 && number < numbers[i - 1]!)) faults.push("lines are out of order");
  return faults;
}
