import type { Ratio } from "../quantity/index.ts";

/** What a healthy pair of this motor should read: a log-normal belief about its size. */
export interface ScalePrior {
  readonly centre: number;
  /** Standard deviation of ln(size). */
  readonly spread: number;
}

/** A value and the standard uncertainty of its own. */
export interface Valued {
  readonly value: number;
  readonly u: number;
}

/**
 * ln Σ e^v without overflow.
 * @example logSumExp([Math.log(2), Math.log(6)]) // 2.079
 */
export function logSumExp(values: readonly number[]): number {
  const top = Math.max(...values);
  return top === -Infinity ? top : top + Math.log(values.reduce((sum, v) => sum + Math.exp(v - top), 0));
}

const LOG_2PI = Math.log(2 * Math.PI);

/**
 * ln ∫ N(r; s·ρ, D + u0²·11ᵀ) · LogNormal(s) ds by quadrature: on the likelihood's own scale where the
 * readings pin s down, on the prior's where they do not. The covariance is inverted by Sherman-Morrison.
 * @param readings values in one unit, at least one
 * @param ratios of each to a healthy pair, at least 0
 * @param shared.offset standard uncertainty common to all, same unit
 * @param shared.naturalSpread standard deviation of sound pairs among themselves, as a share
 * @param shared.contactShare what a value of ratio 0 may still read, as a share of a healthy one
 * @returns ln of a density by the unit of the readings
 * @example logMarginal([{ value: 1, u: 0.01 }], [1], { centre: 1, spread: 0.1 }, { offset: 0, naturalSpread: 0, contactShare: 0 }) // 1.379
 */
export function logMarginal(
  readings: readonly Valued[],
  ratios: readonly Ratio[],
  prior: ScalePrior,
  shared: { readonly offset: number; readonly naturalSpread: Ratio; readonly contactShare: Ratio },
): number {
  const { offset } = shared;
  let top = 0;
  let bottom = 0;
  for (let i = 0; i < readings.length; i += 1) {
    top += readings[i]!.value * ratios[i]!;
    bottom += ratios[i]! * ratios[i]!;
  }
  const roughScale = bottom > 0 && top > 0 ? top / bottom : prior.centre;
  // Sums over the readings, weighted by the inverse of each one's own variance.
  let [ones, rr, rp, pp, sr, sp, logDet] = [0, 0, 0, 0, 0, 0, 0];
  for (let i = 0; i < readings.length; i += 1) {
    const { value, u } = readings[i]!;
    const ratio = ratios[i]!;
    const own = (ratio === 0 ? shared.contactShare : shared.naturalSpread * ratio) * roughScale;
    const variance = u * u + own * own;
    const weight = 1 / variance;
    ones += weight;
    rr += value * value * weight;
    rp += value * ratio * weight;
    pp += ratio * ratio * weight;
    sr += value * weight;
    sp += ratio * weight;
    logDet += Math.log(variance);
  }
  const c = offset ** 2 / (1 + offset ** 2 * ones);
  rr -= c * sr * sr;
  rp -= c * sr * sp;
  pp -= c * sp * sp;
  logDet += Math.log(1 + offset ** 2 * ones);
  const base = -0.5 * (readings.length * LOG_2PI + logDet);
  if (!(pp > 0)) return base - 0.5 * rr;

  const flat = base - 0.5 * LOG_2PI - Math.log(prior.spread);
  const lnCentre = Math.log(prior.centre);
  const { spread } = prior;
  const centre = rp / pp;
  const width = 1 / Math.sqrt(pp);
  let at = 0;
  if (centre > 4 * width && width / centre < spread) {
    // At one standard deviation the trapezium rule is exact for a Gaussian to 1 part in 10⁸.
    for (let t = -4; t <= 4; t += WIDTH_STEP) {
      const s = centre + t * width;
      if (s <= 0) continue;
      const lnS = Math.log(s);
      const z = (lnS - lnCentre) / spread;
      terms[at] = flat - 0.5 * (rr - 2 * s * rp + s * s * pp) - 0.5 * z * z - lnS;
      at += 1;
    }
    return logSumOf(at) + Math.log(WIDTH_STEP * width);
  }
  const sizes = sizesOf(prior);
  for (let t = -5; t <= 5; t += PRIOR_STEP) {
    const s = sizes[at]!;
    terms[at] = flat - 0.5 * (rr - 2 * s * rp + s * s * pp) - 0.5 * t * t;
    at += 1;
  }
  return logSumOf(at) + Math.log(PRIOR_STEP * spread);
}

/** Steps of the quadrature: of the likelihood's own width, and of the prior's. */
const WIDTH_STEP = 1;
const PRIOR_STEP = 0.125;
/** Below this share of the largest a term adds nothing to a sum: ln of 2⁻⁵³. */
const NOTHING_MORE = -37;
const sizes = new Float64Array(128);
let sized: ScalePrior = { centre: 0, spread: 0 };

/** Sizes at the steps of a belief, the same for every row that is weighed under it. */
function sizesOf({ centre, spread }: ScalePrior): Float64Array {
  if (sized.centre === centre && sized.spread === spread) return sizes;
  sized = { centre, spread };
  for (let t = -5, at = 0; t <= 5; t += PRIOR_STEP, at += 1)
    sizes[at] = Math.exp(Math.log(centre) + t * spread);
  return sizes;
}

/** Terms of one quadrature, written over by the next. */
const terms = new Float64Array(128);

/** ln Σ e^v of the first of the terms. */
function logSumOf(count: number): number {
  let top = -Infinity;
  for (let i = 0; i < count; i += 1) if (terms[i]! > top) top = terms[i]!;
  if (top === -Infinity) return top;
  let sum = 0;
  for (let i = 0; i < count; i += 1) {
    const below = terms[i]! - top;
    if (below > NOTHING_MORE) sum += Math.exp(below);
  }
  return top + Math.log(sum);
}
