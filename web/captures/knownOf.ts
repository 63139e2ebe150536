import { convertSpeedConstant, polePairsOf } from "#core/measure/backemf";
import type { JobRecord } from "#core/record";
import { NOTHING_KNOWN, type KnownTexts } from "./known.ts";

/** What a job's record says of its motor, as the fields of a recording begin with it. */
export function knownOf(record: JobRecord, epoch: number): KnownTexts {
  const { polePairs } = polePairsOf(record, epoch);
  const plate = record.motor.speedConstant;
  const slots = record.readings.reduce<number | null>(
    (last, { value }) => (value.kind === "capture" && value.slots !== null ? value.slots : last),
    null,
  );
  return {
    ...NOTHING_KNOWN,
    polePairs: polePairs === null ? "" : String(polePairs),
    slots: slots === null ? "" : String(slots),
    ratedConstant: plate
      ? String(Number(convertSpeedConstant(plate.rpmPerVolt, plate.convention, "peak").toPrecision(5)))
      : "",
  };
}
