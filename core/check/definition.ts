import type { Evidence, OutcomeOf, Variable } from "../inference/index.ts";
import type { Minutes } from "../quantity/index.ts";
import { FAMILY_FACTS } from "../families/index.ts";
import {
  latestIn,
  isSkipSlot,
  leftOutSlot,
  SKIPPED_SLOT,
  type CheckId,
  type Motor,
  type Pair,
  type Phase,
  type Sitting,
} from "../record/index.ts";
import type { SlotTable } from "./slots.ts";

export type CheckState = "toDo" | "inProgress" | "agrees" | "departs" | "cannotTell" | "skipped";

/** Where in the winding a finding points: the same place as a phase of a star and a winding of a delta. */
export interface Place {
  readonly phase: Phase;
  readonly winding: Pair;
  /** How probable that place is, of the three. */
  readonly share: number;
}

/** What one independent set of readings says. */
export interface Finding extends Evidence {
  readonly check: CheckId;
  readonly sentence: string;
  /** What would tell rival readings of it apart, where there are any. */
  readonly advice?: string;
  readonly departs: boolean;
  /** The place it points at for faults that have one. */
  readonly place: Place | null;
  /** What is to be known before it can be judged: "what its plate says". Until then it neither agrees nor departs. */
  readonly lacks?: string;
  /** Readings while which depart this is asked at all: once they agree again, it is asked no more. */
  readonly follows?: readonly string[];
  /** The meter that would tell, where this one cannot: "a meter that reaches 1 MΩ". */
  readonly ableMeter?: string;
}

/** A reading or a small group of them that could still be taken, for the choice of the next one. */
export interface OpenStep {
  /** Its name among the steps of its check. */
  readonly name: string;
  /** As an instruction, short: "Pairs at the windings' own ends". */
  readonly title: string;
  /** Slots to fill, in order; the first is where it starts. */
  readonly slots: readonly string[];
  /** What of its first slot counts as this step, and not as another: readings from this choice of a slot on, each one anew. */
  readonly since?: readonly [slot: string, choice: string];
  /** Of several marks in its first slot, those that each variable is told by. */
  readonly marks?: Readonly<Record<string, readonly string[]>>;
  readonly minutes: Minutes;
  /** Read with what cannot share the fault of a doubtful set-up; of several the lowest is the plainest. */
  readonly mendsSetUp?: number;
  /** Variables it would find out and that are not known yet. */
  readonly variables: readonly string[];
  /** Outcomes the instrument at hand cannot tell apart, by variable: they count as one. */
  readonly merged: Readonly<Record<string, readonly string[]>>;
}

/** Everything a check says of an epoch, in one go. */
export interface CheckAnswer {
  readonly findings: readonly Finding[];
  readonly state: CheckState;
  /** Result or progress in a word or two, for the plan; empty while there is none. */
  readonly note: string;
  readonly steps: readonly OpenStep[];
  /** Steps that were made, each with what it found out: to be read again where that does not fit. */
  readonly made: readonly OpenStep[];
}

/** A check declares itself once; the plan, the screens, the doors and the engine read it from here. */
export interface CheckDefinition {
  readonly id: CheckId;
  readonly title: string;
  readonly stage: "Take in" | "At rest" | "Spun" | "Sensors" | "Under power" | "Locked out" | "Under doubt";
  readonly minutes: Minutes;
  readonly why: string;
  /** A meter or a hand is put on the motor: nothing is read before it was made safe. */
  readonly gated: boolean;
  /** Done with power on. */
  readonly live: boolean;
  /**
   * What it looks at: the motor itself; what feeds it; the way of its supply and call, whose points say the same one after
   * another; or whether it was made safe.
   */
  readonly looksAt: "motor" | "source" | "way" | "isolation";
  /** What a doubtful set-up touches first: work that rests on it waits until it was read with another one. */
  readonly touchedBySetUp: boolean;
  /** What its keys do: a field that readings are typed into, three lamps, a recording that is looked at, or choices alone. */
  readonly keys: "readings" | "lamps" | "recording" | "choices";
  readonly slots: SlotTable;
  readonly variables: readonly Variable[];
  /** Other checks whose readings its answer depends on. */
  readonly leansOn: readonly CheckId[];
  /** Made of one kind of motor alone: of others nobody asks for it, and no plan names it. */
  readonly only?: "bare" | "ownElectronics";
  /** Null where it applies to the motor, else the reason why it does not. */
  readonly notApplicable: (motor: Motor) => string | null;
  /** True where a verdict does not wait for it: it is there to be made when it would tell something. */
  readonly optional: (motor: Motor) => boolean;
  readonly answer: (sitting: Sitting, epoch: number) => CheckAnswer;
}

