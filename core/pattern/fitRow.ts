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
  /** ln p(readings | place), place by place: phase by phase, each severity by severity. Empty where it has no places. */
  readonly logs: readonly number[];
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
    logs,
  };
}

/** Of two readings of one fault, this many are of one severity; the others share its phase alone. Judgement. */
const ONE_SEVERITY = 0.8;

/** Mean of e^v. */
const meanOf = (logs: readonly number[]) => Math.exp(logSumExp(logs)) / logs.length;

/**
 * How far two fits of one fault agree on where it sits and how grave it is: the mean of the product of both over the
 * product of the means. Above 1 where they point at one place, below where at two. A short through a contact is of one
 * phase and not quite of one severity at rest and spun.
 * @param one and other fits of rows whose phases stand for the same limb or winding
 * @returns 1 where either has no places
 * @example agreementOf(fitAt("A"), fitAt("A")) // up to 3 for the phase alone
 */
export function agreementOf(one: RowFit<string>, other: RowFit<string>): number {
  if (one.logs.length === 0 || other.logs.length === 0) return 1;
  const [ones, others] = [one, other].map(({ logs, logLikelihood }) =>
    logs.map((log) => log - logLikelihood),
  ) as [number[], number[]];
  const [each, eachOther] = [ones.length / PHASES.length, others.length / PHASES.length];
  const byPhase =
    PHASES.reduce(
      (sum, _, i) =>
        sum +
        meanOf(ones.slice(i * each, (i + 1) * each)) *
          meanOf(others.slice(i * eachOther, (i + 1) * eachOther)),
      0,
    ) / PHASES.length;
  if (each !== eachOther || each === 1) return byPhase;
  const bySeverity = meanOf(ones.map((log, i) => log + others[i]!));
  return ONE_SEVERITY * bySeverity + (1 - ONE_SEVERITY) * byPhase;
}
