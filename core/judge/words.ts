import { lowerFirst } from "../check/index.ts";
import type { Build } from "../families/index.ts";
import { curesFor, curesText, likeliestText, type CureId } from "../known/index.ts";
import type { HardFact } from "./hardFact.ts";
import { chanceText } from "../quantity/index.ts";
import { DISPOSITION_LABELS, type Disposition } from "../record/index.ts";
import type { Action } from "./action.ts";
import type { FaultBelief } from "./verdict.ts";
import type { DecidingNeed } from "./warrant.ts";

const percent = (share: number) => `${Math.round(share * 100)} %`;

/** Why it is decided, or is not: the first need that holds it up, before how likely it is. */
export function reasonOf(
  needs: readonly DecidingNeed[],
  hardFact: HardFact | null,
  decided: boolean,
  action: Action | null,
  doubt: number,
): string {
  if (hardFact) return hardFact.sentence;
  const held = needs.filter(({ holds }) => holds);
  const always = held.find((need) => need.always);
  if (always) return always.sentence;
  if (!action) return "What fits best is something that these checks cannot see.";
  const nothing = action.cures.length === 0;
  const likely = action.probability >= 1 - doubt;
  if (decided && nothing)
    return `What was read agrees: ${chanceText(action.probability)} that nothing is to be done.`;
  const sure = chanceText(action.probability);
  if (decided) return `${curesText(action.cures)}: ${sure} sure that it is all that is needed.`;
  if (likely && held[0]) return held[0].sentence;
  const likeliest = likeliestText(action.cures);
  if (action.unsafe !== null) return `${likeliest} But ${lowerFirst(action.unsafe)}.`;
  if (likely) return `${likeliest} ${sure} sure that it is enough; it may be more than is needed.`;
  return `${likeliest} ${sure} sure; ${percent(1 - doubt)} needed.`;
}

export function headlineOf(
  decided: Disposition | null,
  hardFact: HardFact | null,
  action: Action | null,
  faults: readonly FaultBelief[],
  epoch: number,
  motor: Build,
): string {
  if (hardFact && decided && hardFact.ends !== "asItStands") return DISPOSITION_LABELS[decided];
  if (!decided || !action) return "Not decided yet";
  if (action.cures.length === 0) return epoch > 0 ? "Sound after repair" : "Nothing wrong found";
  const named = action.cures.map((cure) => causeOf(cure, faults, motor)).filter((name) => name !== null);
  return named.length > 0
    ? named.map((name, i) => (i === 0 ? name : name.charAt(0).toLowerCase() + name.slice(1))).join(", ")
    : DISPOSITION_LABELS[decided];
}

/** The likeliest fault that a cure is for in such a motor. */
function causeOf(cure: CureId, faults: readonly FaultBelief[], motor: Build): string | null {
  return faults.find(({ fault }) => curesFor(fault, motor)[0] === cure)?.name ?? null;
}

/** Why the motor is cleared: it ran well elsewhere, something that feeds it was seen to fail, or nothing speaks against it. */
export const clearedText = (ranWell: boolean, failed: boolean, chance: number): string =>
  ranWell
    ? "It runs well on a controller known to be good: look at what feeds and commands it."
    : failed
      ? "What feeds or commands it was seen to fail: look at what lies outside it."
      : `No fault that these readings could show: ${chanceText(chance)} that nothing is to be done to the motor.`;
