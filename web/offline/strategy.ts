/** What the service worker does with a request. */
export type Strategy = "page" | "asset" | "answer" | "network";

/** Answers that are of no use when they are old, never end, are too large to keep, or are of one person alone. */
const NEVER_KEPT =
  /\/(?:live|report\.pdf|label\.pdf|bundle|import|health|session|audit|chain|export\.zip)$|\/copies(?:\/|$)/u;

/** Stands on an answer that this device gave in the server's place: it says nothing of whether the server is there. */
export const FROM_DEVICE = "X-From-Device";
/** Where what the server last said is kept on this device. */
export const ANSWERS = "green-fable-answers";

/** Something written into a job, with its id; group 1 is the job's own address, in whichever shop it is. */
const OF_A_JOB = /^((?:\/at\/[^/]+)?\/api\/v\d+\/jobs\/[^/]+)\/./u;
/** What a shop says, or the chain. */
const OF_API = /^(?:\/at\/[^/]+|\/chain)?\/api\//u;

/** Address of the job that a request writes into; null where it writes into none. */
export function jobWrittenTo(
  { method, url }: Pick<Request, "method" | "url">,
  origin: string,
): string | null {
  const { origin: asked, pathname } = new URL(url);
  return method === "PUT" && asked === origin ? (OF_A_JOB.exec(pathname)?.[1] ?? null) : null;
}

/**
 * How a request of this application is answered: a page and what the API said from the network, and as it was last where
 * the server does not answer; what the application is made of from what is kept, since a new version has new names.
 * @param assets paths of what the application is made of
 */
export function strategyFor(
  { method, mode, url }: Pick<Request, "method" | "mode" | "url">,
  origin: string,
  assets: readonly string[],
): Strategy {
  const { origin: asked, pathname } = new URL(url);
  if (method !== "GET" || asked !== origin) return "network";
  if (mode === "navigate") return "page";
  if (assets.includes(pathname)) return "asset";
  return OF_API.test(pathname) && !NEVER_KEPT.test(pathname) ? "answer" : "network";
}
