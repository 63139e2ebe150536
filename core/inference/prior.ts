import { MOST_FAULTS, NONE } from "./sets.ts";
import type { Circumstances, Model } from "./types.ts";

/**
 * ln P(set) before any evidence: independent faults, and a complaint that needs a cause. One cause is enough: a further one
 * beside it is rarer, less so where one brings the other along. Kept as terms, so that sets of any size add them up:
 * none + Σ odds(fault) + further(causes, ties) + ln(without + (1 − without)·explained).
 */
export interface PriorTerms {
  readonly faults: number;
  /** ln P(no fault), a complaint aside. */
  readonly none: number;
  /** By fault and for no fault: ln of its odds. */
  readonly odds: Float64Array;
  /** 1 for a fault that explains the complaint, and may make a further cause rare. */
  readonly causes: Uint8Array;
  /** Chance that a fault leads to no complaint. */
  readonly silent: Float64Array;
  /** 1 at both places of a square where one of two faults brings the other along. */
  readonly tied: Uint8Array;
  /** What is added for so many causes, and so many ties among them: causes · 4 + ties. */
  readonly further: Float64Array;
  /** Factor on the odds that nothing explains the complaint; 1 where nobody complained. */
  readonly without: number;
}

/** Places of a side of {@link PriorTerms.tied}. */
export const WIDE = NONE + 1;
const ties = new WeakMap<Model, Uint8Array>();

function tiesOf(model: Model): Uint8Array {
  const found = ties.get(model);
  if (found) return found;
  const made = new Uint8Array(WIDE * WIDE);
  const place = (id: string) => model.faults.findIndex((fault) => fault.id === id);
  for (const [one, other] of model.companions) {
    const [a, b] = [place(one), place(other)];
    if (a >= 0 && b >= 0) made[a * WIDE + b] = made[b * WIDE + a] = 1;
  }
  ties.set(model, made);
  return made;
}

/**
 * The terms of ln P(set) under these circumstances.
 * @example priorTerms(model, { settings, priors: [0.5], complaint: null }).odds[0] // 0: one to one
 */
export function priorTerms(model: Model, { priors, complaint }: Circumstances): PriorTerms {
  const odds = new Float64Array(WIDE);
  const causes = new Uint8Array(WIDE);
  const silent = new Float64Array(WIDE).fill(1);
  priors.forEach((p, i) => (odds[i] = Math.log(p) - Math.log(1 - p)));
  model.faults.forEach((fault, i) => {
    const explains = complaint?.explains?.[i] ?? fault.explains;
    // A fault that hardly explains a complaint is no cause of it, and does not make another one rare.
    causes[i] = Number(explains >= 0.5);
    silent[i] = 1 - explains;
  });
  const rarer = complaint ? Math.log(complaint.furtherCause) : 0;
  const companion = complaint ? Math.log(complaint.companionCause) - rarer : 0;
  const further = Float64Array.from({ length: 4 * (MOST_FAULTS + 1) }, (_, at) => {
    const [count, tiesAmong] = [Math.floor(at / 4), at % 4];
    return count > 1 ? (count - 1) * rarer + Math.min(tiesAmong, count - 1) * companion : 0;
  });
  return {
    ...{ odds, causes, silent, further, tied: tiesOf(model), faults: model.faults.length },
    none: priors.reduce((sum, p) => sum + Math.log(1 - p), 0),
    without: complaint?.withoutCause ?? 1,
  };
}

/**
 * What is added to the odds for further causes. @param a ascending, NONE where there is none
 * @returns ln, 0 for one cause or none
 * @example furtherOf(terms, a, b, NONE) // ln 0.1 for two unrelated causes at odds of a tenth
 */
export function furtherOf({ causes, tied, further }: PriorTerms, a: number, b: number, c: number): number {
  const count = causes[a]! + causes[b]! + causes[c]!;
  const among = tied[a * WIDE + b]! + tied[b * WIDE + c]! + tied[a * WIDE + c]!;
  return further[count * 4 + among]!;
}

/**
 * What is added for how far the set explains that somebody complained: 0 at most.
 * @returns ln, at most 0
 * @example explainedOf(terms, NONE, NONE, NONE) // ln 0.05 where one complaint in twenty has no cause
 */
export function explainedOf({ silent, without }: PriorTerms, a: number, b: number, c: number): number {
  if (without === 1) return 0;
  return Math.log(without + (1 - without) * (1 - silent[a]! * silent[b]! * silent[c]!));
}
