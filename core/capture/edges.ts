import type { Channel, Recording } from "../formats/index.ts";
import type { Sensor } from "./answer.ts";
import { levelsOf } from "./roles.ts";

/** A change of one sensor. */
export interface Edge {
  /** Seconds; the place in the list, where states were written down without a clock. */
  readonly at: number;
  readonly sensor: Sensor;
  readonly rises: boolean;
}

/** A sensor's signal as its changes. */
export interface Signal {
  readonly sensor: Sensor;
  readonly name: string;
  /** Level before the first of them. */
  readonly begins: boolean;
  readonly edges: readonly Edge[];
  /** V, where it was recorded as a voltage. */
  readonly levels: { readonly low: number; readonly high: number } | null;
}

/** A change counts once the signal has gone so far between its levels: nothing in between is one. */
const UP = 0.65;
const DOWN = 0.35;

/** The changes of a sensor's signal, by the clock of its recording. */
export function signalOf(
  { channel, sensor }: { readonly channel: Channel; readonly sensor: Sensor },
  { time, interval }: Pick<Recording, "time" | "interval">,
): Signal {
  const { values, name, unit } = channel;
  const levels = unit === "logic" ? null : levelsOf(values);
  const [low, high] = levels ? [levels.low, levels.high] : flatOr(values, unit);
  const edges: Edge[] = [];
  let now: boolean | null = null;
  let begins = false;
  for (let n = 0; n < values.length; n += 1) {
    const share = (values[n]! - low) / (high - low);
    if (Number.isNaN(share)) continue;
    const next: boolean | null = share > UP ? true : share < DOWN ? false : now;
    if (next === null || next === now) continue;
    if (now === null) begins = next;
    else edges.push({ at: momentOf(values, { time, interval }, n, (low + high) / 2), sensor, rises: next });
    now = next;
  }
  return { sensor, name, begins, edges, levels };
}

/** Levels of a signal that never changes: which of both it is shows by a volt or so. */
function flatOr(values: Float64Array, unit: Channel["unit"]): [number, number] {
  if (unit === "logic") return [0, 1];
  const most = values.reduce((all, value) => (value > all ? value : all), Number.NEGATIVE_INFINITY);
  return [0, Math.max(2, most)];
}

/** When a signal passed the middle. */
function momentOf(
  values: Float64Array,
  { time, interval }: Pick<Recording, "time" | "interval">,
  n: number,
  middle: number,
): number {
  if (!time) return n;
  // A log of changes says when; of even samples it lies somewhere between two.
  if (interval === null) return time[n]!;
  const [before, after] = [values[n - 1] ?? Number.NaN, values[n]!];
  const share = (middle - before) / (after - before);
  const between = share > 0.02 && share < 0.98 ? share : 0.5;
  return time[n]! - (1 - between) * interval;
}

/** A pulse shorter than this share of the usual one is a glitch. */
const GLITCH = 0.2;

/** A signal without its glitches, and when they were. */
export function withoutGlitches(signal: Signal): {
  readonly edges: readonly Edge[];
  readonly glitches: readonly number[];
} {
  const { edges } = signal;
  const widths = edges.slice(1).map(({ at }, n) => at - edges[n]!.at);
  if (widths.length < 4) return { edges, glitches: [] };
  // The usual pulse: short ones come in pairs of edges and may be many.
  const usual = widths.toSorted((a, b) => a - b)[Math.floor(widths.length * 0.6)]!;
  const kept: Edge[] = [];
  const glitches: number[] = [];
  for (let n = 0; n < edges.length; n += 1) {
    const width = n + 1 < edges.length ? edges[n + 1]!.at - edges[n]!.at : Number.POSITIVE_INFINITY;
    const around = Math.min(usual, localWidth(edges, n));
    if (width < GLITCH * around) {
      glitches.push(edges[n]!.at);
      n += 1;
    } else kept.push(edges[n]!);
  }
  return { edges: kept, glitches };
}

/** The longer pulses about a place: speed may change along a log. */
function localWidth(edges: readonly Edge[], n: number): number {
  let longest = 0;
  for (let k = Math.max(1, n - 4); k < Math.min(edges.length, n + 6); k += 1)
    longest = Math.max(longest, edges[k]!.at - edges[k - 1]!.at);
  return longest;
}
