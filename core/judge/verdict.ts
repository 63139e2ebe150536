import type { CureId, FaultId } from "../known/index.ts";
import type { CheckState, Finding, Place } from "../check/index.ts";
import type { Decibans, Minutes } from "../quantity/index.ts";
import type { CheckId, Disposition } from "../record/index.ts";
import type { HardFact } from "./hardFact.ts";
import type { Action, ActionBeliefs } from "./action.ts";
import type { Need } from "./need.ts";
import type { NextCheck } from "./nextCheck.ts";

interface WeightedFinding {
  readonly variable: string;
  readonly sentence: string;
  /** Change of the fault's log odds when this finding is left out, capped at ±30. Positive speaks for it. */
  readonly weight: Decibans;
  /** It says nothing of the fault itself and only makes others less likely. */
  readonly clears: boolean;
}

export interface FaultBelief {
  readonly fault: FaultId;
  readonly name: string;
  readonly probability: number;
  readonly place: Place | null;
  readonly weights: readonly WeightedFinding[];
}

/** An outcome still to be seen that would turn the leading remedy. */
interface Change {
  readonly variable: string;
  readonly words: string;
  readonly probability: number;
  /** What would then be asked for; null where that has no name yet. */
  readonly to: readonly CureId[] | null;
}

/** A cause outside the motor, and the cheapest reading of it. */
export interface Suspect {
  readonly fault: FaultId;
  readonly name: string;
  readonly probability: number;
  readonly step: NextCheck | null;
}

export interface PlanLine {
  readonly check: CheckId;
  readonly title: string;
  readonly stage: string;
  readonly minutes: Minutes;
  readonly state: CheckState;
  /** Result or progress in a word or two, or the reason for skipping. */
  readonly note: string;
  readonly notApplicable: string | null;
  /** Made when it would tell something; no verdict waits for it. */
  readonly optional: boolean;
}

/** A verdict kept by earlier rules, with what those did not say left empty. */
export function keptVerdict(kept: Verdict): Verdict {
  const whole = (next: NextCheck): NextCheck => ({ ...{ title: "", slots: [] }, ...next });
  return {
    ...{
      action: null,
      cleared: false,
      outside: { chance: 0, suspects: [] },
      rivals: [],
      doubtful: [],
      proposals: [],
      warrant: [],
    },
    ...kept,
    next: kept.next && whole(kept.next),
    runnerUp: kept.runnerUp && whole(kept.runnerUp),
  };
}

export interface Verdict {
  readonly rules: string;
  readonly epoch: number;
  readonly headline: string;
  readonly reason: string;
  /** The remedy, or null while it is not decided. */
  readonly decided: Disposition | null;
  /** What leads, or nothing known. */
  readonly action: Action | null;
  /** What else could be done, the likelier first. */
  readonly rivals: readonly Action[];
  /** Findings that are more likely a slip than not, by their variables. */
  readonly doubtful: readonly string[];
  readonly hardFact: HardFact | null;
  readonly faults: readonly FaultBelief[];
  readonly remedies: ActionBeliefs;
  /** Plain that it is not the motor, and not yet what is. */
  readonly cleared: boolean;
  /** All that lies outside the motor together, and each of it: what could be read of it next. */
  readonly outside: { readonly chance: number; readonly suspects: readonly Suspect[] };
  readonly findings: readonly Finding[];
  /** What of this shop's earlier jobs weighs in the odds, in a sentence; absent where nothing does. */
  readonly experience?: string;
  /** Chance of no fault at all in the motor or around it. */
  readonly sound: number;
  readonly beyondThree: number;
  readonly next: NextCheck | null;
  readonly runnerUp: NextCheck | null;
  /** Every step that would tell something, the most for its minutes first. */
  readonly proposals: readonly NextCheck[];
  readonly wouldChange: readonly Change[];
  /** What must have been seen before what leads is decided on: met, left out with a reason, or open. */
  readonly warrant: readonly Need[];
  readonly plan: readonly PlanLine[];
}

/** Settled that nothing is wrong, by weighing and not by one hard fact: no fault leads, however small. */
export const isSound = ({ decided, action, hardFact }: Verdict): boolean =>
  decided !== null && hardFact === null && action?.cures.length === 0;
