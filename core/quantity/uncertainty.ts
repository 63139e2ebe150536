import { normalCdf, tQuantile } from "./distributions.ts";

/**
 * One standard uncertainty with its degrees of freedom. Type B parts known as a bound have infinite
 * freedom. JCGM 100:2008 (GUM) throughout.
 */
export interface Component {
  readonly u: number;
  readonly freedom: number;
}

/** A component that adds nothing. */
export const NO_UNCERTAINTY: Component = { u: 0, freedom: Infinity };

/**
 * Standard uncertainty of a quantity known to lie within ±halfWidth, every place alike: halfWidth/√3.
 * Source: GUM 4.3.7.
 * @param halfWidth same unit as the quantity, at least 0
 * @example rectangular(0.3).u // 0.1732
 */
export function rectangular(halfWidth: number): Component {
  if (!(halfWidth >= 0)) throw new RangeError(`rectangular: halfWidth must be at least 0, got ${halfWidth}`);
  return { u: halfWidth / Math.sqrt(3), freedom: Infinity };
}

/** Root sum of squares and Welch-Satterthwaite freedom (GUM G.4.1, formula G.2b). Order does not matter. */
export function combine(components: readonly Component[]): Component {
  const variance = components.reduce((sum, { u }) => sum + u * u, 0);
  if (variance === 0) return NO_UNCERTAINTY;
  const spread = components.reduce(
    (sum, { u, freedom }) => (Number.isFinite(freedom) ? sum + u ** 4 / freedom : sum),
    0,
  );
  return { u: Math.sqrt(variance), freedom: spread === 0 ? Infinity : variance ** 2 / spread };
}

/**
 * Multiplies a component by a sensitivity (GUM 5.1.3).
 * @example scale({ u: 0.1, freedom: 4 }, -2) // { u: 0.2, freedom: 4 }
 */
export function scale(component: Component, sensitivity: number): Component {
  return { u: component.u * Math.abs(sensitivity), freedom: component.freedom };
}

/** Beyond this freedom Student's t equals the normal law to four digits. */
const ALMOST_NORMAL = 1e5;
const NORMAL_COVER = tQuantile(0.975, ALMOST_NORMAL);

/**
 * Student t for 95 % two-sided coverage (GUM table G.2 lists it): 2.78 at ν = 4, 1.96 at ∞.
 * @param freedom effective degrees of freedom, at least 1
 * @throws RangeError below 1
 * @example coverageFactor(4) // 2.776
 */
export function coverageFactor(freedom: number): number {
  if (!(freedom >= 1)) throw new RangeError(`coverageFactor: freedom must be at least 1, got ${freedom}`);
  return freedom >= ALMOST_NORMAL ? NORMAL_COVER : tQuantile(0.975, freedom);
}

/**
 * Expanded uncertainty for about 95 %: t(ν)·u. Wide for small ν, as it should be.
 * @example expanded({ u: 0.1, freedom: 4 }) // 0.2776
 */
export function expanded(component: Component): number {
  return component.u === 0 ? 0 : coverageFactor(Math.max(1, component.freedom)) * component.u;
}

const COVERAGE = 0.95;

/** ∫Φ: z·Φ(z) + φ(z). */
function integralOfNormal(z: number): number {
  return z * normalCdf(z) + Math.exp(-(z * z) / 2) / Math.sqrt(2 * Math.PI);
}

/**
 * Expanded uncertainty for 95 % where one rectangular part may dominate the rest: half-width of the symmetric
 * interval that holds 95 % of a rectangle convolved with a normal law, whose width is the rest's t interval.
 * A lone rectangle gives 0.95 of its half-width, k = 1.65 (EA-4/02, S9.14); normal k = 1.96 would reach beyond
 * what is possible.
 * @param halfWidth of the rectangle, at least 0
 * @param rest the other parts, combined
 * @returns half-width in the same unit
 * @example expandedWithRectangle(1, { u: 0, freedom: Infinity }) // 0.95
 */
