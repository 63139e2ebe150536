import { leadingTypes, type Types } from "./actions.ts";
import { classesOf, jointClasses, type Classes } from "./classes.ts";
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

/** Mass times the entropy, in bits, of shares that add up to that mass: −Σ s·log2(s/mass). */
function massEntropy(shares: Float64Array, from: number, count: number): number {
  let mass = 0;
  for (let a = 0; a < count; a += 1) mass += shares[from + a]!;
  if (mass < LEAST_MASS) return 0;
  let sum = 0;
  for (let a = 0; a < count; a += 1) {
    const share = shares[from + a]!;
    if (share > 0) sum -= share * Math.log2(share / mass);
  }
  return sum;
}

/** Mass by class and action: count · actions numbers. */
function massBy(
  of: Uint32Array,
  count: number,
  by: Uint8Array,
  actions: number,
  posterior: Float64Array,
): Float64Array {
  const mass = new Float64Array(count * actions);
  for (let s = 0; s < of.length; s += 1) mass[of[s]! * actions + by[s]!]! += posterior[s]!;
  return mass;
}

const masses = new WeakMap<Inference, Map<Classes, Float64Array>>();

/** Mass by class of one variable and action; worked out once for each inference. */
export function massOf(
  classes: Classes,
  by: Uint8Array,
  actions: number,
  inference: Inference,
): Float64Array {
  const byClasses = masses.get(inference) ?? new Map<Classes, Float64Array>();
  masses.set(inference, byClasses);
  const found = byClasses.get(classes) ?? massBy(classes.of, classes.count, by, actions, inference.posterior);
  byClasses.set(classes, found);
  return found;
}

interface Groups {
  readonly count: number;
  /** P(group | class): one row of groups for each class. */
  readonly chances: Float64Array;
}

const grouped = new WeakMap<Classes, Map<string, Groups>>();

/** Outcomes that cannot be told apart taken together, each other one alone. */
function groupsOf(variable: Variable, classes: Classes, merged: readonly string[] = []): Groups {
  const byMerged = grouped.get(classes) ?? new Map<string, Groups>();
  grouped.set(classes, byMerged);
  const key = merged.join(" ");
  const found = byMerged.get(key);
  if (found) return found;
  const alone = variable.outcomes.flatMap((outcome, k) => (merged.includes(outcome) ? [] : [[k]]));
  const together = variable.outcomes.flatMap((outcome, k) => (merged.includes(outcome) ? [k] : []));
  const groups = together.length > 0 ? [together, ...alone] : alone;
  const chances = new Float64Array(classes.count * groups.length);
  for (let c = 0; c < classes.count; c += 1)
    groups.forEach((group, g) => {
      let sum = 0;
      for (const k of group) sum += classes.chances[c * classes.outcomes + k]!;
      chances[c * groups.length + g] = sum;
    });
  const made = { count: groups.length, chances };
  byMerged.set(key, made);
  return made;
}

interface Playable {
  readonly variable: Variable;
  readonly classes: Classes;
  readonly groups: Groups;
}

export interface RankedStep {
  readonly id: string;
  readonly minutes: number;
  /** Expected fall in uncertainty about what to do, bits. */
  readonly gain: number;
  /** The variable that tells most. */
  readonly telling: string;
}

/** Shares of the actions by outcome group, after one variable is found out: groups · actions numbers. */
export function sharesAfter(
  mass: Float64Array,
  { classes, groups }: Playable,
  actions: number,
): Float64Array {
  const { count, chances } = groups;
  const shares = new Float64Array(count * actions);
  for (let c = 0, at = 0; c < classes.count; c += 1)
    for (let a = 0; a < actions; a += 1, at += 1) {
      const share = mass[at]!;
      // Most sets of a class ask for the same: nearly all of these are nothing.
      if (share === 0) continue;
      for (let g = 0; g < count; g += 1) shares[g * actions + a]! += share * chances[c * count + g]!;
    }
  return shares;
}

function entropyOfGroups(shares: Float64Array, actions: number): number {
  let sum = 0;
  for (let at = 0; at < shares.length; at += actions) sum += massEntropy(shares, at, actions);
  return sum;
}

