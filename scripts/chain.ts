// Kills processes on one database, and the database itself, while readings are written, counts what is lost, and measures how
// fast a large shop is there: npm run chain [-- KILLS, CRASHES OF THE DATABASE, JOBS]. Writes docs/chain.md.
import { writeFileSync } from "node:fs";
import { format } from "prettier";
import { programAt } from "../server/database/postgres/programs.ts";
import { killChain } from "./chain/kills.ts";
import { speeds, type Times } from "./chain/speed.ts";

const [kills = 200, crashes = 20, jobs = 200_000] = process.argv.slice(2).map(Number);
const PAGE = "docs/chain.md";
const SHOWN = 5;

if (programAt("initdb") === null) {
  process.stderr.write(
    "There is no PostgreSQL server on this computer (on Debian: apt-get install postgresql).\n",
  );
  process.exit(1);
}
const begun = performance.now();
const killed = await killChain(kills, crashes, 29);
process.stdout.write(
  `${killed.kills} kills and ${killed.crashes} crashes: ${killed.acknowledged} readings acknowledged, ${killed.again} sent again and there once, ${killed.faults.length} faults, ${killed.unjudged} left unjudged\n`,
);
for (const fault of killed.faults.slice(0, SHOWN)) process.stdout.write(`  ${fault}\n`);
const found = await speeds(jobs);
const text = ({ p50, p95, p99 }: Times) => `${p50.toFixed(1)} / ${p95.toFixed(1)} / ${p99.toFixed(1)}`;
const rows = found.map(
  ({ what, saving, readingsASecond, list, search }) =>
    `| ${what} | ${text(saving)} | ${readingsASecond.toFixed(0)} | ${text(list)} | ${text(search)} |`,
);
process.stdout.write(`${rows.join("\n")}\n`);
const page = `# One database, several processes

Written by \`npm run chain -- ${kills} ${crashes} ${jobs}\`, which starts a PostgreSQL server of its own.

## What is lost

Three processes on one database, six jobs written to through all of them as a bench's outbox does it: what nobody answered is
sent again, to another process. One process at a time is killed at once (SIGKILL) and started again; now and then the database's
server ends without writing anything to its end (an immediate shutdown, as its own crash) and plays its log at the start. After each, what every process
shows is held against what was acknowledged: all of it there, once, in its order, and alike in all.

| processes killed | crashes of the database | readings acknowledged | sent again, and there once | lost, doubled or out of order | jobs left unjudged |
| --- | --- | --- | --- | --- | --- |
| ${killed.kills} | ${killed.crashes} | ${killed.acknowledged} | ${killed.again} | ${killed.faults.length} | ${killed.unjudged} |

## How fast

The same shop of ${jobs} jobs on the same computer, which the database, the processes and whoever asks share; every reading is
synced to the disk before it is acknowledged. Milliseconds are p50 / p95 / p99.

| | one person saves a reading | readings a second, 48 at once | the bench's list | search |
| --- | --- | --- | --- | --- |
${rows.join("\n")}

It took ${((performance.now() - begun) / 60_000).toFixed(0)} minutes.
`;
writeFileSync(PAGE, await format(page, { parser: "markdown", printWidth: 120 }));
if (killed.faults.length > 0) process.exitCode = 1;
