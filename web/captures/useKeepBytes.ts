import { CAPTURE_LIMITS } from "#contract/captures";
import type { KeptCapture } from "#core/record";
import { useOpenJob } from "../job/openJob.ts";
import type { Packed } from "../workers/capture.worker.ts";

/** Keeps the bytes of a recording with the open job, packed, where they are not too many; their hash in any case. */
export function useKeepBytes() {
  const { keepFile } = useOpenJob();
  return async (
    pack: () => Promise<Packed | null>,
  ): Promise<Pick<KeptCapture, "file" | "sha256"> | { readonly problem: string }> => {
    const made = await pack();
    if (!made) return { problem: "The recording is not open any more. Choose it again." };
    const { packed, name, sha256 } = made;
    if (packed.byteLength > CAPTURE_LIMITS.mostKept) return { file: null, sha256 };
    const stored = await keepFile(name, packed, CAPTURE_LIMITS.type);
    return stored.kind === "refused" ? { problem: stored.sentence } : { file: name, sha256 };
  };
}
