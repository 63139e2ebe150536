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

/** ln Σ e^v without overflow. */
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
 */
export function logMarginal(
  readings: readonly Valued[],
  ratios: readonly Ratio[],
  prior: ScalePrior,
  shared: { readonly offset: number; readonly naturalSpread: Ratio; readonly contactShare: Ratio },
): number {
  const { offset } = shared;
  const top = readings.reduce((sum, { value }, i) => sum + value * ratios[i]!, 0);
  const bottom = ratios.reduce((sum, ratio) => sum + ratio * ratio, 0);
  const roughScale = bottom > 0 && top > 0 ? top / bottom : prior.centre;
  const variance = readings.map(({ u }, i) => {
    const own = ratios[i] === 0 ? shared.contactShare : shared.naturalSpread * ratios[i]!;
    return u ** 2 + (own * roughScale) ** 2;
  });
  const ones = variance.reduce((sum, v) => sum + 1 / v, 0);
  const c = offset ** 2 / (1 + offset ** 2 * ones);
  let [rr, rp, pp, sr, sp] = [0, 0, 0, 0, 0];
  readings.forEach(({ value }, i) => {
    const weight = 1 / variance[i]!;
    const ratio = ratios[i]!;
    rr += value * value * weight;
    rp += value * ratio * weight;
    pp += ratio * ratio * weight;
    sr += value * weight;
    sp += ratio * weight;
  });
  rr -= c * sr * sr;
  rp -= c * sr * sp;
  pp -= c * sp * sp;
  const logDet = variance.reduce((sum, v) => sum + Math.log(v), 0) + Math.log(1 + offset ** 2 * ones);
  const base = -0.5 * (readings.length * LOG_2PI + logDet);
  if (!(pp > 0)) return base - 0.5 * rr;

  const logPrior = (s: number) =>
    -0.5 * ((Math.log(s / prior.centre) / prior.spread) ** 2 + LOG_2PI) - Math.log(prior.spread * s);
  const logLikelihood = (s: number) => base - 0.5 * (rr - 2 * s * rp + s * s * pp);
  const centre = rp / pp;
  const width = 1 / Math.sqrt(pp);
  const terms: number[] = [];
  if (centre > 4 * width && width / centre < prior.spread) {
    const step = 0.25;
    for (let t = -4; t <= 4; t += step) {
      const s = centre + t * width;
      if (s > 0) terms.push(logLikelihood(s) + logPrior(s) + Math.log(step * width));
    }
  } else {
    const step = 0.1;
    for (let t = -5; t <= 5; t += step) {
      const s = prior.centre * Math.exp(t * prior.spread);
      terms.push(logLikelihood(s) + logPrior(s) + Math.log(step * prior.spread * s));
    }
  }
  return logSumExp(terms);
}
