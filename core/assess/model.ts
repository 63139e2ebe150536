import {
  actionsOf,
  canHave,
  COMPANIONS,
  FAULT_IDS,
  factsOf,
  type FaultId,
  type Kind,
} from "../catalogue/index.ts";
import type { Actions, LikelihoodRow, Mask, Model, Variable } from "../inference/index.ts";
import { SPUN_TOGETHER } from "../backemf/index.ts";
import { FRAME_TOGETHER } from "../insulation/index.ts";
import { hallSpacingOf, type Motor } from "../record/index.ts";
import { CHECKS } from "./registry.ts";

/** Frozen with every closed job. Raise it whenever a table or rule changes a verdict. */
export const RULES_VERSION = "12";

/** What every check declares, together. */
export const VARIABLES: readonly Variable[] = CHECKS.flatMap(({ variables }) => variables);
export const ROWS: readonly LikelihoodRow[] = CHECKS.flatMap(({ rows }) => rows);
const MASKS: readonly Mask[] = CHECKS.flatMap(({ masks }) => masks);

/** The engine's model of a kind of motor, with its faults by their names and what cures them. */
export interface MotorModel extends Model {
  readonly ids: readonly FaultId[];
  readonly actions: Actions;
}

/** What decides which faults a motor can have. */
export function kindOf(motor: Motor): Kind {
  return {
    family: motor.family,
    connection: motor.connection,
    sensored: hallSpacingOf(motor) !== "none",
  };
}

const kept = new Map<string, MotorModel>();

/** The model without what a motor of this kind cannot have: fewer sets to weigh. */
export function modelFor(kind: Kind): MotorModel {
  const key = `${kind.family} ${kind.connection} ${kind.sensored}`;
  const found = kept.get(key);
  if (found) return found;
  const ids = FAULT_IDS.filter((id) => canHave(id, kind));
  const made = {
    ids,
    faults: ids.map((id) => ({ id, explains: factsOf(id).explains })),
    variables: VARIABLES,
    rows: ROWS,
    masks: MASKS,
    together: [...SPUN_TOGETHER, ...FRAME_TOGETHER],
    companions: COMPANIONS,
    actions: actionsOf(ids, kind.family),
  };
  kept.set(key, made);
  return made;
}
