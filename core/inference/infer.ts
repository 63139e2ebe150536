import { classesOf } from "./classes.ts";
import { faultSets, MOST_FAULTS, NONE, type FaultSets } from "./sets.ts";
import type { Circumstances, Decibans, Evidence, Model, Variable } from "./types.ts";

/** Weights beyond this say no more to a person. */
export const MOST_DECIBANS: Decibans = 30;
/** Above this the best set explains the evidence so badly that it is called conflicting: 1 in 300. */
export const CONFLICT_DECIBANS: Decibans = 25;

export interface Inference {
  readonly sets: FaultSets;
  /** P(set | evidence), in the order of the sets. */
  readonly posterior: Float64Array;
  /** P(fault | evidence), in the order of the model. They need not add up to one. */
  readonly marginals: Float64Array;
  /** weights[finding][fault]: change of the fault's log odds when the finding is left out, capped. */
  readonly weights: readonly Float64Array[];
  /** Prior probability that more than three faults are present: what the enumeration leaves out. */
  readonly beyond: number;
  /** How badly the best set explains the evidence, decibans against its own best case. */
  readonly strain: Decibans;
  readonly conflict: boolean;
}

/**
 * P(more than three of independent faults), by the exact Poisson-binomial recursion.
 * @param priors each from 0 to 1
 * @example massBeyond([0.5, 0.5, 0.5, 0.5]) // 1/16
 */
export function massBeyond(priors: readonly number[]): number {
  let counts = [1];
  for (const p of priors) {
    const next = new Array<number>(counts.length + 1).fill(0);
    counts.forEach((mass, k) => {
      next[k]! += mass * (1 - p);
      next[k + 1]! += mass * p;
    });
    counts = next;
  }
  return counts.slice(MOST_FAULTS + 1).reduce((sum, mass) => sum + mass, 0);
}

/**
 * Log prior of each set: independent faults, and a complaint that needs a cause. One cause is enough: a further one
 * beside it is rarer. ln P(set) = Σ ln(1 − p) over all faults, plus ln p − ln(1 − p) for each that is in the set.
 */
function logPriors(model: Model, { priors, complaint }: Circumstances, sets: FaultSets): Float64Array {
  const logs = new Float64Array(sets.size);
  const none = priors.reduce((sum, p) => sum + Math.log(1 - p), 0);
  const odds = new Float64Array(NONE + 1);
  const causes = new Uint8Array(NONE + 1);
  priors.forEach((p, i) => (odds[i] = Math.log(p) - Math.log(1 - p)));
  model.faults.forEach(({ causesComplaint }, i) => (causes[i] = Number(causesComplaint)));
  const without = complaint ? Math.log(complaint.withoutCause) : 0;
  const further = complaint ? Math.log(complaint.furtherCause) : 0;
  const { members } = sets;
  for (let s = 0, at = 0; s < sets.size; s += 1, at += MOST_FAULTS) {
    const a = members[at]!;
    const b = members[at + 1]!;
    const c = members[at + 2]!;
    const count = causes[a]! + causes[b]! + causes[c]!;
    logs[s] = none + odds[a]! + odds[b]! + odds[c]! + (count === 0 ? without : (count - 1) * further);
  }
  return logs;
}

/** P(fault) under weights of the sets that need not add up to one, each first multiplied by its class's factor. */
function marginalsUnder(
  sets: FaultSets,
  weights: Float64Array,
  by: { readonly of: Uint32Array; readonly factors: Float64Array } | null,
): Float64Array {
  const sums = new Float64Array(NONE + 1);
  const { members } = sets;
  let total = 0;
  for (let s = 0, at = 0; s < sets.size; s += 1, at += MOST_FAULTS) {
    const weight = by ? weights[s]! * by.factors[by.of[s]!]! : weights[s]!;
    total += weight;
    sums[members[at]!]! += weight;
    sums[members[at + 1]!]! += weight;
    sums[members[at + 2]!]! += weight;
  }
  return sums.subarray(0, sets.faults).map((sum) => sum / total);
}

function logOdds(p: number): Decibans {
  const least = 1e-12;
  const safe = Math.min(1 - least, Math.max(least, p));
  return 10 * Math.log10(safe / (1 - safe));
}

