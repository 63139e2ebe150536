import { once } from "node:events";
import { mkdtempSync, rmSync } from "node:fs";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { setTimeout as after } from "node:timers/promises";
import { fork } from "node:child_process";
import { fileURLToPath } from "node:url";
import { pino } from "pino";
import { API } from "#contract/routes";
import { createApp } from "../../server/app.ts";
import { openDatabase } from "../../server/database/database.ts";
import { demoSteps } from "../../server/demo/build.ts";
import { DEMO_JOBS } from "../../server/demo/scenario.ts";
import { doorService } from "../../server/doors/doors.ts";
import { inOwnThread } from "../../server/judge/thread.ts";
import { firstInstruments } from "../../server/services/firstInstruments.ts";
import { services } from "../../server/services/index.ts";
import { storedJob } from "../../server/services/journal.ts";
import { fill, READING } from "./journal.ts";

const JOBS = 30_000;
const ALONE = 200;
const WATCHED_SECONDS = 20;

/** Changed limits while every job is open: how fast they are judged, and what saving a reading costs meanwhile. */
export async function benchJudging(count = JOBS): Promise<void> {
  // What ships carries none, and looking them up would be half of every query.
  process.setSourceMapsEnabled(false);
  const folder = mkdtempSync(join(tmpdir(), "green-fable-judging-"));
  const database = await openDatabase(join(folder, "shop.sqlite"), new Date());
  const log = pino({ level: "silent" });
  const judge = inOwnThread(new URL("../../dist/server/judge.js", import.meta.url), log);
  const shop = services(database, () => new Date(), judge, log);
  await firstInstruments(shop.people);
  await fill(database, shop, count, () => true);
  await shop.judging.idle();
  const app = createApp({
    services: shop,
    log,
    hosts: ["127.0.0.1"],
    doors: doorService(database, () => new Date(), false),
    web: null,
    requestsAMinute: 1e9,
  });
  const server = app.listen(0, "127.0.0.1");
  await once(server, "listening");
  const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}${API}`;

  // What the thread does by itself, its questions at hand.
  const some = await database.models.Job.findAll({ limit: ALONE });
  const inputs = [];
  for (const job of some)
    inputs.push({
      jobId: job.id,
      number: job.number,
      takenInAt: job.takenInAt,
      record: (await storedJob(database.models, job)).folded.record,
      closed: false,
      promised: null,
      pressing: null,
      closing: null,
    });
  let start = performance.now();
  await Promise.all(inputs.map((input) => judge.judge(input)));
  const alone = (1000 * inputs.length) / (performance.now() - start);

  const { intake } = demoSteps(DEMO_JOBS[0]!, 1);
  const saveFor = async (seconds: number, what: string) => {
    const client = fork(fileURLToPath(new URL("saver.ts", import.meta.url)), [
      JSON.stringify({ base, intake, reading: READING, seconds, what }),
    ]);
    const [code] = (await once(client, "exit")) as [number];
    if (code !== 0) throw new Error("the saving process stopped in the middle");
  };
  await saveFor(5, "saving a reading, nothing else going on");
  await shop.judging.idle();
  start = performance.now();
  await shop.shop.putLimits({ spin: { limit: 0.055, reason: "bench" } });
  const kept = performance.now() - start;
  await after(500);
  const before = (await shop.judging.progress()).left;
  start = performance.now();
  await saveFor(WATCHED_SECONDS, `the same while ${count} open jobs are judged anew`);
  const left = (await shop.judging.progress()).left;
  const rate = (1000 * (before - left)) / (performance.now() - start);
  process.stdout.write(
    `changed limits with ${count} open jobs: kept in ${kept.toFixed(0)} ms; judged ${rate.toFixed(0)} a second while somebody saves, the thread alone ${alone.toFixed(0)}\n`,
  );
  server.close();
  await shop.judging.stop(judge.close);
  await database.close();
  rmSync(folder, { recursive: true, force: true });
}