/** Expected entropy once two variables are found out together. */
function entropyAfterBoth(
  first: Playable,
  second: Playable,
  by: Uint8Array,
  actions: number,
  posterior: Float64Array,
): number {
  const joint = jointClasses(first.classes, second.classes);
  const mass = massBy(joint.of, joint.count, by, actions, posterior);
  const [ones, twos] = [first.groups.count, second.groups.count];
  const width = ones * actions;
  // First the first variable's outcomes, by class of the second; then the second's.
  const half = new Float64Array(second.classes.count * width);
  for (let j = 0; j < joint.count; j += 1) {
    const from = joint.first[j]! * ones;
    const to = joint.second[j]! * width;
    for (let a = 0; a < actions; a += 1) {
      const share = mass[j * actions + a]!;
      if (share === 0) continue;
      for (let g = 0; g < ones; g += 1)
        half[to + g * actions + a]! += share * first.groups.chances[from + g]!;
    }
  }
  const shares = new Float64Array(twos * width);
  for (let c = 0; c < second.classes.count; c += 1)
    for (let h = 0; h < twos; h += 1) {
      const chance = second.groups.chances[c * twos + h]!;
      for (let k = 0; k < width; k += 1) shares[h * width + k]! += half[c * width + k]! * chance;
    }
  return entropyOfGroups(shares, actions);
}

export function playable(model: Model, circumstances: Circumstances, candidate: Candidate): Playable[] {
  return candidate.variables.flatMap((id) => {
    const variable = model.variables.find((one) => one.id === id);
    if (!variable) return [];
    const classes = classesOf(model, variable, circumstances.settings);
    return [{ variable, classes, groups: groupsOf(variable, classes, candidate.merged[id]) }];
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
  inference: Inference,
  candidates: readonly Candidate[],
): RankedStep[] {
  const { posterior } = inference;
  const { of: by, shares, asked } = typesOf(actions, inference);
  const count = asked.length;
  const before = massEntropy(Float64Array.from(shares), 0, count);
  return candidates
    .flatMap((candidate): RankedStep[] => {
      const ranked = playable(model, circumstances, candidate)
        .map((one) => {
          const mass = massOf(one.classes, by, count, inference);
          const after = entropyOfGroups(sharesAfter(mass, one, count), count);
          return { one, gain: before - after };
        })
        .sort((a, b) => b.gain - a.gain);
      const [first, second] = ranked.slice(0, JOINT_VARIABLES);
      if (!first) return [];
      const gain = second
        ? before - entropyAfterBoth(first.one, second.one, by, count, posterior)
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

/** The place of the largest, the first of equals. */
export function leadingOf(shares: ArrayLike<number>): number {
  let leading = 0;
  for (let a = 1; a < shares.length; a += 1) if (shares[a]! > shares[leading]!) leading = a;
  return leading;
}

/** Outcomes of candidates that would turn the leading action, most probable first. */
export function whatWouldTurn(
  model: Model,
  circumstances: Circumstances,
  actions: Actions,
  inference: Inference,
  candidates: readonly Candidate[],
): Turn[] {
  const { of: by, shares: standing, asked } = typesOf(actions, inference);
  const count = asked.length;
  const leading = leadingOf(standing);
  return candidates
    .flatMap((candidate) => playable(model, circumstances, { ...candidate, merged: {} }))
    .flatMap((one) => {
      const mass = massOf(one.classes, by, count, inference);
      const all = sharesAfter(mass, one, count);
      return one.variable.outcomes.flatMap((outcome, k): Turn[] => {
        const shares = all.subarray(k * count, (k + 1) * count);
        const probability = shares.reduce((sum, p) => sum + p, 0);
        const to = leadingOf(shares);
        if (probability < LEAST_OUTCOME || to === leading) return [];
        return [
          {
            variable: one.variable.id,
            words: one.variable.words[outcome] ?? outcome,
            probability,
            to: asked[to]!,
          },
        ];
      });
    })
    .sort((a, b) => b.probability - a.probability);
}
