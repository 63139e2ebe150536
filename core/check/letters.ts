/** Inside a sentence; a pair's own letters stay capital. */
export function lowerFirst(text: string): string {
  return /^(?:[A-C]–[A-C]|Hall\b)/u.test(text) ? text : text.charAt(0).toLowerCase() + text.slice(1);
}

/** As a sentence begins. */
export const upperFirst = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
