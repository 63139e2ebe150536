import { TRAINEE_ENTRIES, type Role } from "#contract/doors";
import { ENTRY_PATHS } from "#contract/routes";

/** Read by the owner alone: what leaves the shop as a whole, and who did what. */
const OWNER_READS = /^\/(?:copies|export\.zip|audit)(?:\/|$)/u;
const OWNER_WRITES = /^\/(?:copies|limits|technicians)(?:\/|$)/u;
/** One's own session and pass-phrase. */
const OWN = /^\/session(?:\/pass-phrase)?$/u;
const TRAINEE_WRITES = new RegExp(
  `^/jobs/[^/]+(?:/(?:${TRAINEE_ENTRIES.map((kind) => ENTRY_PATHS[kind]).join("|")}|files)/[^/]+)?$`,
  "u",
);

/**
 * Why somebody with this role may not do this, in a sentence; null where they may.
 * @param path below the API's own, as /jobs/…
 */
export function notAllowed(role: Role, method: string, path: string): string | null {
  const reads = method === "GET" || method === "HEAD";
  if (role === "owner" || OWN.test(path)) return null;
  if (reads) return OWNER_READS.test(path) ? "Only the owner of the shop sees this." : null;
  if (OWNER_WRITES.test(path)) return "Only the owner of the shop changes this.";
  if (role === "technician" || TRAINEE_WRITES.test(path)) return null;
  return "A trainee takes motors in, reads and leaves word. Ask a technician for this.";
}
