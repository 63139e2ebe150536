import { PHOTO_LIMITS } from "#contract/photos";
import { smallPhoto } from "./keptPhoto.ts";
import { useOpenJob } from "./openJob.ts";

/** Makes a picture small enough and keeps its bytes with the job; what comes back is its name there, or why not. */
export function useKeepPhoto() {
  const { keepFile } = useOpenJob();
  return async (file: File): Promise<{ readonly name: string } | { readonly problem: string }> => {
    const photo = await smallPhoto(file);
    if ("problem" in photo) return photo;
    const { name, bytes } = photo;
    // The bytes wait with the entries on this device, and go first.
    const kept = await keepFile(name, bytes, PHOTO_LIMITS.type);
    return kept.kind === "refused" ? { problem: kept.sentence } : { name };
  };
}
