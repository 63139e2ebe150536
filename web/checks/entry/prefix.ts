/** The prefixes of the keypad, in the order in which one key goes through them. */
const PREFIXES = ["", "m", "µ", "k", "M"] as const;

/**
 * The text with the next prefix behind its digits: one key goes through milli, micro, kilo, mega and none again.
 * @example nextPrefix("127.3") // "127.3m"
 */
export function nextPrefix(text: string): string {
  const found = /[mµkM]$/u.exec(text)?.[0] ?? "";
  const digits = found === "" ? text : text.slice(0, -1);
  const at = PREFIXES.findIndex((prefix) => prefix === found);
  return digits + PREFIXES[(at + 1) % PREFIXES.length]!;
}
