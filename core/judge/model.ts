import {
  actionsOf,
  canHave,
  COMPANIONS,
  FAULT_IDS,
  MASKS,
  ROWS,
  TOGETHER,
  factsOf,
  isMendedOnMotor,
  type FaultId,
  type Kind,
} from "../known/index.ts";
import type { Actions, Model, Variable } from "../inference/index.ts";
import { hallSpacingOf, isOnePiece } from "../families/index.ts";
import { type Motor } from "../record/index.ts";
import { CHECKS } from "../measure/index.ts";

/** Frozen with every closed job. Raise it whenever a table or rule changes a verdict. */
export const RULES_VERSION = "17";

/** What every check declares, together. */
export const VARIABLES: readonly Variable[] = CHECKS.flatMap(({ variables }) => variables);

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
    onePiece: isOnePiece(motor),
  };
}

const kept = new Map<string, MotorModel>();

/** The model without what a motor of this kind cannot have: fewer sets to weigh. */
export function modelFor(kind: Kind): MotorModel {
  const key = `${kind.family} ${kind.connection} ${kind.sensored} ${kind.onePiece}`;
  const found = kept.get(key);
  if (found) return found;
  const ids = FAULT_IDS.filter((id) => canHave(id, kind));
  const made = {
    ids,
    faults: ids.map((id) => ({ id, explains: factsOf(id).explains })),
    variables: VARIABLES,
    rows: ROWS,
    masks: MASKS,
    together: TOGETHER,
    companions: COMPANIONS,
    actions: actionsOf(ids, kind),
  };
  kept.set(key, made);
  return made;
}

const ofMotor = new WeakMap<MotorModel, ReadonlySet<string>>();

/** The variables in which a fault shows that is mended on the motor itself; worked out once for each model. */
export function shownByMotor(model: MotorModel): ReadonlySet<string> {
  const found = ofMotor.get(model);
  if (found) return found;
  const inside = new Set<string>(model.ids.filter(isMendedOnMotor));
  const made = new Set(model.rows.filter(({ fault }) => inside.has(fault)).map(({ variable }) => variable));
  ofMotor.set(model, made);
  return made;
}
