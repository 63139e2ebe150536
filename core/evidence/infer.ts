import { UNCOMPLAINED_ODDS } from "./circumstances.ts";
import { faultSets, MOST_FAULTS, outcomeTable } from "./outcomeModel.ts";
import type { Circumstances, FaultBelief, Finding, Model, WeightedFinding } from "./types.ts";

/** Nobody complains of a motor and supply that are both sound: odds against, once somebody did. Judgement. */
const COMPLAINT_WITHOUT_CAUSE = 0.05;
/** Weights beyond this say no more to a person. */
export const MOST_DECIBANS = 30;
/** Above this the best set explains the findings so badly that they are called conflicting: 1 in 300. */
export const CONFLICT_DECIBANS = 25;

export interface FaultSet {
  /** Indices into the model's faults, ascending. */
  readonly members: readonly number[];
  readonly probability: number;
}

export interface Inference {
  readonly sets: readonly FaultSet[];
  readonly marginals: readonly number[];
  readonly beliefs: readonly FaultBelief[];
  /** Prior probability that more than three faults are present: what the enumeration leaves out. */
  readonly beyond: number;
  /** How badly the best set explains the findings, decibans against its own best case. */
  readonly strain: number;
  readonly conflict: boolean;
}

/** Prior of each fault alone: the family's, its odds multiplied by complaint and history, at most 0.6. */
export function priorsOf(model: Model, circumstances: Circumstances): number[] {
  const most = 0.6;
  return model.faults.map(({ id, prior }) => {
    const base = typeof prior === "number" ? prior : (prior[circumstances.family] ?? 0);
    if (id === "starJointOpen" && circumstances.connection === "delta") return 0;
    const odds = (base / (1 - base)) * (circumstances.oddsFactors[id] ?? 1);
    return Math.min(most, odds / (1 + odds));
  });
}

/** P(more than three of independent faults), by the exact Poisson-binomial recursion. */
export function massBeyond(priors: readonly number[], most = MOST_FAULTS): number {
  let counts = [1];
  for (const p of priors) {
    const next = new Array<number>(counts.length + 1).fill(0);
    counts.forEach((mass, k) => {
      next[k]! += mass * (1 - p);
      next[k + 1]! += mass * p;
    });
    counts = next;
  }
  return counts.slice(most + 1).reduce((sum, mass) => sum + mass, 0);
}

/**
 * Log prior of each set: independent faults, and a complaint that needs a cause. One cause is enough: a further
 * fault beside it is as likely as in a motor that nobody complains of.
 */
function logPriors(model: Model, circumstances: Circumstances, sets: readonly number[][]): number[] {
  const priors = priorsOf(model, circumstances);
  // ln P(set) = Σ ln(1 − p) over all faults, plus ln p − ln(1 − p) for each that is in the set.
  const none = priors.reduce((sum, p) => sum + Math.log(1 - p), 0);
  return sets.map((set) => {
    const log = set.reduce((sum, i) => sum + Math.log(priors[i]!) - Math.log(1 - priors[i]!), none);
    if (!circumstances.complained) return log;
    const causes = set.filter((i) => model.faults[i]!.causesComplaint).length;
    if (causes === 0) return log + Math.log(COMPLAINT_WITHOUT_CAUSE);
    return log + (causes - 1) * Math.log(UNCOMPLAINED_ODDS);
  });
}

/** Probabilities from log weights, less another array of them where one is left out. */
function normalise(logs: Float64Array, without?: Float64Array): Float64Array {
  const raw = new Float64Array(logs.length);
  let top = -Infinity;
  for (let k = 0; k < raw.length; k += 1) {
    raw[k] = without ? logs[k]! - without[k]! : logs[k]!;
    if (raw[k]! > top) top = raw[k]!;
  }
  let total = 0;
  for (let k = 0; k < raw.length; k += 1) total += raw[k] = Math.exp(raw[k]! - top);
  for (let k = 0; k < raw.length; k += 1) raw[k]! /= total;
  return raw;
}

