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

export type Hertz = number;
/** Mechanical speed, revolutions a minute. */
export type Rpm = number;
/** Speed constant, rpm a volt; the convention is always named beside it. */
export type RpmPerVolt = number;

/** AC or DC volts at a bench; above 1500 V DC low-voltage rules end (IEC 60038, memory). */
export const VOLTAGE: QuantityKind = {
  name: "voltage",
  symbol: "V",
  least: 0,
  most: 1500,
  spellings: ["v", "volt", "volts"],
  prefixes: true,
  canBeOpen: false,
};

/** Electrical frequency of a spun motor: a drill at a crawl to a fast inrunner with many poles. */
export const FREQUENCY: QuantityKind = {
  name: "frequency",
  symbol: "Hz",
  least: 0,
  most: 20_000,
  spellings: ["hz", "hertz"],
  prefixes: true,
  canBeOpen: false,
};

/** Faster than any small motor's burst speed is a slip of the finger. */
export const SPEED: QuantityKind = {
  name: "speed",
  symbol: "rpm",
  least: 0,
  most: 200_000,
  spellings: ["rpm", "1/min", "u/min", "min-1"],
  prefixes: false,
  canBeOpen: false,
};

/** Speed constants from large hub motors to tiny inrunners. */
export const SPEED_CONSTANT: QuantityKind = {
  name: "speed constant",
  symbol: "rpm/V",
  least: 0,
  most: 50_000,
  spellings: ["rpm/v", "kv"],
  prefixes: false,
  canBeOpen: false,
};

export const CURRENT: QuantityKind = {
  name: "current",
  symbol: "A",
  least: 0,
  most: 1000,
  spellings: ["a", "amp", "amps"],
  prefixes: true,
  canBeOpen: false,
};
