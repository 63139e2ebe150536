import { copyWithStructuralSharing } from "@reduxjs/toolkit/query";
import type { ReadJob } from "#contract/view";

const sameSet = (one: ReadonlySet<string>, other: ReadonlySet<string>) =>
  one.size === other.size && [...one].every((member) => other.has(member));

/**
 * What is equal to what stood before stays the same object, so that nothing is drawn again for it: an entry that went from
 * this device to the server changes nothing of a job.
 */
export function sharing(): (now: ReadJob) => ReadJob {
  let before: ReadJob | null = null;
  return (now) => {
    const undone = before && sameSet(before.undone, now.undone) ? before.undone : now.undone;
    before = copyWithStructuralSharing(before, { ...now, undone });
    return before;
  };
}
