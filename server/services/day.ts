import type { Day, DayBlock, DayMove, DayRow, DayWaiting, JobLine } from "#contract/jobs";
import { dayIn, dayStart, type OpeningHours } from "#core/record";
import {
  beginsAt,
  calendarOf,
  chanceBy,
  doneAt,
  endOf,
  instantAt,
  openBetween,
  orderDay,
  playedThrough,
  partsOver,
  readyBy,
  startOf,
  tasksOf,
  timesToSay,
  USUAL_HOURS,
  weightOf,
  workUntil,
  type Calendar,
  type DayJob,
  type Placed,
  type Played,
} from "#core/schedule";
import type { Database } from "../database/database.ts";
import { plainSql } from "../database/plainSql.ts";
import { Problem } from "../problem.ts";
import type { Clock } from "./jobs.ts";
import type { JudgingService } from "./judging.ts";
import { shopLimits } from "./limits.ts";
import { lineReader } from "./listing.ts";

/** Open jobs that are planned; beyond them the day is too long to be one. */
const MOST_PLANNED = 200;
/** Open days that are looked ahead. */
const DAYS_AHEAD = 90;
/** What a shop's day is reckoned by. */
interface Shop {
  readonly zone: string;
  readonly hours: OpeningHours;
  readonly calendar: Calendar;
  readonly today: string;
}

const personOf = ({ summary, takenInBy }: JobLine & { readonly takenInBy: string }) =>
  summary.by || takenInBy;

type Line = JobLine & { readonly takenInBy: string };

/** What is left of a job, as tasks; a minute where nothing is known of it yet. */
const tasksAhead = ({ summary: { minutes, to, ahead } }: Line) =>
  ahead ? tasksOf(ahead.rest, to) : [{ minutes: Math.max(1, Math.ceil(minutes)), wait: 0, setUp: null }];

/** Minutes of a wait that runs by itself now, from now on. */
function clockLeft({ summary: { clock } }: Line, now: string): number {
  if (!clock) return 0;
  return Math.max(0, Math.ceil((Date.parse(clock.startedAt) - Date.parse(now)) / 60_000 + clock.minutes));
}

/** When anything of a job can begin, in minutes from now: its clock is over, its parts are there. */
function notBefore(line: Line, { calendar, zone, hours }: Shop): number {
  const { due } = line.summary;
  const there = due === undefined ? 0 : Math.max(0, startOf(calendar, zone, hours, due));
  return Math.max(clockLeft(line, calendar.now), there);
}

/** Nobody can tell when what it waits for comes: no day was said, or it is past. @param today as 2026-03-02 */
const isUnknown = ({ stage, summary: { due } }: Line, today: string) =>
  stage === "answer" || (stage === "parts" && (due === undefined || due < today));

const isWaiting = ({ stage }: JobLine) => stage === "parts" || stage === "answer";

function dayJobOf(line: Line, shop: Shop): DayJob {
  const { calendar, zone, hours } = shop;
  const { promised, pressing } = line.summary;
  return {
    id: line.id,
    tasks: tasksAhead(line),
    notBefore: workUntil(calendar, notBefore(line, shop)),
    promised: promised === undefined ? null : workUntil(calendar, endOf(calendar, zone, hours, promised)),
    weight: weightOf(pressing),
  };
}

const NO_REST = { readings: [], works: [], proof: 0, run: 0, close: 1 } as const;

const playedOf = (line: Line, shop: Shop): Played => ({
  job: { id: line.id, notBefore: notBefore(line, shop) },
  rest: line.summary.ahead?.rest ?? NO_REST,
  awaits: line.summary.ahead?.awaits ?? false,
});

/** Work and waits of today by the row they belong to. */
function blocksOf(
  placed: readonly Placed[],
  jobs: readonly DayJob[],
  rows: ReadonlyMap<string, number>,
  person: string,
  calendar: Calendar,
): DayBlock[] {
  const at = (minutes: number) => instantAt(calendar, minutes);
  return placed.flatMap(({ job, task, start, end }): DayBlock[] => {
    const row = rows.get(job)!;
    // A shop's minutes of work as they fall upon its day.
    const from = beginsAt(calendar, doneAt(calendar, 0, start));
    const to = doneAt(calendar, from, end - start);
    const after = jobs.find(({ id }) => id === job)!.tasks[task + 1];
    const blocks = openBetween(calendar, from, to).map((open): DayBlock => ({
      row,
      person,
      kind: "work",
      start: at(open.from),
      end: at(open.to),
    }));
    if (after && after.wait > 0)
      blocks.push({ row, person, kind: "wait", start: at(to), end: at(to + after.wait) });
    return blocks;
  });
}

