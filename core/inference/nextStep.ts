import { leadingTypes, type Types } from "./actions.ts";
import { classesOf, type Classes } from "./classes.ts";
import { presentIn, type Present } from "./partition.ts";
import { MOST_FAULTS } from "./sets.ts";
import type { CureSet } from "./cureSet.ts";
import type { Inference } from "./infer.ts";
import type { Actions, Candidate, Circumstances, Model, Variable } from "./types.ts";

/** A candidate whose whole promise is below this many bits is not worth proposing. Judgement. */
export const LEAST_GAIN = 0.01;
/** Variables of one candidate that are played through together; its others hardly add. */
const JOINT_VARIABLES = 2;
/** An outcome less probable than this is not named as something that would change the answer. Judgement. */
const LEAST_OUTCOME = 0.003;
/** Mass below which an expectation has nothing to average. */
const LEAST_MASS = 1e-300;

/** Askings kept apart when steps are played through; the rest counts as one. */
const MOST_TYPES = 20;

/**
 * What is played through leaves out light sets that together hold less than this. On motors drawn and cut short at will the
 * gain of a step then differs by 0.0001 bits usually and by 0.002 at most, and the best step never: a fifth of the least gain.
 */
const MOST_LIGHT = 0.01;
const heavy = new WeakMap<Inference, Inference>();

/** The sets that hold nearly all of the belief, their shares adding up to one again; worked out once for each inference. */
export function heaviest(inference: Inference): Inference {
  const found = heavy.get(inference);
  if (found) return found;
  const { sets, posterior } = inference;
  const least = MOST_LIGHT / sets.size;
  let size = 0;
  let total = 0;
  for (let s = 0; s < posterior.length; s += 1)
    if (posterior[s]! >= least) {
      size += 1;
      total += posterior[s]!;
    }
  const members = new Uint8Array(size * MOST_FAULTS);
  const shares = new Float64Array(size);
  for (let s = 0, at = 0; s < sets.size; s += 1) {
    if (posterior[s]! < least) continue;
    shares[at] = posterior[s]! / total;
    for (let k = 0; k < MOST_FAULTS; k += 1)
      members[at * MOST_FAULTS + k] = sets.members[s * MOST_FAULTS + k]!;
    at += 1;
  }
  const made = { ...inference, sets: { faults: sets.faults, size, members }, posterior: shares };
  heavy.set(inference, made);
  heavy.set(made, made);
  return made;
}

const typed = new WeakMap<Inference, Types>();

/** What sets ask for, the likeliest askings apart; worked out once for each inference. */
export function typesOf(actions: Actions, inference: Inference): Types {
  const found = typed.get(inference) ?? leadingTypes(actions, inference, MOST_TYPES);
  typed.set(inference, found);
  return found;
}

/**
 * Shannon entropy in bits. Zero-probability terms add nothing.
 * @param probabilities that add up to one
 * @example entropyOf([0.5, 0.25, 0.25]) // 1.5
 */
export function entropyOf(probabilities: readonly number[]): number {
  return probabilities.reduce((sum, p) => (p > 0 ? sum - p * Math.log2(p) : sum), 0);
}

interface Groups {
  readonly count: number;
  /** P(group | class): one row of groups for each class that is there. */
  readonly chances: Float64Array;
}

/** Outcomes that cannot be told apart taken together, each other one alone. */
function groupsOf(variable: Variable, classes: Classes, present: Present, merged: readonly string[]): Groups {
  if (merged.length === 0) {
    const count = classes.outcomes;
    const chances = new Float64Array(present.count * count);
    for (let c = 0, to = 0; c < present.count; c += 1) {
      const row = classes.rowOf(present.classes[c]!);
      for (let k = 0; k < count; k += 1, to += 1) chances[to] = classes.chances[row + k]!;
    }
    return { count, chances };
  }
  const alone = variable.outcomes.flatMap((outcome, k) => (merged.includes(outcome) ? [] : [[k]]));
  const together = variable.outcomes.flatMap((outcome, k) => (merged.includes(outcome) ? [k] : []));
  const groups = together.length > 0 ? [together, ...alone] : alone;
  const chances = new Float64Array(present.count * groups.length);
  present.classes.forEach((at, c) => {
    const row = classes.rowOf(at);
    groups.forEach((group, g) => {
      let sum = 0;
      for (const k of group) sum += classes.chances[row + k]!;
      chances[c * groups.length + g] = sum;
    });
  });
  return { count: groups.length, chances };
}

export interface Playable {
  readonly variable: Variable;
  readonly present: Present;
  readonly groups: Groups;
  /** Some of its outcomes cannot be told apart. */
  readonly merged: boolean;
}

