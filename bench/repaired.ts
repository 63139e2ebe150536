import type { CureId } from "#core/known";
import { fanFrom } from "./blower.ts";
import type { Chance } from "./chance.ts";
import { curedIn, inMotor } from "./outcome.ts";
import type { WindingFault } from "./windings.ts";
import { RATED_MAINS, type Ailment, type SimulatedMotor } from "./world.ts";

const CAUSES: Readonly<Record<WindingFault["kind"], readonly Ailment[]>> = {
  starJointOpen: ["starJoint"],
  limbOpen: ["limb"],
  leadOpen: ["lead"],
  leadsShorted: ["leadsTouch"],
  turnsShorted: ["turns", "limbShorted"],
  jointHigh: ["joint"],
  leadHigh: ["joint"],
  pathOpen: ["path"],
  limbReversed: ["limbReversed"],
};

/** What a motor is after this was done: what it cured is gone with its marks, the rest is as it was. */
export function repaired(motor: SimulatedMotor, cures: readonly CureId[], chance: Chance): SimulatedMotor {
  const ailments = motor.ailments.filter(
    (one) =>
      !(cures.includes("motor") && inMotor(one)) && !curedIn(one, motor).some((cure) => cures.includes(cure)),
  );
  const has = (ailment: Ailment) => ailments.includes(ailment);
  const opened = cures.includes("motor") || cures.includes("bearings") || cures.includes("dryAndSeal");
  const { wear } = motor;
  return {
    ...motor,
    ailments,
    winding: { ...motor.winding, faults: motor.winding.faults.filter(({ kind }) => CAUSES[kind].some(has)) },
    frameOhms: has("frame") || has("water") ? motor.frameOhms : Infinity,
    wear: {
      bearing: has("bearing") || has("seized") ? wear.bearing : Math.min(wear.bearing, 0.1),
      dirt: has("dirt") ? wear.dirt : 0,
      magnet: has("magnet") ? wear.magnet : 0,
      torn: has("laminations") ? wear.torn : 0,
      water: has("water") ? wear.water : 0,
    },
    burnt: ["turns", "limb", "frame", "starJoint"].some((one) => has(one as Ailment)) ? motor.burnt : 0,
    rust: opened ? 0 : motor.rust,
    wireDamage: has("lead") || has("leadsTouch") ? motor.wireDamage : 0,
    flux: has("weakMagnets") ? motor.flux : 1,
    plate: has("wrongPlate") ? motor.plate : 1,
    fan: motor.fan && fanFrom(ailments, motor.complaint, RATED_MAINS, chance),
    deadSignals: has("sensor") || has("sensorWire") ? motor.deadSignals : [],
  };
}

/** How the machine runs once it is put together again: what was complained of comes back with what is left. */
export function soundAfter(motor: SimulatedMotor, chance: Chance): "even" | "rough" {
  if (motor.ailments.length === 0) return chance.happens(0.02) ? "rough" : "even";
  return chance.happens(0.85) ? "rough" : "even";
}
