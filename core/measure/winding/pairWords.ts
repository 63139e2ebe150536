import type { PairBalance } from "../../pattern/index.ts";
import { percentText, shareText } from "../../quantity/index.ts";
import { pairName } from "../../record/index.ts";
import { PAIR_OUTCOMES, type PairOutcome } from "./faultTable.ts";
import type { PatternFit } from "./recognisePattern.ts";

/** Another row is said beside the best one while it is at least a tenth as likely. */
const ALSO_FITS = Math.log(10);

/** Outcomes a meter that cannot decide the limit leaves in one heap. */
export const FINE_OUTCOMES = PAIR_OUTCOMES.filter((outcome) => /^(balanced|turns|joint|path)/u.test(outcome));

/** The best row and those that fit nearly as well: where two fit, both are said. */
export function fittingRows(fits: readonly PatternFit[]): readonly PatternFit[] {
  const best = fits[0];
  return best ? fits.filter(({ logLikelihood }) => best.logLikelihood - logLikelihood < ALSO_FITS) : [];
}

export const PLAIN: Readonly<Record<PairOutcome, (phase: string, winding: string) => string>> = {
  balanced: () => "Pairs read equal, as expected",
  shifted: () => "Pairs equal, far from the expected value",
  turnsStar: (phase) => `Both pairs through ${phase} are low: fewer turns in limb ${phase}`,
  turnsDelta: (_, winding) => `${winding} is low, the others a little: fewer turns in winding ${winding}`,
  pathStar: (phase) => `Both pairs through ${phase} are half as high again: one of two paths open`,
  pathDelta: (_, winding) => `${winding} is half as high again: one of two paths open`,
  jointSeries: (phase) => `Both pairs through ${phase} are high: a joint or lead on ${phase}`,
  jointDelta: (_, winding) => `${winding} is high, the others a little: a joint in winding ${winding}`,
  erratic: () => "The pairs fit no single fault; repeat them",
  limbOpenDelta: (_, winding) => `${winding} reads double the others: winding ${winding} open`,
  pairShorted: (_, winding) => `${winding} reads near zero: its leads touch`,
  allShort: () => "All pairs near zero: shorted together, or the wrong range",
  twoOpen: (phase) => `Both pairs through ${phase} are open`,
  allOpen: () => "All pairs open: star joint, plug or all leads",
};

export const SHORT_NOTES: Readonly<Record<PairOutcome, string>> = {
  balanced: "equal",
  shifted: "equal, shifted",
  turnsStar: "two low",
  turnsDelta: "one low",
  pathStar: "two high",
  pathDelta: "one high",
  jointSeries: "two high",
  jointDelta: "one high",
  erratic: "no pattern",
  limbOpenDelta: "3 : 1½ : 1½",
  pairShorted: "one short",
  allShort: "all short",
  twoOpen: "two open",
  allOpen: "all open",
};

/**
 * What is said instead of the best-fitting row where that row would claim too much: a meter that cannot tell names no
 * fault, and pairs that differ are never called equal.
 */
export function honest(
  fits: readonly PatternFit[],
  balance: PairBalance | null,
): { sentence: string; departs: boolean } | null {
  const best = fits[0]!;
  const even = fits.find(({ outcome }) => outcome === "balanced");
  const asGood = even !== undefined && best.logLikelihood - even.logLikelihood < ALSO_FITS;
  if (!balance || !(FINE_OUTCOMES.includes(best.outcome) || asGood)) return null;
  const { value, expanded } = balance.deviations[balance.worst];
  const figure = `${percentText(value)} ± ${shareText(expanded)}, ${pairName(balance.worst)}, where ${shareText(balance.limit)} is asked`;
  if (balance.judgement === "cannotTell")
    return { sentence: `This meter cannot tell whether the pairs are equal: ${figure}`, departs: false };
  if (balance.judgement === "agrees" && best.outcome !== "balanced")
    return { sentence: `Pairs equal within the limit: largest deviation ${figure}`, departs: false };
  if (balance.judgement === "departs" && best.outcome === "balanced")
    return {
      sentence: `Pairs differ, and no single fault fits them better than none: ${figure}`,
      departs: true,
    };
  return null;
}
