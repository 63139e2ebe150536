import type { Minutes } from "../quantity/index.ts";
import type { CureSet } from "./cureSet.ts";

/** Something a reading can find out: one of a few outcomes, ordered from ordinary to dominant. */
export interface Variable<Id extends string = string, Outcome extends string = string> {
  readonly id: Id;
  readonly title: string;
  /** Milder first. Where several faults act, the dominant outcome shows (noisy-MAX). */
  readonly outcomes: readonly Outcome[];
  /** Outcomes that appear with no fault at all: false alarms. The rest is the first outcome. */
  readonly leak: Readonly<Partial<Record<Outcome, number>>>;
  readonly leakReason: string;
  /** Chance that a finding of it says nothing: misread, mistyped, misfelt. */
  readonly slip?: number;
  /** What the outcome means, in a short clause: "three pairs equal". */
  readonly words: Readonly<Record<Outcome, string>>;
}

/** Any of the outcomes of a variable. */
export type OutcomeOf<V> = V extends Variable<string, infer Outcome> ? Outcome : never;

/** Declares a variable; its outcomes become the only ones its rows and findings can name. */
export function variable<const Id extends string, const Outcome extends string>(given: {
  readonly id: Id;
  readonly title: string;
  readonly outcomes: readonly Outcome[];
  readonly leak: Readonly<Partial<Record<NoInfer<Outcome>, number>>>;
  readonly leakReason: string;
  readonly slip?: number;
  readonly words: Readonly<Record<NoInfer<Outcome>, string>>;
}): Variable<Id, Outcome> {
  return given;
}

/** What one independent set of readings says: p(readings | outcome), up to a common factor. */
export interface Evidence {
  readonly variable: string;
  readonly likelihood: Readonly<Partial<Record<string, number>>>;
  /** Chance that it says nothing at all, 0 to below 1; its variable's where it is not given. */
  readonly slip?: number;
  /** Where one cause shows in another piece of evidence too: how far its readings and those agree on that cause. */
  readonly with?: {
    readonly variable: string;
    /** p(both readings | both outcomes) over the product of each alone, by this outcome and by the other's; else 1. */
    readonly factors: Readonly<Partial<Record<string, Readonly<Partial<Record<string, number>>>>>>;
  };
}

/** What the engine needs to know of a fault: its name, and how well it explains that somebody complained. */
interface EngineFault {
  readonly id: string;
  /** Chance that it leads to a complaint by itself, 0 to 1. */
  readonly explains: number;
}

/** What a fault, when present, makes a variable show. Mass not named goes to the variable's first outcome. */
export interface LikelihoodRow {
  readonly fault: string;
  readonly variable: string;
  /** Circumstances under which the row holds, by name; one not named does not matter. */
  readonly when?: Readonly<Partial<Record<string, string>>>;
  readonly outcomes: Readonly<Partial<Record<string, number>>>;
  readonly reason: string;
}

/** While one fault is present, a variable says nothing of these others. */
export interface Mask {
  readonly variable: string;
  readonly by: string;
  readonly hides: readonly string[];
  readonly reason: string;
}

/** A fault that shows in two variables by one severity: the plainer in the one, the plainer in the other. */
export interface Together {
  readonly variables: readonly [string, string];
  readonly fault: string;
  readonly reason: string;
}

export interface Model {
  readonly faults: readonly EngineFault[];
  readonly variables: readonly Variable[];
  readonly rows: readonly LikelihoodRow[];
  readonly masks: readonly Mask[];
  /** At most one other variable for each. */
  readonly together: readonly Together[];
  /** Faults of which one brings the other along, by their names. */
  readonly companions: readonly (readonly [string, string])[];
}

/** Named circumstances that may hold, and the share of belief in them; shares of all settings add up to one. */
export interface Setting {
  readonly share: number;
  readonly values: Readonly<Record<string, string>>;
}

/** What is known before the evidence. */
export interface Circumstances {
  readonly settings: readonly Setting[];
  /** Chance of each fault of the model alone, 0 to below 1, in the model's order. */
  readonly priors: readonly number[];
  /** Somebody complained, and then something is wrong somewhere; null where nobody did. */
  readonly complaint: {
    /** Factor on the odds that nothing explains the complaint. */
    readonly withoutCause: number;
    /** Factor on the odds for each further cause beside the first that nothing ties to it. */
    readonly furtherCause: number;
    /** The same for one that a cause already there brings along. */
    readonly companionCause: number;
    /** How well each fault explains just this complaint, 0 to 1, in the model's order; otherwise as the faults say. */
    readonly explains?: readonly number[];
  } | null;
}

/** What faults are cured by. Cures are numbered from 0 on, and there may be any number of them. */
export interface Actions {
  readonly cures: number;
  /** The cures that cure each fault by themselves, in the model's order; none where nothing known does. */
  readonly curedBy: readonly CureSet[];
  /** The cure each fault would be given alone, in the model's order; −1 where nothing known cures it. */
  readonly usual: readonly number[];
  /** One cure that makes others needless: a new motor cures what is inside the old one. */
  readonly covering: { readonly cure: number; readonly covers: CureSet } | null;
  /** Cures that are asked for only where nothing else is: papers to correct, a set-up to mend. */
  readonly aside: CureSet;
}

/** Something that could be found out next. */
export interface Candidate {
  readonly id: string;
  readonly minutes: Minutes;
  readonly variables: readonly string[];
  /** Outcomes that cannot be told apart with what is at hand, by variable: they count as one. */
  readonly merged: Readonly<Record<string, readonly string[]>>;
}
