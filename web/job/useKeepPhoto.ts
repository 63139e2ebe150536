import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex } from "@noble/hashes/utils.js";
import { useOpenJob } from "./openJob.ts";
import { resizePhoto } from "./resizePhoto.ts";

/** Makes a picture small enough and keeps its bytes with the job; what comes back is its name there, or why not. */
export function useKeepPhoto() {
  const { keepFile } = useOpenJob();
  return async (file: File): Promise<{ readonly name: string } | { readonly problem: string }> => {
    const made = await resizePhoto(file);
    if (!made)
      return { problem: `${file.name} is no picture, or cannot be made small enough. It was not kept.` };
    const bytes = await made.arrayBuffer();
    const name = bytesToHex(sha256(new Uint8Array(bytes)));
    // The bytes wait with the entries on this device, and go first.
    const kept = await keepFile(name, bytes);
    return kept.kind === "refused" ? { problem: kept.sentence } : { name };
  };
}
