import type { Minutes } from "../quantity/index.ts";
import type { CheckId, Disposition } from "../record/index.ts";
import { askedBy, entropyOf, PRECEDENCE, sharesOf } from "./action.ts";
import type { FaultSet, Inference } from "./infer.ts";
import { outcomeTable } from "./outcomeModel.ts";
import type { Circumstances, Model, NextCheck } from "./types.ts";

export interface OpenCheck {
  readonly check: CheckId;
  readonly minutes: Minutes;
  /** Variables the check would find out and that are not known yet. */
  readonly variables: readonly string[];
  /** Outcomes the instrument at hand cannot tell apart, by variable: they count as one. */
  readonly merged: Readonly<Record<string, readonly string[]>>;
}

export interface Change {
  readonly variable: string;
  readonly words: string;
  readonly probability: number;
  readonly to: Disposition;
}

/** A check whose whole promise is below this many bits is not worth proposing. Judgement. */
export const LEAST_GAIN = 0.01;
/** Variables of one check that are played through together; the others of that check hardly add. */
const JOINT_VARIABLES = 2;
const LEAST_OUTCOME = 0.003;
/** Outcomes less probable than this together add nothing to an expectation. */
const LEAST_MASS = 1e-9;

/** An array of n numbers, each worked out from its place: Float64Array.from, without its slow iterator. */
function numbers(n: number, at: (place: number) => number): Float64Array {
  const made = new Float64Array(n);
  for (let k = 0; k < n; k += 1) made[k] = at(k);
  return made;
}

/** Mass times the entropy, in bits, of shares that add up to that mass. */
function massEntropy(shares: Float64Array): number {
  const mass = shares.reduce((sum, share) => sum + share, 0);
  if (mass < LEAST_MASS) return 0;
  return mass * entropyOf(Array.from(shares, (share) => share / mass));
}

/** Sets less probable than this, many as they are, cannot turn what is worth doing next. */
const LEAST_SET = 1e-6;

/** The sets that matter, and their places among all. */
function worthWeighing({ sets }: Inference): { kept: number[]; sets: FaultSet[] } {
  const kept = sets.flatMap(({ probability }, place) => (probability >= LEAST_SET ? [place] : []));
  return { kept, sets: kept.map((place) => sets[place]!) };
}

/** Outcome groups of a variable: merged ones together, each other alone. */
function groupsOf(outcomes: readonly string[], merged: readonly string[] = []): number[][] {
  const together = outcomes.flatMap((outcome, k) => (merged.includes(outcome) ? [k] : []));
  const alone = outcomes.flatMap((outcome, k) => (merged.includes(outcome) ? [] : [[k]]));
  return together.length > 0 ? [together, ...alone] : alone;
}

/**
 * Expected fall in the entropy of what to do, by check, in bits, and what a check might change.
 *
 * For each open check, its most telling variables are played through: P(outcome | findings) from the sets,
 * the sets re-weighed, the remedies' entropy averaged. Preposterior analysis; exact for the variables
 * played through together, but for sets too improbable to matter. Ranked per minute.
 * @returns checks worth doing, best first
 */
export function rankChecks(
  model: Model,
  circumstances: Circumstances,
  inference: Inference,
  open: readonly OpenCheck[],
): NextCheck[] {
  const { kept, sets } = worthWeighing(inference);
  const asked = askedBy(model.faults, sets);
  const prior = numbers(sets.length, (k) => sets[k]!.probability);
  const before = massEntropy(sharesOf(asked, prior));
  const tables = (check: OpenCheck) =>
    check.variables.flatMap((id) => {
      const variable = model.variables.find((candidate) => candidate.id === id);
      if (!variable) return [];
      const given = outcomeTable(model, variable, circumstances);
      const chances = groupsOf(variable.outcomes, check.merged[id]).map((group) =>
        numbers(kept.length, (s) => group.reduce((sum, k) => sum + given[kept[s]!]![k]!, 0)),
      );
      return [{ variable, chances }];
    });
  type Table = ReturnType<typeof tables>[number];

  const weights = new Float64Array(sets.length);
  const shares = new Float64Array(PRECEDENCE.length);
  /** Mass times entropy once `weights` meets a chance of each set; nothing is made anew in here. */
  const entropyAfter = (chance: Float64Array): number => {
    shares.fill(0);
    for (let k = 0; k < sets.length; k += 1) shares[asked[k]!]! += weights[k]! * chance[k]!;
    return massEntropy(shares);
  };
  const weigh = (chance: Float64Array | null) => {
    for (let k = 0; k < sets.length; k += 1) weights[k] = prior[k]! * (chance ? chance[k]! : 1);
  };
  const expectedEntropy = ([first, second]: readonly Table[]): number => {
    const sumOver = (table: Table) => table.chances.reduce((sum, chance) => sum + entropyAfter(chance), 0);
    if (!first || !second) {
      weigh(null);
      return first ? sumOver(first) : before;
    }
    return first.chances.reduce((sum, chance) => {
      weigh(chance);
      return sum + sumOver(second);
    }, 0);
  };

  return open
    .map((check): NextCheck => {
      const ranked = tables(check)
        .map((table) => ({ table, gain: before - expectedEntropy([table]) }))
        .sort((a, b) => b.gain - a.gain);
      const chosen = ranked.slice(0, JOINT_VARIABLES).map(({ table }) => table);
      const gain = chosen.length > 0 ? Math.max(0, before - expectedEntropy(chosen)) : 0;
      const telling = ranked[0]?.table.variable;
      return {
        check: check.check,
        minutes: check.minutes,
        gain,
        because: telling ? telling.title.toLowerCase() : "",
      };
    })
    .filter(({ gain }) => gain >= LEAST_GAIN)
    .sort((a, b) => b.gain / b.minutes - a.gain / a.minutes);
}

/** Outcomes of checks still open that would turn the leading remedy, most probable first. */
export function whatWouldChange(
  model: Model,
  circumstances: Circumstances,
  now: Inference,
  open: readonly OpenCheck[],
): Change[] {
  const { kept, sets } = worthWeighing(now);
  const asked = askedBy(model.faults, sets);
  const prior = numbers(sets.length, (k) => sets[k]!.probability);
  const leadingOf = (shares: Float64Array) => PRECEDENCE[shares.indexOf(Math.max(...shares))]!;
  const leading = leadingOf(sharesOf(asked, prior));
  return open
    .flatMap(({ variables }) => variables)
    .flatMap((id) => {
      const variable = model.variables.find((candidate) => candidate.id === id);
      if (!variable) return [];
      const rows = outcomeTable(model, variable, circumstances);
      return variable.outcomes.flatMap((outcome, k): Change[] => {
        const joint = numbers(prior.length, (s) => prior[s]! * rows[kept[s]!]![k]!);
        const shares = sharesOf(asked, joint);
        const probability = shares.reduce((sum, p) => sum + p, 0);
        if (probability < LEAST_OUTCOME) return [];
        const to = leadingOf(shares);
        return to === leading
          ? []
          : [{ variable: id, words: variable.words[outcome] ?? outcome, probability, to }];
      });
    })
    .sort((a, b) => b.probability - a.probability);
}
