import { fork } from "node:child_process";
import { once } from "node:events";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { setTimeout as after } from "node:timers/promises";
import { fileURLToPath } from "node:url";
import { uuidv7 } from "uuidv7";
import type { JobBundle } from "#contract/bundledJob";
import { demoSteps } from "../../server/demo/build.ts";
import { DEMO_JOBS } from "../../server/demo/scenario.ts";
import { ended, started } from "../kills/shop.ts";
import { READING } from "./journal.ts";
import { megabytesOf } from "./memory.ts";

const SECONDS = 8;
const BRACKETS = 31_000_000;
const NOTES = 10_000;
const UPLOADS = 4;

/** A job with so many notes that somebody left word in. */
function ofNotes(): string {
  const { intake } = demoSteps(DEMO_JOBS[0]!, 1);
  const at = intake.takenInAt;
  const bundle: JobBundle = {
    format: "green-fable-job",
    version: 2,
    job: {
      number: 1,
      intake: { ...intake, motor: { ...intake.motor, id: uuidv7(), serial: "" } },
      entries: Array.from({ length: NOTES }, (_, n) => ({
        kind: "note" as const,
        savedAt: at,
        body: {
          id: uuidv7(),
          by: "MO",
          at,
          words: `Note ${n}: the harness was dry, looked at again after lunch.`,
        },
      })),
      instruments: [],
      past: [],
      limits: {},
      motorVersions: [],
      closings: [],
      files: [],
    },
  };
  return JSON.stringify(bundle);
}

/** What somebody else's saving costs while files are taken in that are as large or as deep as may be. */
export async function benchIncoming(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), "green-fable-incoming-"));
  const server = await started(folder);
  const { intake } = demoSteps(DEMO_JOBS[0]!, 1);
  const upload = async (body: string) => {
    const answer = await fetch(`${server.base}/jobs/${uuidv7()}/import`, {
      method: "PUT",
      headers: { "Content-Type": "application/json" },
      body,
    });
    await answer.arrayBuffer();
    return answer.status;
  };
  const saveWhile = async (what: string, work: () => Promise<unknown>) => {
    const parts = { base: server.base, intake, reading: READING, seconds: SECONDS, what };
    const client = fork(fileURLToPath(new URL("saver.ts", import.meta.url)), [JSON.stringify(parts)]);
    const gone = once(client, "exit");
    await after(1500);
    await work();
    const [code] = (await gone) as [number];
    if (code !== 0) throw new Error("the saving process stopped in the middle");
  };
  await saveWhile("saving a reading, nothing coming in", () => Promise.resolve());
  const before = megabytesOf(server.child.pid!);
  let most = before;
  const watch = setInterval(() => (most = Math.max(most, megabytesOf(server.child.pid!))), 20);
  await saveWhile(`the same while ${UPLOADS} files of 31 MB of “[” are refused`, async () => {
    for (let n = 0; n < UPLOADS; n += 1)
      if ((await upload("[".repeat(BRACKETS))) !== 422) throw new Error("the brackets were not refused");
  });
  process.stdout.write(
    `the server's memory grew by ${(most - before).toFixed(0)} MB at most while they came in\n`,
  );
  clearInterval(watch);
  await saveWhile(`the same while ${UPLOADS} jobs of ${NOTES} notes are taken in`, async () => {
    for (let n = 0; n < UPLOADS; n += 1)
      if ((await upload(ofNotes())) !== 201) throw new Error("the notes were not taken in");
  });
  await ended(server, "SIGTERM");
  rmSync(folder, { recursive: true, force: true });
}
