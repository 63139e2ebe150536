import { useState, type KeyboardEvent } from "react";
import type { Day, DayRow } from "#contract/jobs";
import { sentenceOf, useMoveInDayMutation } from "../app/api.ts";
import { calendarDay, weekdayText } from "../ui/dates.ts";
import { Key } from "../ui/Key.tsx";
import { DayLine } from "./DayLine.tsx";
import { hoursText } from "../ui/hoursText.ts";
import { DayStrip } from "./DayStrip.tsx";

/** What of the day is left for who looks: minutes until the shop closes, and what is promised for it. */
export function dayWords(day: Day): string {
  const work = day.blocks.filter(({ kind, start }) => kind === "work" && start < day.until);
  const minutes = work.reduce((sum, { start, end }) => {
    const to = end < day.until ? end : day.until;
    return sum + Math.max(0, Date.parse(to) - Date.parse(start)) / 60_000;
  }, 0);
  const promised = [...day.rows, ...day.waiting].filter(
    ({ job: { summary } }) => summary.promised !== undefined && summary.promised <= calendarDay(day.until),
  ).length;
  const isToday = calendarDay(day.until) === calendarDay(day.now);
  return [
    `${hoursText(Math.round(minutes))} of bench work ${isToday ? "left today" : `on ${weekdayText(day.until)}`}`,
    ...(promised > 0 ? [`${promised} promised`] : []),
  ].join(", ");
}

/** Moves a row among those of its person: dragged, by Alt and an arrow, or by its buttons. */
function useMoving(rows: readonly DayRow[]) {
  const [move, { error }] = useMoveInDayMutation();
  const [said, setSaid] = useState("");
  const ownOf = (row: DayRow) => rows.filter(({ person }) => person === row.person);
  const to = (row: DayRow, place: number) => {
    const own = ownOf(row);
    const at = Math.max(0, Math.min(own.length - 1, place));
    if (at === own.indexOf(row)) return;
    setSaid(`${row.job.name} is number ${at + 1} now.`);
    void move({ job: row.job.id, place: at });
  };
  return {
    error,
    said,
    by: (row: DayRow, step: 1 | -1) => to(row, ownOf(row).indexOf(row) + step),
    onto: (dragged: string, target: DayRow) => {
      const row = rows.find(({ job }) => job.id === dragged);
      if (row && row.person === target.person) to(row, ownOf(target).indexOf(target));
    },
    back: (row: DayRow) => {
      setSaid(`${row.job.name} goes where the order puts it.`);
      void move({ job: row.job.id, place: null });
    },
  };
}

const SMALL =
  "min-h-8 rounded px-1.5 text-sm text-ink-2 hover:bg-sunk pointer-coarse:min-h-11 pointer-coarse:min-w-11";

/** The day: what to do first, what waits for others, what was done. */
export function DayList({
  day,
  onCaller,
}: {
  readonly day: Day;
  /** Opens the card for somebody who rings, by the id of the job. */
  readonly onCaller: (job: string) => void;
}) {
  const moving = useMoving(day.rows);
  const onKey = (event: KeyboardEvent<HTMLElement>) => {
    if (!event.altKey || (event.key !== "ArrowUp" && event.key !== "ArrowDown")) return;
    const job = event.target instanceof Element ? event.target.getAttribute("data-job") : null;
    const row = day.rows.find((one) => one.job.id === job);
    if (!row) return;
    event.preventDefault();
    moving.by(row, event.key === "ArrowUp" ? -1 : 1);
  };
  const late = day.waiting.filter(
    ({ job: { summary } }) => summary.due !== undefined && summary.due < calendarDay(day.now),
  ).length;
  return (
    <>
      <DayStrip day={day} />
      <p role="status" className="sr-only">
        {moving.said}
      </p>
      {moving.error && (
        <p role="alert" className="mb-2 text-red">
          {sentenceOf(moving.error)}
        </p>
      )}
      {day.rows.length > 0 && (
        <section aria-labelledby="do-now" className="mb-4">
          <h2 id="do-now" className="mb-1.5 flex flex-wrap items-center gap-x-2 font-semibold">
            Do now
            <span className="flex items-center gap-1.5 text-sm font-normal text-ink-2 max-sm:hidden pointer-coarse:hidden">
              in this order; drag, or <Key>Alt</Key> <Key>↑</Key> to change it
            </span>
          </h2>
          <ol onKeyDown={onKey} className="overflow-hidden rounded-xl border border-line bg-sheet">
            {day.rows.map((row, i) => (
              <DayLine
                key={row.job.id}
                job={row.job}
                person={row.person}
                number={i + 1}
                minutes={row.minutes}
                ready={row.ready}
                kept={row.kept}
                onCaller={onCaller}
                onDrop={(dragged) => moving.onto(dragged, row)}
                moving={
                  <span className="flex items-center pr-2 max-sm:hidden">
                    {row.pinned && (
                      <button
                        type="button"
                        className={`${SMALL} underline underline-offset-2`}
                        aria-label={`${row.job.name}: back to its own place`}
                        title="Moved by hand: back to its own place"
                        onClick={() => moving.back(row)}
                      >
                        moved
                      </button>
                    )}
                    <span className="hidden pointer-coarse:flex">
                      <button
                        type="button"
                        className={SMALL}
                        aria-label={`${row.job.name}: earlier`}
                        onClick={() => moving.by(row, -1)}
                      >
                        ↑
                      </button>
                      <button
                        type="button"
                        className={SMALL}
                        aria-label={`${row.job.name}: later`}
                        onClick={() => moving.by(row, 1)}
                      >
                        ↓
                      </button>
                    </span>
                  </span>
                }
              />
            ))}
          </ol>
        </section>
      )}
      {day.waiting.length > 0 && (
        <section aria-labelledby="waiting-for-others" className="mb-4">
          <h2 id="waiting-for-others" className="mb-1.5 flex items-center gap-x-2 font-semibold">
            Waiting for others
            <span className="text-sm font-normal text-ink-2">
              {day.waiting.length} {day.waiting.length === 1 ? "motor" : "motors"}
              {late > 0 && `, ${late} overdue`}
            </span>
          </h2>
          <ul className="overflow-hidden rounded-xl border border-line bg-sheet">
            {day.waiting.map(({ job, person, ready }) => (
              <DayLine key={job.id} job={job} person={person} minutes={0} ready={ready} onCaller={onCaller} />
            ))}
          </ul>
        </section>
      )}
      {day.unplanned > 0 && (
        <p className="mb-4 text-ink-2">
          {day.unplanned} older open {day.unplanned === 1 ? "job is" : "jobs are"} not planned here: choose
          what they wait for above to see them.
        </p>
      )}
      {day.done.length > 0 && (
        <section aria-labelledby="done-today" className="mb-4">
          <h2 id="done-today" className="mb-1.5 font-semibold">
            Done today
          </h2>
          <ul className="flex flex-wrap gap-x-4 gap-y-1 text-ink-2">
            {day.done.map(({ id, name }) => (
              <li key={id}>{name}</li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}
