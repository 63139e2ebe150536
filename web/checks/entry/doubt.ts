import { quantityText } from "#core/quantity";
import type { EntrySlot } from "./slots.ts";

/** A value that this motor could hardly read: asked once, beside the field. */
export interface Doubt {
  readonly text: string;
  readonly value: number;
  /** The same figure with the next smaller unit, or its point one place on, which would fit; null where none does. */
  readonly instead: { readonly value: number; readonly text: string } | null;
}

const SMALLER = 1000;
/** A point typed one place too early. */
const TENFOLD = 10;

/** A comma before three digits: a decimal one to some, thousands to others. */
const EITHER_COMMA = /^[1-9]\d{0,2},\d{3}(?:\s*[a-zµμω]*)$/iu;
const THOUSAND = 1000;

/** Whether a value lies far from what can be read here, and what may have been meant. Nothing at all is a reading. */
export function doubtOf(
  { least, most, kind }: Pick<EntrySlot, "least" | "most" | "kind">,
  text: string,
  value: number,
): Doubt | null {
  if (EITHER_COMMA.test(text.trim())) {
    const thousands = Number((value * THOUSAND).toPrecision(12));
    return { text, value, instead: { value: thousands, text: quantityText(thousands, kind) } };
  }
  if (most === null || value === 0 || (value >= least && value <= most)) return null;
  if (value < least) {
    const larger = Number((value * TENFOLD).toPrecision(12));
    const meant = larger >= least && larger <= most;
    return { text, value, instead: meant ? { value: larger, text: quantityText(larger, kind) } : null };
  }
  // As it would have been typed: no digits of the division behind it.
  const smaller = Number((value / SMALLER).toPrecision(12));
  const fits = kind.prefixes && smaller <= most && smaller > 0;
  return { text, value, instead: fits ? { value: smaller, text: quantityText(smaller, kind) } : null };
}
