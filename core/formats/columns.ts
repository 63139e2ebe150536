import { clockOf, evenClock, isAscending, medianStep, type Clock } from "./clock.ts";
import { cellsOf, readTable, type NumberTable } from "./table.ts";
import { Refused, type Channel, type Recording, type Said } from "./recording.ts";

const TIME_UNITS: Readonly<Record<string, number>> = {
  ...{ s: 1, sec: 1, second: 1, seconds: 1, ms: 1e-3, us: 1e-6, µs: 1e-6, μs: 1e-6, ns: 1e-9 },
};
const VOLT_UNITS: Readonly<Record<string, number>> = { v: 1, volt: 1, volts: 1, mv: 1e-3, uv: 1e-6, kv: 1e3 };
const RATE_UNITS: Readonly<Record<string, number>> = {
  ...{ hz: 1, khz: 1e3, mhz: 1e6, "sa/s": 1, "ksa/s": 1e3, "msa/s": 1e6, "s/s": 1, "ks/s": 1e3, "ms/s": 1e6 },
};
const IS_TIME = /^(?:time|zeit|t|timestamp|second|seconds|sec|x|x-axis)$/iu;
const IS_COUNT = /^(?:sample|samples|index|idx|point|no|nr|n|#|sequence)$/iu;
const INTERVAL =
  /(?:sampl\w*[ _-]*(?:interval|period|time|step)|x?[ _-]?increment|interval|delta|\bdt\b|time[ _-]*step|tick)/iu;
const RATE = /(?:sampl\w*[ _-]*(?:rate|freq\w*)|\bsps\b|\bfs\b|\brate\b)/iu;
const START = /^(?:start|x?[ _-]?increment)$/iu;
const LOGIC_UNIT = /^(?:bit|logic|level|digital|0\/1)$/iu;

interface Heading {
  readonly name: string;
  /** As written, in small letters; empty where none is. */
  readonly unit: string;
}

/** A cell such as "CH1 (mV)", "t [us]" or "Vab" as name and unit. */
function headingOf(cell: string): Heading {
  const found = /^(.*?)\s*[([]\s*([^)\]]+)\s*[)\]]$/u.exec(cell);
  if (found && isUnit(found[2]!)) return { name: found[1]!.trim(), unit: found[2]!.trim().toLowerCase() };
  const tail = /^(.*?)[ _/]([mµμun]?s|m?v)$/iu.exec(cell);
  if (tail && tail[1] !== "") return { name: tail[1]!, unit: tail[2]!.toLowerCase() };
  return { name: cell, unit: "" };
}

