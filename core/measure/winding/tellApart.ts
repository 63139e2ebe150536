import type { PatternFit } from "./recognisePattern.ts";

/** Rows that say the same of the limbs as a balanced triple, or say nothing of them. */
const NOT_A_RIVAL = new Set(["shifted", "erratic", "balanced"]);

/**
 * Rows that fit nearly as well as the best and would mean another fault. Equal pairs have none: a fault too
 * small to see is what the limit allows.
 */
export function rivalsOf(rows: readonly PatternFit[]): readonly PatternFit[] {
  if (rows[0] && NOT_A_RIVAL.has(rows[0].outcome)) return [];
  return rows.slice(1).filter(({ outcome }) => !NOT_A_RIVAL.has(outcome));
}

/**
 * What tells rival rows apart, as one instruction; null where they do not need it. From the fault table:
 * turns change the spun voltage, joints and paths do not; star and delta rows differ by the connection.
 */
export function tellApart(rows: readonly PatternFit[]): string | null {
  const fitting = [...rows.slice(0, 1), ...rivalsOf(rows)].map(({ outcome }) => outcome);
  if (fitting.length < 2) return null;
  const some = (pattern: RegExp) => fitting.some((outcome) => pattern.test(outcome));
  if (some(/^turns/u) && some(/^(joint|path)/u))
    return "Spin it: equal volts mean a joint or path, unequal ones mean turns.";
  if (some(/Star$/u) && some(/Delta$/u))
    return "Find out whether it is star or delta: the limb at fault depends on it.";
  if (some(/^path/u) && some(/^joint/u))
    return "Open it and count the wires in the joint: a path lost, or a bad joint.";
  return "Read the pairs again with a finer meter.";
}
