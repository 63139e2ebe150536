import type { LikelihoodRow, Variable } from "../../inference/index.ts";
import type { ByFamily, Complaint, PastEvent, Remedy } from "../../record/index.ts";
import type { MarkCode } from "../../measure/mechanical/index.ts";
import type { CureId } from "../cures/ids.ts";
import type { Wanted } from "../warrants.ts";
import type { FaultId } from "./ids.ts";

type Location =
  "winding" | "rotor" | "mechanical" | "sensor" | "electronics" | "outside" | "setup" | "data" | "unknown";

/** Circumstances that a row may depend on. */
export interface When {
  readonly connection?: "star" | "delta";
  /** Whether the probes' tips were touched together and read near zero in this sitting. */
  readonly tips?: "proven" | "unproven";
}

/** What a fault, when present, makes one variable show. Mass not named goes to the variable's first outcome. */
export type Showing = Omit<LikelihoodRow, "fault">;

/** While the fault is present, a variable says nothing of these others. */
export interface Hiding {
  readonly variable: string;
  readonly faults: readonly FaultId[];
  readonly reason: string;
}

/** The fault shows in both variables by one severity: the plainer in the one, the plainer in the other. */
export interface Alike {
  readonly variables: readonly [string, string];
  readonly reason: string;
}

/**
 * Everything the trade knows of a fault. Chances are bench judgement for motors that reach a repair bench, from common
 * practice in the trade; none is a published rate.
 */
export interface Fault {
  readonly name: string;
  /** The same for somebody who has never opened a motor. */
  readonly plainWords: string;
  readonly location: Location;
  /** What the fault asks for; null where it changes nothing about the motor. */
  readonly disposition: Remedy | null;
  /** What cures it, the usual first; each does by itself. */
  readonly cures: readonly CureId[];
  /** Chance before any reading, by family, of a motor that came in with an unremarkable complaint; 0: it cannot have it. */
  readonly prior: ByFamily<number>;
  readonly priorReason: string;
  /** Factors on its odds by what is complained of, 1 where none is named. A complaint is therefore never a finding too. */
  readonly complaints: Readonly<Partial<Record<Complaint, number>>>;
  /** Factors on its odds by what happened before, 1 where none is named. */
  readonly events: Readonly<Partial<Record<PastEvent, number>>>;
  /** Chance that it leads to a complaint by itself, 0 to 1. Somebody who measured wrongly complains too, now and then. */
  readonly explains: number;
  /** It has a place: a phase, lead or winding. */
  readonly placed: boolean;
  /** Motors that cannot have it, whatever their family: those joined as a delta, those without position sensors. */
  readonly impossibleIn: readonly ("delta" | "sensorless")[];
  /** Faults that it brings along, or is brought along by. */
  readonly brings: readonly FaultId[];
  /** It hurts somebody or breaks something dear when a motor goes back with it. Common practice. */
  readonly hazard: boolean;
  /** What is read before work on the motor is decided for it, once it is likelier than not; what any such work wants is said by its cure. */
  readonly condemnedAfter: readonly Wanted[];
  /** What is looked at first when a motor is cleared and this is likelier than what the named causes leave over. */
  readonly suspect: string | null;
  /** It stands for all that the named causes outside a motor leave over. */
  readonly leftOver: boolean;
  /** Marks of it that end the matter once they were photographed, and what is then done. Common practice. */
  readonly endedBy: readonly { readonly mark: MarkCode; readonly cure: CureId; readonly sentence: string }[];
  /**
   * What it makes readings show, each with its reason: judgement from common practice and circuit arithmetic, held against
   * simulated motors that know nothing of it. Only what no check can see shows in hardly anything.
   */
  readonly shows: readonly [Showing, ...Showing[]];
  readonly hides: readonly Hiding[];
  readonly alike: readonly Alike[];
}

/** One row of what a fault shows; an outcome that the variable does not have does not compile. */
export function shows<Outcome extends string>(
  { id }: Variable<string, Outcome>,
  outcomes: Readonly<Partial<Record<NoInfer<Outcome>, number>>>,
  reason: string,
  when?: When,
): Showing {
  return { variable: id, outcomes, reason, ...(when && { when: { ...when } }) };
}

/** A fault hides these others in a variable: while it is there, the variable says nothing of them. */
export function hides({ id }: Variable, faults: readonly FaultId[], reason: string): Hiding {
  return { variable: id, faults, reason };
}

/** A fault shows in two variables by one severity: the plainer in the one, the plainer in the other. */
export function alike([one, other]: readonly [Variable, Variable], reason: string): Alike {
  return { variables: [one.id, other.id], reason };
}
