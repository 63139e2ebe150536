import { existsSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";

/** Says in the shop's folder which process works on it. */
const SIGN = "at-work.json";

export interface AtWork {
  readonly pid: number;
  readonly url: string;
}

const isAlive = (pid: number): boolean => {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
};

function signIn(folder: string): AtWork | null {
  const path = join(folder, SIGN);
  if (!existsSync(path)) return null;
  try {
    const { pid, url } = JSON.parse(readFileSync(path, "utf8")) as Partial<AtWork>;
    return typeof pid === "number" && typeof url === "string" ? { pid, url } : null;
  } catch {
    return null;
  }
}

const TIME_TO_ANSWER = 2000;

/** The server that works on this folder; null where none does. A sign that a killed one left behind is none. */
export async function whoIsAtWork(folder: string): Promise<AtWork | null> {
  const sign = signIn(folder);
  if (!sign || sign.pid === process.pid || !isAlive(sign.pid)) return null;
  // The number may have gone to another process since: it is ours only if it answers.
  const answers = await fetch(`${sign.url}/api/v1/health`, {
    signal: AbortSignal.timeout(TIME_TO_ANSWER),
  }).then(
    () => true,
    () => false,
  );
  return answers ? sign : null;
}

export function putUpSign(folder: string, url: string): void {
  writeFileSync(join(folder, SIGN), JSON.stringify({ pid: process.pid, url }));
}

export function takeDownSign(folder: string): void {
  rmSync(join(folder, SIGN), { force: true });
}
