import { existsSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";

/** Says in the shop's folder which process works on it, for a person; whether one does is told by the lock. */
const SIGN = "at-work.json";

export interface AtWork {
  readonly pid: number;
  readonly url: string;
}

/** What the sign says; null where there is none that can be read. */
export function signIn(folder: string): AtWork | null {
  const path = join(folder, SIGN);
  if (!existsSync(path)) return null;
  try {
    const { pid, url } = JSON.parse(readFileSync(path, "utf8")) as Partial<AtWork>;
    return typeof pid === "number" && typeof url === "string" ? { pid, url } : null;
  } catch {
    return null;
  }
}

export function putUpSign(folder: string, url: string): void {
  writeFileSync(join(folder, SIGN), JSON.stringify({ pid: process.pid, url }), { mode: 0o600 });
}

export function takeDownSign(folder: string): void {
  rmSync(join(folder, SIGN), { force: true });
}
