import { celsiusFromFahrenheit, type QuantityKind } from "./units.ts";

/** What a typed reading was understood as. `open` is the meter's overload sign, above its range. */
export type ParsedQuantity =
  | { readonly kind: "finite"; readonly value: number }
  | { readonly kind: "open" }
  | { readonly kind: "refused"; readonly reason: RefusalReason; readonly sentence: string };

export type RefusalReason = "empty" | "notANumber" | "wrongUnit" | "outOfRange";

const PREFIXES: Readonly<Record<string, number>> = {
  n: 1e-9,
  u: 1e-6,
  µ: 1e-6,
  μ: 1e-6,
  m: 1e-3,
  "": 1,
  k: 1e3,
  K: 1e3,
  M: 1e6,
  G: 1e9,
};

const OPEN_WORDS = new Set(["ol", "o.l", "o.l.", "0l", "open", "oo", "∞", "inf"]);

const PLAIN = /^([+-]?)(\d+(?:[.,]\d*)?|[.,]\d+)(?:e([+-]?\d{1,3}))?\s*(.*)$/iu;
/** The trade's marking style: the prefix or R stands for the decimal point, as in 1k2, 4R7, 2m5. */
const LETTER_FOR_POINT = /^([+-]?)(\d+)([a-zA-Zµμ])(\d+)\s*(.*)$/u;

function refuse(reason: RefusalReason, sentence: string): ParsedQuantity {
  return { kind: "refused", reason, sentence };
}

/** "Pole pairs", as a sentence begins with it. */
function countedAs({ symbol, name }: QuantityKind): string {
  const word = symbol || `${name}s`;
  return word.charAt(0).toUpperCase() + word.slice(1);
}

/** Whole numbers, and those that a person counts double: 28 poles are 14 pole pairs. */
function wholeOf(value: number, tail: string, kind: QuantityKind): ParsedQuantity {
  const doubled = kind.halves?.includes(tail.trim().toLowerCase()) ?? false;
  if (!Number.isInteger(value))
    return refuse("notANumber", `${countedAs(kind)} come whole; ${value} is not.`);
  if (doubled && value % 2 !== 0)
    return refuse(
      "outOfRange",
      `${value} poles is odd: magnets come in pairs, north and south. Count again.`,
    );
  return inRange(doubled ? value / 2 : value, kind);
}

/** Splits "mΩ" into prefix and unit and returns the factor, or null when the text is no unit of this kind. */
function unitFactor(text: string, kind: QuantityKind): number | null {
  const bare = text.trim().normalize("NFC").replace("Ω", "Ω");
  if (bare === "") return 1;
  if (kind.spellings.includes(bare.toLowerCase())) return 1;
  if (!kind.prefixes) return null;
  const prefix = bare[0] ?? "";
  const rest = bare.slice(1).trim().toLowerCase();
  const factor = PREFIXES[prefix];
  if (factor === undefined) return null;
  return rest === "" || kind.spellings.includes(rest) ? factor : null;
}

function inRange(value: number, kind: QuantityKind): ParsedQuantity {
  if (!Number.isFinite(value)) return refuse("notANumber", "That is not a finite number.");
  if (value < kind.least)
    return refuse(
      "outOfRange",
      kind.whole
        ? `${countedAs(kind)}: at least ${kind.least}.`
        : kind.least === 0
          ? `A ${kind.name} cannot be below zero. ${kind.canBeOpen ? "Swap or null the probes and read again." : "Type it without a sign."}`
          : `Below ${kind.least} ${kind.symbol} is not a ${kind.name} this bench can meet.`,
    );
  if (value > kind.most)
    return refuse(
      "outOfRange",
      `Above ${kind.most.toLocaleString("en")} ${kind.symbol}`.trimEnd() +
        " is out of range." +
        (kind.canBeOpen ? " Type OL for an open circuit." : ""),
    );
  return { kind: "finite", value };
}

/**
 * Reads what a person types into a measuring field: `0.162`, `162m`, `162 mΩ`, `1k2`, `4R7`, `1.6e-1`, `OL`.
 *
 * A bare number is in the kind's own unit. One decimal point or comma. `m` is milli and `M` mega.
 * @param text as typed, any spacing
 * @param kind what the field measures; sets units and physical range
 * @returns the value in SI (or °C), `open`, or `refused` with a sentence for the field. Never throws.
 * @example parseQuantity("162m", RESISTANCE) // { kind: "finite", value: 0.162 }
 */
export function parseQuantity(text: string, kind: QuantityKind): ParsedQuantity {
  const typed = text.trim().replace(/[−–]/gu, "-");
  if (typed === "") return refuse("empty", `Type a ${kind.name}.`);
  if (OPEN_WORDS.has(typed.toLowerCase()))
    return kind.canBeOpen
      ? { kind: "open" }
      : refuse("wrongUnit", `A ${kind.name} cannot be open. Type it in ${kind.symbol}.`);

  const lettered = LETTER_FOR_POINT.exec(typed);
  if (lettered) {
    const [, sign = "", whole = "", letter = "", part = "", tail = ""] = lettered;
    const factor = letter.toLowerCase() === "r" ? 1 : PREFIXES[letter];
    const unitAfter = unitFactor(tail, kind);
    const isExponent = letter.toLowerCase() === "e";
    if (!isExponent) {
      if (!kind.prefixes || factor === undefined)
        return refuse("wrongUnit", `“${letter}” does not fit a ${kind.name} in ${kind.symbol}.`);
      if (unitAfter !== 1)
        return refuse("notANumber", `“${typed}” has two unit letters. One is enough, as in 1k2.`);
      // One decimal literal with an exponent: 4m7 is exactly 4.7e-3, not a product with rounding.
      return inRange(Number(`${sign}${whole}.${part}e${Math.round(Math.log10(factor))}`), kind);
    }
  }

  const plain = PLAIN.exec(typed);
  if (!plain && kind.whole) return refuse("notANumber", `“${typed}” is not a whole number.`);
  if (!plain) return refuse("notANumber", `“${typed}” is not a number. Type it as 0.162, 162m or 1k2.`);
  const [, sign = "", digits = "", exponent = "0", tail = ""] = plain;
  if (/^[.,\d]/u.test(tail))
    return refuse("notANumber", `“${typed}” has more than one decimal point. Type it as 0.162.`);
  const other = kind.others?.[tail.trim().toLowerCase()];
  if (other !== undefined)
    return inRange(Number(`${sign}${digits.replace(",", ".")}e${exponent}`) * other, kind);
  const counted = kind.halves?.includes(tail.trim().toLowerCase()) ?? false;
  const factor = counted ? 1 : unitFactor(tail, kind);
  if (factor === null)
    return refuse("wrongUnit", `“${tail.trim()}” does not fit a ${kind.name} in ${kind.symbol}.`);
  const shift = Number(exponent) + Math.round(Math.log10(factor));
  const value = Number(`${sign}${digits.replace(",", ".")}e${shift}`);
  if (kind.whole) return wholeOf(value, tail, kind);
  if (kind.symbol === "°C" && /f$/iu.test(tail.trim())) return inRange(celsiusFromFahrenheit(value), kind);
  return inRange(value, kind);
}
