import { classesOf, type Classes } from "./classes.ts";
import { togetherClasses } from "./together.ts";
import { faultSets, MOST_FAULTS, NONE, type FaultSets } from "./sets.ts";
import type { Decibans } from "../quantity/index.ts";
import type { Circumstances, Evidence, Model, Variable } from "./types.ts";

/** Weights beyond this say no more to a person. */
export const MOST_DECIBANS: Decibans = 30;

export interface Inference {
  readonly sets: FaultSets;
  /** P(set | evidence), in the order of the sets. */
  readonly posterior: Float64Array;
  /** P(fault) before any evidence, in the order of the model. */
  readonly priorMarginals: Float64Array;
  /** P(fault | evidence), in the order of the model. They need not add up to one. */
  readonly marginals: Float64Array;
  /** weights[finding][fault]: change of the fault's log odds when the finding is left out, capped. */
  readonly weights: readonly Float64Array[];
  /** Prior probability that more than three faults are present: what the enumeration leaves out. */
  readonly beyond: number;
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

/**
 * Log prior of each set: independent faults, and a complaint that needs a cause. One cause is enough: a further one
 * beside it is rarer. ln P(set) = Σ ln(1 − p) over all faults, plus ln p − ln(1 − p) for each that is in the set.
 */
function logPriors(model: Model, { priors, complaint }: Circumstances, sets: FaultSets): Float64Array {
  const logs = new Float64Array(sets.size);
  const none = priors.reduce((sum, p) => sum + Math.log(1 - p), 0);
  const odds = new Float64Array(NONE + 1);
  const causes = new Uint8Array(NONE + 1);
  const silent = new Float64Array(NONE + 1).fill(1);
  priors.forEach((p, i) => (odds[i] = Math.log(p) - Math.log(1 - p)));
  model.faults.forEach((fault, i) => {
    const explains = complaint?.explains?.[i] ?? fault.explains;
    // A fault that hardly explains a complaint is no cause of it, and does not make another one rare.
    causes[i] = Number(explains >= 0.5);
    silent[i] = 1 - explains;
  });
  const without = complaint?.withoutCause ?? 1;
  const further = complaint ? Math.log(complaint.furtherCause) : 0;
  const companion = complaint ? Math.log(complaint.companionCause) - further : 0;
  const tied = tiesOf(model);
  const { members } = sets;
  for (let s = 0, at = 0; s < sets.size; s += 1, at += MOST_FAULTS) {
    const a = members[at]!;
    const b = members[at + 1]!;
    const c = members[at + 2]!;
    const count = causes[a]! + causes[b]! + causes[c]!;
    const explained = 1 - silent[a]! * silent[b]! * silent[c]!;
    let log = none + odds[a]! + odds[b]! + odds[c]!;
    if (complaint) log += Math.log(without + (1 - without) * explained);
    if (count > 1) {
      log += (count - 1) * further;
      const ties = tied[a * WIDE + b]! + tied[b * WIDE + c]! + tied[a * WIDE + c]!;
      log += Math.min(ties, count - 1) * companion;
    }
    logs[s] = log;
  }
  return logs;
}

const WIDE = NONE + 1;
const ties = new WeakMap<Model, Uint8Array>();

/** 1 where one of two faults brings the other along, at both places of a square. */
function tiesOf(model: Model): Uint8Array {
  const found = ties.get(model);
  if (found) return found;
  const made = new Uint8Array(WIDE * WIDE);
  const place = (id: string) => model.faults.findIndex((fault) => fault.id === id);
  for (const [one, other] of model.companions) {
    const [a, b] = [place(one), place(other)];
    if (a >= 0 && b >= 0) made[a * WIDE + b] = made[b * WIDE + a] = 1;
  }
  ties.set(model, made);
  return made;
}

/** Mass of the sets that hold each fault, and of all sets, with each set's share multiplied by its class's factor. */
function massWith(
  { faults, size, members }: FaultSets,
  shares: Float64Array,
  of: Uint32Array,
  factors: Float64Array,
): { readonly byFault: Float64Array; readonly total: number } {
  const sums = new Float64Array(NONE + 1);
  let total = 0;
  for (let s = 0, at = 0; s < size; s += 1, at += MOST_FAULTS) {
    const weight = shares[s]! * factors[of[s]!]!;
    total += weight;
    sums[members[at]!]! += weight;
    sums[members[at + 1]!]! += weight;
    sums[members[at + 2]!]! += weight;
  }
  return { byFault: sums.subarray(0, faults), total };
}

/** P(fault) under shares of the sets. */
function marginalsUnder(sets: FaultSets, shares: Float64Array): Float64Array {
  const { byFault, total } = massWith(sets, shares, new Uint32Array(sets.size), Float64Array.of(1));
  return byFault.map((mass) => mass / total);
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
function chancesOf(model: Model, circumstances: Circumstances, evidence: Evidence): Chances {
  const { variable: id, likelihood, slip: own } = evidence;
  const variable = variableOf(model, id);
  const slip = own ?? variable.slip ?? 0;
  const classes = classesOf(model, variable, circumstances.settings);
  const unknown = Object.keys(likelihood).find((outcome) => !variable.outcomes.includes(outcome));
  if (unknown !== undefined) throw new RangeError(`infer: "${id}" has no outcome "${unknown}"`);
  if (!(slip >= 0 && slip < 1)) throw new RangeError(`infer: slip must be 0 to below 1, got ${slip}`);
  const soft = variable.outcomes.map((outcome) => likelihood[outcome] ?? 0);
  const top = Math.max(...soft);
  if (!(top > 0 && Number.isFinite(top)))
    throw new RangeError(`infer: evidence of "${id}" must have a likelihood above 0, got ${top}`);
  const p = new Float64Array(classes.count);
  for (let c = 0, at = 0; c < classes.count; c += 1)
    for (let k = 0; k < soft.length; k += 1, at += 1) p[c]! += (classes.chances[at]! * soft[k]!) / top;
  return { evidence, variable, classes, soft: soft.map((one) => one / top), p, slip };
}

/** What a piece of evidence says by class, before it may be a slip. */
interface Chances {
  readonly evidence: Evidence;
  readonly variable: Variable;
  readonly classes: Classes;
  /** p(readings | outcome), the likeliest 1. */
  readonly soft: readonly number[];
  readonly p: Float64Array;
  readonly slip: number;
}

/** One piece of evidence, or two that one cause moves together: its classes and what each class makes of it. */
interface Told {
  readonly of: Uint32Array;
  readonly p: Float64Array;
  readonly parts: readonly {
    readonly evidence: Evidence;
    /** By class: without this part, and the share of `p` in which this part is a slip. */
    readonly without: Float64Array;
    readonly slipped: Float64Array;
  }[];
}

/**
 * A piece of evidence may be a slip, and then says nothing: P'(e | S) = (1 − s)·P(e | S) + s·P(e), with P(e) over all
 * sets as they stood before any evidence. It bounds what one finding can do.
 */
function withSlip({ evidence, classes, p, slip }: Chances, before: Before): Told {
  const adds = slip * anyway({ classes, p, slip }, before);
  const without = new Float64Array(p.length).fill(1);
  const slipped = new Float64Array(p.length).fill(adds);
  const mixed = p.map((chance) => (1 - slip) * chance + adds);
  return { of: classes.of, p: mixed, parts: [{ evidence, without, slipped }] };
}

/** P(e) over all sets as they stood before any evidence; not asked for where nothing slips. */
function anyway({ classes, p, slip }: Pick<Chances, "classes" | "p" | "slip">, before: Before): number {
  if (slip === 0) return 0;
  const mass = classMass(before, classes);
  let sum = 0;
  for (let c = 0; c < p.length; c += 1) sum += mass[c]! * p[c]!;
  return sum;
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
  const { joint, chances } = togetherClasses(model, [one.variable, other.variable], settings);
  const [height, width] = [one.soft.length, other.soft.length];
  const factors = factorsOf(one, other);
  const both = one.soft.flatMap((a, k) => other.soft.map((b, l) => a * b * factors(k, l)));
  const [s, t] = [one.slip, other.slip];
  const [a, b] = [anyway(one, before), anyway(other, before)];
  const p = new Float64Array(joint.count);
  const [plainOne, plainOther, slippedOne, slippedOther] = Array.from(
    { length: 4 },
    () => new Float64Array(joint.count),
  ) as [Float64Array, Float64Array, Float64Array, Float64Array];
  for (let j = 0, at = 0; j < joint.count; j += 1) {
    let together = 0;
    for (let k = 0; k < height * width; k += 1, at += 1) together += chances[at]! * both[k]!;
    plainOne[j] = (1 - s) * one.p[joint.first[j]!]! + s * a;
    plainOther[j] = (1 - t) * other.p[joint.second[j]!]! + t * b;
    slippedOne[j] = s * a * plainOther[j]!;
    slippedOther[j] = t * b * plainOne[j]!;
    p[j] = (1 - s) * (1 - t) * together + slippedOne[j]! + slippedOther[j]! - s * a * t * b;
  }
  return {
    of: joint.of,
    p,
    parts: [
      { evidence: one.evidence, without: plainOther, slipped: slippedOne },
      { evidence: other.evidence, without: plainOne, slipped: slippedOther },
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
  const told: Told[] = [];
  for (const { variables } of model.together) {
    const [one, other] = variables.map((id) => left.get(id));
    if (!one || !other) continue;
    variables.forEach((id) => left.delete(id));
    told.push(toldTogether(model, circumstances, [one, other], before));
  }
  return [...told, ...[...left.values()].map((one) => withSlip(one, before))];
}

/** Logarithms as probabilities that add up to one, in place. */
function normalise(logs: Float64Array): Float64Array {
  let top = -Infinity;
  for (const log of logs) if (log > top) top = log;
  let total = 0;
  for (let s = 0; s < logs.length; s += 1) total += logs[s] = Math.exp(logs[s]! - top);
  for (let s = 0; s < logs.length; s += 1) logs[s]! /= total;
  return logs;
}

/** What is believed before any evidence. */
interface Before {
  readonly logs: Float64Array;
  readonly priors: Float64Array;
  readonly marginals: Float64Array;
  readonly beyond: number;
  /** Prior mass by class, for the variables asked about so far. */
  readonly byClass: Map<Classes, Float64Array>;
}

const befores = new WeakMap<Model, Map<string, Before>>();
/** How many circumstances are kept for each model: the oldest go first. */
const MOST_KEPT = 32;

/** The belief before any evidence; worked out once for a model and its circumstances. */
function beforeOf(model: Model, circumstances: Circumstances, sets: FaultSets): Before {
  const byName = befores.get(model) ?? new Map<string, Before>();
  befores.set(model, byName);
  const { priors: chances, complaint } = circumstances;
  const name = JSON.stringify([chances, complaint]);
  const found = byName.get(name);
  if (found) return found;
  const logs = logPriors(model, circumstances, sets);
  const priors = normalise(logs.slice());
  const marginals = marginalsUnder(sets, priors);
  const made = { logs, priors, marginals, beyond: massBeyond(chances), byClass: new Map() };
  if (byName.size >= MOST_KEPT) byName.delete(byName.keys().next().value!);
  byName.set(name, made);
  return made;
}

function classMass({ priors, byClass }: Before, classes: Classes): Float64Array {
  const found = byClass.get(classes);
  if (found) return found;
  const mass = new Float64Array(classes.count);
  for (let s = 0; s < priors.length; s += 1) mass[classes.of[s]!]! += priors[s]!;
  byClass.set(classes, mass);
  return mass;
}

/**
 * Exact inference over all sets of at most three faults, the empty set included.
 *
 * P(S | evidence) ∝ P(S)·Π_f Σ_outcome p(readings_f | outcome)·P(outcome | S). Pieces of evidence are independent
 * given the set, but for those that one fault moves together; their order changes nothing, and what was skipped is
 * none: a factor of 1. Weights are leave-one-out
 * changes of a fault's log odds in decibans (I. J. Good's unit). Logarithms are taken once for each class.
 * @param evidence at most one for each variable
 * @throws RangeError for two of one variable, an unknown variable or outcome, or a likelihood that is 0 throughout
 */
export function infer(model: Model, circumstances: Circumstances, evidence: readonly Evidence[]): Inference {
  const names = evidence.map(({ variable }) => variable);
  const twice = names.find((name, i) => names.indexOf(name) !== i);
  if (twice) throw new RangeError(`infer: two findings of variable "${twice}"; merge them first`);

  const sets = faultSets(model.faults.length);
  const before = beforeOf(model, circumstances, sets);
  const logs = before.logs.slice();
  const told = tellings(model, circumstances, evidence, before);
  for (const { of, p } of told) {
    const logOf = p.map(Math.log);
    for (let s = 0; s < sets.size; s += 1) logs[s]! += logOf[of[s]!]!;
  }
  // No factor lies below an outcome's floor, so that nothing underflows here that leaving one out would need.
  const posterior = normalise(logs);
  const marginals = marginalsUnder(sets, posterior);
  const parts = new Map(
    told.flatMap(({ of, p, parts: own }) =>
      own.map(({ evidence: one, without, slipped }) => {
        const left = massWith(
          sets,
          posterior,
          of,
          without.map((chance, c) => chance / p[c]!),
        );
        // P(slip | all) = Σ P(S | all) · P'(e, slipped | S) / P'(e | S).
        const shares = slipped.map((chance, c) => chance / p[c]!);
        let slip = 0;
        for (let s = 0; s < sets.size; s += 1) slip += posterior[s]! * shares[of[s]!]!;
        return [one, { ...left, slip }] as const;
      }),
    ),
  );
  const weights = evidence.map((one) => {
    const { byFault, total } = parts.get(one)!;
    return marginals.map((p, i) => capped(logOdds(p) - logOdds(byFault[i]! / total)));
  });
  const slips = evidence.map((one) => parts.get(one)!.slip);
  return {
    sets,
    posterior,
    priorMarginals: before.marginals,
    marginals,
    weights,
    slips,
    beyond: before.beyond,
  };
}
