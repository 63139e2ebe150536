import { uniformInt } from "pure-rand/distribution/uniformInt";
import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import {
  calendarOf,
  compareCosts,
  orderCost,
  orderDay,
  plainOrder,
  playedThrough,
  USUAL_HOURS,
  type DayJob,
  type Played,
} from "#core/schedule";
import { printTimes } from "./print.ts";

const DAYS = 40;
const JOBS = 60;
const WARMING = 5;

/** Open jobs that nobody made: one to three tasks each, some promised, some with waits. */
function drawn(seed: number): DayJob[] {
  const random = xoroshiro128plus(seed);
  const between = (least: number, most: number) => uniformInt(random, least, most);
  return Array.from({ length: JOBS }, (_, i) => ({
    id: `j${i}`,
    tasks: Array.from({ length: between(1, 3) }, (_, k) => ({
      minutes: between(3, 70),
      wait: k > 0 && between(0, 1) === 1 ? between(5, 120) : 0,
      setUp: between(0, 4) === 0 ? { what: "drill", minutes: 2 } : null,
    })),
    notBefore: between(0, 4) === 0 ? between(0, 300) : 0,
    promised: between(0, 3) === 0 ? between(60, 3000) : null,
    weight: [0.5, 1, 2, 4][between(0, 3)]!,
  }));
}

const playedOf = ({ id, notBefore, tasks }: DayJob): Played => ({
  job: { id, notBefore },
  rest: {
    readings: [{ chance: 1, minutes: tasks[0]!.minutes }],
    works: tasks
      .slice(1)
      .map(({ minutes, wait }) => ({ chance: 0.5, minutes, wait, days: 0, proof: 5, run: 30 })),
    ...{ proof: 0, run: 0, close: 3 },
  },
  awaits: false,
});

/** The order of a day of 60 open jobs, how much less waiting it is than the rows as they stood, and when each is ready. */
export function benchDay(): void {
  const calendar = calendarOf("2026-03-02T08:00:00.000Z", "UTC", USUAL_HOURS, 90);
  const ordered: number[] = [];
  const played: number[] = [];
  const shares: number[] = [];
  let worse = 0;
  for (let seed = 1; seed <= DAYS + WARMING; seed += 1) {
    const jobs = drawn(seed);
    const began = performance.now();
    const placed = orderDay(jobs);
    const done = performance.now();
    playedThrough(jobs.map(playedOf), calendar);
    const ended = performance.now();
    if (seed <= WARMING) continue;
    ordered.push(done - began);
    played.push(ended - done);
    const [made, plain] = [placed, plainOrder(jobs)].map((one) => orderCost(jobs, one)) as [
      ReturnType<typeof orderCost>,
      ReturnType<typeof orderCost>,
    ];
    if (compareCosts(made, plain) > 0) worse += 1;
    shares.push(made[2] / plain[2]);
  }
  printTimes(`order of a day of ${JOBS} open jobs (asked: under 20 ms)`, ordered);
  printTimes(`when each of ${JOBS} is ready, 200 plays`, played);
  const sorted = shares.toSorted((a, b) => a - b);
  process.stdout.write(
    `weighted waiting against the rows as they stood: ${(sorted[DAYS / 2]! * 100).toFixed(0)} % in the middle, ${(sorted[Math.floor(DAYS * 0.9)]! * 100).toFixed(0)} % in the worst tenth; worse in ${worse} of ${DAYS} days\n`,
  );
}
