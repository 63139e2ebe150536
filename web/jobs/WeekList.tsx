import { Link } from "react-router";
import type { Day, JobLine } from "#contract/jobs";
import { jobName } from "#core/record";
import { useHereAtBench } from "../job/hereNow.ts";
import { calendarDay, dateText, weekdayText } from "../ui/dates.ts";
import { hoursText } from "../ui/hoursText.ts";
import { tenthsText } from "../ui/readyText.ts";
import { nextOf } from "./nextOf.ts";

/** Days looked ahead, today among them. */
const DAYS = 7;
const MINUTE = 60_000;
/** In the middle of the day, so that every clock names the same one. */
const noonOf = (day: string) => `${day}T12:00:00Z`;

/** What a day holds of one motor. */
interface Entry {
  readonly job: JobLine;
  readonly person: string;
  /** At the bench, that day. */
  readonly minutes: number;
  readonly words: readonly string[];
}

interface WeekDay {
  /** As 2026-03-02. */
  readonly day: string;
  readonly entries: readonly Entry[];
}

/** Minutes of work by the row's number and the day it falls on. */
function minutesByDay({ blocks }: Day): ReadonlyMap<string, number> {
  const minutes = new Map<string, number>();
  for (const { row, kind, start, end } of blocks) {
    if (kind !== "work") continue;
    const key = `${row} ${calendarDay(start)}`;
    minutes.set(key, (minutes.get(key) ?? 0) + (Date.parse(end) - Date.parse(start)) / MINUTE);
  }
  return minutes;
}

/** The days from today on with what is worked on, what becomes ready, what was promised and what comes; empty ones are left out. */
export function weekOf(day: Day): readonly WeekDay[] {
  const minutes = minutesByDay(day);
  const today = calendarDay(day.now);
  const days = Array.from({ length: DAYS }, (_, n) =>
    new Date(Date.parse(noonOf(today)) + n * 24 * 60 * MINUTE).toISOString().slice(0, 10),
  );
  const all = [
    ...day.rows.map((row, i) => ({ ...row, number: i + 1 })),
    ...day.waiting.map((row) => ({ ...row, number: 0 })),
  ];
  const isOn = (said: string | undefined, at: string) =>
    said !== undefined && (said === at || (at === today && said < today));
  return days
    .map((at): WeekDay => {
      const entries = all.flatMap(({ job, person, ready, number }): Entry[] => {
        const own = Math.round(minutes.get(`${number} ${at}`) ?? 0);
        const { promised, due } = job.summary;
        const words = [
          isOn(promised, at) &&
            (promised! < at ? `was promised for ${dateText(noonOf(promised!))}` : "promised"),
          isOn(due, at) &&
            (due! < at ? `should have come on ${dateText(noonOf(due!))}` : "its part or answer comes"),
          ready && calendarDay(ready.at) === at && `ready, ${tenthsText(ready.chance)}`,
        ].filter((one) => typeof one === "string");
        return own > 0 || words.length > 0 ? [{ job, person, minutes: own, words }] : [];
      });
      return { day: at, entries };
    })
    .filter(({ entries }) => entries.length > 0);
}

function dayTotal(entries: readonly Entry[]): string {
  const work = entries.reduce((sum, { minutes }) => sum + minutes, 0);
  return work > 0 ? `${hoursText(work)} of bench work` : "no bench work";
}

/** The days ahead: how full each is, and what was promised, becomes ready or comes on it. */
export default function WeekList({ day }: { readonly day: Day }) {
  const here = useHereAtBench();
  const today = calendarDay(day.now);
  const week = weekOf(day);
  if (week.length === 0) return <p className="mb-4 text-ink-2">Nothing lies ahead this week.</p>;
  return week.map(({ day: at, entries }) => (
    <section key={at} aria-labelledby={`day-${at}`} className="mb-4">
      <h2 id={`day-${at}`} className="mb-1.5 font-semibold">
        {at === today ? "Today" : weekdayText(noonOf(at))}
        <span className="ml-2 text-sm font-normal text-ink-2">
          {dateText(noonOf(at))}, {dayTotal(entries)}
        </span>
      </h2>
      <ul className="overflow-hidden rounded-xl border border-line bg-sheet">
        {entries.map(({ job, person, minutes, words }) => {
          const next = nextOf(job, here);
          return (
            <li key={job.id} className="border-t border-line first:border-0">
              <Link
                to={`/jobs/${job.id}/${next.to}`}
                data-job={job.id}
                className="grid min-h-12 grid-cols-[1.3fr_1.3fr_1.6fr_4.5rem_2.25rem] items-center gap-4 px-4 py-1.5 hover:bg-green-soft focus-visible:-outline-offset-2 max-sm:grid-cols-[1fr_auto] max-sm:gap-x-3 max-sm:gap-y-0"
              >
                <span className="min-w-0">
                  <span className="block truncate font-semibold">{job.name}</span>
                  <span className="block truncate text-sm text-ink-2">
                    {jobName(job.number)} {job.owner}
                  </span>
                </span>
                <span className="truncate max-sm:hidden">{minutes > 0 ? next.next : ""}</span>
                <span className="text-[0.95rem] max-sm:order-last max-sm:col-span-full max-sm:text-sm">
                  {words.join("; ")}
                </span>
                <span className="text-right text-sm text-ink-2">{minutes > 0 && hoursText(minutes)}</span>
                <span className="flex size-9 items-center justify-center rounded-full bg-sunk text-xs font-bold text-ink-2 max-sm:hidden">
                  {person}
                </span>
              </Link>
            </li>
          );
        })}
      </ul>
    </section>
  ));
}