const capped = (change: Decibans) => Math.min(MOST_DECIBANS, Math.max(-MOST_DECIBANS, change));

function variableOf(model: Model, id: string): Variable {
  const found = model.variables.find((candidate) => candidate.id === id);
  if (!found) throw new RangeError(`infer: no variable "${id}"`);
  return found;
}

/** p(evidence | class), scaled so that the likeliest outcome counts 1: never below the floor of an outcome. */
function chancesOf(model: Model, circumstances: Circumstances, { variable: id, likelihood }: Evidence) {
  const variable = variableOf(model, id);
  const classes = classesOf(model, variable, circumstances.settings);
  const unknown = Object.keys(likelihood).find((outcome) => !variable.outcomes.includes(outcome));
  if (unknown !== undefined) throw new RangeError(`infer: "${id}" has no outcome "${unknown}"`);
  const soft = variable.outcomes.map((outcome) => likelihood[outcome] ?? 0);
  const top = Math.max(...soft);
  if (!(top > 0 && Number.isFinite(top)))
    throw new RangeError(`infer: evidence of "${id}" must have a likelihood above 0, got ${top}`);
  const p = new Float64Array(classes.count);
  const best = new Float64Array(classes.count);
  for (let c = 0, at = 0; c < classes.count; c += 1)
    for (let k = 0; k < soft.length; k += 1, at += 1) {
      const chance = classes.chances[at]!;
      p[c]! += (chance * soft[k]!) / top;
      if (chance > best[c]!) best[c] = chance;
    }
  return { of: classes.of, p, best };
}

/**
 * Exact inference over all sets of at most three faults, the empty set included.
 *
 * P(S | evidence) ∝ P(S)·Π_f Σ_outcome p(readings_f | outcome)·P(outcome | S). Pieces of evidence are independent
 * given the set; their order changes nothing, and what was skipped is none: a factor of 1. Weights are leave-one-out
 * changes of a fault's log odds in decibans (I. J. Good's unit). Logarithms are taken once for each class.
 * @param evidence at most one for each variable
 * @throws RangeError for two of one variable, an unknown variable or outcome, or a likelihood that is 0 throughout
 */
export function infer(model: Model, circumstances: Circumstances, evidence: readonly Evidence[]): Inference {
  const names = evidence.map(({ variable }) => variable);
  const twice = names.find((name, i) => names.indexOf(name) !== i);
  if (twice) throw new RangeError(`infer: two findings of variable "${twice}"; merge them first`);

  const sets = faultSets(model.faults.length);
  const chances = evidence.map((one) => chancesOf(model, circumstances, one));
  const logs = logPriors(model, circumstances, sets);
  for (const { of, p } of chances) {
    const logOf = p.map(Math.log);
    for (let s = 0; s < sets.size; s += 1) logs[s]! += logOf[of[s]!]!;
  }
  let best = 0;
  for (let s = 1; s < sets.size; s += 1) if (logs[s]! > logs[best]!) best = s;
  const top = logs[best]!;
  // No factor lies below an outcome's floor, so that nothing underflows here that leaving one out would need.
  const posterior = logs;
  let total = 0;
  for (let s = 0; s < sets.size; s += 1) total += posterior[s] = Math.exp(logs[s]! - top);
  for (let s = 0; s < sets.size; s += 1) posterior[s]! /= total;
  const marginals = marginalsUnder(sets, posterior, null);
  const weights = chances.map(({ of, p }) => {
    const without = marginalsUnder(sets, posterior, { of, factors: p.map((chance) => 1 / chance) });
    return marginals.map((p, i) => capped(logOdds(p) - logOdds(without[i]!)));
  });
  const strain = chances.reduce(
    (sum, { of, p, best: most }) => sum + 10 * Math.log10(most[of[best]!]! / Math.max(p[of[best]!]!, 1e-9)),
    0,
  );
  return {
    sets,
    posterior,
    marginals,
    weights,
    beyond: massBeyond(circumstances.priors),
    strain,
    conflict: strain > CONFLICT_DECIBANS,
  };
}
