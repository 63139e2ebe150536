/** What people write where a plate has no number, or one that nobody can read. */
const NONE = new Set([
  "",
  "na",
  "none",
  "no",
  "nil",
  "null",
  "nothing",
  "unknown",
  "unreadable",
  "illegible",
  "missing",
  "without",
  "noserial",
  "nonumber",
  "notreadable",
  "notknown",
  "tbd",
  "x",
  "xx",
  "xxx",
  "0",
  "00",
  "000",
  "0000",
]);

/**
 * Whether a serial tells one motor from another. "n/a", "–" and "?" are none: two motors that carry them are not the
 * same one.
 */
export function isSerial(text: string): boolean {
  return !NONE.has(text.toLowerCase().replace(/[^\p{L}\p{N}]/gu, ""));
}
