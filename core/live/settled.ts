import { combine, rectangular, type Component } from "../quantity/index.ts";

/** One display of an instrument that speaks. */
export interface LiveSample {
  /** Seconds, ascending. */
  readonly at: number;
  /** In the unit of what is read; null where it shows an overload. */
  readonly value: number | null;
}

/** What a display does by itself, in the unit of what is read. */
export interface DisplayNoise {
  /** Size of the last digit. */
  readonly resolution: number;
  /** Scatter of single displays, one standard deviation. */
  readonly scatter: number;
}

/** Displays at rest, as one reading. */
export interface Rest {
  readonly mean: number;
  readonly count: number;
  /** Sample standard deviation of the displays. */
  readonly spread: number;
  /**
   * Standard uncertainty of the mean: from the scatter, with as much freedom as displays that hang together leave, and from
   * what it may still drift. Contact differs from one touch to the next: a single touch does not show that.
   */
  readonly typeA: Component;
  /** First and last display of it, seconds. */
  readonly from: number;
  readonly to: number;
}

export type Look =
  /** Too little was shown since it began. */
  | { readonly kind: "tooFew" }
  /** It steps, drifts or has not come to rest. */
  | { readonly kind: "moves" }
  /** It goes to and fro by far more than the instrument's own: nothing is touched, or something floats. */
  | { readonly kind: "wanders" }
  /** An overload that stays. */
  | { readonly kind: "open" }
  | { readonly kind: "settled"; readonly rest: Rest };

/** A display at rest stands so long, s, and in so many displays. */
const LEAST = { seconds: 1, displays: 6 } as const;
/** Displays that are looked at, at most. */
const MOST_DISPLAYS = 60;
/** After a pause of this many seconds what was shown before tells nothing of now. */
export const STALE_SECONDS = 2;
/** Scatter at rest, and scatter of what floats, over the display's own. */
const [RESTS, WANDERS] = [2.5, 6];
/** Seconds in which films under a probe and filters of a meter mostly come to rest, and in which even slow ones do. */
const [COMES_TO_REST, SLOWEST] = [2, 4];
/** A slope of so many of its own deviations is one. */
const SURE = 2;
/** One display farther off than this many deviations is not of the same rest. */
const OFF = 4;
/** Displays that follow each other closely are worth fewer: no more than this is taken of their likeness. */
const MOST_ALIKE = 0.95;

/** The displays since the last pause, oldest first. */
function sincePause(samples: readonly LiveSample[]): readonly LiveSample[] {
  let from = samples.length - 1;
  while (from > 0 && samples[from]!.at - samples[from - 1]!.at <= STALE_SECONDS) from -= 1;
  return samples.slice(Math.max(0, from));
}

/** The shortest end of displays that is long enough to be a rest; null where there is none yet. */
function lastOf(samples: readonly LiveSample[]): number | null {
  const end = samples.at(-1)?.at ?? 0;
  let from = samples.length - LEAST.displays;
  while (from > 0 && end - samples[from]!.at < LEAST.seconds) from -= 1;
  return from < 0 || end - samples[from]!.at < LEAST.seconds ? null : from;
}

interface Fit {
  readonly mean: number;
  readonly spread: number;
  /** How far it goes from the first display to the last by its slope. */
  readonly drift: number;
  /** One standard deviation of that, by what the slope leaves. */
  readonly driftU: number;
  /** How alike neighbours are, 0 to {@link MOST_ALIKE}. */
  readonly alike: number;
}

function fitOf(at: readonly number[], values: readonly number[], resolution: number): Fit {
  const n = values.length;
  const mean = values.reduce((sum, value) => sum + value, 0) / n;
  const middle = at.reduce((sum, one) => sum + one, 0) / n;
  let [tt, tv, vv, neighbours] = [0, 0, 0, 0];
  values.forEach((value, k) => {
    tt += (at[k]! - middle) ** 2;
    tv += (at[k]! - middle) * (value - mean);
    vv += (value - mean) ** 2;
    if (k > 0) neighbours += (value - mean) * (values[k - 1]! - mean);
  });
  const slope = tv / tt;
  const left = Math.max(0, vv - slope * tv) / Math.max(1, n - 2);
  const seconds = at[n - 1]! - at[0]!;
  return {
    mean,
    spread: Math.sqrt(vv / (n - 1)),
    drift: Math.abs(slope) * seconds,
    // Displays that are all the same may hide a digit's worth of going.
    driftU: Math.max(Math.sqrt(left / tt) * seconds, resolution / Math.sqrt(n)),
    alike: vv > 0 ? Math.min(MOST_ALIKE, Math.max(0, neighbours / vv)) : 0,
  };
}

