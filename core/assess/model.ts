import { canHave, FAULT_IDS, factsOf, remediesOf, type FaultId } from "../catalogue/index.ts";
import type { Actions, LikelihoodRow, Mask, Model, Variable } from "../inference/index.ts";
import type { Connection, Family } from "../record/index.ts";
import { CHECKS } from "./registry.ts";

/** Frozen with every closed job. Raise it whenever a table or rule changes a verdict. */
export const RULES_VERSION = "4";

/** What every check declares, together. */
export const VARIABLES: readonly Variable[] = CHECKS.flatMap(({ variables }) => variables);
export const ROWS: readonly LikelihoodRow[] = CHECKS.flatMap(({ rows }) => rows);
const MASKS: readonly Mask[] = CHECKS.flatMap(({ masks }) => masks);

/** The engine's model of a kind of motor, with its faults by their names and what they ask for. */
export interface MotorModel extends Model {
  readonly ids: readonly FaultId[];
  readonly actions: Actions;
}

function modelOf(ids: readonly FaultId[]): MotorModel {
  return {
    ids,
    faults: ids.map((id) => ({ id, causesComplaint: factsOf(id).causesComplaint })),
    variables: VARIABLES,
    rows: ROWS,
    masks: MASKS,
    actions: remediesOf(ids),
  };
}

const kept = new Map<string, MotorModel>();

/** The model without what a motor of this family and connection cannot have: fewer sets to weigh. */
export function modelFor(family: Family, connection: Connection): MotorModel {
  const key = `${family} ${connection}`;
  const found = kept.get(key) ?? modelOf(FAULT_IDS.filter((id) => canHave(id, family, connection)));
  kept.set(key, found);
  return found;
}
