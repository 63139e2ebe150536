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

/** The signal as a mean and harmonics of a voltage that grows with speed: least squares over whole cycles. */
function fitted(
  values: Float64Array,
  first: number,
  { cosine: cosines, sine: sines, omega }: Motion,
  mean: number,
  harmonics: number,
  from: number,
  to: number,
) {
  const size = 2 * harmonics + 1;
  const matrix = Array.from({ length: size }, () => new Float64Array(size));
  const right = new Float64Array(size);
  const row = new Float64Array(size);
  // A step that shares no factor with the samples of a cycle.
  const every = Math.max(1, Math.floor((to - from) / MOST_EQUATIONS));
  for (let i = from; i < to; i += every) {
    const value = values[first + i]!;
    if (Number.isNaN(value)) continue;
    const faster = omega[i]! / mean;
    const [c, s] = [cosines[i]!, sines[i]!];
    row[0] = 1;
    let [ck, sk] = [c, s];
    for (let k = 0; k < harmonics; k += 1) {
      row[2 * k + 1] = ck * faster;
      row[2 * k + 2] = sk * faster;
      [ck, sk] = [ck * c - sk * s, sk * c + ck * s];
    }
    for (let p = 0; p < size; p += 1) {
      right[p]! += row[p]! * value;
      const line = matrix[p]!;
      for (let q = p; q < size; q += 1) line[q]! += row[p]! * row[q]!;
    }
  }
  for (let p = 0; p < size; p += 1) for (let q = 0; q < p; q += 1) matrix[p]![q] = matrix[q]![p]!;
  return solve(matrix, right);
}

/** Places of an angle in which a signal is averaged for its crest. */
function crestOf(
  values: Float64Array,
  first: number,
  { angle, omega }: Motion,
  speed: number,
  dc: number,
  from: number,
  to: number,
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
  const { angle, omega } = motion;
  const { cycles } = span;
  const begin = span.from;
  const end = begin + 2 * Math.PI * cycles;
  let from = 0;
  while (from < angle.length && angle[from]! < begin) from += 1;
  let to = from;
  let speed = 0;
  while (to < angle.length && angle[to]! < end) {
    speed += omega[to]!;
    to += 1;
  }
  speed /= Math.max(1, to - from);
  const x = fitted(values, first, motion, speed, harmonics, from, to);
  const mean = x[0]!;
  const cosine = Array.from({ length: harmonics }, (_, k) => x[2 * k + 1]!);
  const sine = Array.from({ length: harmonics }, (_, k) => x[2 * k + 2]!);
  const own = Math.atan2(sine[0]!, cosine[0]!);
  const byCycle = new Float64Array(cycles);
  const halves = new Float64Array(2 * cycles);
  const [cc, ss, cs, vc, vs] = Array.from({ length: 5 }, () => new Float64Array(cycles)) as [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  let [squares, n] = [0, 0];
  const looked = Math.max(1, Math.floor((to - from) / MOST_EQUATIONS));
  for (let i = from; i < to; i += 1) {
    const value = values[first + i]!;
    if (Number.isNaN(value)) continue;
    const a = angle[i]!;
    const [c, s] = [motion.cosine[i]!, motion.sine[i]!];
    const faster = omega[i]! / speed;
    const cycle = Math.min(cycles - 1, Math.floor((a - begin) / (2 * Math.PI)));
    const turning = value - mean;
    cc[cycle]! += c * c * faster * faster;
    ss[cycle]! += s * s * faster * faster;
    cs[cycle]! += c * s * faster * faster;
    vc[cycle]! += turning * c * faster;
    vs[cycle]! += turning * s * faster;
    if (i % looked === 0) {
      let [model, ck, sk] = [0, c, s];
      for (let k = 0; k < harmonics; k += 1) {
        model += cosine[k]! * ck + sine[k]! * sk;
        [ck, sk] = [ck * c - sk * s, sk * c + ck * s];
      }
      squares += (turning - model * faster) ** 2;
      n += 1;
    }
    // Half cycles by the signal's own crossings: it is positive a quarter before its crest and after.
    const [before, after] = [
      i > 0 ? time[first + i - 1]! : time[first + i]!,
      first + i + 1 < time.length ? time[first + i + 1]! : time[first + i]!,
    ];
    const half = Math.floor((a - own + Math.PI / 2 - begin) / Math.PI);
    // What began before the first crossing belongs to the last half of the turn.
    const place = ((half % (2 * cycles)) + 2 * cycles) % (2 * cycles);
    halves[place]! += (turning * (after - before)) / 2;
  }
  for (let k = 0; k < cycles; k += 1) {
    const determinant = cc[k]! * ss[k]! - cs[k]! ** 2;
    byCycle[k] = Math.hypot(
      (vc[k]! * ss[k]! - vs[k]! * cs[k]!) / determinant,
      (vs[k]! * cc[k]! - vc[k]! * cs[k]!) / determinant,
    );
  }
  return {
    cosine,
    sine,
    mean,
    crest: crestOf(values, first, motion, speed, mean, from, to),
    byCycle,
    halves,
    rest: Math.sqrt(squares / Math.max(1, n - 2 * harmonics - 1)),
  };
}
