import FFT from "fft.js";

/** Seconds, by sample, ascending. */
type Times = Float64Array;

/** A sine through a stretch of a signal: a·cos + b·sin about its middle, and what is left. */
export interface Sine {
  readonly amplitude: number;
  /** Of the cosine, at the middle; radians. */
  readonly phase: number;
  /** Standard deviation of what is left. */
  readonly rest: number;
}

/** Turns of the electrical angle along a recording. */
export interface Cycles {
  /** Seconds at which the angle was found, ascending, about a cycle apart. */
  readonly at: Float64Array;
  /** Electrical angle there, radians, growing; 0 at the positive crest of the signal that was followed. */
  readonly angle: Float64Array;
  /** Amplitude of the fundamental of that signal there. */
  readonly amplitude: Float64Array;
  /** Hz where the signal is strongest. */
  readonly frequency: number;
  /** First and last of the samples that were followed. */
  readonly first: number;
  readonly last: number;
}

const wrapped = (angle: number): number => angle - 2 * Math.PI * Math.round(angle / (2 * Math.PI));

/**
 * Least-squares sine of known frequency over samples from..to, with its mean. IEEE 1057, three-parameter fit.
 * @param frequency Hz; @param middle s, where its phase is told
 * @returns null where hardly a sample lies there
 */
export function sineThrough(
  time: Times,
  values: Float64Array,
  from: number,
  to: number,
  frequency: number,
  middle: number,
): Sine | null {
  let [n, c, s, cc, ss, cs, v, vc, vs, vv] = [0, 0, 0, 0, 0, 0, 0, 0, 0, 0];
  const omega = 2 * Math.PI * frequency;
  for (let i = from; i < to; i += 1) {
    const value = values[i]!;
    if (Number.isNaN(value)) continue;
    const x = omega * (time[i]! - middle);
    const [cosine, sine] = [Math.cos(x), Math.sin(x)];
    n += 1;
    c += cosine;
    s += sine;
    cc += cosine * cosine;
    ss += sine * sine;
    cs += cosine * sine;
    v += value;
    vc += value * cosine;
    vs += value * sine;
    vv += value * value;
  }
  if (n < 4) return null;
  const [Ccc, Css, Ccs, Cvc, Cvs, Cvv] = [
    cc - (c * c) / n,
    ss - (s * s) / n,
    cs - (c * s) / n,
    vc - (v * c) / n,
    vs - (v * s) / n,
    vv - (v * v) / n,
  ];
  const determinant = Ccc * Css - Ccs * Ccs;
  if (!(determinant > 1e-9 * n * n)) return null;
  const a = (Cvc * Css - Cvs * Ccs) / determinant;
  const b = (Cvs * Ccc - Cvc * Ccs) / determinant;
  const left = Math.max(0, Cvv - a * Cvc - b * Cvs);
  // a·cos x + b·sin x = A·cos(x + phase)
  return {
    amplitude: Math.hypot(a, b),
    phase: Math.atan2(-b, a),
    rest: Math.sqrt(left / Math.max(1, n - 3)),
  };
}

/** Samples of a stretch that is looked through for its strongest frequency. */
const LOOKED_AT = 32_768;
/** A peak below so many cycles in a stretch is looked at in a longer one. */
const FEW_CYCLES = 6;

/**
 * Place of the first sample at or after a time, s; as many as there are where all lie before it.
 * @example indexAt(Float64Array.of(0, 1, 2), 0.5) // 1
 */
export function indexAt(time: Times, at: number): number {
  let [low, high] = [0, time.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (time[middle]! < at) low = middle + 1;
    else high = middle;
  }
  return low;
}

interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** The stretch in which a signal is strongest. */
function strongest(values: Float64Array, length: number): Stretch {
  const pieces = 24;
  const step = Math.max(1, Math.floor((values.length - length) / pieces));
  let best = { from: 0, to: Math.min(values.length, length) };
  let most = -1;
  for (let from = 0; from + length <= values.length || from === 0; from += step) {
    const to = Math.min(values.length, from + length);
    let [sum, squares, n] = [0, 0, 0];
    const every = Math.max(1, (to - from) >> 11);
    for (let i = from; i < to; i += every) {
      const value = values[i]!;
      if (Number.isNaN(value)) continue;
      sum += value;
      squares += value * value;
      n += 1;
    }
    const power = n > 0 ? squares / n - (sum / n) ** 2 : 0;
    if (power > most) {
      most = power;
      best = { from, to };
    }
  }
  return best;
}

