import { type Component, type Ohms, type Ratio } from "../quantity/index.ts";
import { PAIRS, PHASES, type Pair, type Phase } from "../record/index.ts";
import { FAULT_ROWS, PAIR_OUTCOMES, ratiosAt, type PairOutcome, type PairRatio } from "./faultTable.ts";
import type { MeasuredPair, MeasuredPairs } from "./measurePairs.ts";

/** What a healthy pair of this motor should read: a log-normal belief. */
export interface ScalePrior {
  readonly ohms: Ohms;
  /** Standard deviation of ln(R). */
  readonly spread: number;
}

export interface PatternQuestion {
  readonly measured: MeasuredPairs;
  readonly prior: ScalePrior;
  /** Standard deviation of a sound motor's pairs among themselves, as a share. */
  readonly naturalSpread: Ratio;
}

export interface PatternFit {
  readonly outcome: PairOutcome;
  /** Natural logarithm of p(readings | outcome), up to a constant common to all outcomes. */
  readonly logLikelihood: number;
  /** Where the fault then sits, and how probable that place is. */
  readonly phase: Phase;
  readonly phaseShare: Ratio;
  /** Best severity of the row. */
  readonly severity: number;
}

/** ln p of the display showing open where the row says finite or the reverse: a slip, not a pattern. */
const SLIP = Math.log(1e-5);
/** A dead short still reads a few percent of a healthy pair through its own contact. */
const CONTACT_SHARE = 0.05;
/** Range factor over which an unexplained value may lie, and the chance that it is open. Judgement. */
const ERRATIC_FACTOR = 1e4;
const ERRATIC_OPEN = 0.3;
/** ln-spread of a motor that is simply another one than the data say. */
const SHIFTED_SPREAD = 1.2;

interface FiniteReading {
  readonly pair: Pair;
  readonly ohms: Ohms;
  readonly independent: Component;
}

function finiteReadings(measured: MeasuredPairs): FiniteReading[] {
  return PAIRS.flatMap((pair) => {
    const found: MeasuredPair | undefined = measured.pairs[pair];
    return found && (found.state === "finite" || found.state === "short")
      ? [{ pair, ohms: found.resistance, independent: found.independent }]
      : [];
  });
}

function logSumExp(values: readonly number[]): number {
  const top = Math.max(...values);
  return top === -Infinity ? top : top + Math.log(values.reduce((sum, v) => sum + Math.exp(v - top), 0));
}

const LOG_2PI = Math.log(2 * Math.PI);

/**
 * ln ∫ N(r; s·ρ, D + u0²·11ᵀ) · LogNormal(s) ds by quadrature: on the likelihood's own scale where the
 * readings pin s down, on the prior's where they do not. The covariance is inverted by Sherman-Morrison.
 */
function logMarginal(
  readings: readonly FiniteReading[],
  ratios: readonly Ratio[],
  offset: number,
  prior: ScalePrior,
  naturalSpread: Ratio,
): number {
  const top = readings.reduce((sum, { ohms }, i) => sum + ohms * ratios[i]!, 0);
  const bottom = ratios.reduce((sum, ratio) => sum + ratio * ratio, 0);
  const roughScale = bottom > 0 && top > 0 ? top / bottom : prior.ohms;
  const variance = readings.map(({ independent }, i) => {
    const own = ratios[i] === 0 ? CONTACT_SHARE : naturalSpread * ratios[i]!;
    return independent.u ** 2 + (own * roughScale) ** 2;
  });
  const ones = variance.reduce((sum, v) => sum + 1 / v, 0);
  const c = offset ** 2 / (1 + offset ** 2 * ones);
  let [rr, rp, pp, sr, sp] = [0, 0, 0, 0, 0];
  readings.forEach(({ ohms }, i) => {
    const weight = 1 / variance[i]!;
    const ratio = ratios[i]!;
    rr += ohms * ohms * weight;
    rp += ohms * ratio * weight;
    pp += ratio * ratio * weight;
    sr += ohms * weight;
    sp += ratio * weight;
  });
  rr -= c * sr * sr;
  rp -= c * sr * sp;
  pp -= c * sp * sp;
  const logDet = variance.reduce((sum, v) => sum + Math.log(v), 0) + Math.log(1 + offset ** 2 * ones);
  const base = -0.5 * (readings.length * LOG_2PI + logDet);
  if (!(pp > 0)) return base - 0.5 * rr;

  const logPrior = (s: number) =>
    -0.5 * ((Math.log(s / prior.ohms) / prior.spread) ** 2 + LOG_2PI) - Math.log(prior.spread * s);
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
      const s = prior.ohms * Math.exp(t * prior.spread);
      terms.push(logLikelihood(s) + logPrior(s) + Math.log(step * prior.spread * s));
    }
  }
  return logSumExp(terms);
}

