import type { Motion } from "./cycles.ts";

/** Harmonics that are told, the fundamental among them. */
export const MOST_HARMONICS = 13;

/** A signal by electrical angle, as it would be at one steady speed. */
export interface Folded {
  /** Cosine and sine of each harmonic from 1 on, in the signal's unit at the mean speed. */
  readonly cosine: readonly number[];
  readonly sine: readonly number[];
  /** Mean that does not turn with the motor. */
  readonly mean: number;
  /** Half of what lies between the crests, noise averaged out; null where too few samples tell. */
  readonly crest: number | null;
  /** Amplitude of the fundamental in each cycle, at the mean speed. */
  readonly byCycle: Float64Array;
  /** ∫v dt of each half cycle, in the signal's unit times seconds: the first of each cycle is the positive one. */
  readonly halves: Float64Array;
  /** Standard deviation of what no harmonic explains. */
  readonly rest: number;
}

/** Whole cycles of a motion. */
export interface Span {
  /** Angle at which they begin, radians. */
  readonly from: number;
  readonly cycles: number;
}

/** Solves a small symmetric system by elimination; what cannot be told is 0. */
function solve(matrix: readonly Float64Array[], right: Float64Array): Float64Array {
  const n = right.length;
  const rows = matrix.map((row) => row.slice());
  const b = right.slice();
  for (let k = 0; k < n; k += 1) {
    let pivot = k;
    for (let i = k + 1; i < n; i += 1) if (Math.abs(rows[i]![k]!) > Math.abs(rows[pivot]![k]!)) pivot = i;
    [rows[k], rows[pivot]] = [rows[pivot]!, rows[k]!];
    [b[k], b[pivot]] = [b[pivot]!, b[k]!];
    const scale = rows[k]![k]!;
    if (Math.abs(scale) < 1e-12) continue;
    for (let i = k + 1; i < n; i += 1) {
      const factor = rows[i]![k]! / scale;
      if (factor === 0) continue;
      for (let j = k; j < n; j += 1) rows[i]![j]! -= factor * rows[k]![j]!;
      b[i]! -= factor * b[k]!;
    }
  }
  const x = new Float64Array(n);
  for (let k = n - 1; k >= 0; k -= 1) {
    let sum = b[k]!;
    for (let j = k + 1; j < n; j += 1) sum -= rows[k]![j]! * x[j]!;
    x[k] = Math.abs(rows[k]![k]!) < 1e-12 ? 0 : sum / rows[k]![k]!;
  }
  return x;
}

/** Samples from which a system of equations is put together; of more, evenly chosen ones. */
const MOST_EQUATIONS = 60_000;

/** The place of one stretch of a signal among the samples of a motion. */
interface Stretch {
  readonly from: number;
  readonly to: number;
  /** Mean electrical speed over it, radians a second. */
  readonly speed: number;
}

/**
 * The signal as a mean and harmonics of a voltage that grows with speed: least squares over whole cycles. Products of sines
 * are sums of sines, so that the system is put together from single sums up to twice the highest harmonic.
 */