/** The strongest frequency in a stretch, Hz, and the share of its power there; null where it is still. */
function strongestFrequency(
  time: Times,
  values: Float64Array,
  { from, to }: Stretch,
): { readonly frequency: number; readonly cycles: number } | null {
  const span = time[to - 1]! - time[from]!;
  const room = 2 ** Math.floor(Math.log2(Math.min(LOOKED_AT, Math.max(16, to - from))));
  const stretch = new Float64Array(room);
  // Evenly by time: gaps and steps of their own kind do no harm then.
  let mean = 0;
  for (let k = 0, i = from; k < room; k += 1) {
    const at = time[from]! + (span * k) / (room - 1);
    while (i + 1 < to && time[i + 1]! < at) i += 1;
    const value = values[i]!;
    stretch[k] = Number.isNaN(value) ? 0 : value;
    mean += stretch[k]! / room;
  }
  const padded = new Array<number>(2 * room).fill(0);
  let power = 0;
  for (let k = 0; k < room; k += 1) {
    padded[k] = (stretch[k]! - mean) * (0.5 - 0.5 * Math.cos((2 * Math.PI * (k + 0.5)) / room));
    power += padded[k]! ** 2;
  }
  if (!(power > 0)) return null;
  const fft = new FFT(2 * room);
  const spectrum = fft.createComplexArray();
  fft.realTransform(spectrum, padded);
  const size = (k: number) => Math.hypot(spectrum[2 * k]!, spectrum[2 * k + 1]!);
  let peak = 2;
  for (let k = 2; k < room; k += 1) if (size(k) > size(peak)) peak = k;
  // A parabola through the peak and its neighbours.
  const [left, middle, right] = [size(peak - 1), size(peak), size(peak + 1)];
  const off = left + right < 2 * middle ? (0.5 * (left - right)) / (left - 2 * middle + right) : 0;
  const cycles = ((peak + off) * (room - 1)) / (2 * room);
  return { frequency: cycles / span, cycles };
}

/** The strongest frequency where a signal is strongest, in a stretch that holds some cycles of it. */
function rough(
  time: Times,
  values: Float64Array,
  length: number,
): { readonly found: ReturnType<typeof strongestFrequency>; readonly stretch: Stretch } {
  const stretch = strongest(values, length);
  const found = strongestFrequency(time, values, stretch);
  const enough = length >= values.length || (found !== null && found.cycles >= FEW_CYCLES);
  return enough ? { found, stretch } : rough(time, values, Math.min(values.length, length * 8));
}

/** A change of angle within one cycle beyond this is no longer the same motion, radians. */
const LOST = 1.3;
/** A cycle weaker than so many deviations of what is left of it, or this share of the strongest, is not followed. */
const LEAST_OVER_NOISE = 3;
const LEAST_SHARE = 0.01;

/**
 * Follows the fundamental of a signal cycle by cycle, from where it is strongest to both ends or to where it fades; its
 * frequency may change as it goes.
 * @returns null where nothing periodic is there
 */
export function followCycles(time: Times, values: Float64Array): Cycles | null {
  const { found, stretch } = rough(time, values, Math.min(values.length, LOOKED_AT));
  if (!found) return null;
  const start = settled(time, values, found.frequency, (time[stretch.from]! + time[stretch.to - 1]!) / 2);
  if (!start) return null;
  const { at: middle, frequency, sine } = start;
  const forward = followOneWay(time, values, middle, frequency, sine, 1);
  const backward = followOneWay(time, values, middle, frequency, sine, -1);
  const all = [
    ...backward.reverse(),
    { at: middle, angle: sine.phase, amplitude: sine.amplitude },
    ...forward,
  ];
  const half = 0.5 / frequency;
  const ends = all.at(-1)!.at + half;
  return {
    at: Float64Array.from(all, ({ at }) => at),
    angle: Float64Array.from(all, ({ angle }) => angle),
    amplitude: Float64Array.from(all, ({ amplitude }) => amplitude),
    frequency,
    first: indexAt(time, all[0]!.at - half),
    last: Math.min(time.length, indexAt(time, ends)) - 1,
  };
}

function cycleAt(time: Times, values: Float64Array, at: number, frequency: number): Sine | null {
  const half = 0.5 / frequency;
  return sineThrough(time, values, indexAt(time, at - half), indexAt(time, at + half), frequency, at);
}

/** A frequency is right once the angle moves by less than this from one cycle to the next, radians. */
const STILL = 1e-3;
const TRIES = 12;
/** Cycles below which a frequency is found by the whole recording at once. */
const FEW = 2.2;

/** The frequency of a sine through all of a short recording: what leaves least. IEEE 1057, four-parameter fit. */
function fittedFrequency(time: Times, values: Float64Array): number {
  const span = time.at(-1)! - time[0]!;
  const middle = (time.at(-1)! + time[0]!) / 2;
  const left = (cycles: number) => {
    const sine = sineThrough(time, values, 0, time.length, cycles / span, middle);
    return sine ? sine.rest : Number.POSITIVE_INFINITY;
  };
  // A whole grid first: between its dips a search alone would go astray.
  let best = 0.3;
  for (let cycles = 0.3; cycles < 1.3 * FEW; cycles += 0.02) if (left(cycles) < left(best)) best = cycles;
  const ratio = (Math.sqrt(5) - 1) / 2;
  let [low, high] = [best - 0.04, best + 0.04];
  for (let tries = 0; tries < 30; tries += 1) {
    const [a, b] = [high - ratio * (high - low), low + ratio * (high - low)];
    if (left(a) < left(b)) high = b;
    else low = a;
  }
  return (low + high) / 2 / span;
}

