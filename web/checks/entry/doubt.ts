import { parseQuantity, quantityText, type QuantityKind } from "#core/quantity";
import type { EntrySlot } from "./slots.ts";

/** One way of reading what was typed. */
export interface Way {
  readonly value: number;
  readonly text: string;
  /** As it is written down where it is taken: it reads in one way only. */
  readonly typed: string;
}

/** A value that this motor could hardly read, or that reads in two ways: asked once, beside the field. */
export interface Doubt {
  readonly text: string;
  readonly question: string;
  /** What Enter takes. */
  readonly likely: Way;
  /** The other way; null where there is none. */
  readonly other: Way | null;
}

const SMALLER = 1000;
/** A point typed one place too early. */
const TENFOLD = 10;

const wayOf = (value: number, kind: QuantityKind, typed = quantityText(value, kind)): Way => ({
  value,
  text: quantityText(value, kind),
  typed,
});

/** A text with a comma that reads in two ways: the one that fits this motor first; null where it has no such comma. */
export function commaDoubt(
  { least, most, kind }: Pick<EntrySlot, "least" | "most" | "kind">,
  text: string,
): Doubt | null {
  const parsed = parseQuantity(text, kind);
  if (parsed.kind !== "refused" || !parsed.either) return null;
  const read = parsed.either.flatMap((typed) => {
    const one = parseQuantity(typed, kind);
    return one.kind === "finite" ? [wayOf(one.value, kind, typed)] : [];
  });
  const fits = ({ value }: Way) => most !== null && value >= least && value <= most;
  const [likely, other = null] = read.toSorted((one, two) => Number(fits(two)) - Number(fits(one)));
  if (!likely) return null;
  return { text, question: other ? `${likely.text}, or ${other.text}?` : `${likely.text}?`, likely, other };
}

/**
 * Whether a value lies far from what can be read here, and what may have been meant. Nothing at all is a reading. Far too
 * much is likelier a unit that was left out; far too little may well be what a fault reads, and stays the likelier.
 */
export function doubtOf(
  { least, most, kind }: Pick<EntrySlot, "least" | "most" | "kind">,
  text: string,
  value: number,
): Doubt | null {
  if (most === null || value === 0 || (value >= least && value <= most)) return null;
  const typed = wayOf(value, kind, text);
  const alone = (than: string): Doubt => ({
    text,
    question: `${typed.text} is far ${than} than this motor reads.`,
    likely: typed,
    other: null,
  });
  // As it would have been typed: no digits of the division behind it.
  const moved = (by: number) => wayOf(Number((value * by).toPrecision(12)), kind);
  if (value < least) {
    const larger = moved(TENFOLD);
    if (larger.value < least || larger.value > most) return alone("less");
    return { text, question: `${typed.text}, or ${larger.text}?`, likely: typed, other: larger };
  }
  const smaller = moved(1 / SMALLER);
  if (!kind.prefixes || smaller.value > most || smaller.value <= 0) return alone("more");
  return { text, question: `${typed.text}, or ${smaller.text}?`, likely: smaller, other: typed };
}
