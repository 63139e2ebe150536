// Several processes on one database: npm run chain -- kills [KILLS, CRASHES OF THE DATABASE] counts what killing them loses, into
// docs/chain-kills.md; npm run chain -- speed [JOBS] measures a large shop there, into docs/chain-speed.md; npm run chain --
// failover [TIMES] loses the database's server and goes on with the one that followed it, into docs/chain-failover.md. All where
// none is named.
import { writeFileSync } from "node:fs";
import { availableParallelism } from "node:os";
import { format } from "prettier";
import { failOver, type Failover } from "./chain/failover.ts";
import { killChain } from "./chain/kills.ts";
import { speeds, type Times } from "./chain/speed.ts";
import { hasPostgres } from "./postgres/server.ts";

const SHOWN = 5;
const [what, ...numbers] = process.argv.slice(2);

if (!hasPostgres()) {
  process.stderr.write(
    "There is no PostgreSQL server on this computer (on Debian: apt-get install postgresql).\n",
  );
  process.exit(1);
}

async function writePage(path: string, page: string): Promise<void> {
  writeFileSync(path, await format(page, { parser: "markdown", printWidth: 120 }));
}

async function kill(kills = 200, crashes = 20): Promise<void> {
  const { acknowledged, again, faults, unjudged } = await killChain(kills, crashes, 29);
  process.stdout.write(
    `${kills} kills and ${crashes} crashes: ${acknowledged} readings acknowledged, ${again} sent again and there once, ${faults.length} faults, ${unjudged} left unjudged\n`,
  );
  for (const fault of faults.slice(0, SHOWN)) process.stdout.write(`  ${fault}\n`);
  if (faults.length > 0 || unjudged > 0) process.exitCode = 1;
  await writePage(
    "docs/chain-kills.md",
    `# Killed on one database

Written by \`npm run chain -- kills ${kills} ${crashes}\`, which starts a PostgreSQL server of its own.

Three processes on one database, six jobs written to through all of them as a bench's outbox does it: what nobody answered is
sent again, to another process. One process at a time is killed at once (SIGKILL) and started again; now and then the database's
server ends without writing anything to its end (an immediate shutdown, as a crash of its own) and plays its log at the start.
After each, what every process shows is held against what was acknowledged: all of it there, once, in its order, and alike in all.

| processes killed | crashes of the database | readings acknowledged | sent again, and there once | lost, doubled or out of order | jobs left unjudged |
| --- | --- | --- | --- | --- | --- |
| ${kills} | ${crashes} | ${acknowledged} | ${again} | ${faults.length} | ${unjudged} |
`,
  );
}

async function measure(jobs = 200_000): Promise<void> {
  const text = ({ p50, p95, p99 }: Times) => `${p50.toFixed(1)} / ${p95.toFixed(1)} / ${p99.toFixed(1)}`;
  const rows = (await speeds(jobs)).map(
    ({ what: where, saving, readingsASecond, list, search }) =>
      `| ${where} | ${text(saving)} | ${readingsASecond.toFixed(0)} | ${text(list)} | ${text(search)} |`,
  );
  process.stdout.write(`${rows.join("\n")}\n`);
  await writePage(
    "docs/chain-speed.md",
    `# A large shop in a file and in a database

Written by \`npm run chain -- speed ${jobs}\`, which starts a PostgreSQL server of its own with its usual settings.

The same shop of ${jobs} jobs on the same computer of ${availableParallelism()} cores, which the database, the processes and whoever asks share;
every reading is synced to the disk before it is acknowledged. Milliseconds are p50 / p95 / p99.

| | one person saves a reading | readings a second, 48 at once | the bench's list | search |
| --- | --- | --- | --- | --- |
${rows.join("\n")}
`,
  );
}

async function loseTheServer(times = 5): Promise<void> {
  const rows: string[] = [];
  for (const waits of [true, false]) {
    const all: Failover[] = [];
    for (let n = 0; n < times; n += 1) all.push(await failOver(waits, n + 1));
    const sum = (of: (one: Failover) => number) => all.reduce((total, one) => total + of(one), 0);
    const silent = all.map((one) => one.silent).toSorted((a, b) => a - b);
    const faults = all.flatMap((one) => one.faults);
    for (const fault of faults.slice(0, SHOWN)) process.stdout.write(`  ${fault}\n`);
    if (faults.length > 0 || (waits && sum(({ lost }) => lost) > 0)) process.exitCode = 1;
    rows.push(
      `| ${waits ? "when the follower has it too" : "when the first server has it"} | ${times} | ${sum(({ before }) => before)} | ${sum(({ lost }) => lost)} | ${faults.length} | ${silent[Math.floor(silent.length / 2)]!.toFixed(1)} / ${silent.at(-1)!.toFixed(1)} | ${sum(({ refused }) => refused)} | ${sum(({ unanswered }) => unanswered)} | ${sum(({ afterwards }) => afterwards)} |`,
    );
    process.stdout.write(`${rows.at(-1)!}\n`);
  }
  await writePage(
    "docs/chain-failover.md",
    `# The database's server is lost

Written by \`npm run chain -- failover ${times}\`, which starts PostgreSQL servers of its own.

Two processes on one database, six people writing; a second server follows the first by streaming replication. The first one ends
at once and for good, the follower is promoted by hand (\`SELECT pg_promote()\`), and the address by which the processes know
their database moves to it. No process is started again. What was typed meanwhile waits on each device and is sent again by itself.
Seconds are from the last reading that was acknowledged before to the first one after; the time in which a person notices and
decides is not in them.

| a reading is acknowledged | times | acknowledged before | of these lost | doubled or out of order | nothing was acknowledged for, s, middle / worst | told that the database does not answer | not answered at all | acknowledged after |
| --- | --- | --- | --- | --- | --- | --- | --- | --- |
${rows.join("\n")}

The first line is with \`synchronous_standby_names = '*'\` on the first server: nothing that was acknowledged is lost with it. Set it
on the promoted one too only once another server follows that one: until then nothing would be acknowledged at all.
`,
  );
}

const [first, second] = numbers.map(Number);
const asked = (name: string) => what === undefined || what === name;
if (asked("kills")) await kill(first, second);
if (asked("speed")) await measure(what === "speed" ? first : undefined);
if (asked("failover")) await loseTheServer(what === "failover" ? first : undefined);