/** The frequency put right by how the angle goes on from one cycle to the next. */
function settled(time: Times, values: Float64Array, rough: number, around: number) {
  const ends = time.at(-1)! - time[0]!;
  let frequency = rough * ends < FEW ? fittedFrequency(time, values) : rough;
  for (let tries = 0; tries < TRIES; tries += 1) {
    const cycle = 1 / frequency;
    // Two windows a cycle apart need two cycles; with less the fit through all of it stands.
    const room = ends * frequency >= FEW;
    const at = room
      ? Math.min(Math.max(around, time[0]! + cycle / 2), time.at(-1)! - 1.5 * cycle)
      : (time[0]! + time.at(-1)!) / 2;
    const sine = cycleAt(time, values, at, frequency);
    if (!sine) return null;
    const next = room ? cycleAt(time, values, at + cycle, frequency) : null;
    if (!next) return { at, frequency, sine };
    const drift = wrapped(next.phase - sine.phase);
    // Under noise the angle never stands quite still.
    if (Math.abs(drift) < (tries < TRIES / 2 ? STILL : LOST)) return { at, frequency, sine };
    frequency *= 1 + drift / (2 * Math.PI);
  }
  return null;
}

function followOneWay(
  time: Times,
  values: Float64Array,
  from: number,
  begin: number,
  { phase, amplitude }: Sine,
  way: 1 | -1,
) {
  const found: { at: number; angle: number; amplitude: number }[] = [];
  let [at, frequency, last, angle] = [from, begin, phase, phase];
  let largest = amplitude;
  const [begins, ends] = [time[0]!, time.at(-1)!];
  for (;;) {
    at += way / frequency;
    const half = 0.5 / frequency;
    const slack = 0.02 / frequency;
    if (at - half < begins - slack || at + half > ends + slack) break;
    const sine = cycleAt(time, values, at, frequency);
    if (
      !sine ||
      sine.amplitude < LEAST_OVER_NOISE * sine.rest * 0.25 ||
      sine.amplitude < LEAST_SHARE * largest
    )
      break;
    const drift = wrapped(sine.phase - last);
    if (Math.abs(drift) > LOST) break;
    angle += way * 2 * Math.PI + drift;
    found.push({ at, angle, amplitude: sine.amplitude });
    frequency *= 1 + (way * drift) / (2 * Math.PI);
    last = sine.phase;
    largest = Math.max(largest, sine.amplitude);
  }
  return found;
}

/** The angle between its places, and how fast it goes. */
export interface Motion {
  /** Electrical angle of every sample from first to last, radians. */
  readonly angle: Float64Array;
  readonly cosine: Float64Array;
  readonly sine: Float64Array;
  /** Electrical speed there, radians a second. */
  readonly omega: Float64Array;
}

/**
 * Angle and speed at each sample that was followed.
 * @param over cycles over which the speed is evened out: those of a turn, where they are known
 */
export function motionOf(time: Times, { at, angle, frequency, first, last }: Cycles, over: number): Motion {
  const count = last - first + 1;
  const [angles, omegas] = [new Float64Array(count), new Float64Array(count)];
  const top = at.length - 1;
  const slope = (k: number): number => {
    if (top === 0) return Number.NaN;
    const [a, b] = [Math.max(0, k - over), Math.min(top, k + over)];
    return (angle[b]! - angle[a]!) / (at[b]! - at[a]!);
  };
  const slopes = Float64Array.from(at, (_, k) => slope(k));
  const near = Float64Array.from(at, (_, k) =>
    top === 0
      ? Number.NaN
      : (angle[Math.min(top, k + 1)]! - angle[Math.max(0, k - 1)]!) /
        (at[Math.min(top, k + 1)]! - at[Math.max(0, k - 1)]!),
  );
  if (top === 0) {
    omegas.fill(2 * Math.PI * frequency);
    for (let i = 0; i < count; i += 1) angles[i] = angle[0]! + omegas[i]! * (time[first + i]! - at[0]!);
  }
  let i = 0;
  for (let k = 0; k < top; k += 1) {
    // Hermite's cubic: the angle is smooth. Before the first place and after the last it goes on as it went there.
    const [from, h] = [at[k]!, at[k + 1]! - at[k]!];
    const [a, b, fall, rise] = [angle[k]!, angle[k + 1]!, near[k]!, near[k + 1]!];
    const [slow, faster] = [slopes[k]!, slopes[k + 1]! - slopes[k]!];
    for (; i < count && (k === top - 1 || time[first + i]! < at[k + 1]!); i += 1) {
      const t = time[first + i]! - from;
      const x = t / h;
      if (x < 0) {
        angles[i] = a + t * fall;
        omegas[i] = slow;
      } else if (x > 1) {
        angles[i] = b + (t - h) * rise;
        omegas[i] = slow + faster;
      } else {
        const y = 1 - x;
        angles[i] = y * y * (a * (1 + 2 * x) + x * h * fall) + x * x * (b * (1 + 2 * y) - y * h * rise);
        omegas[i] = slow + x * faster;
      }
    }
  }
  return { angle: angles, cosine: angles.map(Math.cos), sine: angles.map(Math.sin), omega: omegas };
}
