/** The three answers at a limit. */
export type Judgement = "agrees" | "departs" | "cannotTell";

/**
 * Judges signed deviations, each with its own expanded uncertainty, against a symmetric limit: any
 * |d| − U > limit departs; all |d| + U ≤ limit agrees; otherwise it cannot be told. U is never put on the
 * largest deviation, which is biased upward.
 * @param deviations same unit as the limit, at least one
 * @param limit above 0
 * @throws RangeError on an empty list or a limit that is not above 0
 * @example judge([{ value: 0.04, expanded: 0.02 }], 0.05) // "cannotTell"
 */
export function judge(
  deviations: readonly { readonly value: number; readonly expanded: number }[],
  limit: number,
): Judgement {
  if (deviations.length === 0) throw new RangeError("judge: deviations must not be empty");
  if (!(limit > 0)) throw new RangeError(`judge: limit must be above 0, got ${limit}`);
  if (deviations.some(({ value, expanded }) => Math.abs(value) - expanded > limit)) return "departs";
  if (deviations.every(({ value, expanded }) => Math.abs(value) + expanded <= limit)) return "agrees";
  return "cannotTell";
}

/** The words a screen uses, in one place. */
export const JUDGEMENT_WORDS: Readonly<Record<Judgement, string>> = {
  agrees: "agrees",
  departs: "departs",
  cannotTell: "cannot tell",
};
