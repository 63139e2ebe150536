import type {
  Amperes,
  Celsius,
  KvConvention,
  Ohms,
  Ratio,
  Rpm,
  RpmPerVolt,
  Volts,
} from "../quantity/index.ts";
import type { Diagram } from "./diagram.ts";

/** Motor families of the trade; each brings its own typical values, limits, cautions and plan. */
export const FAMILIES = [
  "hobby",
  "hub",
  "traction",
  "ecm",
  "ecmAirflow",
  "ecmSealed",
  "miniSplit",
  "miniSplitDriver",
] as const;
export type Family = (typeof FAMILIES)[number];
/** Something every family has to say; a new family does not compile until each table has its answer. */
export type ByFamily<T> = Readonly<Record<Family, T>>;

export const CONNECTIONS = ["star", "delta", "unknown"] as const;
export type Connection = (typeof CONNECTIONS)[number];

/** What a failure in use would hurt; weighs on the decision, never on the arithmetic. */
export const CONSEQUENCES = ["nuisance", "property", "vehicle", "person", "aircraft"] as const;
export type Consequence = (typeof CONSEQUENCES)[number];

/** Terminal names A, B, C; the motor's own wire colours are attached to them as words. */
export const PHASES = ["A", "B", "C"] as const;
export type Phase = (typeof PHASES)[number];
export type ByPhase<T> = Readonly<Record<Phase, T>>;

export const PAIRS = ["AB", "BC", "CA"] as const;
export type Pair = (typeof PAIRS)[number];
export type ByPair<T> = Readonly<Record<Pair, T>>;

/** An expected line-to-line resistance and where it comes from. */
export interface ExpectedResistance {
  readonly ohms: Ohms;
  /** Half-width the value is good for, as a share: 0.1 for ±10 %. */
  readonly tolerance: Ratio;
  readonly atTemperature: Celsius;
  readonly source: string;
}

/** A speed constant as a nameplate or a shop states it: never without its convention. */
interface ExpectedSpeedConstant {
  readonly rpmPerVolt: RpmPerVolt;
  readonly convention: KvConvention;
  readonly source: string;
}

/** How the position sensors stand, electrical degrees; none where the motor has none. */
export const HALL_SPACINGS = ["none", "120", "60", "unknown"] as const;
export type HallSpacing = (typeof HALL_SPACINGS)[number];

export const HALL_SPACING_LABELS: Readonly<Record<HallSpacing, string>> = {
  none: "no sensors",
  "120": "three, 120° apart",
  "60": "three, 60° apart",
  unknown: "three, spacing unknown",
};

export const MAGNET_MATERIALS = ["NdFeB", "Sm2Co17", "SmCo5", "ferrite", "AlNiCo"] as const;
export type MagnetMaterial = (typeof MAGNET_MATERIALS)[number];

/** What somebody else pays of work on the motor itself. */
export const WARRANTIES = ["none", "parts", "whole"] as const;
export type Warranty = (typeof WARRANTIES)[number];

export const WARRANTY_LABELS: Readonly<Record<Warranty, string>> = {
  none: "none that we know of",
  parts: "the maker pays parts",
  whole: "the maker pays parts and labour",
};

/** What the maker allows; each known or not. */
export interface Ratings {
  /** Supply, DC at full charge or mains RMS. */
  readonly volts?: Volts;
  /** The higher of two that one plate names, as 230 on a plate of 208-230 V; then volts is the lower. */
  readonly voltsMost?: Volts;
  readonly amperes?: Amperes;
  readonly rpm?: Rpm;
  /** Lines of an AC supply: one against neutral, two of a split supply, or three; absent where nobody said. */
  readonly lines?: 1 | 2 | 3;
}

/** What a supply rises to by the plate: the higher of two, undefined where nobody wrote it down. @example mostVolts({ volts: 48, voltsMost: 67 }) // 67 */
export const mostVolts = (rated: Ratings | undefined): Volts | undefined => rated?.voltsMost ?? rated?.volts;

export interface Motor {
  readonly id: string;
  /** What the shop calls it: machine and place. */
  readonly name: string;
  readonly owner: string;
  readonly serial: string;
  readonly family: Family;
  readonly connection: Connection;
  readonly polePairs: number | null;
  readonly expected: ExpectedResistance | null;
  readonly wireColours: ByPhase<string>;
  readonly consequence: Consequence;
  /** A limit on the deviation from the mean that overrides the family's, as a share. */
  readonly balanceLimit: Ratio | null;
  /** Absent in records written before the spin test was known, as are the next four. */
  readonly speedConstant?: ExpectedSpeedConstant | null;
  readonly hallSpacing?: HallSpacing;
  readonly magnets?: MagnetMaterial | null;
  readonly rated?: Ratings;
  /** The model it is one of, where the shop keeps one. */
  readonly modelId?: string | null;
  /** The machine's own, as the owner says; absent in records written before it was asked. */
  readonly warranty?: Warranty;
  /** It does not come apart into electronics and winding section, though its family does; absent where nobody said so. */
  readonly onePiece?: boolean;
  /** What its own diagram says otherwise than its family's; absent where nobody said. */
  readonly diagram?: Diagram | null;
}

/** What each field is called where a change of it is told. */
export const MOTOR_FIELD_LABELS: Readonly<Record<Exclude<keyof Motor, "id">, string>> = {
  name: "machine and place",
  owner: "owner",
  serial: "serial",
  family: "family",
  connection: "connection",
  polePairs: "pole pairs",
  expected: "expected pair",
  wireColours: "wire colours",
  consequence: "a failure in use",
  balanceLimit: "balance limit",
  speedConstant: "speed constant",
  hallSpacing: "sensor spacing",
  magnets: "magnets",
  rated: "rating",
  modelId: "model",
  warranty: "warranty",
  onePiece: "made in one piece",
  diagram: "pins and codes",
};

/** The two terminals of a pair. */
export function phasesOf(pair: Pair): readonly [Phase, Phase] {
  return [pair[0] as Phase, pair[1] as Phase];
}

/** "A–B", as screens and reports write it. */
export function pairName(pair: Pair): string {
  return `${pair[0]}–${pair[1]}`;
}

export const CONNECTION_LABELS: Readonly<Record<Connection, string>> = {
  star: "star (wye)",
  delta: "delta",
  unknown: "connection unknown",
};

export const CONSEQUENCE_LABELS: Readonly<Record<Consequence, string>> = {
  nuisance: "a nuisance",
  property: "damage to goods or building",
  vehicle: "a vehicle stopping in traffic",
  person: "a person who depends on it",
  aircraft: "an aircraft falling",
};
