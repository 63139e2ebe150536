import type { Day, DayBlock } from "#contract/jobs";
import { clockTime } from "../ui/dates.ts";

const HOUR = 60 * 60 * 1000;
/** Below this share of the day a block has room for its number alone. */
const ROOM_FOR_NAME = 0.09;
const ROW = 38;
const WAIT_ROW = 24;
const HEAD = 24;

interface Lane {
  readonly kind: DayBlock["kind"];
  readonly blocks: DayBlock[];
}

/** Blocks in lanes: one of work for each person, and below it as many of what runs by itself as overlap. */
function lanesOf(blocks: readonly DayBlock[]): Lane[] {
  const people = [...new Set(blocks.map(({ person }) => person))];
  return people.flatMap((person) => {
    const own = blocks.filter((block) => block.person === person);
    const waits: Lane[] = [];
    for (const block of own.filter(({ kind }) => kind === "wait")) {
      const free = waits.find(({ blocks: there }) => there.every(({ end }) => end <= block.start));
      if (free) free.blocks.push(block);
      else waits.push({ kind: "wait", blocks: [block] });
    }
    return [
      { kind: "work" as const, blocks: own.filter(({ kind }) => kind === "work") },
      ...waits.slice(0, 2),
    ];
  });
}

/** The rest of the day as a strip: what is done when, and what runs by itself meanwhile. */
export function DayStrip({ day }: { readonly day: Day }) {
  const [from, until] = [Date.parse(day.from), Date.parse(day.until)];
  const share = (at: string) => Math.min(1, Math.max(0, (Date.parse(at) - from) / (until - from)));
  const today = day.blocks.filter(({ start }) => start < day.until);
  if (today.length === 0) return null;
  const lanes = lanesOf(today);
  const hours = Array.from(
    { length: Math.max(0, Math.floor(until / HOUR) - Math.ceil(from / HOUR) + 1) },
    (_, n) => new Date((Math.ceil(from / HOUR) + n) * HOUR).toISOString(),
  );
  const heights = lanes.map(({ kind }) => (kind === "work" ? ROW : WAIT_ROW));
  const tops = heights.map((_, i) => HEAD + heights.slice(0, i).reduce((sum, one) => sum + one, 0));
  const nameOf = (row: number) => day.rows[row - 1]?.job.name ?? "";
  return (
    <div
      role="img"
      aria-label={`The day until ${clockTime(day.until)}: ${today
        .filter(({ kind }) => kind === "work")
        .toSorted((a, b) => (a.start < b.start ? -1 : 1))
        .map(({ row, start }) => `${clockTime(start)} ${nameOf(row)}`)
        .join(", ")}.`}
      className="relative mb-4 overflow-hidden rounded-xl border border-line bg-sheet max-sm:hidden"
      style={{ height: HEAD + heights.reduce((sum, one) => sum + one, 0) + 6 }}
    >
      {hours.map((at) => (
        <span
          key={at}
          className="absolute inset-y-0 border-l border-dashed border-line pl-1 text-xs text-ink-2"
          style={{ left: `${share(at) * 100}%` }}
        >
          {clockTime(at)}
        </span>
      ))}
      {lanes.flatMap(({ kind, blocks }, lane) =>
        blocks.map(({ row, start, end }) => {
          const [left, width] = [share(start), share(end) - share(start)];
          return (
            <span
              key={`${row} ${start}`}
              title={`${clockTime(start)}–${clockTime(end)} ${nameOf(row)}${kind === "wait" ? ", runs by itself" : ""}`}
              className={`absolute truncate rounded border px-1 text-xs ${kind === "work" ? "border-green bg-green-soft py-1.5" : "border-amber bg-amber-soft py-0.5"}`}
              style={{
                left: `${left * 100}%`,
                width: `calc(${width * 100}% - 2px)`,
                minWidth: "4px",
                top: tops[lane],
                height: heights[lane]! - 4,
              }}
            >
              {width >= ROOM_FOR_NAME
                ? `${row} ${kind === "wait" ? "runs: " : ""}${nameOf(row)}`
                : width > 0.025
                  ? row
                  : ""}
            </span>
          );
        }),
      )}
    </div>
  );
}
