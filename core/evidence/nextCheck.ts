import type { Minutes } from "../quantity/index.ts";
import type { CheckId, Disposition } from "../record/index.ts";
import { actionBeliefs, actionOf, entropyOf, leadingAction } from "./action.ts";
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
  const before = entropyOf(Object.values(actionBeliefs(model.faults, inference.sets)));
  const sets = inference.sets;
  const actions = sets.map(({ members }) => actionOf(model.faults, members));
  const tables = (check: OpenCheck) =>
    check.variables.flatMap((id) => {
      const variable = model.variables.find((candidate) => candidate.id === id);
      if (!variable) return [];
      const given = outcomeTable(model, variable, circumstances);
      const groups = groupsOf(variable.outcomes, check.merged[id]);
      const rows = given.map((distribution) => {
        return groups.map((group) => group.reduce((sum, k) => sum + distribution[k]!, 0));
      });
      return [{ variable, groups, rows }];
    });
  type Table = ReturnType<typeof tables>[number];

  const expectedEntropy = (chosen: readonly Table[]): number => {
    const walk = (depth: number, weights: readonly number[]): number => {
      const mass = weights.reduce((sum, w) => sum + w, 0);
      if (mass < 1e-9) return 0;
      if (depth === chosen.length) {
        const sums = new Map<Disposition, number>();
        weights.forEach((w, k) => sums.set(actions[k]!, (sums.get(actions[k]!) ?? 0) + w / mass));
        return mass * entropyOf([...sums.values()]);
      }
      const { rows, groups } = chosen[depth]!;
      return groups.reduce(
        (sum, _, g) =>
          sum +
          walk(
            depth + 1,
            weights.map((w, k) => w * rows[k]![g]!),
          ),
        0,
      );
    };
    return walk(
      0,
      sets.map(({ probability }) => probability),
    );
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
  const leading = leadingAction(actionBeliefs(model.faults, now.sets)).disposition;
  return open
    .flatMap(({ variables }) => variables)
    .flatMap((id) => {
      const variable = model.variables.find((candidate) => candidate.id === id);
      if (!variable) return [];
      const rows = outcomeTable(model, variable, circumstances);
      return variable.outcomes.flatMap((outcome, k): Change[] => {
        const joint = now.sets.map(({ members, probability }, s) => ({
          members,
          probability: probability * rows[s]![k]!,
        }));
        const probability = joint.reduce((sum, set) => sum + set.probability, 0);
        if (probability < LEAST_OUTCOME) return [];
        const to = leadingAction(actionBeliefs(model.faults, joint)).disposition;
        return to === leading
          ? []
          : [{ variable: id, words: variable.words[outcome] ?? outcome, probability, to }];
      });
    })
    .sort((a, b) => b.probability - a.probability);
}
