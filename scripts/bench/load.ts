import { setTimeout as after } from "node:timers/promises";
import { uuidv7 } from "uuidv7";
import { ENTRY_PATHS, versionTag } from "#contract/routes";
import type { JobList } from "#contract/jobs";
import type { Intake } from "#core/record";
import { PLACES } from "./places.ts";
import { printTimes } from "./print.ts";

const TECHNICIANS = 50;
const EVERY = 2000;
const VIEWERS = 4;
const VIEW_EVERY = 1000;
const SECONDS = 20;
const READINGS = 600;
/** A long job: three visits' worth of readings. */
const READINGS_A_JOB = 60;
const SEARCHES = 60;
const LOOKS = 20;
const HEADERS = { "Content-Type": "application/json" };

/** What the server is asked with. */
export interface LoadParts {
  readonly base: string;
  readonly intake: Intake;
  readonly reading: object;
  /** Jobs in the file. */
  readonly count: number;
}

async function timed(times: number[], ask: () => Promise<Response>): Promise<void> {
  const start = performance.now();
  const answer = await ask();
  await answer.arrayBuffer();
  times.push(performance.now() - start);
  if (!answer.ok) throw new Error(`answered ${answer.status}`);
}

async function takeIn({ base, intake }: LoadParts): Promise<string> {
  const job = uuidv7();
  await fetch(`${base}/jobs/${job}`, {
    method: "PUT",
    headers: HEADERS,
    body: JSON.stringify({ ...intake, motor: { ...intake.motor, id: uuidv7(), serial: "" } }),
  });
  return job;
}

function save({ base, reading }: LoadParts, job: string, version: number): Promise<Response> {
  const body = { ...reading, id: uuidv7(), takenAt: new Date().toISOString() };
  return fetch(`${base}/jobs/${job}/${ENTRY_PATHS.reading}/${body.id}`, {
    method: "PUT",
    headers: { ...HEADERS, "If-Match": versionTag(version) },
    body: JSON.stringify(body),
  });
}

/** One person types, reading after reading. */
export async function benchSaving(parts: LoadParts): Promise<void> {
  const saving: number[] = [];
  let job = "";
  for (let n = 0; n < READINGS; n += 1) {
    const version = n % READINGS_A_JOB;
    if (version === 0) job = await takeIn(parts);
    await timed(saving, () => save(parts, job, version));
  }
  printTimes("the same over HTTP, asked by another process", saving);
}

export async function benchSearch({ base, count }: LoadParts): Promise<void> {
  const searching: number[] = [];
  for (let n = 0; n < SEARCHES; n += 1) {
    const asked = [`sn-${n * 700 + 3}`, `machine ${n}`, "nothing such", PLACES[n % PLACES.length]!, "ma"];
    const q = encodeURIComponent(asked[n % asked.length]!);
    await timed(searching, () => fetch(`${base}/jobs?q=${q}`));
  }
  printTimes(`search, ${count} jobs`, searching, "p95 under 10 ms");
}

/** What else is looked at in a shop that has worked for years. */
export async function benchViews({ base }: LoadParts): Promise<void> {
  const look = async (what: string, path: (n: number) => string) => {
    const times: number[] = [];
    for (let n = 0; n < LOOKS; n += 1) await timed(times, () => fetch(`${base}${path(n)}`));
    printTimes(what, times);
  };
  const { items } = (await (await fetch(`${base}/jobs?q=rear%20hub`)).json()) as JobList;
  await look("the bench's list", () => "/jobs?stage=open");
  await look("the bench as a day", () => "/day");
  await look("a closed job opened", (n) => `/jobs/${items[n % items.length]!.id}`);
  await look("the visits and the trend of one unit", (n) => `/units?q=sn-${n * 37 + 1000}`);
  await look("all units, first page", () => "/units");
  await look("what became of what was said", () => "/account");
}

/** Fifty people who each type a reading every two seconds, and four benches that are looked at, all at once. */
export async function benchLoad(parts: LoadParts): Promise<void> {
  const until = performance.now() + SECONDS * 1000;
  const [saving, viewing]: [number[], number[]] = [[], []];
  const technician = async (n: number) => {
    // Who comes to work comes one after another: fifty motors are not taken in within one breath.
    await after((n / TECHNICIANS) * EVERY);
    const job = await takeIn(parts);
    await after(EVERY);
    for (let version = 0; performance.now() < until; version += 1) {
      await timed(saving, () => save(parts, job, version));
      await after(EVERY);
    }
  };
  const viewer = async (n: number) => {
    await after((n / VIEWERS) * VIEW_EVERY);
    while (performance.now() < until) {
      await timed(viewing, () => fetch(`${parts.base}/jobs?stage=open`));
      await after(VIEW_EVERY);
    }
  };
  await Promise.all([
    ...Array.from({ length: TECHNICIANS }, (_, n) => technician(n)),
    ...Array.from({ length: VIEWERS }, (_, n) => viewer(n)),
  ]);
  printTimes(
    `${TECHNICIANS} people typing every ${EVERY / 1000} s, ${VIEWERS} benches open: a reading saved`,
    saving,
    "p99 under 100 ms",
  );
  printTimes("the bench's list meanwhile", viewing, "p95 under 300 ms");
}

/** As many readings as one process takes in, each of fifty people writing to a job as fast as it is answered. */
export async function benchThroughput(parts: LoadParts): Promise<void> {
  const jobs = await Promise.all(Array.from({ length: TECHNICIANS }, () => takeIn(parts)));
  const start = performance.now();
  const counts = await Promise.all(
    jobs.map(async (job) => {
      let version = 0;
      for (; performance.now() - start < 5000; version += 1) {
        const answer = await save(parts, job, version);
        await answer.arrayBuffer();
      }
      return version;
    }),
  );
  const seconds = (performance.now() - start) / 1000;
  const all = counts.reduce((sum, count) => sum + count, 0);
  process.stdout.write(
    `readings a second over HTTP, ${TECHNICIANS} jobs at once: ${(all / seconds).toFixed(0)} (asked: 400)\n`,
  );
}
