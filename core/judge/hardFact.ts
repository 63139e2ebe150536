import { cureFactsOf, FAULT_IDS, factsOf, PRECEDENCE, type CureId } from "../known/index.ts";
import { marksShown } from "../measure/mechanical/index.ts";
import type { Sitting } from "../record/index.ts";

/** A fact that ends the matter: it asks for one cure and no other, or leaves the motor unusable as it stands. */
export interface HardFact {
  readonly ends: CureId | "asItStands";
  readonly sentence: string;
}

const ENDING = FAULT_IDS.flatMap((fault) => factsOf(fault).endedBy).toSorted(
  (a, b) =>
    PRECEDENCE.indexOf(cureFactsOf(a.cure).disposition) - PRECEDENCE.indexOf(cureFactsOf(b.cure).disposition),
);

/** The mark that ends the matter, seen and photographed; of several the one that asks for most. */
export function hardFactOf(sitting: Sitting, epoch: number): HardFact | null {
  const shown = marksShown(sitting, epoch);
  const found = ENDING.find(({ mark }) => shown.includes(mark));
  return found ? { ends: found.cure, sentence: found.sentence } : null;
}