/** For each fault, the places of the sets that hold it. */
function holders(n: number, sets: readonly number[][]): number[][] {
  const places = Array.from({ length: n }, (): number[] => []);
  sets.forEach((set, k) => set.forEach((fault) => places[fault]!.push(k)));
  return places;
}

function marginal(places: readonly number[], posterior: Float64Array): number {
  let sum = 0;
  for (const k of places) sum += posterior[k]!;
  return sum;
}

function logOdds(p: number): number {
  const least = 1e-12;
  const safe = Math.min(1 - least, Math.max(least, p));
  return 10 * Math.log10(safe / (1 - safe));
}

/**
 * Exact inference over all sets of at most three faults, the empty set included.
 *
 * P(S | findings) ∝ P(S)·Π_f Σ_outcome p(readings_f | outcome)·P(outcome | S). Findings are independent
 * given the set; their order changes nothing, and a check that was skipped is no finding: a factor of 1.
 * Weights are leave-one-out changes of a fault's log odds in decibans (I. J. Good's unit).
 * @param findings at most one for each variable; unknown variables are an error
 * @throws RangeError for two findings of one variable or an unknown one
 */
export function infer(model: Model, circumstances: Circumstances, findings: readonly Finding[]): Inference {
  const names = findings.map(({ variable }) => variable);
  const twice = names.find((name, i) => names.indexOf(name) !== i);
  if (twice) throw new RangeError(`infer: two findings of variable "${twice}"; merge them first`);

  const sets = faultSets(model.faults.length);
  const held = holders(model.faults.length, sets);
  const prior = logPriors(model, circumstances, sets);
  const chances = findings.map((finding) => {
    const variable = model.variables.find(({ id }) => id === finding.variable);
    if (!variable) throw new RangeError(`infer: no variable "${finding.variable}"`);
    const given = outcomeTable(model, variable, circumstances);
    const soft = variable.outcomes.map((outcome) => finding.likelihood[outcome] ?? 0);
    const p = new Float64Array(given.length);
    for (let s = 0; s < p.length; s += 1)
      for (let k = 0; k < soft.length; k += 1) p[s]! += given[s]![k]! * soft[k]!;
    return { given, p };
  });
  const factors = chances.map(({ p }) => p.map((chance) => Math.log(Math.max(chance, 1e-300))));
  const total = Float64Array.from(prior);
  for (const factor of factors) for (let k = 0; k < total.length; k += 1) total[k]! += factor[k]!;
  const posterior = normalise(total);
  const without = factors.map((factor) => normalise(total, factor));
  const marginals = model.faults.map((_, i) => marginal(held[i]!, posterior));

  const beliefs = model.faults.map((fault, i): FaultBelief => {
    const weights = findings.map((finding, f): WeightedFinding => {
      const change = logOdds(marginals[i]!) - logOdds(marginal(held[i]!, without[f]!));
      return {
        variable: finding.variable,
        sentence: finding.sentence,
        weight: Math.min(MOST_DECIBANS, Math.max(-MOST_DECIBANS, change)),
      };
    });
    weights.sort((a, b) => Math.abs(b.weight) - Math.abs(a.weight) || (a.variable < b.variable ? -1 : 1));
    const pointing = fault.placed
      ? findings.find(({ variable, place }) =>
          place ? model.rows.some((row) => row.fault === fault.id && row.variable === variable) : false,
        )
      : undefined;
    return {
      fault: fault.id,
      name: fault.name,
      probability: marginals[i]!,
      place: pointing?.place ?? null,
      weights,
    };
  });
  const best = posterior.reduce((found, p, k) => (p > posterior[found]! ? k : found), 0);
  const strain = chances.reduce(
    (sum, { given, p }) => sum + 10 * Math.log10(Math.max(...given[best]!) / Math.max(p[best]!, 1e-9)),
    0,
  );
  return {
    sets: sets.map((members, k) => ({ members, probability: posterior[k]! })),
    marginals,
    beliefs,
    beyond: massBeyond(priorsOf(model, circumstances)),
    strain,
    conflict: strain > CONFLICT_DECIBANS,
  };
}
