import type { Chance } from "./chance.ts";
import type { SimulatedMotor } from "./world.ts";

/** What the motor does on a controller known to be good, fed and commanded as it is. */
export function ranOnGood(motor: SimulatedMotor, locked: boolean, chance: Chance): "runs" | "rough" | "dead" {
  const has = (ailment: SimulatedMotor["ailments"][number]) => motor.ailments.includes(ailment);
  const { faults } = motor.winding;
  const dead =
    faults.some(({ kind }) => kind === "starJointOpen" || kind === "leadsShorted") ||
    locked ||
    (has("command") && chance.happens(0.6)) ||
    (has("battery") && chance.happens(0.4));
  if (dead) return "dead";
  const rough =
    faults.some(({ kind }) => kind === "limbOpen" || kind === "leadOpen") ||
    faults.some((fault) => fault.kind === "turnsShorted" && fault.share > 0.25) ||
    faults.some((fault) => /High$/u.test(fault.kind) && chance.happens(0.4)) ||
    has("command") ||
    has("battery") ||
    motor.deadSignals.length > 0 ||
    has("sensorOrder") ||
    Math.max(motor.wear.bearing, motor.wear.dirt, motor.wear.water, motor.wear.magnet) > 0.55 ||
    (has("rubbing") && chance.happens(0.7)) ||
    (has("frame") && chance.happens(0.4)) ||
    (has("hidden") && chance.happens(0.6));
  return rough ? "rough" : "runs";
}

/** What the pairs read at the windings' own ends, past leads and plug. */
export function pairsInward(motor: SimulatedMotor): "alike" | "differ" | "allOpen" {
  const kinds = motor.winding.faults.map(({ kind }) => kind);
  if (kinds.includes("starJointOpen")) return "allOpen";
  const unlike = motor.winding.faults.some(
    (fault) =>
      fault.kind === "limbOpen" ||
      fault.kind === "pathOpen" ||
      (fault.kind === "jointHigh" && fault.ohms > 0.1 * motor.winding.limb.A) ||
      (fault.kind === "turnsShorted" && fault.share > 0.12),
  );
  return unlike ? "differ" : "alike";
}
