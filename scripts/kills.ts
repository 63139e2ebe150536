import { killUpdates } from "./kills/run.ts";

/** Of each schema; five schemas make at least two hundred in all. */
const KILLS = 48;
const JOBS = 60;

const counted = await killUpdates(KILLS, JOBS, 7);
for (const { schema, kills, inTime, lost, whole } of counted) {
  process.stdout.write(
    `${schema}: ${kills} kills, ${inTime} of them in the midst of an update of ${whole.toFixed(0)} ms; ${lost.length} files lost\n`,
  );
  for (const sentence of lost.slice(0, 3)) process.stdout.write(`  ${sentence}\n`);
}
process.exitCode = counted.some(({ lost }) => lost.length > 0) ? 1 : 0;
