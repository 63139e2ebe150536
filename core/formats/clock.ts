import type { Said } from "./recording.ts";

/** Whether numbers go up nearly everywhere, as times do. */
export function isAscending(values: Float64Array): boolean {
  let [up, all] = [0, 0];
  for (let n = 1; n < values.length; n += 1) {
    const step = values[n]! - values[n - 1]!;
    if (Number.isNaN(step)) continue;
    all += 1;
    if (step > 0) up += 1;
  }
  return all > 1 && up > 0.98 * all;
}

/** A time between two samples, as a person reads it. */
const written = (seconds: number): string =>
  seconds >= 1e-3 ? `${+(seconds * 1e3).toPrecision(6)} ms` : `${+(seconds * 1e6).toPrecision(6)} µs`;

/** When each sample was taken. */
export interface Clock {
  readonly time: Float64Array;
  readonly interval: number | null;
  readonly said: readonly Said[];
  /** Samples that are left out between two of them. */
  readonly missing: number;
  /** Rows that stand in order of time; null where all do. */
  readonly keep: readonly number[] | null;
}

/** Time from one sample to the next in the middle, s; not a number where none goes on. */
export function medianStep(time: Float64Array): number {
  const steps: number[] = [];
  const every = Math.max(1, Math.floor(time.length / 20_000));
  for (let n = every; n < time.length; n += every) {
    const step = time[n]! - time[n - 1]!;
    if (step > 0) steps.push(step);
  }
  return steps.toSorted((a, b) => a - b)[steps.length >> 1] ?? Number.NaN;
}

/** Times are written in steps of this; as seconds. Nothing is coarser than a tenth of a second here. */
function resolutionOf(time: Float64Array): number {
  const some = Array.from({ length: Math.min(200, time.length) }, (_, n) => time[time.length - 1 - n]!);
  for (let digits = 1; digits <= 12; digits += 1) {
    const scale = 10 ** digits;
    if (
      some.every(
        (at) => Math.abs(at * scale - Math.round(at * scale)) < 1e-6 * Math.max(1, Math.abs(at * scale)),
      )
    )
      return 1 / scale;
  }
  return 0;
}

/** Steps that differ by less than this share are even. */
const EVEN = 0.02;

/** A column of times as a clock: even, where it is but for the digits it is written with. */
export function clockOf(time: Float64Array, logic: boolean): Clock {
  const count = time.length;
  const mean = (time[count - 1]! - time[0]!) / (count - 1);
  const [first, even] = [time[0]!, new Float64Array(count)];
  let worst = 0;
  for (let n = 0; n < count; n += 1) {
    even[n] = first + n * mean;
    worst = Math.max(worst, Math.abs(time[n]! - even[n]!));
  }
  // Changes that happen to come evenly are moments all the same.
  const within = logic ? 1e-6 * mean : Math.max(EVEN * mean, 1.1 * resolutionOf(time));
  if (worst < within) return { time: even, interval: mean, said: [], missing: 0, keep: null };
  const keep: number[] = [];
  for (let n = 0; n < count; n += 1)
    if (time[n]! > (keep.length === 0 ? Number.NEGATIVE_INFINITY : time[keep.at(-1)!]!)) keep.push(n);
  const kept = Float64Array.from(keep, (n) => time[n]!);
  if (logic) return { time: kept, interval: null, said: [], missing: 0, keep };
  const usual = medianStep(kept);
  let [missing, uneven, firstGap, firstUneven] = [0, 0, -1, -1];
  for (let n = 1; n < kept.length; n += 1) {
    const steps = (kept[n]! - kept[n - 1]!) / usual;
    const whole = Math.round(steps);
    if (whole >= 2 && Math.abs(steps - whole) < 0.2 * whole) {
      missing += whole - 1;
      if (firstGap < 0) firstGap = kept[n - 1]!;
    } else if (Math.abs(steps - 1) > 0.05) {
      uneven += 1;
      if (firstUneven < 0) firstUneven = kept[n - 1]!;
    }
  }
  const unread = time.reduce((sum, at) => sum + (Number.isNaN(at) ? 1 : 0), 0);
  const back = count - keep.length - unread;
  return {
    time: kept,
    interval: usual,
    missing,
    keep,
    said: [
      ...(unread > 0
        ? [
            {
              code: "missingSamples",
              words: `${unread} ${unread === 1 ? "moment is" : "moments are"} no number; those samples are left out.`,
            } as const,
          ]
        : []),
      ...(missing > 0
        ? [
            {
              code: "missingSamples",
              words: `${missing} samples are missing: time jumps.`,
              at: firstGap,
            } as const,
          ]
        : []),
      ...(uneven > 0.01 * kept.length || back > 0
        ? [
            {
              code: "unevenTime",
              words:
                back > 0
                  ? `Time goes back ${back} times; those samples are left out.`
                  : `Samples are not evenly spaced in time: ${uneven} of ${kept.length} steps differ from ${written(usual)}.`,
              ...(firstUneven >= 0 && { at: firstUneven }),
            } as const,
          ]
        : []),
    ],
  };
}

/** Samples that lie as far apart as a line above them says. @param assumed told so */
export function evenClock(
  rows: number,
  { seconds, line }: { readonly seconds: number; readonly line: string },
  assumed: string[],
): Clock {
  assumed.push(`Samples lie ${written(seconds)} apart, by “${line.slice(0, 60)}”.`);
  return {
    time: Float64Array.from({ length: rows }, (_, n) => n * seconds),
    interval: seconds,
    said: [],
    missing: 0,
    keep: null,
  };
}
