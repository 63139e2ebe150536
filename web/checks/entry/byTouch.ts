/**
 * What stands under a field names the keys of a keyboard; on a keypad they have other names.
 * @example byTouch("Enter corrects it, + repeats it.") // "Save corrects it, again repeats it."
 */
export const byTouch = (words: string): string =>
  words
    .replace(/,? then Enter$/u, "")
    .replace(/\bEnter\b/gu, "Save")
    .replace(/\bO for\b/gu, "OL for")
    .replace(/(^|\s)\+ (?=repeats)/gu, "$1again ");
