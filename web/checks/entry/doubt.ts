import { parseQuantity, quantityText, type QuantityKind } from "#core/quantity";
import type { EntrySlot } from "./slots.ts";

/** A value that this motor could hardly read, or that reads in two ways: asked once, beside the field. */
export interface Doubt {
  readonly text: string;
  readonly value: number;
  /** As it is written down where it is kept: it reads in one way only. */
  readonly typed: string;
  /** The same figure with the next smaller unit, or its point one place on, which would fit; null where none does. */
  readonly instead: { readonly value: number; readonly text: string; readonly typed: string } | null;
}

const SMALLER = 1000;
/** A point typed one place too early. */
const TENFOLD = 10;

function insteadOf(value: number, kind: QuantityKind) {
  const text = quantityText(value, kind);
  return { value, text, typed: text };
}

/** A text with a comma that reads in two ways: the one that fits this motor first; null where it has no such comma. */
export function commaDoubt(
  { least, most, kind }: Pick<EntrySlot, "least" | "most" | "kind">,
  text: string,
): Doubt | null {
  const parsed = parseQuantity(text, kind);
  if (parsed.kind !== "refused" || !parsed.either) return null;
  const read = parsed.either.flatMap((typed) => {
    const one = parseQuantity(typed, kind);
    return one.kind === "finite" ? [{ value: one.value, text: quantityText(one.value, kind), typed }] : [];
  });
  const fits = ({ value }: { value: number }) => most !== null && value >= least && value <= most;
  const [first, second] = read.toSorted((one, other) => Number(fits(other)) - Number(fits(one)));
  return first ? { text, value: first.value, typed: first.typed, instead: second ?? null } : null;
}

/** Whether a value lies far from what can be read here, and what may have been meant. Nothing at all is a reading. */
export function doubtOf(
  { least, most, kind }: Pick<EntrySlot, "least" | "most" | "kind">,
  text: string,
  value: number,
): Doubt | null {
  if (most === null || value === 0 || (value >= least && value <= most)) return null;
  if (value < least) {
    const larger = Number((value * TENFOLD).toPrecision(12));
    const meant = larger >= least && larger <= most;
    return { text, value, typed: text, instead: meant ? insteadOf(larger, kind) : null };
  }
  // As it would have been typed: no digits of the division behind it.
  const smaller = Number((value / SMALLER).toPrecision(12));
  const fits = kind.prefixes && smaller <= most && smaller > 0;
  return { text, value, typed: text, instead: fits ? insteadOf(smaller, kind) : null };
}
