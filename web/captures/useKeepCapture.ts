import { CAPTURE_LIMITS } from "#contract/captures";
import { keepCapture } from "#core/check";
import { latestIn, type CheckId } from "#core/record";
import { useOpenJob } from "../job/openJob.ts";
import type { Packed, ReadCapture } from "./capture.worker.ts";

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
  const { record, epoch, read, keepFile } = useOpenJob();
  return async (
    { name, capture }: { readonly name: string; readonly capture: ReadCapture },
    known: { readonly polePairs: number | null; readonly slots: number | null },
    pack: () => Promise<Packed | null>,
  ): Promise<{ readonly problem: string } | { readonly kept: true; readonly withFile: boolean }> => {
    const packed = await pack();
    if (!packed) return { problem: "The recording is not open any more. Choose it again." };
    const fits = packed.packed.byteLength <= CAPTURE_LIMITS.mostKept;
    if (fits) {
      const stored = await keepFile(packed.name, packed.packed, CAPTURE_LIMITS.type);
      if (stored.kind === "refused") return { problem: stored.sentence };
    }
    const value = keepCapture(capture, {
      file: fits ? packed.name : null,
      sha256: packed.sha256,
      name: name.slice(0, 120),
      polePairs: known.polePairs,
      slots: known.slots,
    });
    for (const { check, slot } of placesOf(capture)) {
      const before = latestIn(record.readings, check, slot, epoch);
      const outcome = await read(check, slot, value, {
        typed: name.slice(0, 120),
        supersedes: before?.id ?? null,
      });
      if (outcome.kind === "refused") return { problem: outcome.sentence };
    }
    return { kept: true, withFile: fits };
  };
}