export interface RankedStep {
  readonly id: string;
  readonly minutes: number;
  /** Expected fall in uncertainty about what to do, bits. */
  readonly gain: number;
  /** The variable that tells most. */
  readonly telling: string;
}

/** Shares of the actions after something is found out: by action, then by group of outcomes. */
interface After {
  /** Written over by the next that is played through. */
  readonly shares: Float64Array;
  readonly groups: number;
}

let played = new Float64Array(1 << 12);

/** Room for these shares, nothing in it. */
function roomFor(count: number): Float64Array {
  if (played.length < count) played = new Float64Array(count);
  return played.subarray(0, count).fill(0);
}

/** Shares of the actions by outcome group, once one variable is found out. */
function sharesAfter(
  { present: { sets, of }, groups: { count, chances } }: Playable,
  { of: by, shares: standing }: Types,
  { posterior }: Inference,
): After {
  const shares = roomFor(standing.length * count);
  // What is left of each action lies on sets in which nothing takes part.
  const left = standing.slice();
  for (let i = 0; i < sets.length; i += 1) {
    const s = sets[i]!;
    const share = posterior[s]!;
    const action = by[s]!;
    left[action]! -= share;
    const to = action * count;
    const from = of[i]! * count;
    for (let g = 0; g < count; g += 1) shares[to + g]! += share * chances[from + g]!;
  }
  for (let a = 0, at = 0; a < left.length; a += 1)
    for (let g = 0; g < count; g += 1, at += 1) shares[at]! += Math.max(0, left[a]!) * chances[g]!;
  return { shares, groups: count };
}

/** By set, its class in the first of two variables while both are played through; 0 between two of them. */
let firstOf = new Uint32Array(0);

/** Shares of the actions by both outcome groups, once two variables are found out together. */
function sharesAfterBoth(
  one: Playable,
  other: Playable,
  { of: by, shares: standing }: Types,
  { sets, posterior }: Inference,
): After {
  if (firstOf.length < sets.size) firstOf = new Uint32Array(sets.size);
  const [ones, others] = [one.groups.count, other.groups.count];
  const [chances, chancesToo] = [one.groups.chances, other.groups.chances];
  const groups = ones * others;
  const shares = roomFor(standing.length * groups);
  const left = standing.slice();
  const add = (action: number, share: number, c: number, d: number) => {
    const [from, fromToo] = [c * ones, d * others];
    let to = action * groups;
    for (let g = 0; g < ones; g += 1) {
      const part = share * chances[from + g]!;
      for (let h = 0; h < others; h += 1, to += 1) shares[to]! += part * chancesToo[fromToo + h]!;
    }
  };
  const { sets: first, of } = one.present;
  for (let i = 0; i < first.length; i += 1) firstOf[first[i]!] = of[i]!;
  const { sets: second, of: ofToo } = other.present;
  for (let i = 0; i < second.length; i += 1) {
    const s = second[i]!;
    const action = by[s]!;
    left[action]! -= posterior[s]!;
    add(action, posterior[s]!, firstOf[s]!, ofToo[i]!);
    firstOf[s] = 0;
  }
  for (let i = 0; i < first.length; i += 1) {
    const s = first[i]!;
    // What was set back took part in the second too.
    if (firstOf[s] === 0) continue;
    const action = by[s]!;
    left[action]! -= posterior[s]!;
    add(action, posterior[s]!, of[i]!, 0);
    firstOf[s] = 0;
  }
  left.forEach((share, action) => share > 0 && add(action, share, 0, 0));
  return { shares, groups };
}

/** Expected entropy of the actions, bits: Σ over groups of their mass times the entropy within, −Σ s·log2(s/mass). */
function expectedEntropy({ shares, groups }: After, actions: number): number {
  let sum = 0;
  for (let g = 0; g < groups; g += 1) {
    let mass = 0;
    for (let at = g, a = 0; a < actions; a += 1, at += groups) {
      const share = shares[at]!;
      if (share <= 0) continue;
      mass += share;
      sum -= share * Math.log2(share);
    }
    if (mass > LEAST_MASS) sum += mass * Math.log2(mass);
  }
  return sum;
}

const named = new WeakMap<readonly Variable[], Map<string, Variable>>();

function variableOf({ variables }: Model, id: string): Variable | undefined {
  const byName = named.get(variables) ?? new Map(variables.map((one) => [one.id, one]));
  named.set(variables, byName);
  return byName.get(id);
}

/** The variables of a candidate that the model knows, with the chances of their outcomes for the sets that were weighed. */
export function playable(
  model: Model,
  circumstances: Circumstances,
  { sets }: Pick<Inference, "sets">,
  candidate: Candidate,
): Playable[] {
  return candidate.variables.flatMap((id) => {
    const variable = variableOf(model, id);
    if (!variable) return [];
    const classes = classesOf(model, variable, circumstances.settings);
    const present = presentIn(classes.partition, sets);
    const merged = candidate.merged[id] ?? [];
    const groups = groupsOf(variable, classes, present, merged);
    return [{ variable, present, groups, merged: merged.length > 0 }];
  });
}

