import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { uuidv7 } from "uuidv7";
import { versionTag } from "#contract/routes";
import { openDatabase } from "../../server/database/database.ts";
import { intoHome } from "../../server/chain/founding.ts";
import { moveIn } from "../../server/keeping/moveShop.ts";
import { firstInstruments } from "../../server/services/firstInstruments.ts";
import { services } from "../../server/services/index.ts";
import { shopFile } from "../../server/shopFile.ts";
import { fill, READING } from "../bench/journal.ts";
import { PLACES } from "../bench/places.ts";
import { ended, put, started, takenIn } from "../kills/shop.ts";
import { leftAtRest } from "./kills.ts";
import { startChain } from "./processes.ts";

/** Milliseconds that something took, many times. */
export interface Times {
  readonly p50: number;
  readonly p95: number;
  readonly p99: number;
}
export interface Speed {
  readonly what: string;
  /** One person types. */
  readonly saving: Times;
  /** Fifty write as fast as they are answered. */
  readonly readingsASecond: number;
  readonly list: Times;
  readonly search: Times;
}

const READINGS = 400;
const READINGS_A_JOB = 60;
const WRITERS = 48;
const SECONDS = 8;
const LOOKS = 60;

function timesOf(milliseconds: readonly number[]): Times {
  const sorted = milliseconds.toSorted((a, b) => a - b);
  const at = (share: number) => sorted[Math.floor(share * (sorted.length - 1))]!;
  return { p50: at(0.5), p95: at(0.95), p99: at(0.99) };
}

async function timed(ask: () => Promise<Response>): Promise<number> {
  const start = performance.now();
  const answer = await ask();
  await answer.arrayBuffer();
  if (!answer.ok) throw new Error(`answered ${answer.status}`);
  return performance.now() - start;
}

const save = (base: string, job: string, version: number) => {
  const body = { ...READING, id: uuidv7(), takenAt: new Date().toISOString() };
  return put(`${base}/jobs/${job}/readings/${body.id}`, body, { "If-Match": versionTag(version) });
};

/** A shop as somebody finds it in the morning. */
async function speedOf(what: string, bases: readonly string[]): Promise<Speed> {
  // What a start finds to be judged is no part of it.
  await leftAtRest(bases[0]!);
  const saving: number[] = [];
  let job = "";
  for (let n = 0; n < READINGS; n += 1) {
    const version = n % READINGS_A_JOB;
    if (version === 0) job = await takenIn(bases[0]!);
    saving.push(await timed(() => save(bases[n % bases.length]!, job, version)));
  }
  const jobs = await Promise.all(
    Array.from({ length: WRITERS }, (_, n) => takenIn(bases[n % bases.length]!)),
  );
  const start = performance.now();
  const counts = await Promise.all(
    jobs.map(async (one, n) => {
      let version = 0;
      for (; performance.now() - start < SECONDS * 1000; version += 1)
        await timed(() => save(bases[n % bases.length]!, one, version));
      return version;
    }),
  );
  const seconds = (performance.now() - start) / 1000;
  const look = async (path: (n: number) => string) => {
    const times: number[] = [];
    for (let n = 0; n < LOOKS; n += 1)
      times.push(await timed(() => fetch(`${bases[n % bases.length]}${path(n)}`)));
    return timesOf(times);
  };
  const asked = (n: number) => [
    `sn-${n * 700 + 3}`,
    `machine ${n}`,
    "nothing such",
    PLACES[n % PLACES.length]!,
    "ma",
  ];
  return {
    what,
    saving: timesOf(saving),
    readingsASecond: counts.reduce((sum, one) => sum + one, 0) / seconds,
    list: await look(() => "/jobs?stage=open"),
    search: await look((n) => `/jobs?q=${encodeURIComponent(asked(n)[n % 5]!)}`),
  };
}

/** How fast a shop with so many jobs is in a file, and in a database with one and with three processes, on this computer. */
export async function speeds(count: number): Promise<readonly Speed[]> {
  const folder = mkdtempSync(join(tmpdir(), "green-fable-speed-"));
  try {
    const file = join(folder, shopFile.NAME);
    const database = await openDatabase(file, new Date());
    const shop = services(database, () => new Date());
    await firstInstruments(shop.people);
    await fill(database, shop, count, undefined, false);
    await shop.judging.idle();
    await database.close();
    const found: Speed[] = [];
    const chain = await startChain(1, async (address) => {
      await moveIn(file, intoHome(address, new Date()), new Date());
    });
    const bases = () => chain.processes.map((one) => one!.base);
    found.push(await speedOf("PostgreSQL, one process", bases()));
    await chain.start(1);
    await chain.start(2);
    found.push(await speedOf("PostgreSQL, three processes", bases()));
    await chain.stop();
    const one = await started(folder);
    found.unshift(await speedOf("SQLite, one process", [one.base]));
    await ended(one, "SIGTERM");
    return found;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