export function expandedWithRectangle(halfWidth: number, rest: Component): number {
  const s = expanded(rest) / coverageFactor(Infinity);
  if (s === 0) return COVERAGE * halfWidth;
  if (halfWidth === 0) return expanded(rest);
  const held = (U: number) => {
    const at = (edge: number) => integralOfNormal(edge / s);
    const inside = at(U + halfWidth) - at(U - halfWidth) - at(-U + halfWidth) + at(-U - halfWidth);
    return (s * inside) / (2 * halfWidth);
  };
  let [low, high] = [0, halfWidth + expanded(rest)];
  for (let i = 0; i < 60; i += 1) {
    const middle = (low + high) / 2;
    if (held(middle) < COVERAGE) low = middle;
    else high = middle;
  }
  return high;
}

export interface RepeatSummary {
  readonly mean: number;
  readonly count: number;
  /** Standard uncertainty of the mean from scatter alone (type A). */
  readonly typeA: Component;
  /** Sample standard deviation, or null for a single reading. */
  readonly scatter: number | null;
  /** They lie farther apart than the instrument's own scatter and digits explain: contact, a slip, or it moves. */
  readonly apart: boolean;
}

/** Below this count a sample's own scatter says too little and the instrument's pooled one is used. */
const LEAST_OWN_SCATTER = 4;
/** Freedom granted to an instrument's pooled scatter. Bench judgement: a few dozen readings taken once. */
export const POOLED_FREEDOM = 30;

/** Repeats that scatter this many times what the instrument explains are not its scatter. Judgement. */
const APART_FACTOR = 4;

/**
 * Mean and type A uncertainty of repeated readings: s/√n (GUM 4.2.3). Below four readings s is the
 * instrument's pooled scatter, unless they lie too far apart for it: then their own, with the little freedom they have.
 * Never less than one count/√12, since a display hides what is smaller.
 * A reading that is itself a mean of displays brings its own scatter along: repeats scatter by that too, and single ones
 * are open by it beside the pooled scatter.
 * @param readings same unit, at least one, finite
 * @param pooledScatter standard deviation of single readings known of this instrument, at least 0
 * @param count size of the last digit, at least 0
 * @param shown what each reading that an instrument said is open by from its displays, none for one that was typed
 * @example summariseRepeats([10, 10.1, 10.2, 10.1], 0.05, 0.1).mean // 10.1
 */
export function summariseRepeats(
  readings: readonly number[],
  pooledScatter: number,
  count: number,
  shown: readonly Component[] = [],
): RepeatSummary {
  const n = readings.length;
  if (n === 0) throw new RangeError("summariseRepeats: readings must not be empty");
  const bad = readings.find((value) => !Number.isFinite(value));
  if (bad !== undefined) throw new RangeError(`summariseRepeats: readings must be finite, got ${bad}`);
  const mean = readings.reduce((sum, value) => sum + value, 0) / n;
  const scatter =
    n < 2 ? null : Math.sqrt(readings.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (n - 1));
  const least = count / Math.sqrt(12);
  const displays = combine(shown.map((one) => scale(one, 1 / Math.sqrt(n))));
  const apart = scatter !== null && scatter > APART_FACTOR * Math.max(pooledScatter, count, displays.u);
  const own = scatter !== null && (apart || n >= LEAST_OWN_SCATTER);
  // Repeats that lie together by chance are not known better than each of them is.
  const s = Math.max(own ? scatter : pooledScatter, least, own ? displays.u : 0);
  const byRepeats = { u: s / Math.sqrt(n), freedom: own ? n - 1 : POOLED_FREEDOM };
  return {
    mean,
    count: n,
    scatter,
    apart,
    typeA: own || displays.u === 0 ? byRepeats : combine([byRepeats, scale(displays, 1 / Math.sqrt(n))]),
  };
}
