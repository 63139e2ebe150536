import { formatQuantity } from "./formatQuantity.ts";
import type { QuantityKind } from "./units.ts";

const PREFIXES: Readonly<Record<string, string>> = {
  μ: "micro",
  m: "milli",
  k: "kilo",
  M: "mega",
  G: "giga",
};
const UNITS: Readonly<Record<string, string>> = {
  Ω: "ohm",
  V: "volt",
  A: "ampere",
  Hz: "hertz",
  s: "second",
  F: "farad",
  Pa: "pascal",
};
/** Units that are said as they are, and take no prefix. */
const WHOLE: Readonly<Record<string, string>> = {
  rpm: "revolutions a minute",
  "rpm/V": "revolutions a minute per volt",
  "°C": "degrees Celsius",
  "%": "percent",
};
/** Words that stay as they are for many. */
const SAME = new Set(["hertz"]);

/**
 * A value as one says it aloud: no sign that a voice would spell.
 * @example spokenQuantity(0.1274, RESISTANCE) // "127.4 milliohms"
 */
export function spokenQuantity(value: number, kind: QuantityKind): string {
  const { number, unit } = formatQuantity(value, kind);
  const said = number.replace("−", "minus ");
  const whole = WHOLE[unit];
  if (whole !== undefined) return `${said} ${whole}`;
  const base = UNITS[kind.symbol];
  if (base === undefined) return `${said} ${unit}`.trimEnd();
  const prefix = PREFIXES[unit.slice(0, unit.length - kind.symbol.length)] ?? "";
  return `${said} ${prefix}${base}${number === "1" || SAME.has(base) ? "" : "s"}`;
}