function logOf(
  question: PatternQuestion,
  expectedRatios: Readonly<Record<Pair, PairRatio>>,
  prior: ScalePrior,
) {
  const { measured, naturalSpread } = question;
  let slips = 0;
  const finite: FiniteReading[] = [];
  const ratios: Ratio[] = [];
  for (const reading of finiteReadings(measured)) {
    const ratio = expectedRatios[reading.pair];
    if (ratio === "open") slips += 1;
    else {
      finite.push(reading);
      ratios.push(ratio);
    }
  }
  for (const pair of PAIRS)
    if (measured.pairs[pair]?.state === "open" && expectedRatios[pair] !== "open") slips += 1;
  const fit = finite.length === 0 ? 0 : logMarginal(finite, ratios, measured.offset.u, prior, naturalSpread);
  // A slipped reading carries the same density as an unexplained one, so that densities stay comparable.
  const slipped = finiteReadings(measured).filter(({ pair }) => expectedRatios[pair] === "open");
  return (
    fit + slips * SLIP + slipped.reduce((sum, reading) => sum + erraticDensity(reading, question.prior), 0)
  );
}

/** Anything from a contact's few percent upward, alike on a logarithmic scale. */
function erraticDensity({ ohms, independent }: FiniteReading, prior: ScalePrior): number {
  const least = Math.max(independent.u, CONTACT_SHARE * prior.ohms);
  return -Math.log(Math.max(Math.abs(ohms), least) * Math.log(ERRATIC_FACTOR));
}

function erraticFit(measured: MeasuredPairs, prior: ScalePrior): PatternFit {
  const open = PAIRS.filter((pair) => measured.pairs[pair]?.state === "open").length;
  const finite = finiteReadings(measured);
  return {
    outcome: "erratic",
    logLikelihood:
      open * Math.log(ERRATIC_OPEN) +
      finite.reduce((sum, reading) => sum + erraticDensity(reading, prior) + Math.log(1 - ERRATIC_OPEN), 0),
    phase: "A",
    phaseShare: 1 / 3,
    severity: 0,
  };
}

/**
 * How well each row of the fault table explains the pairs read so far.
 *
 * p(readings | row) with the unknown size of a healthy pair integrated over its belief, the place over the
 * three phases and the severity over its grid, each alike. Independent parts, the sound motor's natural
 * spread and the common offset enter the covariance; the gain widens the belief about the size. A pair not
 * read, or contradictory, is left out and changes nothing.
 * @param question measured pairs, belief about a healthy pair (ohms above 0), natural spread above 0
 * @returns one fit for each outcome, best first; empty while nothing usable is read
 */
export function recognisePattern(question: PatternQuestion): PatternFit[] {
  const { measured } = question;
  const usable = PAIRS.some((pair) => measured.pairs[pair] && measured.pairs[pair].state !== "contradictory");
  if (!usable) return [];
  const sized: ScalePrior = {
    ohms: question.prior.ohms,
    spread: Math.hypot(question.prior.spread, measured.gain.u),
  };
  const fits = FAULT_ROWS.map((row): PatternFit => {
    const prior =
      row.outcome === "shifted" ? { ...sized, spread: Math.hypot(sized.spread, SHIFTED_SPREAD) } : sized;
    const places = PHASES.flatMap((phase) =>
      row.severities.map((severity) => ({
        phase,
        severity,
        log: logOf(question, ratiosAt(row, severity, phase), prior),
      })),
    );
    const total = logSumExp(places.map(({ log }) => log));
    const ofPhase = (phase: Phase) =>
      Math.exp(logSumExp(places.filter((place) => place.phase === phase).map(({ log }) => log)) - total);
    const phase = PHASES.reduce((found, other) => (ofPhase(other) > ofPhase(found) + 1e-9 ? other : found));
    const best = places
      .filter((place) => place.phase === phase)
      .reduce((found, place) => (place.log > found.log ? place : found));
    return {
      outcome: row.outcome,
      logLikelihood: total - Math.log(places.length),
      phase,
      phaseShare: ofPhase(phase),
      severity: best.severity,
    };
  });
  return [...fits, erraticFit(measured, question.prior)].sort(
    (a, b) =>
      b.logLikelihood - a.logLikelihood ||
      PAIR_OUTCOMES.indexOf(a.outcome) - PAIR_OUTCOMES.indexOf(b.outcome),
  );
}
