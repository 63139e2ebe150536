import { cpSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { setTimeout as after } from "node:timers/promises";
import type { JobList } from "#contract/jobs";
import { API } from "#contract/routes";
import { startServer } from "./server.ts";

/** Where the shop lies that every bench of a run is a copy of. */
const FOLDER = "GREEN_FABLE_DEMO_SHOP";
const LOOK_EVERY = 250;

/** Waits until every job of a shop was judged. */
async function judgedAll(url: string): Promise<void> {
  for (;;) {
    const { judging } = (await (await fetch(`${url}${API}/jobs`)).json()) as JobList;
    if (judging.left === 0) return;
    await after(LOOK_EVERY);
  }
}

/** Fills the demo and judges it once for all tests of a run: seventeen seconds that none of them is about. */
export default async function fillOnce(): Promise<() => void> {
  const folder = mkdtempSync(join(tmpdir(), "green-fable-demo-shop-"));
  const server = await startServer(folder, []);
  await judgedAll(server.url);
  await server.kill("SIGTERM");
  process.env[FOLDER] = folder;
  return () => rmSync(folder, { recursive: true, force: true });
}

/** A folder of its own with the demo as {@link fillOnce} left it. */
export function copyOfDemo(): string {
  const folder = mkdtempSync(join(tmpdir(), "green-fable-e2e-"));
  cpSync(process.env[FOLDER]!, folder, { recursive: true });
  return folder;
}
