// Kills updates of the database and a server at work, and counts what is lost: npm run kills [-- OF EACH SCHEMA, AT WORK]
import { writeFileSync } from "node:fs";
import { format } from "prettier";
import { killUpdates } from "./kills/run.ts";
import { killAtWork } from "./kills/working.ts";

const [ofEach = 80, atWork = 600] = process.argv.slice(2).map(Number);
const JOBS = 60;
const PAGE = "docs/kills.md";

const started = performance.now();
const work = await killAtWork(atWork, 11);
process.stdout.write(
  `${work.kills} kills at work, ${work.whileCopying} of them while a copy was made: ${work.acknowledged} readings acknowledged, ${work.copies} copies, ${work.faults.length} faults\n`,
);
for (const fault of work.faults.slice(0, 5)) process.stdout.write(`  ${fault}\n`);
const updates = await killUpdates(ofEach, JOBS, 7);
for (const { schema, kills, inTime, lost, whole } of updates) {
  process.stdout.write(
    `${schema}: ${kills} kills, ${inTime} of them in the midst of an update of ${whole.toFixed(0)} ms; ${lost.length} files lost\n`,
  );
  for (const sentence of lost.slice(0, 3)) process.stdout.write(`  ${sentence}\n`);
}
const lost = updates.reduce((sum, one) => sum + one.lost.length, 0);
const all = atWork + updates.reduce((sum, { kills }) => sum + kills, 0);
const text = [
  "# Killed, and what was left",
  "",
  `Written by \`npm run kills -- ${ofEach} ${atWork}\`: ${all} kills (SIGKILL) in ${Math.round((performance.now() - started) / 60_000)} minutes. At work, readings are`,
  "written one after the other and every other time a copy of the whole shop is made; each time the server is started again, and what",
  "it holds is held against what it had acknowledged: nothing missing, nothing twice, all in its order. Every copy that carries a name",
  "is looked over page by page.",
  "",
  "| | kills | | faults |",
  "| --- | --- | --- | --- |",
  `| a server at work | ${work.kills} | ${work.acknowledged} readings acknowledged; ${work.whileCopying} kills while a copy was made, ${work.copies} copies whole | ${work.faults.length} |`,
  ...updates.map(
    ({ schema, kills, inTime, whole, lost: files }) =>
      `| an update from ${schema} | ${kills} | ${inTime} in the midst of ${whole.toFixed(0)} ms | ${files.length} |`,
  ),
  "",
].join("\n");
writeFileSync(PAGE, await format(text, { parser: "markdown", printWidth: 120 }));
process.exitCode = lost + work.faults.length > 0 ? 1 : 0;
