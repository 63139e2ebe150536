import type { Minutes } from "../quantity/index.ts";
import type { CheckId, Disposition } from "../record/index.ts";
import { askedBy, entropyOf, PRECEDENCE, sharesOf } from "./action.ts";
import type { Inference } from "./infer.ts";
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
 * played through together. Ranked per minute.
 * @returns checks worth doing, best first
 */
export function rankChecks(
  model: Model,
  circumstances: Circumstances,
  inference: Inference,
  open: readonly OpenCheck[],
): NextCheck[] {
  const { sets } = inference;
  const asked = askedBy(model.faults, sets);
  const prior = numbers(sets.length, (k) => sets[k]!.probability);
  const before = massEntropy(sharesOf(asked, prior));
  const tables = (check: OpenCheck) =>
    check.variables.flatMap((id) => {
      const variable = model.variables.find((candidate) => candidate.id === id);
      if (!variable) return [];
      const given = outcomeTable(model, variable, circumstances);
      const chances = groupsOf(variable.outcomes, check.merged[id]).map((group) =>
        numbers(given.length, (s) => group.reduce((sum, k) => sum + given[s]![k]!, 0)),
      );
      return [{ variable, chances }];
    });
  type Table = ReturnType<typeof tables>[number];

  const expectedEntropy = (chosen: readonly Table[], weights: Float64Array): number => {
    const [table, ...rest] = chosen;
    if (!table) return massEntropy(sharesOf(asked, weights));
    return table.chances.reduce(
      (sum, chance) =>
        sum +
        expectedEntropy(
          rest,
          numbers(weights.length, (k) => weights[k]! * chance[k]!),
        ),
      0,
    );
  };

  return open
    .map((check): NextCheck => {
      const ranked = tables(check)
        .map((table) => ({ table, gain: before - expectedEntropy([table], prior) }))
        .sort((a, b) => b.gain - a.gain);
      const chosen = ranked.slice(0, JOINT_VARIABLES).map(({ table }) => table);
      const gain = chosen.length > 0 ? Math.max(0, before - expectedEntropy(chosen, prior)) : 0;
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
  const asked = askedBy(model.faults, now.sets);
  const prior = numbers(now.sets.length, (k) => now.sets[k]!.probability);
  const leadingOf = (weights: Float64Array) => {
    const shares = sharesOf(asked, weights);
    return PRECEDENCE[shares.indexOf(Math.max(...shares))]!;
  };
  const leading = leadingOf(prior);
  return open
    .flatMap(({ variables }) => variables)
    .flatMap((id) => {
      const variable = model.variables.find((candidate) => candidate.id === id);
      if (!variable) return [];
      const rows = outcomeTable(model, variable, circumstances);
      return variable.outcomes.flatMap((outcome, k): Change[] => {
        const joint = numbers(prior.length, (s) => prior[s]! * rows[s]![k]!);
        const probability = joint.reduce((sum, p) => sum + p, 0);
        if (probability < LEAST_OUTCOME) return [];
        const to = leadingOf(joint);
        return to === leading
          ? []
          : [{ variable: id, words: variable.words[outcome] ?? outcome, probability, to }];
      });
    })
    .sort((a, b) => b.probability - a.probability);
}
