/**
 * Units as types. SI inside the core (Ω, V, A, s), °C for temperatures; other units only at the edges.
 * The aliases are documentation the compiler carries along; they do not convert.
 */
export type Ohms = number;
export type Volts = number;
export type Amperes = number;
export type Celsius = number;
export type Minutes = number;
/** A dimensionless ratio: 0.05 means 5 %. */
export type Ratio = number;
/** Weight of evidence, 10·log10 of a likelihood ratio. */
export type Decibans = number;

/** What a field measures, with the range beyond which a value cannot be real at this bench. */
export interface QuantityKind {
  readonly name: string;
  readonly symbol: string;
  readonly least: number;
  readonly most: number;
  /** Spellings of the unit that a person may type, lower case. */
  readonly spellings: readonly string[];
  readonly prefixes: boolean;
  readonly canBeOpen: boolean;
}

/** Upper end 1 TΩ: no hand-held or insulation tester reads further. Bench judgement. */
const MOST_OHMS: Ohms = 1e12;

export const RESISTANCE: QuantityKind = {
  name: "resistance",
  symbol: "Ω",
  least: 0,
  most: MOST_OHMS,
  spellings: ["ω", "ohm", "ohms", "r"],
  prefixes: true,
  canBeOpen: true,
};

/** −60 to 250 °C: below any workshop, above the hottest insulation class (H, 180 °C) with margin. */
export const TEMPERATURE: QuantityKind = {
  name: "temperature",
  symbol: "°C",
  least: -60,
  most: 250,
  spellings: ["°c", "c", "degc", "°f", "f", "degf"],
  prefixes: false,
  canBeOpen: false,
};

/** °F to °C, exact: (t − 32)·5/9. */
export function celsiusFromFahrenheit(fahrenheit: number): Celsius {
  return ((fahrenheit - 32) * 5) / 9;
}
