import {
  curesOf,
  cureSet,
  curesOfSet,
  NO_CURE,
  NOTHING,
  type Actions,
  type CureSet,
} from "../inference/index.ts";
import { DISPOSITION_LABELS, type Decision, type Remedy } from "../record/index.ts";
import { comesApart, FAMILY_FACTS, isOnePiece, type Build } from "../families/index.ts";
import { CURE_IDS, CURES, type Cure, type CureId } from "./cures/index.ts";
import { factsOf, type FaultId } from "./faults/index.ts";

const NUMBERS = new Map(CURE_IDS.map((cure, i) => [cure, i]));
/** A new motor: it makes all needless that is done inside one. */
export const WHOLE_MOTOR = CURE_IDS.find((cure) => CURES[cure].replacesAll)!;
/** These cures as the engine counts them, in the order of {@link CURE_IDS}. */
export const setOf = (cures: readonly CureId[]): CureSet => cureSet(cures.map((cure) => NUMBERS.get(cure)!));

/** Whether it is done outside a motor or instead of it, where one in one piece is not taken apart. */
const isWhole = (cure: CureId, motor: Build) =>
  !isOnePiece(motor) || !CURES[cure].onMotor || CURES[cure].replacesAll;

/**
 * What cures a fault in such a motor, the usual first. Nobody resolders or opens a potted one: what is wrong
 * inside it ends in the motor.
 */
export function curesFor(fault: FaultId, motor: Build): readonly CureId[] {
  const { cures } = factsOf(fault);
  const { openable } = FAMILY_FACTS[motor.family];
  const apart = comesApart(motor);
  if (openable) return cures.filter((cure) => CURES[cure].shut !== "apart");
  // Whatever it is, it is in the motor, and one that nobody opens is replaced as it is.
  if (fault === "unseen" && !apart) return ["motor"];
  const how = (shut: Cure["shut"]) => cures.filter((cure) => CURES[cure].shut === shut);
  return [...(apart ? how("apart") : []), ...how("always").filter((cure) => isWhole(cure, motor))];
}

/** Whether any cure of it is work on the motor itself; what nothing known cures has none. */
export const isMendedOnMotor = (fault: FaultId): boolean =>
  factsOf(fault).cures.some((cure) => CURES[cure].onMotor);

/** What cures these faults, as the engine takes it. */
export function actionsOf(faults: readonly FaultId[], motor: Build): Actions {
  const of = faults.map((fault) => curesFor(fault, motor));
  return {
    cures: CURE_IDS.length,
    curedBy: of.map(setOf),
    usual: of.map((cures) => (cures[0] ? CURE_IDS.indexOf(cures[0]) : -1)),
    aside: setOf(CURE_IDS.filter((cure) => CURES[cure].aside)),
    covering: {
      cure: CURE_IDS.indexOf(WHOLE_MOTOR),
      covers: setOf(CURE_IDS.filter((cure) => CURES[cure].onMotor && cure !== WHOLE_MOTOR)),
    },
  };
}

/** The cures of a set that the engine counts with. */
export const curesIn = (set: CureSet): readonly CureId[] => curesOfSet(set).map((cure) => CURE_IDS[cure]!);

/** The same; null where the set stands for what nothing known cures, or for many sets together. */
export function namedIn(set: CureSet): readonly CureId[] | null {
  const named = curesOf(set);
  return named && named.map((cure) => CURE_IDS[cure]!);
}

/** The weightier disposition wins where several cures are done: a new motor is a new motor, whatever else is. */
export const PRECEDENCE = [
  "replaceMotor",
  "replacePart",
  "resolder",
  "repair",
  "notMotor",
  "undecided",
] as const satisfies readonly Remedy[];

const dispositions = new Map<CureSet, Remedy>();

/** What a set of cures comes to, in one word. Nothing to do is *not the motor*; what nothing cures is *undecided*. */
export function dispositionOf(set: CureSet): Remedy {
  if ((set & NO_CURE) !== NOTHING) return "undecided";
  const kept = dispositions.get(set);
  if (kept) return kept;
  const found = curesIn(set).map((cure) => CURES[cure].disposition);
  const made = PRECEDENCE.find((disposition) => found.includes(disposition)) ?? "notMotor";
  dispositions.set(set, made);
  return made;
}

/** Cures in words, the weightier first: "Replace the bearings; dry, clean and seal". */
export function curesText(cures: readonly CureId[]): string {
  const ordered = cures.toSorted(
    (a, b) => PRECEDENCE.indexOf(CURES[a].disposition) - PRECEDENCE.indexOf(CURES[b].disposition),
  );
  return ordered
    .map((cure, i) =>
      i === 0 ? CURES[cure].name : CURES[cure].name.charAt(0).toLowerCase() + CURES[cure].name.slice(1),
    )
    .join("; ");
}

/** What is likeliest to be needed, as every sentence of what is not decided begins. @example likeliestText(["bearings"]) // "Most likely: replace the bearings." */
export function likeliestText(cures: readonly CureId[]): string {
  const what = cures.length === 0 ? "Nothing is wrong" : curesText(cures);
  return `Most likely: ${what.charAt(0).toLowerCase()}${what.slice(1)}.`;
}

/** What was said or decided, in words: its cures, or the disposition alone where none are named. */
export function decidedText({ disposition, cures = [] }: Pick<Decision, "disposition" | "cures">): string {
  return cures.length > 0 ? curesText(cures as readonly CureId[]) : DISPOSITION_LABELS[disposition];
}
