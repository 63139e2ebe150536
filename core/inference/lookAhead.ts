import type { CureSet } from "./cureSet.ts";
import type { Inference } from "./infer.ts";
import { massIn } from "./partition.ts";
import { heaviest, leadingOf, playable, rankSteps, promisedBy, typesOf, type Playable } from "./nextStep.ts";
import type { Actions, Candidate, Circumstances, Model } from "./types.ts";

/** A course of readings less probable than this is not counted ahead: a slip is read again. Judgement. */
const LEAST_FOLLOWED = 0.02;

/** What an outcome of a step would leave. */
export interface Left {
  readonly words: string;
  readonly probability: number;
  /** The cures that would then lead, and how likely they would be what is asked for. */
  readonly to: CureSet;
  readonly share: number;
}

/** What each outcome of a variable would leave to be asked for, most probable first; the hardly possible are left out. */
export function whatIsLeft(
  model: Model,
  circumstances: Circumstances,
  actions: Actions,
  weighed: Inference,
  variable: string,
): Left[] {
  const inference = heaviest(weighed);
  const types = typesOf(actions, inference);
  const candidate = { id: variable, minutes: 1, variables: [variable], merged: {} };
  return playable(model, circumstances, inference, candidate)
    .flatMap((one) => {
      const { outcomes } = promisedBy(one, types, inference);
      return one.variable.outcomes.flatMap((outcome, k): Left[] => {
        const { probability, to, share } = outcomes[k]!;
        if (probability < LEAST_FOLLOWED) return [];
        const words = one.variable.words[outcome] ?? outcome;
        return [{ words, probability, to: types.asked[to]!, share: share / probability }];
      });
    })
    .sort((a, b) => b.probability - a.probability);
}

/** The sets weighed anew as if a variable had been found to have an outcome. */
function afterOutcome(
  inference: Inference,
  { present, groups: { chances, count } }: Playable,
  outcome: number,
  mass: number,
): Inference {
  const plain = chances[outcome]! / mass;
  const { posterior: before } = inference;
  const posterior = new Float64Array(before.length);
  for (let s = 0; s < before.length; s += 1) posterior[s] = before[s]! * plain;
  const { sets, of } = present;
  for (let i = 0; i < sets.length; i += 1) {
    const s = sets[i]!;
    posterior[s] = (before[s]! * chances[of[i]! * count + outcome]!) / mass;
  }
  return { ...inference, posterior };
}

/**
 * How likely one answer is reached after how many more readings, each chosen as {@link rankSteps} would and every course
 * followed that is not hardly possible: the chance at place n is that of exactly n. A course ends where one answer is as
 * likely as `enough`, or where nothing is left that tells more.
 * @param most beyond which nobody counts
 * @param chance of the course so far
 * @returns `most` + 1 chances that add up to at most one: what is missing takes longer, or is hardly possible
 * @example readingsLeft(model, circumstances, actions, weighed, candidates, 0.9, 2) // [0.3, 0.5, 0.1]
 */
export function readingsLeft(
  model: Model,
  circumstances: Circumstances,
  actions: Actions,
  weighed: Inference,
  candidates: readonly Candidate[],
  enough: number,
  most: number,
  chance = 1,
): number[] {
  const inference = heaviest(weighed);
  const { shares } = typesOf(actions, inference);
  const none = Array.from({ length: most + 1 }, () => 0);
  const here = none.with(0, chance);
  if (shares[leadingOf(shares)]! >= enough) return here;
  const [best] = rankSteps(model, circumstances, actions, inference, candidates);
  const step = candidates.find(({ id }) => id === best?.id);
  // Nothing that is left to read tells more: what stands then stands.
  if (!best || !step) return here;
  if (most === 0) return none;
  const telling = { ...step, variables: [best.telling], merged: {} };
  const played = playable(model, circumstances, inference, telling)[0]!;
  const { present, groups } = played;
  const open = candidates
    .map((one) => ({ ...one, variables: one.variables.filter((id) => id !== best.telling) }))
    .filter(({ variables }) => variables.length > 0);
  const byClass = massIn(present, inference.posterior);
  const after = none.slice(1);
  for (let k = 0; k < groups.count; k += 1) {
    let mass = 0;
    for (let c = 0; c < present.count; c += 1) mass += byClass[c]! * groups.chances[c * groups.count + k]!;
    if (chance * mass < LEAST_FOLLOWED) continue;
    const next = afterOutcome(inference, played, k, mass);
    readingsLeft(model, circumstances, actions, next, open, enough, most - 1, chance * mass).forEach(
      (p, n) => (after[n]! += p),
    );
  }
  return [0, ...after];
}
