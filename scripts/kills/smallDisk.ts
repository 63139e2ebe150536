// Within a namespace of its own, where FOLDER is a disk of a few megabytes: FOLDER KILLS SEED
import { spawnSync } from "node:child_process";
import { copyFileSync, rmSync, statfsSync, writeFileSync } from "node:fs";
import { basename, join } from "node:path";
import { setTimeout as after } from "node:timers/promises";
import { chanceFrom } from "#bench/chance";
import { copiesIn, lookOver } from "../../server/keeping/backup.ts";
import { ended, faultsOf, started, takenIn, viewOf, written } from "./shop.ts";

export interface DiskCount {
  readonly kills: number;
  readonly acknowledged: number;
  /** Readings that were refused because the disk was full. */
  readonly refused: number;
  readonly faults: readonly string[];
}

const FULL = 507;
const REFUSALS = 4;
const MOST_READINGS = 4000;
const SMALLEST_ROOM = 60_000;
const LARGEST_ROOM = 900_000;

const [folder, kills, seed] = [process.argv[2]!, Number(process.argv[3]), Number(process.argv[4])];
const data = join(folder, "shop");
const ballast = join(folder, "ballast");
const chance = chanceFrom(seed);
const faults: string[] = [];
let [acknowledgedInAll, refused, job] = [0, 0, ""];
let acknowledged: string[] = [];

/** Fills the disk up to some room. */
function fillUp(room: number): void {
  const { bavail, bsize } = statfsSync(folder);
  writeFileSync(ballast, Buffer.alloc(Math.max(0, bavail * bsize - room)));
}

for (let n = 0; n < kills; n += 1) {
  const server = await started(data);
  if (job === "" || acknowledged.length > 1500) [job, acknowledged] = [await takenIn(server.base), []];
  for (const fault of faultsOf(await viewOf(server.base, job), acknowledged))
    faults.push(`kill ${n}, before: ${fault}`);
  fillUp(chance.between(SMALLEST_ROOM, LARGEST_ROOM));
  let { version } = await viewOf(server.base, job);
  let refusals = 0;
  for (let tries = 0; refusals < REFUSALS && tries < MOST_READINGS; tries += 1) {
    const { id, status } = await written(server.base, job, version);
    if (status === 201) {
      acknowledged.push(id);
      acknowledgedInAll += 1;
      version += 1;
    } else if (status === FULL) refusals += 1;
    else faults.push(`kill ${n}: answered ${status}`);
    if (status !== 201 && status !== FULL) break;
  }
  if (refusals === 0) faults.push(`kill ${n}: the disk was never full`);
  refused += refusals;
  // Full or not, what is there can be read.
  for (const fault of faultsOf(await viewOf(server.base, job), acknowledged))
    faults.push(`kill ${n}, while full: ${fault}`);
  await after(chance.between(0, 60));
  await ended(server, "SIGKILL");
  // Started on the full disk it works, or ends with a sentence.
  await started(data).then(
    (again) => ended(again, "SIGKILL"),
    (error: unknown) => {
      const said = error instanceof Error ? error.message : String(error);
      if (/\n\s+at /u.test(said)) faults.push(`kill ${n}, started on a full disk: ${said}`);
    },
  );
  rmSync(ballast);
}
const server = await started(data);
for (const fault of faultsOf(await viewOf(server.base, job), acknowledged))
  faults.push(`at the end: ${fault}`);
await ended(server, "SIGTERM");

/** Each way of opening or writing a shop ends with one sentence that names the cause. */
function refusedWith(cause: RegExp, when: string): void {
  for (const args of [
    ["main.js", "--port", "0", "--data", data],
    ["main.js", "--port", "0", "--data", join(folder, "another")],
    ["maintain.js", "backup", "--data", data],
    ["maintain.js", "export", join(folder, "export.zip"), "--data", data],
    ["maintain.js", "restore", copy, "--data", data],
  ]) {
    const [script, ...rest] = args as [string, ...string[]];
    const { status, stderr } = spawnSync(process.execPath, [`dist/server/${script}`, ...rest], {
      encoding: "utf8",
      timeout: 30_000,
    });
    if (status !== 1 || !cause.test(stderr) || stderr.trim().includes("\n"))
      faults.push(`${rest[0] ?? script} ${when}: ${status ?? "no end"} ${stderr.slice(0, 300)}`);
  }
}
const copy = join(folder, "..", `${basename(folder)}-copy.sqlite`);
copyFileSync(join(data, "copies", copiesIn(join(data, "copies"))[0]!), copy);
fillUp(0);
refusedWith(/ is full\. Make room on it/u, "on a full disk");
rmSync(ballast);
if (spawnSync("mount", ["-o", "remount,ro", folder]).status === 0) {
  refusedWith(/may (?:be read and )?not (?:be )?written/u, "on a disk that is read only");
  spawnSync("mount", ["-o", "remount,rw", folder]);
} else faults.push("the disk could not be made read only");
rmSync(copy);
await lookOver(join(data, "green-fable.sqlite")).catch((error: unknown) =>
  faults.push(error instanceof Error ? error.message : String(error)),
);
const count: DiskCount = { kills, acknowledged: acknowledgedInAll, refused, faults };
process.stdout.write(JSON.stringify(count));
