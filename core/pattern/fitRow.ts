import type { Ratio } from "../quantity/index.ts";
import { PHASES, type ByPair, type Phase } from "../record/index.ts";
import { logSumExp } from "./marginal.ts";
import { ratiosAt, type Row } from "./places.ts";

export interface RowFit<Outcome extends string> {
  readonly outcome: Outcome;
  /** Natural logarithm of p(readings | outcome), up to a constant common to all outcomes. */
  readonly logLikelihood: number;
  /** Where the fault then sits, and how probable that place is. */
  readonly phase: Phase;
  readonly phaseShare: Ratio;
  /** Best severity of the row. */
  readonly severity: number;
}

/**
 * p(readings | row): the place integrated over the three phases and the severity over the row's grid, each alike.
 * @param logOf ln p(readings | these ratios)
 */
export function fitRow<Outcome extends string, Cell>(
  row: Row<Outcome, Cell>,
  logOf: (ratios: ByPair<Cell>) => number,
): RowFit<Outcome> {
  const places = PHASES.flatMap((phase) =>
    row.severities.map((severity) => ({ phase, severity, log: logOf(ratiosAt(row, severity, phase)) })),
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
}
