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
  readonly amperes?: Amperes;
  readonly rpm?: Rpm;
  /** Lines of an AC supply: one, or three; absent where nobody said. */
  readonly lines?: 1 | 3;
}

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
  diagram: "pins and codes",
};

export interface FamilyFacts {
  readonly label: string;
  /** Limit on the largest deviation of a pair from the mean of the three. */
  readonly balanceLimit: Ratio;
  readonly limitReason: string;
  /** Middle of what line-to-line resistance such motors have, geometric, and a factor either way. */
  readonly typicalOhms: Ohms;
  readonly typicalFactor: number;
  /** False where the plug carries electronics, so that ohms between its leads say nothing. */
  readonly windingsReachable: boolean;
  readonly unreachableReason: string;
  /** Speed constants such motors have, rpm per volt of line peak. Common practice. */
  readonly typicalKv: { readonly least: RpmPerVolt; readonly most: RpmPerVolt };
  /** Whether three position sensors are usually reachable at its plug. */
  readonly usuallySensored: boolean;
  /** Whether a verdict that clears the motor waits for the spin test. */
  readonly spinExpected: boolean;
  /** Whether it waits for the insulation tester. */
  readonly insulationExpected: boolean;
  /** Whether the vehicle rule of ohms per volt is held against its insulation. */
  readonly vehicleRule: boolean;
  /** Whether it may have a resolver, three windings read by hand. */
  readonly resolverPossible: boolean;
  /** Whether it carries its own electronics, so that it cannot run on another controller. */
  readonly ownElectronics: boolean;
  /** Whether its electronics come off as a part of their own. */
  readonly separateModule: boolean;
  /** Whether somebody opens and resolders it; a potted one is replaced as it is. */
  readonly openable: boolean;
  /** Whether its supply is hazardous: above 60 V DC or 30 V AC at full charge. */
  readonly hazardousSupply: boolean;
  /** Moved by what falls, cuts or crushes: what a failure in use mostly means, proposed at take-in. */
  readonly usualConsequence: Consequence;
}

/**
 * What differs between families. Limits: 5 % hobby and hub, 2 %
 * traction and 10 % ECM are bench judgement; rewind practice is 1-2 % (ANSI/EASA AR100, memory).
 * Typical resistances are common practice in the trade.
 */
export const FAMILY_FACTS: ByFamily<FamilyFacts> = {
  hobby: {
    label: "Hobby or drone motor",
    balanceLimit: 0.05,
    limitReason: "small windings made by hand differ by a few percent when sound",
    typicalOhms: 0.045,
    typicalFactor: 5,
    windingsReachable: true,
    unreachableReason: "",
    typicalKv: { least: 100, most: 6000 },
    usuallySensored: false,
    spinExpected: true,
    insulationExpected: false,
    vehicleRule: false,
    resolverPossible: false,
    ownElectronics: false,
    separateModule: false,
    openable: true,
    hazardousSupply: false,
    usualConsequence: "aircraft",
  },
  hub: {
    label: "Hub motor",
    balanceLimit: 0.05,
    limitReason: "cable and splices at the axle add a little to each phase",
    typicalOhms: 0.16,
    typicalFactor: 3,
    windingsReachable: true,
    unreachableReason: "",
    typicalKv: { least: 5, most: 40 },
    usuallySensored: true,
    spinExpected: true,
    insulationExpected: false,
    vehicleRule: false,
    resolverPossible: false,
    ownElectronics: false,
    separateModule: false,
    openable: true,
    hazardousSupply: false,
    usualConsequence: "vehicle",
  },
  traction: {
    label: "Mid-drive or small traction motor",
    balanceLimit: 0.02,
    limitReason: "machine-wound, close to the rewind shop's 1-2 % of the mean",
    typicalOhms: 0.022,
    typicalFactor: 5,
    windingsReachable: true,
    unreachableReason: "",
    typicalKv: { least: 8, most: 150 },
    usuallySensored: true,
    spinExpected: true,
    insulationExpected: true,
    vehicleRule: true,
    resolverPossible: true,
    ownElectronics: false,
    separateModule: false,
    openable: true,
    hazardousSupply: true,
    usualConsequence: "vehicle",
  },
  ecm: {
    label: "ECM blower, constant torque, taps",
    balanceLimit: 0.1,
    limitReason: "the trade accepts pairs of 5-30 Ω within 10 %",
    typicalOhms: 12,
    typicalFactor: 2.5,
    windingsReachable: true,
    unreachableReason: "",
    typicalKv: { least: 3, most: 20 },
    usuallySensored: false,
    spinExpected: false,
    insulationExpected: false,
    vehicleRule: false,
    resolverPossible: false,
    ownElectronics: true,
    separateModule: true,
    openable: false,
    hazardousSupply: true,
    usualConsequence: "property",
  },
  ecmAirflow: {
    label: "ECM blower, constant airflow, 16-pin harness",
    balanceLimit: 0.1,
    limitReason: "the trade accepts pairs of 5-30 Ω within 10 %",
    typicalOhms: 12,
    typicalFactor: 2.5,
    windingsReachable: true,
    unreachableReason: "",
    typicalKv: { least: 3, most: 20 },
    usuallySensored: false,
    spinExpected: false,
    insulationExpected: false,
    vehicleRule: false,
    resolverPossible: false,
    ownElectronics: true,
    separateModule: true,
    openable: false,
    hazardousSupply: true,
    usualConsequence: "property",
  },
  ecmSealed: {
    label: "Sealed EC motor, analogue command",
    balanceLimit: 0.1,
    limitReason: "not applicable",
    typicalOhms: 12,
    typicalFactor: 2.5,
    windingsReachable: false,
    unreachableReason: "Its plug carries supply and command, not windings: ohms are not applicable.",
    typicalKv: { least: 3, most: 20 },
    usuallySensored: false,
    spinExpected: false,
    insulationExpected: false,
    vehicleRule: false,
    resolverPossible: false,
    ownElectronics: true,
    separateModule: false,
    openable: false,
    hazardousSupply: true,
    usualConsequence: "property",
  },
  miniSplit: {
    label: "Mini-split fan, three bare windings",
    balanceLimit: 0.1,
    limitReason: "as other board-driven fan windings",
    typicalOhms: 30,
    typicalFactor: 4,
    windingsReachable: true,
    unreachableReason: "",
    typicalKv: { least: 3, most: 15 },
    usuallySensored: false,
    spinExpected: false,
    insulationExpected: false,
    vehicleRule: false,
    resolverPossible: false,
    ownElectronics: true,
    separateModule: false,
    openable: false,
    hazardousSupply: true,
    usualConsequence: "property",
  },
  miniSplitDriver: {
    label: "Mini-split fan with its own driver, five wires",
    balanceLimit: 0.1,
    limitReason: "as other board-driven fan windings",
    typicalOhms: 30,
    typicalFactor: 4,
    windingsReachable: false,
    unreachableReason: "Its plug carries supply and command, not windings: ohms are not applicable.",
    typicalKv: { least: 3, most: 15 },
    usuallySensored: false,
    spinExpected: false,
    insulationExpected: false,
    vehicleRule: false,
    resolverPossible: false,
    ownElectronics: true,
    separateModule: false,
    openable: false,
    hazardousSupply: true,
    usualConsequence: "property",
  },
};

/** How the sensors of a motor stand: as it says, or as its family usually has them. */
export function hallSpacingOf(motor: Pick<Motor, "family" | "hallSpacing">): HallSpacing {
  return motor.hallSpacing ?? (FAMILY_FACTS[motor.family].usuallySensored ? "unknown" : "none");
}

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
