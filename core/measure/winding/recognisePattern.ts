import { type Component, type Ohms, type Ratio } from "../../quantity/index.ts";
import { fitRow, logMarginal, type RowFit, type ScalePrior } from "../../pattern/index.ts";
import { PAIRS, type Pair } from "../../record/index.ts";
import { FAULT_ROWS, PAIR_OUTCOMES, type PairOutcome, type PairRatio } from "./faultTable.ts";
import type { MeasuredPair, MeasuredPairs } from "./measurePairs.ts";

export interface PatternQuestion {
  readonly measured: MeasuredPairs;
  readonly prior: ScalePrior;
  /** Standard deviation of a sound motor's pairs among themselves, as a share. */
  readonly naturalSpread: Ratio;
}

export type PatternFit = RowFit<PairOutcome>;

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

function logOf(
  question: PatternQuestion & { readonly finite: readonly FiniteReading[] },
  expectedRatios: Readonly<Record<Pair, PairRatio>>,
  prior: ScalePrior,
) {
  const { measured, naturalSpread } = question;
  const read = question.finite;
  let slips = 0;
  const finite: FiniteReading[] = [];
  const ratios: Ratio[] = [];
  for (const reading of read) {
    const ratio = expectedRatios[reading.pair];
    if (ratio === "open") slips += 1;
    else {
      finite.push(reading);
      ratios.push(ratio);
    }
  }
  for (const pair of PAIRS)
    if (measured.pairs[pair]?.state === "open" && expectedRatios[pair] !== "open") slips += 1;
  const valued = finite.map(({ ohms, independent }) => ({ value: ohms, u: independent.u }));
  const shared = { offset: measured.offset.u, naturalSpread, contactShare: CONTACT_SHARE };
  const fit = valued.length === 0 ? 0 : logMarginal(valued, ratios, prior, shared);
  // A slipped reading carries the same density as an unexplained one, so that densities stay comparable.
  const slipped = read.filter(({ pair }) => expectedRatios[pair] === "open");
  return (
    fit + slips * SLIP + slipped.reduce((sum, reading) => sum + erraticDensity(reading, question.prior), 0)
  );
}

/** Anything from a contact's few percent upward, alike on a logarithmic scale. */
function erraticDensity({ ohms, independent }: FiniteReading, prior: ScalePrior): number {
  const least = Math.max(independent.u, CONTACT_SHARE * prior.centre);
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
    logs: [],
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
    centre: question.prior.centre,
    spread: Math.hypot(question.prior.spread, measured.gain.u),
  };
  const asked = { ...question, finite: finiteReadings(measured) };
  const fits = FAULT_ROWS.map((row): PatternFit => {
    const prior =
      row.outcome === "shifted" ? { ...sized, spread: Math.hypot(sized.spread, SHIFTED_SPREAD) } : sized;
    return fitRow(row, (ratios) => logOf(asked, ratios, prior));
  });
  return [...fits, erraticFit(measured, question.prior)].sort(
    (a, b) =>
      b.logLikelihood - a.logLikelihood ||
      PAIR_OUTCOMES.indexOf(a.outcome) - PAIR_OUTCOMES.indexOf(b.outcome),
  );
}