/** The day at the bench: what to do first, what runs meanwhile, what waits for whom, and when each is ready. */
export function dayService(database: Database, judging: JudgingService, clock: Clock) {
  const { write, models, sequelize } = database;
  const linesOf = lineReader(sequelize);

  async function shopNow(): Promise<Shop & { readonly currency: string }> {
    const limits = await shopLimits(models);
    const zone = limits.timeZone ?? "UTC";
    const hours = limits.hours ?? USUAL_HOURS;
    // Whole minutes: what is said of a day is no finer.
    const now = `${clock().toISOString().slice(0, 16)}:00.000Z`;
    const calendar = calendarOf(now, zone, hours, DAYS_AHEAD);
    return { zone, hours, calendar, today: dayIn(now, zone), currency: limits.prices?.currency ?? "" };
  }

  async function placesGiven(): Promise<Map<string, number>> {
    const rows = await plainSql<{ readonly job: string; readonly place: number }>(
      sequelize,
      "SELECT job_id AS job, place FROM day_places",
      {},
    );
    return new Map(rows.map(({ job, place }) => [job, place]));
  }

  return {
    /** @param mine initials: whose jobs alone; everybody's where it is left out */
    async day(mine?: string): Promise<Day> {
      const shop = await shopNow();
      const { calendar, zone, hours, today } = shop;
      // Counted before the jobs are read: one that is judged in between is looked at again, never shown old as new.
      const progress = await judging.progress();
      const all = await linesOf(`WHERE closed_at IS NULL ORDER BY number DESC LIMIT ${MOST_PLANNED}`);
      const [counted] = await plainSql<{ readonly n: number }>(
        sequelize,
        "SELECT count(*) AS n FROM jobs WHERE closed_at IS NULL",
        {},
      );
      const done = await linesOf("WHERE closed_at >= $since ORDER BY closed_at DESC LIMIT 50", {
        $since: dayStart(today, zone),
      });
      const isMine = (line: Line) => mine === undefined || personOf(line) === mine || line.takenInBy === mine;
      const open = all.filter(isMine);
      const able = open.filter((line) => !isWaiting(line));
      const given = await placesGiven();
      const people = [...new Set(open.map(personOf))];
      const times = timesToSay(calendar, zone, hours);
      const ends = new Map<string, readonly number[]>();
      const planned = people.map((person) => {
        const lines = able.filter((line) => personOf(line) === person);
        const jobs = lines.map((line) => dayJobOf(line, shop));
        const placed = orderDay(jobs, given);
        const order = [...new Set(placed.map(({ job }) => job))];
        const inOrder = order.map((id) => lines.find((line) => line.id === id)!);
        // What waits for somebody else comes after everything that can be worked on.
        const later = open.filter(
          (line) => personOf(line) === person && isWaiting(line) && !isUnknown(line, today),
        );
        for (const [id, found] of playedThrough(
          [...inOrder, ...later].map((line) => playedOf(line, shop)),
          calendar,
        ))
          ends.set(id, found);
        return { person, jobs, placed, inOrder };
      });
      const ready = ({ id }: Line) => {
        const found = ends.get(id);
        const by = found ? readyBy(found, times) : null;
        return by && { at: instantAt(calendar, by.at), chance: by.chance };
      };
      const rows = planned
        .flatMap(({ person, jobs, placed, inOrder }) =>
          inOrder.map((line): DayRow & { readonly from: number } => {
            const { takenInBy: _, ...job } = line;
            const from = placed.find((one) => one.job === line.id)!.start;
            const { promised } = line.summary;
            const found = ends.get(line.id);
            return {
              job,
              person,
              start: instantAt(calendar, beginsAt(calendar, doneAt(calendar, 0, from))),
              minutes: jobs.find(({ id }) => id === line.id)!.tasks[0]!.minutes,
              ready: ready(line),
              kept:
                promised === undefined || !found
                  ? null
                  : chanceBy(found, endOf(calendar, zone, hours, promised)),
              pinned: given.has(line.id),
              from,
            };
          }),
        )
        .toSorted((a, b) => a.from - b.from)
        .map(({ from: _, ...row }): DayRow => row);
      const numbers = new Map(rows.map(({ job }, i) => [job.id, i + 1]));
      const waiting = open.filter(isWaiting).map((line): DayWaiting => {
        const { takenInBy: _, ...job } = line;
        return { job, person: personOf(line), ready: ready(line) };
      });
      return {
        now: calendar.now,
        from: instantAt(calendar, calendar.opens[0]!),
        until: instantAt(calendar, calendar.closes[0]!),
        rows,
        blocks: planned.flatMap(({ person, jobs, placed }) =>
          blocksOf(placed, jobs, numbers, person, calendar),
        ),
        waiting,
        done: done.filter(isMine).map(({ takenInBy: _, ...job }) => job),
        unplanned: (counted?.n ?? 0) - all.length,
        parts: partsOver(
          open.map(({ id, name, summary }) => ({ id, name, parts: summary.ahead?.parts ?? [] })),
        ),
        currency: shop.currency,
        judging: progress,
      };
    },

    /** Gives a row a place among those of its person, or takes the place away. @throws Problem where there is no such open job */
    async move({ job, place }: DayMove): Promise<void> {
      await write(async (transaction) => {
        const [known] = await plainSql<{ readonly id: string }>(
          transaction,
          "SELECT id FROM jobs WHERE id = $job AND closed_at IS NULL",
          { $job: job },
        );
        if (!known) throw new Problem(404, "No such job", "There is no such open job on this bench.");
        await plainSql(transaction, "DELETE FROM day_places WHERE job_id = $job", { $job: job });
        if (place !== null)
          await plainSql(transaction, "INSERT INTO day_places (job_id, place) VALUES ($job, $place)", {
            $job: job,
            $place: place,
          });
      });
    },
  };
}

export type DayService = ReturnType<typeof dayService>;
