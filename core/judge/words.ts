import { lowerFirst } from "../check/index.ts";
import { curesFor, curesText, type CureId } from "../known/index.ts";
import type { HardFact } from "./hardFact.ts";
import { chanceText } from "../quantity/index.ts";
import { DISPOSITION_LABELS, type Disposition, type Family } from "../record/index.ts";
import type { Action } from "./action.ts";
import type { Holds } from "./holds.ts";
import type { FaultBelief } from "./verdict.ts";

const percent = (share: number) => `${Math.round(share * 100)} %`;

export function reasonOf(
  holds: Holds,
  hardFact: HardFact | null,
  decided: boolean,
  action: Action | null,
  doubt: number,
): string {
  if (hardFact) return hardFact.sentence;
  if (holds.unproved)
    return "All pairs open proves nothing until the probe tips were touched together and read near zero.";
  if (holds.halfDone) return `${holds.halfDone.title}: half done. Finish it before deciding.`;
  if (holds.setupDoubt) return "The test set-up is the likely cause: mend it and read again what it touched.";
  if (!action) return "What fits best is something that these checks cannot see.";
  const nothing = action.cures.length === 0;
  const what = nothing ? "Nothing wrong" : curesText(action.cures);
  if (decided && nothing)
    return `What was read agrees: ${chanceText(action.probability)} that nothing is to be done.`;
  if (decided) return `${what}: ${chanceText(action.probability)} that it is all that is needed.`;
  if (action.probability >= 1 - doubt && holds.unfed)
    return `${what} fits, but first: ${lowerFirst(holds.unfed.title)}.`;
  if (action.probability >= 1 - doubt && holds.unread.length > 0)
    return `${what} fits, but first: ${holds.unread.map(({ title }) => lowerFirst(title)).join(" and ")}.`;
  if (holds.onOneLook && action.probability >= 1 - doubt)
    return `${what} fits, and rests on one look: look again before it is opened or ordered for.`;
  if (holds.unfounded && action.probability >= 1 - doubt)
    return "All that was read agrees: nothing is opened or ordered on a complaint alone.";
  if (holds.uncleared && action.probability >= 1 - doubt)
    return action.cures.length === 0
      ? "Nothing points at the motor so far; checks are still open."
      : "Nothing points at the motor so far, and nothing outside it was seen to fail.";
  if (action.unsafe !== null) return `${what} fits, but ${lowerFirst(action.unsafe)}.`;
  if (action.probability >= 1 - doubt)
    return `${what}: ${chanceText(action.probability)} that it is enough; it may be more than is needed.`;
  return `${what} leads with ${chanceText(action.probability)}; ${percent(1 - doubt)} is asked.`;
}

export function headlineOf(
  decided: Disposition | null,
  hardFact: HardFact | null,
  action: Action | null,
  faults: readonly FaultBelief[],
  epoch: number,
  family: Family,
): string {
  if (hardFact && decided && hardFact.ends !== "asItStands") return DISPOSITION_LABELS[decided];
  if (!decided || !action) return "Not decided yet";
  if (action.cures.length === 0) return epoch > 0 ? "Sound after repair" : "Nothing wrong found";
  const named = action.cures.map((cure) => causeOf(cure, faults, family)).filter((name) => name !== null);
  return named.length > 0
    ? named.map((name, i) => (i === 0 ? name : name.charAt(0).toLowerCase() + name.slice(1))).join(", ")
    : DISPOSITION_LABELS[decided];
}

/** The likeliest fault that a cure is for in a motor of this family. */
function causeOf(cure: CureId, faults: readonly FaultBelief[], family: Family): string | null {
  return faults.find(({ fault }) => curesFor(fault, family)[0] === cure)?.name ?? null;
}

export const CLEARED =
  "It runs well on a controller known to be good, and its own checks agree: look at what feeds and commands it.";
