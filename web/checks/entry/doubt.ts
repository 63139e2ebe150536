import { quantityText } from "#core/quantity";
import type { EntrySlot } from "./slots.ts";

/** A value that this motor could hardly read: asked once, beside the field. */
export interface Doubt {
  readonly text: string;
  readonly value: number;
  /** The same figure with the next smaller unit, which would fit; null where none does. */
  readonly instead: { readonly value: number; readonly text: string } | null;
}

const SMALLER = 1000;

/** Whether a value lies far above what can be read here, and what may have been meant. */
export function doubtOf(
  { most, kind }: Pick<EntrySlot, "most" | "kind">,
  text: string,
  value: number,
): Doubt | null {
  if (most === null || value <= most) return null;
  // As it would have been typed: no digits of the division behind it.
  const smaller = Number((value / SMALLER).toPrecision(12));
  const fits = kind.prefixes && smaller <= most && smaller > 0;
  return { text, value, instead: fits ? { value: smaller, text: quantityText(smaller, kind) } : null };
}
