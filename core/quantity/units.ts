/**
 * Units as types. SI inside the core (Ω, V, A, s), °C for temperatures; other units only at the edges.
 * The aliases are documentation the compiler carries along; they do not convert.
 */
export type Ohms = number;
export type Volts = number;
export type Amperes = number;
export type Watts = number;
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
  /** Comes in whole numbers only, each written with its plural. */
  readonly whole?: boolean;
  /** Spellings that count twice what the kind counts, such as poles where it counts pole pairs. */
  readonly halves?: readonly string[];
  /** Other units a person may type, lower case, by how many of the kind's own each of them is. */
  readonly others?: Readonly<Record<string, number>>;
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

/**
 * °F to °C, exact: (t − 32)·5/9.
 * @example celsiusFromFahrenheit(68) // 20
 */
export function celsiusFromFahrenheit(fahrenheit: number): Celsius {
  return ((fahrenheit - 32) * 5) / 9;
}

/**
 * °C to °F, exact.
 * @example fahrenheitFromCelsius(20) // 68
 */
export function fahrenheitFromCelsius(celsius: Celsius): number {
  return (celsius * 9) / 5 + 32;
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

/** From a stopwatch's shortest to a night's run-in. */
export const DURATION: QuantityKind = {
  name: "time",
  symbol: "s",
  least: 0,
  most: 86_400,
  spellings: ["s", "sec", "seconds"],
  prefixes: false,
  canBeOpen: false,
};

/** Largest deviation of three from their mean: three values above zero cannot differ by more than twice it. */
export const IMBALANCE: QuantityKind = {
  name: "imbalance",
  symbol: "%",
  least: 0,
  most: 200,
  spellings: ["%"],
  prefixes: false,
  canBeOpen: false,
};

/** Magnets come in pairs: a hundred poles is more than any hub has, a thousand is a slip. */
export const POLE_PAIRS: QuantityKind = {
  name: "number of pole pairs",
  symbol: "pole pairs",
  least: 1,
  most: 200,
  spellings: ["pole pairs", "polepairs", "pairs", "pp"],
  prefixes: false,
  canBeOpen: false,
  whole: true,
  halves: ["poles", "pole", "magnets"],
};

/** Steps, lamp changes: anything counted by hand. */
export const COUNT: QuantityKind = {
  name: "count",
  symbol: "",
  least: 0,
  most: 10_000,
  spellings: [],
  prefixes: false,
  canBeOpen: false,
  whole: true,
};

/** Capacitors of a module or a board; a farad is a slip. */
export const CAPACITANCE: QuantityKind = {
  name: "capacitance",
  symbol: "F",
  least: 0,
  most: 1,
  spellings: ["f", "farad", "farads"],
  prefixes: true,
  canBeOpen: false,
};

type Pascals = number;
/** One inch of water column at 4 °C, exact by convention (NIST SP 811, Appendix B.8). */
const INCH_OF_WATER: Pascals = 249.0889;
/** Static pressure across a blower. */
export const PRESSURE: QuantityKind = {
  name: "pressure",
  symbol: "Pa",
  least: 0,
  most: 5000,
  spellings: ["pa", "pascal"],
  prefixes: false,
  canBeOpen: false,
  others: {
    in: INCH_OF_WATER,
    '"': INCH_OF_WATER,
    "in wc": INCH_OF_WATER,
    "in.wc": INCH_OF_WATER,
    "in. w.c.": INCH_OF_WATER,
    "in w.c.": INCH_OF_WATER,
    inwc: INCH_OF_WATER,
    inh2o: INCH_OF_WATER,
    mbar: 100,
    hpa: 100,
  },
};

/** What a reading may be, beside ohms and temperatures: its name in the record, and its kind. */
export const QUANTITIES = {
  volts: VOLTAGE,
  hertz: FREQUENCY,
  rpm: SPEED,
  amperes: CURRENT,
  seconds: DURATION,
  polePairs: POLE_PAIRS,
  rpmPerVolt: SPEED_CONSTANT,
  count: COUNT,
  farads: CAPACITANCE,
  pascals: PRESSURE,
} as const;
export type QuantityName = keyof typeof QUANTITIES;
export const QUANTITY_NAMES = Object.keys(QUANTITIES) as readonly QuantityName[];

/**
 * What voltage a speed constant divides by: the peak of the line voltage, the mean a six-step drive sees, or
 * the RMS taken as if it were direct current. The last is a slip of the trade, named so that it is recognised.
 */
export const KV_CONVENTIONS = ["peak", "sixStep", "rms"] as const;
export type KvConvention = (typeof KV_CONVENTIONS)[number];

export const KV_CONVENTION_LABELS: Readonly<Record<KvConvention, string>> = {
  peak: "per volt of line peak",
  sixStep: "per volt of six-step mean",
  rms: "per volt RMS (a slip)",
};

export type Metres = number;
export type SquareMillimetres = number;

/** A lead or a run of cable; a kilometre is no bench. */
export const LENGTH: QuantityKind = {
  name: "length",
  symbol: "m",
  least: 0,
  most: 1000,
  spellings: ["m", "metre", "metres", "meter", "meters"],
  prefixes: false,
  canBeOpen: false,
  others: { cm: 0.01, mm: 0.001, ft: 0.3048, "'": 0.3048, in: 0.0254, '"': 0.0254 },
};

/** The copper of a wire, across. */
export const WIRE_AREA: QuantityKind = {
  name: "area",
  symbol: "mm²",
  least: 0,
  most: 1000,
  spellings: ["mm²", "mm2", "sqmm"],
  prefixes: false,
  canBeOpen: false,
};

/** One ounce-inch in N·m: 0.45359237 kg · 9.80665 m/s² / 16 · 0.0254 m, exact (NIST SP 811, Appendix B.8). */
export const OUNCE_INCH = 0.00706155181422604;
