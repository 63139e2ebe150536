import { certain, skipReason, type CheckDefinition, type CheckState } from "../check/index.ts";
import type { Finding } from "../evidence/index.ts";
import { quantityText, RESISTANCE, type Celsius, type Ohms } from "../quantity/index.ts";
import { choiceIn, FAMILY_FACTS, latestIn, quantitiesIn, type JobRecord } from "../record/index.ts";
import {
  insulationAt40,
  INSULATION_REFERENCE,
  LEAST_INSULATION,
  ohmsPerVolt,
  polarisationIndex,
  type Insulation,
} from "./insulation.ts";

const MINUTES = 6;
/** Winding temperature where nobody read it. */
const ROOM: Celsius = 20;
/** Between the least value and this many times it the insulation is poor but stands. Bench judgement. */
const COMFORT = 4;
/** A motor alone must lie this many times above the limit of the whole vehicle. Bench judgement. */
const ALONE = 10;

export interface InsulationReading {
  /** One-minute value, Ω, or open: above the tester's range. */
  readonly oneMinute: Ohms | "open" | null;
  readonly tenMinutes: Ohms | "open" | null;
  readonly celsius: Celsius;
  readonly kind: Insulation;
  readonly testVolts: number | null;
}

/** What the tester's readings of an epoch are. */
export function insulationReading(job: JobRecord, epoch: number): InsulationReading {
  const ohms = (slot: string) => {
    const value = latestIn(job.readings, "insulation", slot, epoch)?.value;
    if (value?.kind === "open") return "open" as const;
    return value?.kind === "ohms" ? value.ohms : null;
  };
  const heat = latestIn(job.readings, "insulation", "temperature", epoch)?.value;
  return {
    oneMinute: ohms("oneMinute"),
    tenMinutes: ohms("tenMinutes"),
    celsius: heat?.kind === "celsius" ? heat.celsius : ROOM,
    kind: choiceIn(job.readings, "insulation", "kind", epoch) === "thermoset" ? "thermoset" : "thermoplastic",
    testVolts: quantitiesIn(job.readings, "insulation", "testVolts", epoch, "volts").at(-1) ?? null,
  };
}

function wetOrAged(reading: InsulationReading): string | null {
  const { oneMinute, tenMinutes } = reading;
  if (typeof oneMinute !== "number" || typeof tenMinutes !== "number" || oneMinute === 0 || tenMinutes === 0)
    return null;
  const index = polarisationIndex(oneMinute, tenMinutes);
  return index.kind === "judged" && !index.enough
    ? `; after ten minutes only ${index.index.toFixed(2)} times as much, 2 is asked: damp or dirt`
    : null;
}

function insulationFinding(job: JobRecord, epoch: number): Finding | null {
  const reading = insulationReading(job, epoch);
  const { oneMinute, celsius, kind } = reading;
  if (oneMinute === null) return null;
  if (oneMinute === "open")
    return certain("insulation", "good", "Insulation above the tester's range", false);
  if (oneMinute === 0)
    return certain("insulation", "bad", "Insulation reads nothing: a winding touches the frame", true);
  const corrected = insulationAt40(oneMinute, celsius, kind);
  // Outside the thermoset form's range the steeper thermoplastic one errs on the safe side when colder.
  const at40 = corrected.kind === "corrected" ? corrected.at40 : null;
  const judgedBy = at40 ?? oneMinute;
  const { rated } = job.motor;
  const vehicle =
    job.motor.family === "traction" && rated?.volts !== undefined
      ? ohmsPerVolt(oneMinute, rated.volts, "ac")
      : null;
  const belowVehicle = vehicle !== null && vehicle.perVolt < ALONE * vehicle.limit;
  const index = wetOrAged(reading);
  const bad = judgedBy < LEAST_INSULATION || (vehicle !== null && !vehicle.above);
  const poor = !bad && (judgedBy < COMFORT * LEAST_INSULATION || belowVehicle || index !== null);
  const text = `Insulation ${quantityText(oneMinute, RESISTANCE)}${
    at40 === null ? "" : `, ${quantityText(at40, RESISTANCE)} at ${INSULATION_REFERENCE} °C`
  }, ${quantityText(LEAST_INSULATION, RESISTANCE)} is the least${
    vehicle ? `; ${Math.round(vehicle.perVolt)} Ω/V, ${vehicle.limit} is the least of the whole vehicle` : ""
  }${index ?? ""}`;
  return certain("insulation", bad ? "bad" : poor ? "poor" : "good", text, bad || poor);
}

/** A tester's volts on the insulation, corrected to 40 °C: what a meter's few volts cannot say. */
export const insulationCheck: CheckDefinition = {
  id: "insulation",
  title: "Insulation",
  stage: "At rest",
  minutes: MINUTES,
  why: "A meter's few volts do not stress insulation; a tester's five hundred find what is about to fail.",
  notApplicable: ({ motor }) =>
    FAMILY_FACTS[motor.family].windingsReachable ? null : FAMILY_FACTS[motor.family].unreachableReason,
  optional: ({ motor }) => motor.family !== "traction",
  findings: (job, epoch) => {
    const finding = insulationFinding(job, epoch);
    return finding ? [finding] : [];
  },
  state: (job, epoch): CheckState => {
    const finding = insulationFinding(job, epoch);
    if (finding) return finding.departs ? "departs" : "agrees";
    if (skipReason(job, "insulation", epoch) !== null) return "skipped";
    return job.readings.some(({ check, epoch: when }) => check === "insulation" && when === epoch)
      ? "inProgress"
      : "toDo";
  },
  note: (job, epoch) => {
    const { oneMinute } = insulationReading(job, epoch);
    if (oneMinute === null) return skipReason(job, "insulation", epoch) ?? "";
    return oneMinute === "open" ? "above range" : quantityText(oneMinute, RESISTANCE);
  },
  open: (job, epoch) =>
    insulationFinding(job, epoch)
      ? null
      : { check: "insulation", minutes: MINUTES, variables: ["insulation"], merged: {} },
};