function fitted(
  values: Float64Array,
  first: number,
  { cosine: cosines, sine: sines, omega }: Motion,
  { from, to, speed }: Stretch,
  harmonics: number,
) {
  const top = 2 * harmonics + 1;
  // By harmonic: of the speed, of its square, and of the signal.
  const [c1, s1, c2, s2] = [0, 0, 0, 0].map(() => new Float64Array(top)) as [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  const size = 2 * harmonics + 1;
  const right = new Float64Array(size);
  let n = 0;
  const every = Math.max(1, Math.floor((to - from) / MOST_EQUATIONS));
  for (let i = from; i < to; i += every) {
    const value = values[first + i]!;
    if (Number.isNaN(value)) continue;
    const faster = omega[i]! / speed;
    const squared = faster * faster;
    const [c, s, weighed] = [cosines[i]!, sines[i]!, value * faster];
    n += 1;
    right[0]! += value;
    let [ck, sk] = [1, 0];
    for (let k = 0; k < top; k += 1) {
      c2[k]! += ck * squared;
      s2[k]! += sk * squared;
      if (k > 0 && k <= harmonics) {
        c1[k]! += ck * faster;
        s1[k]! += sk * faster;
        right[2 * k - 1]! += ck * weighed;
        right[2 * k]! += sk * weighed;
      }
      const next = ck * c - sk * s;
      sk = sk * c + ck * s;
      ck = next;
    }
  }
  const matrix = Array.from({ length: size }, () => new Float64Array(size));
  matrix[0]![0] = n;
  for (let j = 1; j <= harmonics; j += 1) {
    matrix[0]![2 * j - 1] = matrix[2 * j - 1]![0] = c1[j]!;
    matrix[0]![2 * j] = matrix[2 * j]![0] = s1[j]!;
    for (let k = 1; k <= harmonics; k += 1) {
      const [apart, together] = [Math.abs(k - j), k + j];
      matrix[2 * j - 1]![2 * k - 1] = (c2[apart]! + c2[together]!) / 2;
      matrix[2 * j]![2 * k] = (c2[apart]! - c2[together]!) / 2;
      matrix[2 * j - 1]![2 * k] = matrix[2 * k]![2 * j - 1] =
        (s2[together]! + Math.sign(k - j) * s2[apart]!) / 2;
    }
  }
  return solve(matrix, right);
}

/** Places of an angle in which a signal is averaged for its crest. */
function crestOf(
  values: Float64Array,
  first: number,
  { angle, omega }: Motion,
  { from, to, speed }: Stretch,
  dc: number,
): number | null {
  const places = Math.min(360, Math.floor((to - from) / 24));
  if (places < 36) return null;
  const [sums, counts] = [new Float64Array(places), new Uint32Array(places)];
  for (let i = from; i < to; i += 1) {
    const value = values[first + i]!;
    if (Number.isNaN(value)) continue;
    const turn = angle[i]! / (2 * Math.PI);
    const place = Math.min(places - 1, Math.floor((turn - Math.floor(turn)) * places));
    sums[place]! += ((value - dc) * speed) / omega[i]!;
    counts[place]! += 1;
  }
  let [high, low] = [Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY];
  for (let place = 0; place < places; place += 1) {
    if (counts[place] === 0) continue;
    const mean = sums[place]! / counts[place]!;
    high = Math.max(high, mean);
    low = Math.min(low, mean);
  }
  return (high - low) / 2;
}

/** Amplitude of the fundamental in each cycle: least squares over that cycle alone. */
function byCycleOf(
  values: Float64Array,
  first: number,
  { angle, cosine, sine, omega }: Motion,
  { from, to, speed }: Stretch,
  mean: number,
  { from: begin, cycles }: Span,
): Float64Array {
  const heights = new Float64Array(cycles);
  let i = from;
  for (let cycle = 0; cycle < cycles; cycle += 1) {
    const end = cycle === cycles - 1 ? Number.POSITIVE_INFINITY : begin + 2 * Math.PI * (cycle + 1);
    let [cc, ss, cs, vc, vs] = [0, 0, 0, 0, 0];
    for (; i < to && angle[i]! < end; i += 1) {
      const turning = values[first + i]! - mean;
      if (Number.isNaN(turning)) continue;
      const faster = omega[i]! / speed;
      const [c, s] = [cosine[i]! * faster, sine[i]! * faster];
      cc += c * c;
      ss += s * s;
      cs += c * s;
      vc += turning * c;
      vs += turning * s;
    }
    const determinant = cc * ss - cs * cs;
    heights[cycle] = Math.hypot((vc * ss - vs * cs) / determinant, (vs * cc - vc * cs) / determinant);
  }
  return heights;
}

/**
 * Volt-seconds of each half cycle, from one crossing of the signal to the next.
 * @param own radians of the angle by which the signal's crest comes after the motion's
 */
function halvesOf(
  values: Float64Array,
  first: number,
  { angle }: Motion,
  { from, to }: Stretch,
  mean: number,
  { from: begin, cycles }: Span,
  own: number,
  time: Float64Array,
): Float64Array {
  const all = 2 * cycles;
  const halves = new Float64Array(all);
  // The signal is positive a quarter before its crest and after.
  let half = Math.floor((Math.PI / 2 - own) / Math.PI);
  let next = begin + own - Math.PI / 2 + Math.PI * (half + 1);
  // What began before the first crossing belongs to the last half of the turn.
  let place = (half + all) % all;
  for (let i = from; i < to; i += 1) {
    while (angle[i]! >= next) {
      half += 1;
      next += Math.PI;
      place = (half + all) % all;
    }
    const turning = values[first + i]! - mean;
    if (Number.isNaN(turning)) continue;
    const at = first + i;
    const [before, after] = [time[i > 0 ? at - 1 : at]!, time[at + 1 < time.length ? at + 1 : at]!];
    halves[place]! += (turning * (after - before)) / 2;
  }
  return halves;
}

/** Standard deviation of what the harmonics leave. */
function restOf(
  values: Float64Array,
  first: number,
  motion: Motion,
  { from, to, speed }: Stretch,
  { mean, cosine, sine }: Pick<Folded, "mean" | "cosine" | "sine">,
): number {
  let [squares, n] = [0, 0];
  const every = Math.max(1, Math.floor((to - from) / MOST_EQUATIONS));
  for (let i = from; i < to; i += every) {
    const value = values[first + i]!;
    if (Number.isNaN(value)) continue;
    const [c, s] = [motion.cosine[i]!, motion.sine[i]!];
    let [model, ck, sk] = [0, c, s];
    for (let k = 0; k < cosine.length; k += 1) {
      model += cosine[k]! * ck + sine[k]! * sk;
      const next = ck * c - sk * s;
      sk = sk * c + ck * s;
      ck = next;
    }
    squares += (value - mean - (model * motion.omega[i]!) / speed) ** 2;
    n += 1;
  }
  return Math.sqrt(squares / Math.max(1, n - 2 * cosine.length - 1));
}

/** The samples of a motion that lie in whole cycles. */
function stretchOf({ angle, omega }: Motion, { from: begin, cycles }: Span): Stretch {
  const end = begin + 2 * Math.PI * cycles;
  let from = 0;
  while (from < angle.length && angle[from]! < begin) from += 1;
  let to = from;
  let speed = 0;
  while (to < angle.length && angle[to]! < end) {
    speed += omega[to]!;
    to += 1;
  }
  return { from, to, speed: speed / Math.max(1, to - from) };
}

/**
 * Folds a signal over whole cycles by angle, its speed taken out: the voltage of a magnet grows with speed.
 * @param first place of the motion's first sample among the values
 * @param harmonics how many are told: fewer than half of the samples of a cycle
 */
export function fold(
  values: Float64Array,
  first: number,
  motion: Motion,
  span: Span,
  harmonics: number,
  time: Float64Array,
): Folded {
  const stretch = stretchOf(motion, span);
  const x = fitted(values, first, motion, stretch, harmonics);
  const mean = x[0]!;
  const cosine = Array.from({ length: harmonics }, (_, k) => x[2 * k + 1]!);
  const sine = Array.from({ length: harmonics }, (_, k) => x[2 * k + 2]!);
  const own = Math.atan2(sine[0]!, cosine[0]!);
  return {
    cosine,
    sine,
    mean,
    crest: crestOf(values, first, motion, stretch, mean),
    byCycle: byCycleOf(values, first, motion, stretch, mean, span),
    halves: halvesOf(values, first, motion, stretch, mean, span, own, time),
    rest: restOf(values, first, motion, stretch, { mean, cosine, sine }),
  };
}
