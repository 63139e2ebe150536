import type { ExperienceOf, Motor, ShopLimits } from "../record/index.ts";
import type { OddsFactors } from "./circumstances.ts";
import { CURE_IDS, cureFactsOf } from "./cures/index.ts";
import { curesFor } from "./whatCures.ts";
import { factsOf, type FaultId } from "./faults/index.ts";

/** Fewer closed jobs that tell say nothing. */
export const LEAST_KNOWN = 10;
/** How many jobs' worth the usual odds are held with before a shop's own count. Judgement. */
const USUAL_WORTH = 20;
/** No count moves the odds further than this. Judgement. */
const MOST_MOVED = 4;

/** What this shop lets weigh for a motor: its model's count, else its family's; null where there is none. */
export function experienceFor(
  limits: Pick<ShopLimits, "experience"> | undefined,
  { modelId = null, family }: Pick<Motor, "modelId" | "family">,
): ExperienceOf | null {
  const known = (limits?.experience?.of ?? []).filter((one) => one.known >= LEAST_KNOWN);
  return (
    (modelId !== null && known.find(({ model }) => model === modelId)) ||
    (known.find((one) => one.model === null && one.family === family) ?? null)
  );
}

/**
 * How a shop's own count moves the odds of each fault, by its usual cure. The usual share of a cure among motors that come
 * in is held as a Beta prior worth {@link USUAL_WORTH} jobs; k of n jobs cured by it move its mean to
 * (worth·share + k) / (worth + n). Source: Gelman et al., *Bayesian Data Analysis*, on the Beta-binomial model.
 * @example half of 20 jobs where a tenth is usual: 0.3, odds times 3.86
 */
export function experienceFactors(
  { known, cures, family }: ExperienceOf,
  faults: readonly FaultId[],
): OddsFactors {
  const usual = faults.flatMap((fault) => {
    const [cure] = curesFor(fault, { family });
    return cure && factsOf(fault).explains === 1
      ? [{ fault, cure, prior: factsOf(fault).prior[family] }]
      : [];
  });
  const total = usual.reduce((sum, { prior }) => sum + prior, 0);
  return Object.fromEntries(
    usual.map(({ fault, cure }) => {
      const share = usual.reduce((sum, one) => (one.cure === cure ? sum + one.prior : sum), 0) / total;
      const moved = (USUAL_WORTH * share + (cures[cure] ?? 0)) / (USUAL_WORTH + known);
      const factor = moved / (1 - moved) / (share / (1 - share));
      return [fault, Math.min(MOST_MOVED, Math.max(1 / MOST_MOVED, factor))];
    }),
  );
}

/** What weighs, in a sentence. */
export function experienceText({ model, known, cures }: ExperienceOf): string {
  const [most] = CURE_IDS.map((cure) => ({ cure, n: cures[cure] ?? 0 })).sort((a, b) => b.n - a.n);
  const found = most && most.n > 0 ? `: ${most.n} of them had it in the ${cureFactsOf(most.cure).what}` : "";
  return `${known} closed jobs of this ${model ? "model" : "family"} weigh in the odds${found}`;
}
