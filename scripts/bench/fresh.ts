import { assessJob } from "#core/judge";
import { WITH_ELECTRONICS } from "#core/families";
import { FAMILIES, type Family, type JobRecord } from "#core/record";
import { play } from "#bench/study";
import { printTimes } from "./print.ts";

/** Motors that nobody judged before, the first of them to warm the process up. */
const FIRST = 9_700_000;
const WARMING = 40;
const MEASURED = 60;
const BARE: readonly Family[] = FAMILIES.filter((family) => !WITH_ELECTRONICS.includes(family));

/** A drawn motor as it stood after each of its readings. */
function courseOf(seed: number): JobRecord[] {
  const { record } = play(seed, seed % 2 === 0 ? BARE : WITH_ELECTRONICS);
  return record.readings.map((_, i) => ({ ...record, readings: record.readings.slice(0, i + 1) }));
}

/** CPU that work takes, ms: of all threads of this process, its garbage included. */
export function cpuOf(work: () => void): number {
  const start = process.cpuUsage();
  work();
  const { user, system } = process.cpuUsage(start);
  return (user + system) / 1000;
}

/** What a reading costs that nobody has seen: of every motor its course, one verdict after each reading. */
export function benchFresh(): void {
  const courses = Array.from({ length: WARMING + MEASURED }, (_, i) =>
    courseOf(FIRST + i).map((record): JobRecord => ({
      ...record,
      // Another unit: no answer was kept for it.
      motor: { ...record.motor, serial: `NEW-${i}` },
    })),
  );
  const times = courses
    .map((course) =>
      course.map((record) => {
        // As a worker gets it: nothing in it is the same object as before.
        const sent = structuredClone(record);
        return cpuOf(() => void assessJob(sent));
      }),
    )
    .slice(WARMING)
    .flat();
  printTimes("verdict of a reading never seen, CPU (asked: 4)", times);
}
