import type { Rpm, RpmPerVolt } from "../../quantity/index.ts";
import { chosen } from "../../check/index.ts";
import { FAMILY_FACTS } from "../../families/index.ts";
import { quantitiesIn, type Sitting } from "../../record/index.ts";
import { BACKEMF_SLOTS } from "./slots.ts";
import { spinGate, type SpinGate } from "./spinGate.ts";

export interface PlannedSpin {
  /** Speed the drill is planned to run at; null while nobody said. */
  readonly planned: Rpm | null;
  /** Constant the voltage is worked out from, per volt of line peak or in the plate's convention. */
  readonly rpmPerVolt: RpmPerVolt;
  /** No constant is known: the lowest such motors have is taken, which makes the most volts. */
  readonly assumed: boolean;
  readonly gate: SpinGate | null;
  readonly aboveRated: boolean;
  /** The drill may turn: the speed is safe for bare leads, or they are insulated under high-voltage rules. */
  readonly open: boolean;
}

/**
 * Before any drill turns: the voltage to expect at the planned speed. Above 30 V RMS no bare leads: a lower speed, or
 * insulated connections by qualified people. Nobody spins above the rated speed.
 */
export function plannedSpin(job: Sitting, epoch: number): PlannedSpin {
  const planned = quantitiesIn(job.readings, "backemf", "plannedSpeed", epoch, "rpm").at(-1) ?? null;
  const plate = job.motor.speedConstant;
  const rpmPerVolt = plate?.rpmPerVolt ?? FAMILY_FACTS[job.motor.family].typicalKv.least;
  const gate = planned ? spinGate(rpmPerVolt, plate?.convention ?? "peak", planned) : null;
  const rated = job.motor.rated?.rpm;
  const aboveRated = planned !== null && rated !== undefined && planned > rated;
  const insulated = chosen(job, "backemf", BACKEMF_SLOTS, "gate", epoch) === "insulated";
  return {
    planned,
    rpmPerVolt,
    assumed: !plate,
    gate,
    aboveRated,
    open: gate !== null && !aboveRated && (gate.bareLeads || insulated),
  };
}
