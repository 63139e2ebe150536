/** Below this the series of the normal law is short and keeps its digits; beyond it the continued fraction is shorter. */
const SERIES_UP_TO = 3;
const LEAST_STEP = 1e-17;
const SQRT_TWO_PI = Math.sqrt(2 * Math.PI);

/**
 * P(Z ≤ z) of the standard normal law, within 1e-15; the lower tail keeps its leading digits down to z = −37.
 * Middle: ½ + φ(z)·(z + z³/3 + z⁵/(3·5) + …), Marsaglia, *Evaluating the Normal Distribution*, J. Stat. Software 11 (2004).
 * Tails: the continued fraction φ(z)/(z + 1/(z + 2/(z + 3/…))) of Laplace, Abramowitz and Stegun 26.2.14.
 * @param z any number; NaN gives NaN
 * @returns 0 to 1
 * @example normalCdf(1.96) // 0.9750021048517795
 */
export function normalCdf(z: number): number {
  if (Number.isNaN(z)) return Number.NaN;
  const size = Math.abs(z);
  const density = Math.exp(-(z * z) / 2) / SQRT_TWO_PI;
  if (size <= SERIES_UP_TO) {
    let term = z;
    let sum = z;
    for (let k = 3; Math.abs(term) > LEAST_STEP * Math.abs(sum); k += 2) {
      term *= (z * z) / k;
      sum += term;
    }
    return 0.5 + density * sum;
  }
  let below = size;
  for (let k = 120; k > 0; k -= 1) below = size + k / below;
  const tail = density / below;
  return z < 0 ? tail : 1 - tail;
}

/** From here on the series of the ratio below is exact to the last digit. */
const SERIES_FROM = 64;

/** Γ(a + ½)/Γ(a), a > 0: its asymptotic series (Abramowitz and Stegun 6.1.47), reached by Γ(a + 1) = a·Γ(a). */
function gammaRatio(a: number): number {
  let factor = 1;
  let at = a;
  for (; at < SERIES_FROM; at += 1) factor *= at / (at + 0.5);
  const x = 1 / at;
  const series =
    1 +
    x *
      (-1 / 8 +
        x * (1 / 128 + x * (5 / 1024 + x * (-21 / 32768 + x * (-399 / 262144 + (x * 869) / 4194304)))));
  return factor * Math.sqrt(at) * series;
}

const MOST_STEPS = 10_000;
const TINY = 1e-300;

/** Continued fraction of the incomplete beta function by Lentz's way, Numerical Recipes 6.4. */
function betaFraction(x: number, a: number, b: number): number {
  const kept = (value: number) => (Math.abs(value) < TINY ? TINY : value);
  let c = 1;
  let d = 1 / kept(1 - ((a + b) * x) / (a + 1));
  let product = d;
  for (let m = 1; m < MOST_STEPS; m += 1) {
    const even = (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m));
    d = 1 / kept(1 + even * d);
    c = kept(1 + even / c);
    product *= d * c;
    const odd = (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1));
    d = 1 / kept(1 + odd * d);
    c = kept(1 + odd / c);
    product *= d * c;
    if (Math.abs(d * c - 1) < 1e-16) break;
  }
  return product;
}

/**
 * P(T > t) of Student's t and its density, t > 0: half of the incomplete beta function at ν/(ν + t²).
 * @param ratio {@link gammaRatio} of half the freedom
 */
function upperTail(
  t: number,
  freedom: number,
  ratio: number,
): { readonly above: number; readonly density: number } {
  const [a, b] = [freedom / 2, 0.5];
  const square = t * t;
  const whole = freedom + square;
  // (ν/(ν + t²))^(ν/2): the logarithm keeps its digits where freedom is large.
  const power = ratio * Math.exp(-a * Math.log1p(square / freedom));
  const root = Math.sqrt(1 / whole);
  const front = (0.5 * power * t * root) / Math.sqrt(Math.PI);
  return {
    above:
      freedom / whole < (a + 1) / (a + b + 2)
        ? (front * betaFraction(freedom / whole, a, b)) / a
        : 0.5 - (front * betaFraction(square / whole, b, a)) / b,
    density: (power * root) / Math.sqrt(Math.PI),
  };
}

/** Normal quantile of an upper tail within 4.5e-4: Abramowitz and Stegun 26.2.23. Where the search for t begins. */
function roughNormal(tail: number): number {
  const s = Math.sqrt(-2 * Math.log(tail));
  return (
    s - (2.515517 + s * (0.802853 + s * 0.010328)) / (1 + s * (1.432788 + s * (0.189269 + s * 0.001308)))
  );
}

const MOST_SEARCHED = 60;

/**
 * The value that Student's t stays below with probability p, within 2e-13 of itself.
 * Newton's steps on the logarithm of the tail over the logarithm of t, on which a heavy tail is a straight line.
 * @param p above 0 and below 1; @param freedom degrees of freedom, any number of at least 1
 * @throws RangeError outside these
 * @example tQuantile(0.975, 4) // 2.7764451051977987
 */
export function tQuantile(p: number, freedom: number): number {
  if (!(p > 0 && p < 1)) throw new RangeError(`tQuantile: p must lie between 0 and 1, got ${p}`);
  if (!(freedom >= 1)) throw new RangeError(`tQuantile: freedom must be at least 1, got ${freedom}`);
  if (p === 0.5) return 0;
  if (p < 0.5) return -tQuantile(1 - p, freedom);
  const tail = 1 - p;
  const ratio = gammaRatio(freedom / 2);
  const z = roughNormal(Math.min(tail, 0.49));
  let t = Math.max(
    1e-3,
    z + (z * (z * z + 1)) / (4 * freedom) + (z ** 3 * (5 * z * z + 16)) / (96 * freedom ** 2),
  );
  for (let step = 0; step < MOST_SEARCHED; step += 1) {
    const { above, density } = upperTail(t, freedom, ratio);
    const change = (Math.log(above / tail) * above) / (t * density);
    t *= Math.exp(Math.max(-2, Math.min(2, change)));
    // Each step squares what is wrong.
    if (Math.abs(change) < 1e-8) break;
  }
  return t;
}
