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
  "notgiven",
  "notapplicable",
  "wornoff",
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

/**
 * Letters without regard to case, as Unicode folds them: "ÖL-77" and "öl-77" are one, "STRASSE" and "straße" too.
 * Compatibility forms (full-width letters, ligatures) are read as the letters they stand for.
 * @example foldCase("ÖL-77") // "öl-77"
 */
export function foldCase(text: string): string {
  // By the capitals first: only they bring ß to ss; a final sigma is a sigma.
  return text.normalize("NFKC").toUpperCase().toLowerCase().replaceAll("ς", "σ").normalize("NFKC");
}

/**
 * What a serial is compared by: two motors with the same key are one unit. Empty where the text is no serial.
 * @example serialKey(" ÖL-77 ") // "öl-77"; serialKey("n/a") // ""
 */
export function serialKey(text: string): string {
  return isSerial(text) ? foldCase(text.trim()) : "";
}