/** Whether a check belongs to another kind of motor than this one. */
export const isForeign = ({ only }: CheckDefinition, { family }: Pick<Motor, "family">): boolean =>
  only !== undefined && (only === "ownElectronics") !== FAMILY_FACTS[family].ownElectronics;

/**
 * How a finding stands: what a meter could not tell, or what waits for something to be known, neither agrees nor departs.
 * @example findingState({ departs: false, ableMeter: "a tester at 500 V" }) // "cannotTell"
 */
export function findingState({
  departs,
  ableMeter,
  lacks,
}: Pick<Finding, "departs" | "ableMeter" | "lacks">): "departs" | "agrees" | "cannotTell" {
  if (departs) return "departs";
  return ableMeter !== undefined || lacks !== undefined ? "cannotTell" : "agrees";
}

/** A finding that is one outcome for certain. */
export function certain<Outcome extends string>(
  check: CheckId,
  { id }: Variable<string, Outcome>,
  outcome: NoInfer<Outcome>,
  sentence: string,
  departs: boolean,
): Finding {
  return { check, variable: id, likelihood: { [outcome]: 1 }, sentence, departs, place: null };
}

/** The finding of a variable, if it was made. */
export function findingOf(findings: readonly Finding[], { id }: Variable): Finding | undefined {
  return findings.find(({ variable }) => variable === id);
}

/**
 * How likely a finding's readings are under an outcome, against the outcome that fits best; 0 where there is none.
 * @returns 0 to 1
 * @example likelihoodOf(finding, "open") // 1 where the readings fit nothing better
 */
export function likelihoodOf<V extends Variable>(
  finding: Finding | undefined,
  outcome: OutcomeOf<V>,
): number {
  return finding?.likelihood[outcome] ?? 0;
}

/** Why a check was skipped in this epoch, or null where it was not. */
export function skipReason(sitting: Pick<Sitting, "readings">, check: CheckId, epoch: number): string | null {
  const value = latestIn(sitting.readings, check, SKIPPED_SLOT, epoch)?.value;
  return value?.kind === "skipped" ? value.reason : null;
}

/** Why one step of a check was left out by itself in this epoch, or null where it was not. */
export function leftOutReason(
  { readings }: Pick<Sitting, "readings">,
  check: CheckId,
  { name }: Pick<OpenStep, "name">,
  epoch: number,
): string | null {
  const value = latestIn(readings, check, leftOutSlot(name), epoch)?.value;
  return value?.kind === "skipped" ? value.reason : null;
}

/** The variables of a check that were not found out yet. */
function unknownOf(findings: readonly Finding[], wanted: readonly Variable[]): string[] {
  return wanted.map(({ id }) => id).filter((id) => !findings.some(({ variable }) => variable === id));
}

/** A step as a check declares it: what it is, and what it would find out. */
export interface DeclaredStep extends Omit<OpenStep, "variables" | "merged"> {
  readonly variables: readonly Variable[];
}

/** The declared steps that would still find something out. */
export function openSteps(findings: readonly Finding[], declared: readonly DeclaredStep[]): OpenStep[] {
  return declared
    .map((step) => ({ ...step, variables: unknownOf(findings, step.variables), merged: {} }))
    .filter(({ variables }) => variables.length > 0);
}

/** The declared steps that found something out: what could be read once more where it does not fit. */
export function madeSteps(findings: readonly Finding[], declared: readonly DeclaredStep[]): OpenStep[] {
  return declared
    .map((step) => ({
      ...step,
      variables: step.variables
        .map(({ id }) => id)
        .filter((id) => findings.some(({ variable }) => variable === id)),
      merged: {},
    }))
    .filter(({ variables }) => variables.length > 0);
}

/** State of a check that is done by any finding: departs where one does, else agrees; begun, skipped, or to do. */
export function plainState(
  sitting: Pick<Sitting, "readings">,
  check: CheckId,
  epoch: number,
  findings: readonly Finding[],
): CheckState {
  if (findings.some(({ departs }) => departs)) return "departs";
  if (findings.length > 0) return "agrees";
  if (skipReason(sitting, check, epoch) !== null) return "skipped";
  const begun = sitting.readings.some(
    (reading) => reading.check === check && reading.epoch === epoch && !isSkipSlot(reading.slot),
  );
  return begun ? "inProgress" : "toDo";
}

/** How many findings depart, or agree, of a check made of several; the reason where it was skipped. */
export function countedNote(
  sitting: Pick<Sitting, "readings">,
  check: CheckId,
  epoch: number,
  findings: readonly Finding[],
): string {
  const departing = findings.filter(({ departs }) => departs).length;
  if (findings.length === 0) return skipReason(sitting, check, epoch) ?? "";
  if (departing > 0) return departing === 1 ? "1 departs" : `${departing} depart`;
  return findings.length === 1 ? "1 agrees" : `${findings.length} agree`;
}