/**
 * Expected fall in the entropy of what to do, by candidate, in bits.
 *
 * For each candidate its most telling variables are played through: P(outcome | evidence) from the sets, the sets
 * re-weighed, the actions' entropy averaged. Preposterior analysis, exact for the variables played through together.
 * Ranked per minute; those below {@link LEAST_GAIN} are left out.
 */
export function rankSteps(
  model: Model,
  circumstances: Circumstances,
  actions: Actions,
  weighed: Inference,
  candidates: readonly Candidate[],
): RankedStep[] {
  const inference = heaviest(weighed);
  const types = typesOf(actions, inference);
  const count = types.shares.length;
  const before = entropyOf(types.shares);
  return candidates
    .flatMap((candidate): RankedStep[] => {
      const ranked = playable(model, circumstances, inference, candidate)
        .map((one) => {
          const after = one.merged
            ? expectedEntropy(sharesAfter(one, types, inference), count)
            : promisedBy(one, types, inference).entropy;
          return { one, gain: before - after };
        })
        .sort((a, b) => b.gain - a.gain);
      const [first, second] = ranked.slice(0, JOINT_VARIABLES);
      if (!first) return [];
      const gain = second
        ? before - expectedEntropy(sharesAfterBoth(first.one, second.one, types, inference), count)
        : first.gain;
      return [
        {
          id: candidate.id,
          minutes: candidate.minutes,
          gain: Math.max(0, gain),
          telling: first.one.variable.id,
        },
      ];
    })
    .filter(({ gain }) => gain >= LEAST_GAIN)
    .sort((a, b) => b.gain / b.minutes - a.gain / a.minutes);
}

/** An outcome still to be seen that would turn the leading action. */
export interface Turn {
  readonly variable: string;
  readonly words: string;
  readonly probability: number;
  /** The cures that would then lead. */
  readonly to: CureSet;
}

/**
 * The place of the largest, the first of equals.
 * @example leadingOf([0.2, 0.6, 0.2]) // 1
 */
export function leadingOf(shares: ArrayLike<number>): number {
  let leading = 0;
  for (let a = 1; a < shares.length; a += 1) if (shares[a]! > shares[leading]!) leading = a;
  return leading;
}

/** How probable an outcome is, and what would then lead, with its share. */
interface Leading {
  readonly probability: number;
  readonly to: number;
  readonly share: number;
}

function leadingAfter({ shares, groups }: After, group: number): Leading {
  let [probability, to, share] = [0, 0, 0];
  for (let at = group, a = 0; at < shares.length; at += groups, a += 1) {
    const one = shares[at]!;
    probability += one;
    if (one > share) [to, share] = [a, one];
  }
  return { probability, to, share };
}

/** What finding out one variable promises. */
interface Promised {
  /** Expected entropy of the actions then, bits. */
  readonly entropy: number;
  /** By outcome. */
  readonly outcomes: readonly Leading[];
}

const promises = new WeakMap<Inference, Map<Variable, Promised>>();

/** What a variable promises, each outcome told apart; worked out once for each inference. */
export function promisedBy(one: Playable, types: Types, inference: Inference): Promised {
  const byVariable = promises.get(inference) ?? new Map<Variable, Promised>();
  promises.set(inference, byVariable);
  const found = byVariable.get(one.variable);
  if (found) return found;
  const after = sharesAfter(one, types, inference);
  const made = {
    entropy: expectedEntropy(after, types.shares.length),
    outcomes: one.variable.outcomes.map((_, k) => leadingAfter(after, k)),
  };
  byVariable.set(one.variable, made);
  return made;
}

/** Outcomes of candidates that would turn the leading action, most probable first. */
export function whatWouldTurn(
  model: Model,
  circumstances: Circumstances,
  actions: Actions,
  weighed: Inference,
  candidates: readonly Candidate[],
): Turn[] {
  const inference = heaviest(weighed);
  const types = typesOf(actions, inference);
  const leading = leadingOf(types.shares);
  return candidates
    .flatMap((candidate) => playable(model, circumstances, inference, { ...candidate, merged: {} }))
    .flatMap((one) => {
      const { outcomes } = promisedBy(one, types, inference);
      return one.variable.outcomes.flatMap((outcome, k): Turn[] => {
        const { probability, to } = outcomes[k]!;
        if (probability < LEAST_OUTCOME || to === leading) return [];
        const words = one.variable.words[outcome] ?? outcome;
        return [{ variable: one.variable.id, words, probability, to: types.asked[to]! }];
      });
    })
    .sort((a, b) => b.probability - a.probability);
}