const plain = (unit: string) =>
  unit
    .replaceAll(/[()[\]"]/gu, "")
    .trim()
    .toLowerCase();
const isUnit = (cell: string): boolean => {
  const unit = plain(cell);
  return unit in TIME_UNITS || unit in VOLT_UNITS || LOGIC_UNIT.test(unit);
};

/** Names and units of the columns, out of the lines above them. */
function headingsOf({ above, dialect, columns }: NumberTable): Heading[] {
  const rows = above
    .map((line) => cellsOf(line, dialect))
    .filter((cells) => cells.some((cell) => cell !== ""));
  // As many names as columns; or more, where the interval stands among them.
  const fits = (cells: readonly string[]) =>
    (cells.length === columns.length ||
      (cells.length > columns.length && cells.some((cell) => START.test(cell)))) &&
    cells.some((cell) => /[a-z#]/iu.test(cell));
  let last = rows.length - 1;
  let units: readonly string[] = [];
  const cells = rows[last];
  if (
    cells &&
    cells.length >= columns.length &&
    cells.some(isUnit) &&
    cells.slice(0, columns.length).every((cell) => cell === "" || isUnit(cell) || /^sequence$/iu.test(cell))
  ) {
    units = cells.map(plain);
    last -= 1;
  }
  const names = rows[last] && fits(rows[last]!) ? rows[last]! : [];
  return columns.map((_, c) => {
    const heading = headingOf((names[c] ?? "").replace(/^#\s*/u, ""));
    // A row of units without names names nothing.
    return { name: heading.name, unit: units[c] || heading.unit };
  });
}

const NUMBER_AND_UNIT = /([+-]?\d+(?:[.,]\d+)?(?:e[+-]?\d+)?)[\s;,:\t"(]*([a-zµμ/]*)/iu;

/** Seconds between two samples, where a line above says so. */
function intervalAbove({
  above,
  dialect,
}: NumberTable): { readonly seconds: number; readonly line: string } | null {
  for (const [n, line] of above.entries()) {
    const [key, found] = INTERVAL.test(line)
      ? [INTERVAL, "interval"]
      : RATE.test(line)
        ? [RATE, "rate"]
        : [null, ""];
    if (!key) continue;
    const name = key.exec(line)!;
    const after = line.slice(name.index + name[0].length);
    const number = NUMBER_AND_UNIT.exec(after);
    // A column of its own among the headings, its value a line below.
    const cells = cellsOf(line, dialect);
    const below = cellsOf(above[n + 1] ?? "", dialect)[cells.findIndex((cell) => key.test(cell))];
    const text = number?.[1] ?? below;
    if (text === undefined || text === "") continue;
    const value = Number(text.replace(",", "."));
    const unit = (number?.[2] || /[([]\s*([a-zµμ/]+)\s*[)\]]/iu.exec(line)?.[1] || "").toLowerCase();
    const seconds =
      found === "rate" ? 1 / (value * (RATE_UNITS[unit] ?? 1)) : value * (TIME_UNITS[unit] ?? 1);
    if (Number.isFinite(seconds) && seconds > 0) return { seconds, line: line.trim() };
  }
  return null;
}

/** Whether numbers count samples: whole, one more each time. */
const isCount = (values: Float64Array): boolean =>
  values.length > 2 && values.every((value, n) => n === 0 || value - values[n - 1]! === 1);

function isLogic(values: Float64Array): boolean {
  let some = false;
  for (const value of values) {
    if (value !== 0 && value !== 1 && !Number.isNaN(value)) return false;
    if (value === 1) some = true;
  }
  return some || values.every((value) => value === 0);
}

/** Cells without a number. */
function emptyIn(values: Float64Array): number {
  let empty = 0;
  for (let n = 0; n < values.length; n += 1) if (Number.isNaN(values[n]!)) empty += 1;
  return empty;
}

/** A lone column of states such as 101, 100, 110. */
const isStates = (values: Float64Array): boolean =>
  values.length > 2 &&
  values.every((value) => [0, 1, 10, 11, 100, 101, 110, 111].includes(value)) &&
  values.some((value) => value > 1);

/** Columns of a text, by what they carry. */
interface Roles {
  readonly time: number | null;
  readonly signals: readonly number[];
}

function rolesOf(
  headings: readonly Heading[],
  columns: readonly Float64Array[],
  interval: number | null,
): Roles {
  const all = columns.map((_, c) => c);
  const counts = all.filter((c) => IS_COUNT.test(headings[c]!.name) && isAscending(columns[c]!));
  const rest = all.filter((c) => !counts.includes(c));
  const isNamed = (c: number) => IS_TIME.test(headings[c]!.name) || headings[c]!.unit in TIME_UNITS;
  // What goes up and is named as something else is a time only where nothing else says when samples were taken.
  const goesUp = (c: number) =>
    columns.length > 1 &&
    c === rest[0] &&
    isAscending(columns[c]!) &&
    (interval === null || Math.abs(medianStep(columns[c]!) / interval - 1) < 0.01);
  const time = rest.find(isNamed) ?? rest.find(goesUp) ?? null;
  const start = interval === null ? [] : all.filter((c) => START.test(headings[c]!.name));
  const signals = rest.filter((c) => c !== time && !start.includes(c));
  // A count of samples is a time only where nobody says how far they lie apart.
  const counted =
    time !== null && interval !== null && isCount(columns[time]!) && !(headings[time]!.unit in TIME_UNITS);
  return { time: counted ? null : time, signals };
}

function statesOf(columns: readonly Float64Array[], names: readonly string[]): Recording | null {
  const [only] = columns;
  const digits = columns.length === 1 && isStates(only!);
  if (!digits && !(columns.length === 3 && columns.every(isLogic))) return null;
  const values = digits
    ? [100, 10, 1].map((place) => only!.map((state) => Math.floor(state / place) % 10))
    : columns;
  return {
    format: "states by hand",
    time: null,
    interval: null,
    channels: values.map((all, c) => ({
      name: (!digits && names[c]) || "ABC"[c]!,
      unit: "logic",
      values: all,
    })),
    missing: 0,
    assumed: [
      "The states were written down one after another, without times: nothing is said of speed or placement.",
    ],
    said: [],
  };
}

/**
 * Reads a text of columns: an oscilloscope's, a logger's, or states written down by hand.
 * @throws Refused where there are no columns, no signal, or nothing says how far samples lie apart
 */
export const readColumns = (bytes: Uint8Array): Recording => recordingOf(readTable(bytes));

/** What the columns of a table hold. @throws Refused as {@link readColumns} */
export function recordingOf(table: NumberTable): Recording {
  const headings = headingsOf(table);
  const above = intervalAbove(table);
  const { time: timed, signals } = rolesOf(headings, table.columns, above?.seconds ?? null);
  const assumed: string[] = [];
  const said: Said[] = [];
  if (table.cut) said.push({ code: "truncated", words: "The last line was cut off; it is left out." });
  if (timed === null && !above) {
    const states = statesOf(
      signals.map((c) => table.columns[c]!),
      signals.map((c) => headings[c]!.name),
    );
    if (states) return { ...states, said };
    throw new Refused(
      "notACapture",
      "Nothing in the file says when its samples were taken: no column of times, and no interval above the numbers.",
    );
  }
  if (signals.length === 0) throw new Refused("notACapture", "The file holds times and nothing else.");
  const logic = signals.every((c) => isLogic(table.columns[c]!));
  const rows = table.columns[0]!.length;
  // A log of changes in which nothing changes is one line.
  if (rows < 2 && !logic) throw new Refused("emptyFile", "The file holds hardly a sample.");
  const clock =
    timed === null
      ? evenClock(rows, above!, assumed)
      : columnClock(table, headings[timed]!, timed, logic, assumed);
  said.push(...clock.said);
  const channels = signals.map((c) => channelOf(headings[c]!, c, table.columns[c]!, clock.keep, assumed));
  const empty = channels.reduce((sum, { values }) => sum + emptyIn(values), 0);
  if (empty > 0 && !said.some(({ code }) => code === "missingSamples"))
    said.push({
      code: "missingSamples",
      words: `${empty} ${empty === 1 ? "cell holds" : "cells hold"} no number; they are left out.`,
      ...(table.ragged[0] !== undefined && { line: table.ragged[0] }),
    });
  const { decimal, delimiter } = table.dialect;
  const between = { ",": "comma", ";": "semicolon", "\t": "tab", " ": "blanks" }[delimiter];
  return {
    format: `text, ${between}, decimal ${decimal === "." ? "point" : "comma"}`,
    ...{
      time: clock.time,
      interval: clock.interval,
      missing: clock.missing + empty,
      channels,
      assumed,
      said,
    },
  };
}

function columnClock(
  table: NumberTable,
  { unit, name }: Heading,
  column: number,
  logic: boolean,
  assumed: string[],
): Clock {
  const scale = TIME_UNITS[unit];
  if (scale === undefined)
    assumed.push(`The first column${name ? ` (${name})` : ""} is time in seconds: no unit stands above it.`);
  const raw = table.columns[column]!;
  const seconds = scale === undefined || scale === 1 ? raw : raw.map((value) => value * scale);
  if (seconds.length > 1 && !isAscending(seconds))
    throw new Refused("notACapture", "The column of times does not go on: it is no recording.");
  return clockOf(seconds, logic);
}

function channelOf(
  { name, unit }: Heading,
  column: number,
  values: Float64Array,
  keep: readonly number[] | null,
  assumed: string[],
): Channel {
  const own = name || `column ${column + 1}`;
  const kept = keep && keep.length !== values.length ? Float64Array.from(keep, (n) => values[n]!) : values;
  if (isLogic(values)) return { name: own, unit: "logic", values: kept };
  const scale = VOLT_UNITS[unit];
  if (scale === undefined) assumed.push(`${own} is in volts: no unit stands above it.`);
  return {
    name: own,
    unit: "V",
    values: scale === undefined || scale === 1 ? kept : kept.map((value) => value * scale),
  };
}