/** How far it may still go in some seconds: as fast as it surely went at most. */
const stillToCome = ({ drift, driftU }: Fit, seconds: number, more: number): number =>
  (drift + SURE * driftU) * Math.max(1, more / seconds);

/** Whether displays scatter as the instrument does, and go nowhere. */
function isAtRest(fit: Fit, seconds: number, own: number, resolution: number): boolean {
  if (fit.spread > RESTS * own) return false;
  // What surely goes somewhere is not at rest, however little it has gone so far.
  if (fit.drift > SURE * fit.driftU && fit.drift > resolution / 2) return false;
  return stillToCome(fit, seconds, COMES_TO_REST) <= RESTS * own + resolution;
}

/** Whether values go to and fro by far, rather than one way or once. */
function toAndFro(values: readonly number[], own: number): boolean {
  const steps = values.slice(1).map((value, n) => value - values[n]!);
  const far = steps.filter((step) => Math.abs(step) > RESTS * own);
  const turns = far.filter((step, n) => n > 0 && Math.sign(step) !== Math.sign(far[n - 1]!)).length;
  return turns >= values.length / 4;
}

function restOf(samples: readonly LiveSample[], fit: Fit, resolution: number): Rest {
  const n = samples.length;
  const [from, to] = [samples[0]!.at, samples[n - 1]!.at];
  const independent = Math.max(2, (n * (1 - fit.alike)) / (1 + fit.alike));
  // A display hides what is smaller than its last digit.
  const least = resolution / Math.sqrt(12);
  const scatter = { u: Math.max(fit.spread, least) / Math.sqrt(independent), freedom: independent - 1 };
  return {
    mean: fit.mean,
    count: n,
    spread: fit.spread,
    typeA: combine([scatter, rectangular(stillToCome(fit, to - from, SLOWEST))]),
    from,
    to,
  };
}

/**
 * Whether an instrument has come to rest, judged by its own noise and its last digit: a display that steps, drifts or
 * wanders is not taken, however slowly it does.
 * @param samples in order of time, of one function and one unit
 * @example lookAt([], { resolution: 0.1, scatter: 0.05 }).kind // "tooFew"
 */
export function lookAt(samples: readonly LiveSample[], { resolution, scatter }: DisplayNoise): Look {
  const recent = sincePause(samples).slice(-MOST_DISPLAYS);
  const first = lastOf(recent);
  if (first === null) return { kind: "tooFew" };
  const last = recent.slice(first);
  if (last.every(({ value }) => value === null)) return { kind: "open" };
  const shown = last.flatMap(({ value }) => (value === null ? [] : [value]));
  if (shown.length < last.length) return { kind: shown.length * 2 < last.length ? "wanders" : "moves" };
  const own = Math.hypot(scatter, resolution / Math.sqrt(12));
  const end = last.at(-1)!.at;
  const newest = shown.at(-1)!;
  const fitFrom = (from: number): Fit =>
    fitOf(
      recent.slice(from).map(({ at }) => at),
      recent.slice(from).map(({ value }) => value!),
      resolution,
    );
  let fit = fitFrom(first);
  const latest = fit;
  let rest: { readonly from: number; readonly fit: Fit } | null = null;
  // As far back as it stood where it stands now: more displays tell it better, and whether it goes somewhere.
  for (let from = first; ; from -= 1) {
    // What has just begun to move lies off what it stood at.
    const stands = Math.abs(newest - fit.mean) <= RESTS * own;
    if (stands && isAtRest(fit, end - recent[from]!.at, own, resolution)) rest = { from, fit };
    const before = recent[from - 1]?.value ?? null;
    if (before === null || Math.abs(before - fit.mean) > OFF * Math.max(fit.spread, own)) break;
    fit = fitFrom(from - 1);
  }
  if (rest) return { kind: "settled", rest: restOf(recent.slice(rest.from), rest.fit, resolution) };
  return { kind: latest.spread > WANDERS * own && toAndFro(shown, own) ? "wanders" : "moves" };
}
