// Kills updates of the database, a server at work, one on a full disk, and a browser in which somebody types, and counts
// what is lost: npm run kills [-- OF EACH SCHEMA, AT WORK, ON A FULL DISK, TYPING, OF EACH OF RESTORE EXPORT IMPORT]
import { writeFileSync } from "node:fs";
import { format } from "prettier";
import { killOnFullDisk } from "./kills/fullDisk.ts";
import { endTheStarter, stopAndKill } from "./kills/holding.ts";
import { killKeeping } from "./kills/keeping.ts";
import { killUpdates } from "./kills/run.ts";
import { killTyping } from "./kills/typing.ts";
import { killAtWork } from "./kills/working.ts";

const [ofEach = 60, atWork = 600, onFullDisk = 50, whileTyping = 50, whileKeeping = 100] = process.argv
  .slice(2)
  .map(Number);
const STOPPED = 10;
const EACH_SIGNAL = 5;
const JOBS = 60;
const PAGE = "docs/kills.md";
const SHOWN = 5;

/** A line of the table: what was killed, how often, what there is to say of it, and what was wrong after. */
interface Line {
  readonly what: string;
  readonly kills: number;
  readonly says: string;
  readonly faults: readonly string[];
}

const lines: Line[] = [];
function tell(line: Line): void {
  lines.push(line);
  process.stdout.write(`${line.what}: ${line.kills} kills, ${line.says}; ${line.faults.length} faults\n`);
  for (const fault of line.faults.slice(0, SHOWN)) process.stdout.write(`  ${fault}\n`);
}

const begun = performance.now();
for (const { what, kills, inTime, old, whole, faults } of await killKeeping(whileKeeping, 13))
  tell({
    what,
    kills,
    says: `${inTime} in its midst; the old was there after ${old}, the new after ${whole}`,
    faults,
  });
const stopped = await stopAndKill(STOPPED);
tell({
  what: "a server that was stopped first",
  kills: stopped.kills,
  says: "a second start, a restore and an import under each were refused; opened at once after it",
  faults: stopped.faults,
});
const starters = await endTheStarter(EACH_SIGNAL);
tell({
  what: "the starter, by each signal",
  kills: starters.kills,
  says: "its server ended with it",
  faults: starters.faults,
});
const typing = await killTyping(whileTyping, 5);
tell({
  what: "a browser in which somebody types",
  kills: typing.kills,
  says: `${typing.away} of them with the server away; ${typing.claimed} lines called kept or saved`,
  faults: typing.faults,
});
const disk = await killOnFullDisk(onFullDisk, 3);
if (disk)
  tell({
    what: "a server on a full disk",
    kills: disk.kills,
    says: `${disk.acknowledged} readings acknowledged, ${disk.refused} refused because it was full`,
    faults: disk.faults,
  });
else process.stdout.write("This machine gives nobody a small disk: none was filled.\n");
const work = await killAtWork(atWork, 11);
tell({
  what: "a server at work",
  kills: work.kills,
  says: `${work.acknowledged} readings acknowledged; ${work.whileCopying} kills while a copy was made, ${work.copies} copies whole`,
  faults: work.faults,
});
for (const { schema, kills, inTime, lost, whole } of await killUpdates(ofEach, JOBS, 7))
  tell({
    what: `an update from ${schema}`,
    kills,
    says: `${inTime} in the midst of ${whole.toFixed(0)} ms`,
    faults: lost,
  });

const all = lines.reduce((sum, { kills }) => sum + kills, 0);
const minutes = Math.round((performance.now() - begun) / 60_000);
const text = [
  "# Killed, and what was left",
  "",
  `Written by \`npm run kills -- ${ofEach} ${atWork} ${onFullDisk} ${whileTyping} ${whileKeeping}\`: ${all} kills (SIGKILL) in ${minutes} minutes.`,
  "",
  "- **A browser** in which lines are typed as fast as it takes them, every other time while the server is away. It is opened",
  "  again, and what then reaches the server is held against what the page had called kept or saved.",
  "- **A restore, an export, an import** of a whole shop, killed at moments spread over all of their length; every other shop",
  "  that a restore replaces was killed at work before, with lines in the journal beside its file alone. What is there after",
  "  it is the old or the new, whole.",
  "- **A server that was stopped** (SIGSTOP) holds its shop; killed, it holds nothing.",
  "- **A full disk**: a server on a disk of sixteen megabytes that is filled up until it refuses readings, killed, and started",
  "  once on the disk as it is, once with room again.",
  "- **At work**: four jobs are written to at once, and every other time a copy of the whole shop is made. The server is started",
  "  again, and what it holds is held against what it had acknowledged. Every copy that carries a name is looked over page by page.",
  "- **Updates** of every released schema, killed in their midst.",
  "",
  "Nothing may be missing, nothing twice, all in its order.",
  "",
  "| | kills | | faults |",
  "| --- | --- | --- | --- |",
  ...lines.map(({ what, kills, says, faults }) => `| ${what} | ${kills} | ${says} | ${faults.length} |`),
  "",
].join("\n");
writeFileSync(PAGE, await format(text, { parser: "markdown", printWidth: 120 }));
process.exitCode = lines.some(({ faults }) => faults.length > 0) ? 1 : 0;
