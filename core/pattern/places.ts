import { PAIRS, PHASES, type ByPair, type ByPhase, type Pair, type Phase } from "../record/index.ts";

/** A row of a fault table: what three pairs then read, with the fault at phase A or winding AB. */
export interface Row<Outcome extends string, Cell> {
  readonly outcome: Outcome;
  /** Severities worth trying, in the unit of the row. */
  readonly severities: readonly number[];
  readonly ratios: (severity: number) => ByPair<Cell>;
}

/** Which pair of the table's A-row a pair plays when the fault sits at another phase. */
const ROLE: ByPhase<ByPair<Pair>> = {
  A: { AB: "AB", BC: "BC", CA: "CA" },
  B: { AB: "CA", BC: "AB", CA: "BC" },
  C: { AB: "BC", BC: "CA", CA: "AB" },
};

/** One place and severity of a row, and the ratios the pairs then read. */
export interface RowPlace<Cell> {
  readonly phase: Phase;
  readonly severity: number;
  readonly ratios: ByPair<Cell>;
}

/** A row's places depend on nothing but the row: worked out once. */
const kept = new WeakMap<object, readonly RowPlace<unknown>[]>();

/** Every place and severity of a row, phase by phase. */
export function placesOf<Cell>(row: Row<string, Cell>): readonly RowPlace<Cell>[] {
  const found = kept.get(row);
  if (found) return found as readonly RowPlace<Cell>[];
  const made = PHASES.flatMap((phase) =>
    row.severities.map((severity) => ({ phase, severity, ratios: ratiosAt(row, severity, phase) })),
  );
  kept.set(row, made);
  return made;
}

/** The row's ratios with the fault moved to a phase: the phases turn, nothing else changes. */
export function ratiosAt<Cell>(row: Row<string, Cell>, severity: number, phase: Phase): ByPair<Cell> {
  const atA = row.ratios(severity);
  const role = ROLE[phase];
  return { AB: atA[role.AB], BC: atA[role.BC], CA: atA[role.CA] };
}

/**
 * The delta winding or shorted pair that a row's phase stands for: the row's AB turned to that phase.
 * @example windingAt("B") // "BC"
 */
export function windingAt(phase: Phase): Pair {
  return PAIRS.find((pair) => ROLE[phase][pair] === "AB") ?? "AB";
}

/**
 * Severities spread alike on a logarithmic scale, ends included.
 * @param count at least 2
 * @example logSpaced(0.01, 1, 3) // [0.01, 0.1, 1]
 */
export function logSpaced(from: number, to: number, count: number): number[] {
  return Array.from({ length: count }, (_, i) => from * (to / from) ** (i / (count - 1)));
}

/** Shares of a limb's turns that may be shorted, at rest and spun; below 3 % no hand instrument shows it. */
export const SHORTED_TURNS: readonly number[] = logSpaced(0.03, 1, 60);
