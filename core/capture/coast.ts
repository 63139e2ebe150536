import { coverageFactor } from "../quantity/index.ts";
import type { Figure } from "./answer.ts";
import type { Cycles } from "./cycles.ts";
import type { CoastPicture } from "./pictures.ts";

/** A motor that coasts, from its own cycles. */
export interface Coast {
  readonly figures: Readonly<Record<string, Figure>>;
  readonly picture: CoastPicture;
}

/** Points of a curve that are drawn. */
const DRAWN = 400;

/** The speed falls at least to this share of where it began. */
const FALLS_TO = 0.8;
/** Amplitude goes with speed to within this. */
const TOGETHER = 0.15;
/** Cycles that tell a curve. */
const LEAST_CYCLES = 8;

/** Speeds halfway between two places of the angle, electrical rad/s. */
function speedsOf({ at, angle }: Cycles): { readonly t: number[]; readonly omega: number[] } {
  const t: number[] = [];
  const omega: number[] = [];
  for (let k = 1; k < at.length; k += 1) {
    t.push((at[k]! + at[k - 1]!) / 2);
    omega.push((angle[k]! - angle[k - 1]!) / (at[k]! - at[k - 1]!));
  }
  return { t, omega };
}

/** ω(t) = (ω0 + c)·e^(−kt) − c, with k = B/J and c = Tc/B; c·k = Tc/J. For k → 0 a straight line. */
function shape(k: number, t: number): readonly [number, number] {
  const decay = Math.exp(-k * t);
  // What a starting speed of 1, and a Coulomb deceleration of 1, leave after t.
  return [decay, k < 1e-9 ? -t : -(1 - decay) / k];
}

interface Fit {
  readonly start: number;
  /** Tc/J, rad/s², electrical. */
  readonly coulomb: number;
  readonly squares: number;
}

/** Starting speed and Coulomb deceleration for a given viscous rate: linear least squares. */
function fitAt(k: number, t: readonly number[], omega: readonly number[]): Fit {
  let [aa, ab, bb, ay, by] = [0, 0, 0, 0, 0];
  for (let i = 0; i < t.length; i += 1) {
    const [a, b] = shape(k, t[i]!);
    aa += a * a;
    ab += a * b;
    bb += b * b;
    ay += a * omega[i]!;
    by += b * omega[i]!;
  }
  const determinant = aa * bb - ab * ab;
  const start = (ay * bb - by * ab) / determinant;
  const coulomb = (by * aa - ay * ab) / determinant;
  let squares = 0;
  for (let i = 0; i < t.length; i += 1) {
    const [a, b] = shape(k, t[i]!);
    squares += (omega[i]! - start * a - coulomb * b) ** 2;
  }
  return { start, coulomb, squares };
}

/** The viscous rate that leaves least, 1/s, by golden section over its logarithm. */
function bestRate(t: readonly number[], omega: readonly number[]): number {
  const span = t.at(-1)! - t[0]!;
  const ratio = (Math.sqrt(5) - 1) / 2;
  let [low, high] = [Math.log(1e-3 / span), Math.log(30 / span)];
  const left = (x: number) => fitAt(Math.exp(x), t, omega).squares;
  let [a, b] = [high - ratio * (high - low), low + ratio * (high - low)];
  let [fa, fb] = [left(a), left(b)];
  for (let tries = 0; tries < 60; tries += 1) {
    if (fa < fb) {
      [high, b, fb] = [b, a, fa];
      a = high - ratio * (high - low);
      fa = left(a);
    } else {
      [low, a, fa] = [a, b, fb];
      b = low + ratio * (high - low);
      fb = left(b);
    }
  }
  return Math.exp((low + high) / 2);
}

/**
 * Friction of a motor that coasts: J dω/dt = −(Bω + Tc). From its cycles alone, without a tachometer.
 * @returns null where it does not coast: its speed does not fall far, or its voltage does not fall with it
 */
export function coasting(cycles: Cycles, time: Float64Array, polePairs: number | null): Coast | null {
  const { at, amplitude } = cycles;
  if (at.length < LEAST_CYCLES) return null;
  const { t: places, omega } = speedsOf(cycles);
  const n = omega.length;
  const part = Math.max(1, Math.floor(n / 10));
  const mean = (from: number, to: number, of: ArrayLike<number>) => {
    let sum = 0;
    for (let k = from; k < to; k += 1) sum += of[k]!;
    return sum / (to - from);
  };
  const [begin, end] = [mean(0, part, omega), mean(n - part, n, omega)];
  if (!(end < FALLS_TO * begin)) return null;
  const [high, low] = [mean(0, part, amplitude), mean(at.length - part, at.length, amplitude)];
  if (Math.abs(low / high / (end / begin) - 1) > TOGETHER) return null;
  const zero = time[0]!;
  const t = places.map((place) => place - zero);
  const k = bestRate(t, omega);
  const best = fitAt(k, t, omega);
  const variance = best.squares / Math.max(1, n - 3);
  // How far each may be off: the curve of what is left, by its second difference in the logarithm of the rate.
  const h = 0.05;
  const bend =
    (fitAt(k * Math.exp(h), t, omega).squares -
      2 * best.squares +
      fitAt(k * Math.exp(-h), t, omega).squares) /
    h ** 2;
  const cover = coverageFactor(Math.max(1, n - 3));
  const ofRate = bend > 0 ? cover * Math.sqrt((2 * variance) / bend) : Number.POSITIVE_INFINITY;
  const figures: Record<string, Figure> = {};
  // A rate that cannot be told from none is not told.
  if (ofRate < 0.5) figures["inertiaOverViscous"] = { value: 1 / k, u: ofRate / k, unit: "s" };
  const steeper = fitAt(k * Math.exp(Math.min(0.5, ofRate)), t, omega).coulomb;
  const ofCoulomb = Math.max(Math.abs(steeper - best.coulomb), 1e-3 * Math.abs(best.coulomb));
  if (best.coulomb > 0 && ofCoulomb < 0.5 * best.coulomb) {
    if (polePairs !== null)
      figures["coulombOverInertia"] = {
        value: best.coulomb / polePairs,
        u: ofCoulomb / polePairs,
        unit: "rad/s²",
      };
    const constant = best.coulomb / k;
    const stop = k < 1e-6 ? best.start / best.coulomb : Math.log((best.start + constant) / constant) / k;
    const until = fitAt(k * Math.exp(Math.min(0.5, ofRate)), t, omega);
    const later =
      Math.log(
        (until.start + until.coulomb / (k * Math.exp(Math.min(0.5, ofRate)))) /
          (until.coulomb / (k * Math.exp(Math.min(0.5, ofRate)))),
      ) /
      (k * Math.exp(Math.min(0.5, ofRate)));
    if (Number.isFinite(stop) && Number.isFinite(later))
      figures["stopAt"] = { value: zero + stop, u: Math.max(Math.abs(later - stop), 1e-3 * stop), unit: "s" };
  }
  const every = Math.max(1, Math.ceil(n / DRAWN));
  const shown = places.map((_, i) => i).filter((i) => i % every === 0);
  const picture = {
    at: shown.map((i) => places[i]!),
    speed: shown.map((i) => omega[i]!),
    fitted: shown.map((i) => {
      const [a, b] = shape(k, t[i]!);
      return best.start * a + best.coulomb * b;
    }),
  };
  return { figures, picture };
}
