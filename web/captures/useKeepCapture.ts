import { keepCapture } from "#core/check";
import { latestIn, type CheckId, type KeptCapture } from "#core/record";
import { useOpenJob } from "../job/openJob.ts";
import type { Packed, ReadCapture } from "../workers/capture.worker.ts";
import { useKeepBytes } from "./useKeepBytes.ts";

/** Where a recording of this kind stands in the record: a waveform, a coast, a log of the sensors, or two of them at once. */
export function placesOf({ answer, pictures }: Pick<ReadCapture, "answer" | "pictures">): {
  readonly check: CheckId;
  readonly slot: string;
}[] {
  const carried = answer.understood.channels.map(({ carries }) => carries);
  const waves = carried.some((role) => role !== null && role.length > 1) && pictures.cycle.length > 0;
  const sensors = carried.filter((role) => role?.length === 1).length >= 2;
  return [
    ...(waves ? [{ check: "waveform" as const, slot: pictures.coast ? "coast" : "spun" }] : []),
    ...(sensors && answer.figures["edgesA"] !== undefined ? [{ check: "hall" as const, slot: "log" }] : []),
  ];
}

/** Keeps a recording with the open job: its bytes first, then what it says; one of the same kind takes the earlier one's place. */
export function useKeepCapture() {
  const { record, epoch, read } = useOpenJob();
  const keepBytes = useKeepBytes();
  /** @returns why it was not kept; null where it was */
  return async (
    { name, capture }: { readonly name: string; readonly capture: ReadCapture },
    { polePairs, slots }: Pick<KeptCapture, "polePairs" | "slots">,
    pack: () => Promise<Packed | null>,
  ): Promise<string | null> => {
    const kept = await keepBytes(pack);
    if ("problem" in kept) return kept.problem;
    const value = keepCapture(capture, { ...kept, name: name.slice(0, 120), polePairs, slots });
    for (const { check, slot } of placesOf(capture)) {
      const before = latestIn(record.readings, check, slot, epoch);
      const outcome = await read(check, slot, value, {
        typed: value.name,
        supersedes: before?.id ?? null,
      });
      if (outcome.kind === "refused") return outcome.sentence;
    }
    return null;
  };
}
