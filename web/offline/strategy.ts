/** What the service worker does with a request. */
export type Strategy = "page" | "asset" | "answer" | "network";

/** Answers that are of no use when they are old, or too large to keep. */
const NEVER_KEPT = /\/(report\.pdf|bundle|import)$/u;

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
  return pathname.startsWith("/api/") && !NEVER_KEPT.test(pathname) ? "answer" : "network";
}
