import { CURE_IDS, cureFactsOf, LEAST_KNOWN, type CureId } from "../known/index.ts";
import { median, type Minutes } from "../quantity/index.ts";
import { isSentBack, type ExperienceOf, type Family } from "../record/index.ts";
import type { Outcome } from "./outcome.ts";

/** What repairs of a model or family came to in this shop. */
export interface Found {
  /** Jobs whose end says what was wrong: proved by a repair, or cleared. */
  readonly known: number;
  /** What cured them, the most frequent first; nothing to cure is left out. */
  readonly cures: readonly { readonly cure: CureId; readonly n: number }[];
  readonly cleared: number;
  readonly repaired: number;
  readonly proved: number;
  readonly cameBack: number;
  /** Of repairs, hands on; null without any. */
  readonly minutes: Minutes | null;
  /** Median bill; null where no repair had a price. */
  readonly cost: number | null;
}

const middle = (values: readonly number[]) => (values.length > 0 ? median(values) : null);
const isCure = (cure: string): cure is CureId => CURE_IDS.some((one) => one === cure);

/** What motors alike had, from outcomes of closed jobs and whether each came back. */
export function foundIn(
  outcomes: readonly { readonly outcome: Outcome; readonly cameBack: boolean }[],
): Found {
  const repaired = outcomes.filter(({ outcome }) => outcome.repairs > 0);
  const proved = repaired.filter(({ outcome, cameBack }) => outcome.proof === "proved" && !cameBack);
  const cleared = outcomes.filter(
    ({ outcome, cameBack }) => outcome.repairs === 0 && isSentBack(outcome.did?.disposition) && !cameBack,
  );
  const counts = new Map<CureId, number>();
  for (const { outcome } of [...proved, ...cleared])
    for (const cure of outcome.did?.cures ?? [])
      if (isCure(cure)) counts.set(cure, (counts.get(cure) ?? 0) + 1);
  return {
    known: proved.length + cleared.length,
    cures: [...counts].map(([cure, n]) => ({ cure, n })).sort((a, b) => b.n - a.n),
    cleared: cleared.length,
    repaired: repaired.length,
    proved: proved.length,
    cameBack: outcomes.filter(({ cameBack }) => cameBack).length,
    minutes: middle(repaired.map(({ outcome }) => outcome.minutes)),
    cost: middle(repaired.flatMap(({ outcome }) => outcome.cost ?? [])),
  };
}

/** What could be let weigh: every model and family with closed jobs enough that tell. */
export function experienceIn(outcomes: Parameters<typeof foundIn>[0]): readonly ExperienceOf[] {
  const models = new Map(outcomes.map(({ outcome }) => [outcome.modelId, outcome.family]));
  const families = new Set(outcomes.map(({ outcome }) => outcome.family));
  const of = (model: string | null, family: Family): ExperienceOf => {
    const { known, cures } = foundIn(
      outcomes.filter(({ outcome }) =>
        model === null ? outcome.family === family : outcome.modelId === model,
      ),
    );
    return { model, family, known, cures: Object.fromEntries(cures.map(({ cure, n }) => [cure, n])) };
  };
  return [
    ...[...models].flatMap(([model, family]) => (model === null ? [] : [of(model, family)])),
    ...[...families].map((family) => of(null, family)),
  ].filter(({ known }) => known >= LEAST_KNOWN);
}

/** The frequent ones in a sentence each: "6 of 11 needed: replace the bearings". @param least how many say something */
export function foundWords({ known, cures, cleared }: Found, least = 3): readonly string[] {
  if (known < least) return [];
  return [
    ...cures
      .filter(({ n }) => n >= 2)
      .slice(0, 3)
      .map(({ cure, n }) => `${n} of ${known} had it in the ${cureFactsOf(cure).what}`),
    ...(cleared > 0 ? [`${cleared} of ${known} were not at fault`] : []),
  ];
}
