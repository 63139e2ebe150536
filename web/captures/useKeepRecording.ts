import { CAPTURE_LIMITS } from "#contract/captures";
import type { RecordingPlace } from "#core/measure";
import { latestIn, type KeptCapture, type ReadingValue } from "#core/record";
import { useOpenJob } from "../job/openJob.ts";
import type { Packed } from "../workers/capture.worker.ts";

/** A name stands in one line of a record. */
const LONGEST_NAME = 120;

/**
 * Keeps a recording with the open job: its bytes first, packed, where they are not too many, and their hash in any case; then
 * what it says. One of the same kind takes the earlier one's place.
 * @returns why it was not kept; null where it was
 */
export function useKeepRecording() {
  const { record, epoch, read, keepFile } = useOpenJob();
  return async (
    { name }: Pick<File, "name">,
    pack: () => Promise<Packed | null>,
    places: readonly RecordingPlace[],
    valueOf: (source: Pick<KeptCapture, "file" | "sha256" | "name">) => ReadingValue,
  ): Promise<string | null> => {
    const made = await pack();
    if (!made) return "The recording is not there any more, or was changed meanwhile. Choose it again.";
    const fits = made.packed.byteLength <= CAPTURE_LIMITS.mostKept;
    if (fits) {
      const stored = await keepFile(made.name, made.packed, CAPTURE_LIMITS.type);
      if (stored.kind === "refused") return stored.sentence;
    }
    const typed = name.slice(0, LONGEST_NAME);
    const value = valueOf({ file: fits ? made.name : null, sha256: made.sha256, name: typed });
    for (const { check, slot } of places) {
      const before = latestIn(record.readings, check, slot, epoch);
      const outcome = await read(check, slot, value, { typed, supersedes: before?.id ?? null });
      if (outcome.kind === "refused") return outcome.sentence;
    }
    return null;
  };
}
