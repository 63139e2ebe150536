import { celsiusFromFahrenheit, type QuantityKind } from "./units.ts";

/** What a typed reading was understood as. `open` is the meter's overload sign, above its range. */
export type ParsedQuantity =
  | { readonly kind: "finite"; readonly value: number }
  | { readonly kind: "open" }
  | {
      readonly kind: "refused";
      readonly reason: RefusalReason;
      readonly sentence: string;
      /** The two texts that may have been meant, each read in one way only: with "ambiguous" alone. */
      readonly either?: readonly [decimal: string, thousands: string];
    };

type RefusalReason = "empty" | "notANumber" | "wrongUnit" | "outOfRange" | "ambiguous";

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

/** A comma before exactly three digits: a decimal one to some, thousands to others. "0,128" is thousands to nobody. */
const EITHER_COMMA = /^([+-]?[1-9]\d{0,2}),(\d{3})(?!\d)(.*)$/u;
/** Digits in threes, apart by spaces of any width: 12 000. */
const GROUPED = /^([+-]?[1-9]\d{0,2})((?:[ \u00a0\u2009\u202f]\d{3})+)(?![\d])/u;
const SPACES = /[ \u00a0\u2009\u202f]/gu;

/**
 * A number as our own sentences print it, and as the field takes it back: no commas, thousands apart by a space that
 * does not break. @example wholeText(10000) // "10 000"
 */
export function wholeText(value: number): string {
  const [whole = "", part] = String(value).split(".");
  if (whole.includes("e")) return String(value);
  const grouped = whole.length > 4 ? whole.replace(/\B(?=(?:\d{3})+$)/gu, "\u00a0") : whole;
  return part === undefined ? grouped : `${grouped}.${part}`;
}

/** What is asked of a text that is one number to some and another to others; null where it reads in one way. */
export function commaQuestion(text: string): string | null {
  const comma = EITHER_COMMA.exec(text.trim());
  if (!comma) return null;
  const [, whole = "", part = "", tail = ""] = comma;
  return `${whole}.${part}${tail} or ${whole}${part}${tail}? Type it without the comma.`;
}

/**
 * A number without unit as a person types it: decimal point or comma, digits in threes apart by spaces, "%" behind it.
 * @returns NaN where it is none, and where a comma before three digits leaves open which it is
 * @example plainNumber("1 200,5") // 1200.5
 */
export function plainNumber(text: string): number {
  const typed = text
    .trim()
    .replace(/\s*%$/u, "")
    .replace(GROUPED, (digits) => digits.replace(SPACES, ""));
  return typed === "" || commaQuestion(typed) !== null ? NaN : Number(typed.replace(",", "."));
}

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
      `Above ${wholeText(kind.most)} ${kind.symbol}`.trimEnd() +
        " is out of range." +
        (kind.canBeOpen ? " Type OL for an open circuit." : ""),
    );
  return { kind: "finite", value };
}

/**
 * Reads what a person types into a measuring field: `0.162`, `162m`, `162 mΩ`, `1k2`, `4R7`, `1.6e-1`, `OL`.
 *
 * A bare number is in the kind's own unit. One decimal point or comma; a comma before exactly three digits is refused as
 * "ambiguous", since 1,200 is 1.2 to some and 1200 to others. Digits may stand in threes apart by spaces. `m` is milli
 * and `M` mega.
 * @param text as typed, any spacing
 * @param kind what the field measures; sets units and physical range
 * @returns the value in SI (or °C), `open`, or `refused` with a sentence for the field. Never throws.
 * @example parseQuantity("162m", RESISTANCE) // { kind: "finite", value: 0.162 }
 */
export function parseQuantity(text: string, kind: QuantityKind): ParsedQuantity {
  const written = text.trim().replace(/[−–]/gu, "-");
  const typed = written.replace(GROUPED, (digits) => digits.replace(SPACES, ""));
  if (typed === "") return refuse("empty", `Type a ${kind.name}.`);
  if (OPEN_WORDS.has(typed.toLowerCase()))
    return kind.canBeOpen
      ? { kind: "open" }
      : refuse("wrongUnit", `A ${kind.name} cannot be open. Type it in ${kind.symbol}.`);

  const comma = EITHER_COMMA.exec(typed);
  if (comma) {
    const [, whole = "", part = "", tail = ""] = comma;
    const either = [`${whole}.${part}${tail}`, `${whole}${part}${tail}`] as const;
    // Neither a value: said as what it is. Else it is asked, whichever of them fits better.
    const read = either.map((one) => parseQuantity(one, kind));
    if (read.some((one) => one.kind === "finite"))
      return {
        kind: "refused",
        reason: "ambiguous",
        sentence: commaQuestion(typed)!,
        either,
      };
  }

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
