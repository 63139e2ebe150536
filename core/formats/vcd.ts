import { Refused, type Recording } from "./recording.ts";

const SECONDS: Readonly<Record<string, number>> = {
  s: 1,
  ms: 1e-3,
  us: 1e-6,
  ns: 1e-9,
  ps: 1e-12,
  fs: 1e-15,
};
/** More changes than any log of a turning motor has. */
const MOST_CHANGES = 20_000_000;

/** Whether a text begins as a value change dump does (IEEE 1364, clause 18). */
export const isVcd = (head: string): boolean =>
  /^\s*\$(?:date|version|comment|timescale|scope|var)\b/u.test(head);

interface Signal {
  readonly name: string;
  readonly id: string;
  readonly times: number[];
  readonly values: number[];
}

/** Declarations up to where the changes begin. */
function signalsOf(header: string): { readonly scale: number; readonly signals: Signal[] } {
  const scale = /\$timescale\s+(\d+)\s*([munpf]?s)\s+\$end/u.exec(header);
  if (!scale) throw new Refused("notACapture", "The log does not say what its times are ($timescale).");
  const scopes: string[] = [];
  const signals: Signal[] = [];
  for (const [, word, rest = ""] of header.matchAll(/\$(scope|upscope|var)\b([^$]*)\$end/gu)) {
    const parts = rest.trim().split(/\s+/u);
    if (word === "scope") scopes.push(parts[1] ?? "");
    else if (word === "upscope") scopes.pop();
    else {
      const [, width, id, name] = parts;
      // Numbers, times and buses are no lines of a sensor.
      if (width === "1" && id && name) signals.push({ name, id, times: [], values: [] });
    }
  }
  return { scale: Number(scale[1]) * SECONDS[scale[2]!]!, signals };
}

/**
 * Reads a value change dump: single lines of whatever scope, unknown and floating states as none.
 * @returns one sample for each moment at which something changed
 * @throws Refused where it has no times or no lines
 */
export function readVcd(text: string): Recording {
  const begins = text.indexOf("$enddefinitions");
  if (begins < 0) throw new Refused("truncated", "The log ends before its signals are declared.");
  const { scale, signals } = signalsOf(text.slice(0, begins));
  if (signals.length === 0) throw new Refused("notACapture", "The log names no single line.");
  const byId = new Map(signals.map((signal) => [signal.id, signal]));
  let [now, changes, started] = [0, 0, false];
  const moments: number[] = [];
  const word = /\S+/gu;
  word.lastIndex = text.indexOf("$end", begins) + 4;
  for (let found = word.exec(text); found; found = word.exec(text)) {
    const [token] = found;
    if (token.startsWith("#")) {
      now = Number(token.slice(1)) * scale;
      if (!Number.isFinite(now)) throw new Refused("notACapture", `“${token.slice(0, 20)}” is no time.`);
      started = true;
      continue;
    }
    const signal = byId.get(token.slice(1));
    if (!signal || !/^[01xXzZ]/u.test(token)) {
      // A number on a bus: its value and its line are two words; a file cut off between them ends here.
      if (/^[bBrR]/u.test(token) && !word.exec(text)) break;
      continue;
    }
    if ((changes += 1) > MOST_CHANGES)
      throw new Refused("notACapture", "The log holds more changes than are read.");
    signal.times.push(now);
    signal.values.push(token.startsWith("1") ? 1 : token.startsWith("0") ? 0 : Number.NaN);
    if (moments.at(-1) !== now) moments.push(now);
  }
  if (!started || moments.length === 0) throw new Refused("emptyFile", "The log holds no change.");
  const time = Float64Array.from(moments);
  return {
    format: "value change dump",
    time,
    interval: null,
    channels: signals.map(({ name, times, values }) => ({
      name,
      unit: "logic",
      values: held(time, times, values),
    })),
    missing: 0,
    assumed: [],
    said: [],
  };
}

/** A line by moments: each value stands until the next. */
function held(time: Float64Array, times: readonly number[], values: readonly number[]): Float64Array {
  const all = new Float64Array(time.length).fill(Number.NaN);
  for (let n = 0, k = -1; n < time.length; n += 1) {
    while (k + 1 < times.length && times[k + 1]! <= time[n]!) k += 1;
    if (k >= 0) all[n] = values[k]!;
  }
  return all;
}
