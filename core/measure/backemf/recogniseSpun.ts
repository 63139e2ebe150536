import { fitRow, logMarginal, type RowFit, type ScalePrior, type Valued } from "../../pattern/index.ts";
import type { Ratio } from "../../quantity/index.ts";
import { PAIRS, type ByPair } from "../../record/index.ts";
import type { MeasuredSpin, SpunPair } from "./measureSpin.ts";
import { SPUN_OUTCOMES, SPUN_ROWS, type SpunOutcome, type SpunRatio } from "./spunTable.ts";

export type SpunFit = RowFit<SpunOutcome>;

/** Sound motors' pairs differ by this much when spun, one standard deviation. Bench judgement. */
const NATURAL: Ratio = 0.005;
/** With inductance and part-shorted loops the two affected pairs differ by a few percent from the plain row. */
const NATURAL_OF_TURNS: Ratio = 0.025;
/** Shorted leads still show a few percent through their own ohms. */
const CONTACT_SHARE: Ratio = 0.03;
/** A floating pair picks up anything from nothing to half of normal; a little more with stray capacitance. */
const FLOATS_UP_TO: Ratio = 0.6;
/** Two pairs that float alike to within this, steady, are a coincidence. */
const SLIP = Math.log(1e-4);
/** A floating pair rarely stands a low-impedance load, and a live one rarely collapses. Judgement. */
const BURDEN_WRONG = Math.log(0.01);
const ERRATIC_FACTOR = 1e3;

interface Read extends Valued {
  readonly pair: SpunPair;
  readonly ratio: SpunRatio;
}

function logOf(measured: MeasuredSpin, ratios: ByPair<SpunRatio>, prior: ScalePrior, naturalSpread: Ratio) {
  const reads = PAIRS.flatMap((name): Read[] => {
    const pair = measured.pairs[name];
    return pair ? [{ pair, ratio: ratios[name], value: pair.perSpeed, u: pair.independent.u }] : [];
  });
  const best = Math.max(...reads.map(({ value }) => value), 0);
  // What a healthy pair makes, as far as these readings and the prior know.
  const healthy = Math.max(best, 1e-12);
  const live = reads.filter((read): read is Read & { ratio: Ratio } => read.ratio !== "floating");
  const floating = reads.filter(({ ratio }) => ratio === "floating");
  const all = floating.length === reads.length;
  const ceiling = FLOATS_UP_TO * (all ? prior.centre : healthy);
  let log = 0;
  for (const { value, pair } of floating) {
    log += value <= ceiling ? -Math.log(ceiling) : SLIP - Math.log(ceiling);
    if (pair.burden === "stands") log += BURDEN_WRONG;
  }
  for (const { pair, ratio } of live) {
    if (pair.burden === "collapses" && ratio > 0) log += BURDEN_WRONG;
    if (pair.wandering) log += BURDEN_WRONG;
  }
  if (live.length > 0)
    log += logMarginal(
      live,
      live.map(({ ratio }) => ratio),
      prior,
      { offset: 0, naturalSpread, contactShare: CONTACT_SHARE },
    );
  return log;
}

/** Anything from a few percent upward, alike on a logarithmic scale. */
function erratic(measured: MeasuredSpin, prior: ScalePrior): SpunFit {
  const logs = PAIRS.flatMap((name) => {
    const pair = measured.pairs[name];
    if (!pair) return [];
    const least = Math.max(pair.independent.u, CONTACT_SHARE * prior.centre);
    return [-Math.log(Math.max(pair.perSpeed, least) * Math.log(ERRATIC_FACTOR))];
  });
  return {
    outcome: "erratic",
    logLikelihood: logs.reduce((sum, log) => sum + log, 0),
    phase: "A",
    phaseShare: 1 / 3,
    severity: 0,
    logs: [],
  };
}

/**
 * How well each row of the spun fault table explains the pairs read so far, as the pairs at rest are read: size,
 * place and severity integrated out. A floating pair may show anything up to 0.6 of normal; a low-impedance load
 * that makes it collapse, or repeats that wander, speak for floating.
 * @param prior belief about a healthy pair's volts per unit of speed, centre above 0
 * @returns one fit for each outcome, best first; empty while nothing is read
 */
export function recogniseSpun(measured: MeasuredSpin, prior: ScalePrior): SpunFit[] {
  if (PAIRS.every((pair) => !measured.pairs[pair])) return [];
  const fits = SPUN_ROWS.map((row) => {
    const spread = row.outcome.startsWith("turns") ? NATURAL_OF_TURNS : NATURAL;
    return fitRow(row, (ratios) => logOf(measured, ratios, prior, spread));
  });
  return [...fits, erratic(measured, prior)].sort(
    (a, b) =>
      b.logLikelihood - a.logLikelihood ||
      SPUN_OUTCOMES.indexOf(a.outcome) - SPUN_OUTCOMES.indexOf(b.outcome),
  );
}
