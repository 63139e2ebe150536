import Papa from "papaparse";
import { Refused } from "../formats/index.ts";

/** What a column of a run's log may hold. */
export const RUN_ROLES = [
  "time",
  "speed",
  "electricalSpeed",
  "electricalFrequency",
  "voltage",
  "batteryCurrent",
  "motorCurrent",
  "duty",
  "temperature",
  "fault",
] as const;
export type RunRole = (typeof RUN_ROLES)[number];

export const RUN_ROLE_LABELS: Readonly<Record<RunRole, string>> = {
  time: "Time",
  speed: "Speed, rpm",
  electricalSpeed: "Electrical speed, rpm",
  electricalFrequency: "Electrical frequency, Hz",
  voltage: "Supply voltage",
  batteryCurrent: "Supply current",
  motorCurrent: "Motor current",
  duty: "Duty",
  temperature: "Motor temperature, °C",
  fault: "Fault flag",
};

/** A column as it stands in the file. */
interface RunColumn {
  readonly name: string;
  /** Numbers, with what the unit of its heading asks for taken in; not a number where the cell holds none. */
  readonly values: Float64Array;
  /** Cells as text, for a column of flags. */
  readonly texts: readonly string[];
}

export interface RunTable {
  readonly columns: readonly RunColumn[];
  readonly rows: number;
  readonly delimiter: string;
}

const MOST_BYTES = 64_000_000;
const MOST_COLUMNS = 120;

/** Scales of the units that headings name. */
const SCALES: Readonly<Record<string, number>> = {
  ...{ ms: 1e-3, us: 1e-6, µs: 1e-6, min: 60, mv: 1e-3, ma: 1e-3, khz: 1e3, "%": 0.01 },
};

/** The unit at the end of a heading, in small letters: "Vbat (mV)", "time_ms", "duty %". */
function unitOf(name: string): string {
  const found = /[([]\s*([^)\]]+)\s*[)\]]\s*$/u.exec(name) ?? /[ _]([a-zµ%°]{1,4})\s*$/iu.exec(name);
  return found?.[1]?.trim().toLowerCase() ?? (/%\s*$/u.test(name) ? "%" : "");
}

function numberOf(text: string, decimalComma: boolean): number {
  const plain = text.trim();
  if (plain === "") return Number.NaN;
  // A time of day counts from midnight.
  const clock = /^(?:\d{4}-\d\d-\d\d[T ])?(\d{1,2}):(\d\d):(\d\d(?:[.,]\d+)?)/u.exec(plain);
  if (clock) return Number(clock[1]) * 3600 + Number(clock[2]) * 60 + Number(clock[3]!.replace(",", "."));
  return Number((decimalComma ? plain.replace(",", ".") : plain).replace(/\s?%$/u, ""));
}

/**
 * Reads a log of a run: a heading and rows below it, in any of the usual delimiters, flags in words among the numbers.
 * @throws Refused where it has no heading or no rows of numbers
 */
export function readRunTable(bytes: Uint8Array): RunTable {
  if (bytes.length === 0) throw new Refused("emptyFile", "The file is empty.");
  if (bytes.length > MOST_BYTES)
    throw new Refused("notACapture", "A run's log holds up to 64 MB. Cut it to the run that matters.");
  const text = new TextDecoder("utf-8").decode(bytes).replace(/^\uFEFF/u, "");
  const lines = text.split(/\r\n|\n|\r/u);
  // The heading is the last line of names above the first row of numbers.
  const { data, meta } = Papa.parse<string[]>(lines.slice(0, 400).join("\n"), { skipEmptyLines: false });
  const { delimiter } = meta;
  const decimalComma =
    delimiter !== "," && data.some((row) => row.some((cell) => /^\s*-?\d+,\d+\s*$/u.test(cell)));
  const isNumber = (cell: string) => cell.trim() !== "" && Number.isFinite(numberOf(cell, decimalComma));
  const begin = data.findIndex(
    (row, n) =>
      n > 0 &&
      row.length >= 3 &&
      row.filter(isNumber).length >= Math.max(2, row.length / 2) &&
      data[n - 1]!.length >= row.length - 1,
  );
  const heading = begin > 0 ? data[begin - 1]! : null;
  if (!heading || heading.filter((cell) => /[a-z]/iu.test(cell)).length < 2)
    throw new Refused(
      "notACapture",
      "No heading with rows of numbers under it was found: a run's log names its columns.",
    );
  const all = Papa.parse<string[]>(lines.slice(begin).join("\n"), { delimiter, skipEmptyLines: true }).data;
  const count = Math.min(heading.length, MOST_COLUMNS);
  const columns = Array.from({ length: count }, (_, c): RunColumn => {
    const name = heading[c]!.trim();
    const scale = SCALES[unitOf(name)] ?? 1;
    const texts = all.map((row) => (row[c] ?? "").trim());
    return {
      name: name || `column ${c + 1}`,
      texts,
      values: Float64Array.from(texts, (cell) => numberOf(cell, decimalComma) * scale),
    };
  });
  return { columns, rows: all.length, delimiter };
}

/** Names in small letters, blanks for every underscore. The narrower word comes before the wider one. */
const GUESSES: readonly (readonly [RunRole, RegExp])[] = [
  ["time", /^(?:time|t|timestamp|seconds?|ms today|elapsed)\b/u],
  ["fault", /fault|error|flag|trip/u],
  ["electricalSpeed", /e-?rpm|electrical.*(?:rpm|speed)/u],
  ["electricalFrequency", /electrical.*(?:freq|hz)|\bf el\b|e-?freq/u],
  ["speed", /rpm|speed|velocity/u],
  ["motorCurrent", /(?:motor|phase).*(?:cur|amp|\ba\b)|\bi (?:motor|phase|q)\b|current motor/u],
  [
    "batteryCurrent",
    /(?:bat|input|supply|dc|pack).*(?:cur|amp)|\bi (?:bat|in|dc)\b|current in|^current|amps?\b/u,
  ],
  ["voltage", /volt|\bv ?(?:in|bat|dc)\b|^v\b/u],
  ["duty", /duty|throttle|pwm/u],
  ["temperature", /motor.*temp|temp.*motor|\bt motor|^temp(?:erature)?\b/u],
];

/** What each column may hold, by its name; each role once. */
export function guessRoles({ columns }: Pick<RunTable, "columns">): (RunRole | null)[] {
  const roles = columns.map((): RunRole | null => null);
  for (const [role, pattern] of GUESSES) {
    const c = columns.findIndex(
      ({ name }, k) => roles[k] === null && pattern.test(name.toLowerCase().replaceAll(/[\s_]+/gu, " ")),
    );
    if (c >= 0) roles[c] = role;
  }
  return roles;
}
