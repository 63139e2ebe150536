// Several processes on one database: npm run chain -- kills [KILLS, CRASHES OF THE DATABASE] counts what killing them loses, into
// docs/chain-kills.md; npm run chain -- speed [JOBS] measures a large shop there, into docs/chain-speed.md. Both where none is named.
import { writeFileSync } from "node:fs";
import { availableParallelism } from "node:os";
import { format } from "prettier";
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

const [first, second] = numbers.map(Number);
if (what !== "speed") await kill(first, second);
if (what !== "kills") await measure(what === "speed" ? first : undefined);
