import type { CaptureLook } from "../capture/index.ts";
import type { CheckId } from "../record/index.ts";

/** A place in the record that a recording stands in. */
export interface RecordingPlace {
  readonly check: CheckId;
  readonly slot: string;
}

/** Where a recording stands in the record, by what it holds: a spin, a coast, a log of the sensors, or two of them at once. */
export function placesOf({ answer, pictures }: Pick<CaptureLook, "answer" | "pictures">): RecordingPlace[] {
  const carried = answer.understood.channels.map(({ carries }) => carries);
  const waves = carried.some((role) => role !== null && role.length > 1) && pictures.cycle.length > 0;
  const sensors = carried.filter((role) => role?.length === 1).length >= 2;
  return [
    ...(waves ? [{ check: "waveform" as const, slot: pictures.coast ? "coast" : "spun" }] : []),
    ...(sensors && answer.figures["edgesA"] !== undefined ? [{ check: "hall" as const, slot: "log" }] : []),
  ];
}
