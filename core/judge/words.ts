import { lowerFirst, type CheckState } from "../check/index.ts";
import type { Build } from "../families/index.ts";
import { curesFor, curesText, likeliestText, type CureId } from "../known/index.ts";
import type { HardFact } from "./hardFact.ts";
import { checkOf, ownPlan } from "../measure/index.ts";
import { chanceText } from "../quantity/index.ts";
import { DISPOSITION_LABELS, type Disposition, type Motor } from "../record/index.ts";
import type { Action } from "./action.ts";
import type { FaultBelief, Verdict } from "./verdict.ts";
import type { DecidingNeed } from "./warrant.ts";

const percent = (share: number) => `${Math.round(share * 100)} %`;

/** How sure it is and what is asked, as every verdict ends. @example sureText(0.25, 0.08) // "25 % sure; 92 % needed." */
const sureText = (chance: number, doubt: number) =>
  `${chanceText(chance)} sure; ${percent(1 - doubt)} needed.`;

/**
 * The verdict in one form: what is likeliest, how sure that is and what is asked, then the first need that holds it up. What is
 * decided is not called likely any more.
 * @example "Most likely: replace the sensor. 25 % sure; 92 % needed. First: three pairs."
 */
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
  if (!action) return always?.sentence ?? "What fits best is something that these checks cannot see.";
  // Readings that are themselves in doubt make nobody sure that nothing is wrong.
  if (always && action.cures.length === 0) return always.sentence;
  const sure = sureText(action.probability, doubt);
  if (decided) return `${action.cures.length === 0 ? "Nothing is wrong" : curesText(action.cures)}. ${sure}`;
  const likely = action.probability >= 1 - doubt;
  const first = always ?? (likely ? held[0] : undefined);
  const because = first
    ? first.sentence
    : action.unsafe !== null
      ? `But ${lowerFirst(action.unsafe)}.`
      : likely
        ? "It may be more than is needed."
        : "";
  return `${likeliestText(action.cures)} ${sure} ${because}`.trim();
}

/** What of a motor's plan was read and what was not, for somebody who asks by what it is called sound. */
export function readText(motor: Motor, plan: Verdict["plan"]): string {
  const own = ownPlan(motor, plan).filter(({ check }) => checkOf(check).looksAt !== "isolation");
  const isOf = (states: readonly CheckState[]) => (line: (typeof own)[number]) => states.includes(line.state);
  const named = (lines: typeof own) => lines.map(({ title }) => lowerFirst(title)).join(", ");
  const read = own.filter(isOf(["agrees", "departs"]));
  const untold = own.filter(isOf(["cannotTell"]));
  const begun = own.filter(isOf(["inProgress"]));
  // What is asked of such a motor only where something calls for it is missed by nobody.
  const not = own
    .filter(isOf(["toDo", "skipped"]))
    .filter(({ check, state }) => state !== "toDo" || !checkOf(check).optional(motor));
  return [
    ...(read.length > 0 ? [`Read: ${named(read)}.`] : []),
    ...(begun.length > 0 ? [`Read in part: ${named(begun)}.`] : []),
    ...(untold.length > 0 ? [`Read, and cannot tell: ${named(untold)}.`] : []),
    ...(not.length > 0 ? [`Not read: ${named(not)}.`] : []),
  ].join(" ");
}

/** A verdict in one line: the likeliest fault that each cure is for, once it is decided. */
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
export const clearedText = (ranWell: boolean, failed: boolean, chance: number, doubt: number): string =>
  ranWell
    ? "It runs well on a controller known to be good: look at what feeds and commands it."
    : failed
      ? "What feeds or commands it was seen to fail: look at what lies outside it."
      : `No fault that these readings could show. ${sureText(chance, doubt)}`;
