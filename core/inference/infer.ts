import type { Decibans } from "../quantity/index.ts";
import { classesOf, type Classes } from "./classes.ts";
import { classAt, massIn, presentIn, takingPart, type Partition } from "./partition.ts";
import { priorTerms, type PriorTerms } from "./prior.ts";
import { MOST_FAULTS, NONE, type FaultSets } from "./sets.ts";
import { togetherClasses } from "./together.ts";
import type { Circumstances, Evidence, Model, Variable } from "./types.ts";
import { MOST_LEFT_OUT, weighSets, type Telling, type Weighed } from "./weigh.ts";

/** Weights beyond this say no more to a person. */
export const MOST_DECIBANS: Decibans = 30;

export interface Inference {
  /** The sets weighed: all of at most two faults, and those of three that may hold anything. */
  readonly sets: FaultSets;
  /** P(set | evidence), in the order of the sets. */
  readonly posterior: Float64Array;
  /** P(fault) before any evidence, in the order of the model. */
  readonly priorMarginals: Float64Array;
  /** P(fault | evidence), in the order of the model. They need not add up to one. */
  readonly marginals: Float64Array;
  /** weights[finding][fault]: change of the fault's log odds when the finding is left out, capped. */
  readonly weights: readonly Float64Array[];
  /** Prior probability that more than three faults are present: what is never weighed. */
  readonly beyond: number;
  /** Share of belief on sets of three that were left out, at most. */
  readonly leftOut: number;
  /** Chance that each piece of evidence was a slip, given all of it, in the order of the evidence. */
  readonly slips: readonly number[];
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

/** P(fault) under shares of the sets that add up to one. */
function marginalsUnder({ faults, size, members }: FaultSets, shares: Float64Array): Float64Array {
  const sums = new Float64Array(NONE + 1);
  for (let s = 0, at = 0; s < size; s += 1, at += MOST_FAULTS) {
    const share = shares[s]!;
    sums[members[at]!]! += share;
    sums[members[at + 1]!]! += share;
    sums[members[at + 2]!]! += share;
  }
  return sums.slice(0, faults);
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

/** What a piece of evidence says by class, before it may be a slip. */
interface Chances {
  readonly evidence: Evidence;
  readonly variable: Variable;
  readonly classes: Classes;
  /** p(readings | outcome), the likeliest 1. */
  readonly soft: readonly number[];
  /** p(readings | class): never below the floor of an outcome. */
  readonly p: (at: number) => number;
  readonly slip: number;
}

function chancesOf(model: Model, circumstances: Circumstances, evidence: Evidence): Chances {
  const { variable: id, likelihood, slip: own } = evidence;
  const variable = variableOf(model, id);
  const slip = own ?? variable.slip ?? 0;
  const classes = classesOf(model, variable, circumstances.settings);
  const unknown = Object.keys(likelihood).find((outcome) => !variable.outcomes.includes(outcome));
  if (unknown !== undefined) throw new RangeError(`infer: "${id}" has no outcome "${unknown}"`);
  if (!(slip >= 0 && slip < 1)) throw new RangeError(`infer: slip must be 0 to below 1, got ${slip}`);
  const given = variable.outcomes.map((outcome) => likelihood[outcome] ?? 0);
  const top = Math.max(...given);
  if (!(top > 0 && Number.isFinite(top)))
    throw new RangeError(`infer: evidence of "${id}" must have a likelihood above 0, got ${top}`);
  const soft = given.map((one) => one / top);
  const p = (at: number) => {
    const row = classes.rowOf(at);
    let sum = 0;
    for (let k = 0; k < soft.length; k += 1) sum += classes.chances[row + k]! * soft[k]!;
    return sum;
  };
  return { evidence, variable, classes, soft, p, slip };
}

/** One piece of evidence, or two that one cause moves together. */
interface Told extends Telling {
  readonly parts: readonly Part[];
}

/** A piece of evidence in what is told: by class, all of it without this part, and the share in which this part is a slip. */
interface Part {
  readonly evidence: Evidence;
  readonly without: (at: number) => number;
  readonly slipped: (at: number) => number;
}

/** Values above 0 by class, each worked out once. */
function remembering({ count }: Partition, work: (at: number) => number): (at: number) => number {
  const known = new Float64Array(count);
  return (at) => {
    const found = known[at]!;
    return found > 0 ? found : (known[at] = work(at));
  };
}

/** P(e) over all sets as they stood before any evidence; not asked for where nothing slips. */
function anyway({ classes, p, slip }: Pick<Chances, "classes" | "p" | "slip">, before: Before): number {
  if (slip === 0) return 0;
  const present = presentIn(classes.partition, before.sets);
  const mass = before.byClass.get(classes.partition) ?? massIn(present, before.shares);
  before.byClass.set(classes.partition, mass);
  let sum = 0;
  for (let c = 0; c < present.count; c += 1) sum += mass[c]! * p(present.classes[c]!);
  return sum;
}

/**
 * A piece of evidence may be a slip, and then says nothing: P'(e | S) = (1 − s)·P(e | S) + s·P(e), with P(e) over all
 * sets as they stood before any evidence. It bounds what one finding can do.
 */
function withSlip(one: Chances, before: Before): Told {
  const { evidence, classes, p, slip } = one;
  const adds = slip * anyway(one, before);
  const { partition } = classes;
  return {
    partition,
    pAt: remembering(partition, (at) => (1 - slip) * p(at) + adds),
    parts: [{ evidence, without: () => 1, slipped: () => adds }],
  };
}

/**
 * Two pieces of evidence in which one fault shows by one severity, and whose readings may bear each other out: the
 * product of both is averaged over what can be, and not the product of the averages. Either may be a slip by itself.
 */
function toldTogether(
  model: Model,
  { settings }: Circumstances,
  [one, other]: readonly [Chances, Chances],
  before: Before,
): Told {
  const { partition, classesAt, tableAt } = togetherClasses(model, [one.variable, other.variable], settings);
  const factors = factorsOf(one, other);
  const both = Float64Array.from(one.soft.flatMap((a, k) => other.soft.map((b, l) => a * b * factors(k, l))));
  const [s, t] = [one.slip, other.slip];
  const [a, b] = [anyway(one, before), anyway(other, before)];
  const plainOne = (at: number) => (1 - s) * one.p(classesAt(at)[0]) + s * a;
  const plainOther = (at: number) => (1 - t) * other.p(classesAt(at)[1]) + t * b;
  return {
    partition,
    pAt: remembering(partition, (at) => {
      const table = tableAt(at);
      let together = 0;
      for (let k = 0; k < both.length; k += 1) together += table[k]! * both[k]!;
      return (1 - s) * (1 - t) * together + s * a * plainOther(at) + t * b * plainOne(at) - s * a * t * b;
    }),
    parts: [
      { evidence: one.evidence, without: plainOther, slipped: (at) => s * a * plainOther(at) },
      { evidence: other.evidence, without: plainOne, slipped: (at) => t * b * plainOne(at) },
    ],
  };
}

/** How far the readings of two pieces agree on a cause, by their outcomes; either of the two may say it. */
function factorsOf(one: Chances, other: Chances): (k: number, l: number) => number {
  const said = (by: Chances, of: Chances, mine: number, its: number) =>
    by.evidence.with?.variable === of.variable.id
      ? by.evidence.with.factors[by.variable.outcomes[mine]!]?.[of.variable.outcomes[its]!]
      : undefined;
  return (k, l) => said(one, other, k, l) ?? said(other, one, l, k) ?? 1;
}

/** Each piece of evidence by itself, and those together that one fault moves together. */
function tellings(
  model: Model,
  circumstances: Circumstances,
  evidence: readonly Evidence[],
  before: Before,
): Told[] {
  const left = new Map(evidence.map((one) => [one.variable, chancesOf(model, circumstances, one)]));
  const together: Told[] = [];
  for (const { variables } of model.together) {
    const [one, other] = variables.map((id) => left.get(id));
    if (!one || !other) continue;
    variables.forEach((id) => left.delete(id));
    together.push(toldTogether(model, circumstances, [one, other], before));
  }
  return [...together, ...[...left.values()].map((one) => withSlip(one, before))];
}

/** What is believed before any evidence. */
interface Before extends Weighed {
  readonly terms: PriorTerms;
  readonly marginals: Float64Array;
  readonly beyond: number;
  /** Mass by class, for the partitions asked about so far. */
  readonly byClass: Map<Partition, Float64Array>;
}

const befores = new WeakMap<Model, Map<string, Before>>();
/** How many circumstances are kept for each model: the oldest go first. */
const MOST_KEPT = 32;

/** The belief before any evidence; worked out once for a model and its circumstances. */
function beforeOf(model: Model, circumstances: Circumstances, most: number): Before {
  const byName = befores.get(model) ?? new Map<string, Before>();
  befores.set(model, byName);
  const { priors, complaint } = circumstances;
  const name = JSON.stringify([priors, complaint, most]);
  const found = byName.get(name);
  if (found) return found;
  const terms = priorTerms(model, circumstances);
  const weighed = weighSets(terms, [], most);
  const marginals = marginalsUnder(weighed.sets, weighed.shares);
  const made = { ...weighed, terms, marginals, beyond: massBeyond(priors), byClass: new Map() };
  if (byName.size >= MOST_KEPT) byName.delete(byName.keys().next().value!);
  byName.set(name, made);
  return made;
}

/**
 * What would stand without a part of what was told: the mass of the sets that hold each fault, and of all of them. And how
 * likely that part was a slip: P(slip | all) = Σ P(S | all) · P'(e, slipped | S) / P'(e | S).
 */
function partOf(
  { partition, pAt }: Told,
  { without, slipped }: Part,
  sets: FaultSets,
  posterior: Float64Array,
  marginals: Float64Array,
) {
  const { members, faults } = sets;
  const left = new Float64Array(partition.count).fill(NaN);
  const slips = new Float64Array(partition.count);
  const workOut = (at: number): number => {
    const p = pAt(at);
    slips[at] = slipped(at) / p;
    return (left[at] = without(at) / p);
  };
  // As if nothing took part anywhere, and then what differs.
  const plain = workOut(0);
  const plainSlip = slips[0]!;
  const sums = new Float64Array(NONE + 1);
  for (let i = 0; i < faults; i += 1) sums[i] = plain * marginals[i]!;
  let total = plain;
  let slip = plainSlip;
  const taking = takingPart(partition, sets);
  for (let i = 0; i < taking.length; i += 1) {
    const s = taking[i]!;
    const at = s * MOST_FAULTS;
    const [a, b, c] = [members[at]!, members[at + 1]!, members[at + 2]!];
    const key = classAt(partition, a, b, c);
    let factor = left[key]!;
    if (Number.isNaN(factor)) factor = workOut(key);
    const share = posterior[s]!;
    const more = share * (factor - plain);
    slip += share * (slips[key]! - plainSlip);
    total += more;
    sums[a]! += more;
    sums[b]! += more;
    sums[c]! += more;
  }
  return { byFault: sums.subarray(0, faults), total, slip: Math.max(0, slip) };
}

/**
 * Inference over sets of at most three faults, the empty set included.
 *
 * P(S | evidence) ∝ P(S)·Π_f Σ_outcome p(readings_f | outcome)·P(outcome | S). Pieces of evidence are independent
 * given the set, but for those that one fault moves together; their order changes nothing, and what was skipped is
 * none: a factor of 1. Sets of two are exact; sets of three are left out only while all of them together hold less than a
 * bound, which is reported. Weights are leave-one-out changes of a fault's log odds in decibans (I. J. Good's unit).
 * @param evidence at most one for each variable
 * @param most share of belief that may be left out, 0 to below 1; 0 weighs every set
 * @throws RangeError for two of one variable, an unknown variable or outcome, or a likelihood that is 0 throughout
 */
export function infer(
  model: Model,
  circumstances: Circumstances,
  evidence: readonly Evidence[],
  most: number = MOST_LEFT_OUT,
): Inference {
  const names = evidence.map(({ variable }) => variable);
  const twice = names.find((name, i) => names.indexOf(name) !== i);
  if (twice) throw new RangeError(`infer: two findings of variable "${twice}"; merge them first`);

  const before = beforeOf(model, circumstances, most);
  const all = tellings(model, circumstances, evidence, before);
  // No factor lies below an outcome's floor, so that nothing underflows here that leaving one out would need.
  const { sets, shares: posterior, leftOut } = weighSets(before.terms, all, most);
  const marginals = marginalsUnder(sets, posterior);
  const parts = new Map(
    all.flatMap((one) =>
      one.parts.map((part) => [part.evidence, partOf(one, part, sets, posterior, marginals)] as const),
    ),
  );
  const weights = evidence.map((one) => {
    const { byFault, total } = parts.get(one)!;
    return marginals.map((p, i) => capped(logOdds(p) - logOdds(byFault[i]! / total)));
  });
  const slips = evidence.map((one) => parts.get(one)!.slip);
  return {
    ...{ sets, posterior, marginals, weights, slips, leftOut },
    priorMarginals: before.marginals,
    beyond: before.beyond,
  };
}
