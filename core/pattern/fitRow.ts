import type { Ratio } from "../quantity/index.ts";
import { PHASES, type ByPair, type Phase } from "../record/index.ts";
import { logSumExp } from "./marginal.ts";
import { placesOf, type Row } from "./places.ts";

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
  const places = placesOf(row);
  const logs = places.map(({ ratios }) => logOf(ratios));
  const total = logSumExp(logs);
  const each = row.severities.length;
  const shares = PHASES.map((_, i) => Math.exp(logSumExp(logs.slice(i * each, (i + 1) * each)) - total));
  const leading = shares.reduce((found, share, i) => (share > shares[found]! + 1e-9 ? i : found), 0);
  let best = leading * each;
  for (let i = best + 1; i < (leading + 1) * each; i += 1) if (logs[i]! > logs[best]!) best = i;
  return {
    outcome: row.outcome,
    logLikelihood: total - Math.log(places.length),
    phase: PHASES[leading]!,
    phaseShare: shares[leading]!,
    severity: places[best]!.severity,
  };
}
