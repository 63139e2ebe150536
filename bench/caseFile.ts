import { FAMILY_FACTS } from "#core/families";
import { INSTRUMENT_TEMPLATES, type Instrument } from "#core/quantity";
import type { Complaint, Family, Intake, Motor, Phase } from "#core/record";
import { fanFrom, type Fan } from "./blower.ts";
import { chanceFrom } from "./chance.ts";
import { soundMotor, type LaidDown, type MotorOnTable } from "./table.ts";
import { RATED_MAINS, windingFaults, type Ailment, type SimulatedMotor } from "./world.ts";

/** What a case teaches; one chooses by it. */
export const TOPICS = {
  open: "Open windings and leads",
  joints: "High joints",
  shorts: "Shorted turns and leads",
  insulation: "Insulation",
  turning: "Bearings, dirt and water",
  magnets: "Magnets and papers",
  sensors: "Sensors",
  around: "Controller, pack and command",
  setup: "Measured wrongly",
  supply: "Supply and call",
  electronics: "Electronics and harness",
  air: "Air",
  sound: "Nothing wrong",
  several: "Two at once",
} as const;
export type Topic = keyof typeof TOPICS;

export const GRADES = ["easy", "medium", "hard"] as const;
export type Grade = (typeof GRADES)[number];

/** What is the matter, where it sits and how much of it there is. */
interface CaseAilment {
  readonly is: Ailment;
  /** Limb, lead or signal; A where nobody says. */
  readonly at?: Phase;
  /** By its kind, see {@link AMOUNTS}; a middling one where nobody says. */
  readonly amount?: number;
}

/** A motor to practise on, as its file describes it. */
export interface CaseFile {
  readonly format: "green-fable-case";
  readonly version: 1;
  /** Small letters, digits and hyphens. */
  readonly id: string;
  /** What whoever brings it says. */
  readonly said: string;
  /** What is known of it, in a line. */
  readonly about: string;
  readonly grade: Grade;
  readonly teaches: readonly Topic[];
  readonly complaint: Complaint;
  readonly family: Family;
  readonly connection: "star" | "delta";
  /** Its plate or its papers say how it is connected, what a pair reads and what its constant is. */
  readonly known: { readonly connection: boolean; readonly values: boolean };
  /** Ω of a sound pair. */
  readonly pairOhms: number;
  readonly polePairs: number;
  /** rpm per volt of line peak, true of a sound one. */
  readonly rpmPerVolt: number;
  readonly sensored: boolean;
  readonly onePiece: boolean;
  /** Empty where nothing is wrong. */
  readonly ailments: readonly CaseAilment[];
  /** How badly heat, rust and wear of its wires mark it, 0 to 1. */
  readonly marks: { readonly burnt: number; readonly rust: number; readonly wire: number };
  /** A known-good motor, controller and sister are at hand. */
  readonly goodOnes: boolean;
  /** All that is left to chance follows from it. */
  readonly seed: number;
  /** What one takes away from it, in a sentence or two. */
  readonly lesson: string;
}

/** What the amount of an ailment is, in what range, and what is taken where none is said. */
export const AMOUNTS: Readonly<
  Partial<
    Record<
      Ailment,
      { readonly what: string; readonly least: number; readonly most: number; readonly usual: number }
    >
  >
> = {
  turns: { what: "share of its limb's turns", least: 0.02, most: 0.95, usual: 0.35 },
  joint: { what: "share of a sound limb's ohms, added", least: 0.1, most: 5, usual: 0.8 },
  frame: { what: "Ω to the frame", least: 0, most: 1e8, usual: 2000 },
  bearing: { what: "wear, 1 worn out", least: 0.3, most: 1, usual: 0.8 },
  dirt: { what: "how full the gap is, 1 jammed", least: 0.3, most: 1, usual: 0.75 },
  magnet: { what: "how badly, 1 in pieces", least: 0.3, most: 1, usual: 0.8 },
  laminations: { what: "how badly, 1 torn off", least: 0.3, most: 1, usual: 0.8 },
  water: { what: "how wet, 1 standing", least: 0.3, most: 1, usual: 0.75 },
  weakMagnets: { what: "what they still give, a share", least: 0.5, most: 0.95, usual: 0.82 },
  misread: {
    what: "share that the meter's low battery makes it read high; at 0 its leads are worn",
    ...{ least: 0, most: 0.3, usual: 0 },
  },
  wrongPlate: { what: "plate over truth", least: 0.4, most: 2.5, usual: Math.SQRT2 },
};

const PLACED: readonly Ailment[] = [
  "limb",
  "lead",
  "leadsTouch",
  "turns",
  "joint",
  "path",
  "limbShorted",
  "limbReversed",
  "sensor",
  "sensorWire",
];

/** Sound windings differ by a little, one standard deviation. */
const NATURAL = 0.004;
const [WORN_SOUND, SEIZED] = [0.08, 1.3];

/**
 * The motor of a case. The same file, the same motor.
 * @throws RangeError with a sentence where an ailment does not fit this motor, or its amount is out of range
 */
export function motorOfCase(file: CaseFile): SimulatedMotor {
  const { family, connection, sensored, complaint, pairOhms, marks, onePiece } = file;
  const { ownElectronics } = FAMILY_FACTS[family];
  const chance = chanceFrom(file.seed);
  const amounts = new Map<Ailment, number>();
  const places = new Map<Ailment, Phase>();
  for (const { is, amount, at } of file.ailments) {
    const range = AMOUNTS[is];
    if (amount !== undefined && !range) throw new RangeError(`"${is}" has no amount.`);
    if (range && amount !== undefined && (amount < range.least || amount > range.most))
      throw new RangeError(`The amount of "${is}" is its ${range.what}, ${range.least} to ${range.most}.`);
    if (at !== undefined && !PLACED.includes(is)) throw new RangeError(`"${is}" sits at no phase.`);
    if (amounts.has(is)) throw new RangeError(`"${is}" is named twice.`);
    if (is === "starJoint" && connection === "delta") throw new RangeError("A delta has no star joint.");
    if (is.startsWith("sensor") && !sensored) throw new RangeError(`"${is}" asks for a motor with sensors.`);
    amounts.set(is, amount ?? range?.usual ?? 1);
    places.set(is, at ?? "A");
  }
  const ailments = [...amounts.keys()];
  const of = (is: Ailment) => amounts.get(is);
  const size = connection === "star" ? pairOhms / 2 : pairOhms * 1.5;
  const limb = () => size * (1 + NATURAL * chance.normal());
  const winding = {
    connection,
    limb: { A: limb(), B: limb(), C: limb() },
    faults: ailments.flatMap((is) => {
      const [at, amount] = [places.get(is)!, of(is)!];
      return windingFaults(
        is,
        at,
        () => amount,
        () => ({ kind: "leadHigh", lead: at, ohms: amount * size }),
      );
    }),
  };
  const dead = (["sensor", "sensorWire"] as const).flatMap((is) => (places.has(is) ? [places.get(is)!] : []));
  const fan: Fan | null = ownElectronics ? fanFrom(ailments, complaint, RATED_MAINS, chance) : null;
  return {
    ...soundMotor(family, winding),
    ...{ ailments, complaint, sensored, onePiece, fan },
    frameOhms: of("frame") ?? Infinity,
    wear: {
      bearing: ailments.includes("seized") ? SEIZED : (of("bearing") ?? WORN_SOUND),
      dirt: of("dirt") ?? WORN_SOUND,
      magnet: of("magnet") ?? 0,
      torn: of("laminations") ?? 0,
      water: of("water") ?? 0,
    },
    ...{ burnt: marks.burnt, rust: marks.rust, wireDamage: marks.wire },
    flux: of("weakMagnets") ?? 1,
    plate: of("wrongPlate") ?? 1,
    deadSignals: [...new Set(dead)],
  };
}

/** The instruments that lie on the bench of practice, by what they are called. */
const KIT = {
  meter: INSTRUMENT_TEMPLATES[1]!,
  milliohm: INSTRUMENT_TEMPLATES[2]!,
  insulation: INSTRUMENT_TEMPLATES[3]!,
  tachometer: INSTRUMENT_TEMPLATES[4]!,
} as const;
export type KitName = keyof typeof KIT;
export const kit = (): Instrument[] =>
  Object.entries(KIT).map(([id, template]) => ({ ...template, id: `practice-${id}` }));
export const kitId = (name: KitName) => `practice-${name}`;

/** A motor of a case as it lies there. */
export const onTableOf = (file: CaseFile): MotorOnTable => ({
  motor: motorOfCase(file),
  polePairs: file.polePairs,
  rpmPerVolt: file.rpmPerVolt,
});

/** How it comes: its supply is on and its plug in. Whoever measures it wrongly has worn leads or a low battery in the first meter. */
export function laidDown({ ailments, goodOnes }: CaseFile): Partial<LaidDown> {
  const misread = ailments.find(({ is }) => is === "misread");
  const low = misread?.amount ?? 0;
  const meter = kitId("meter");
  return {
    ...{ powered: true, plugged: true, goodOnes },
    ...(misread &&
      (low > 0 ? { low: { [meter]: low } } : { worn: { [meter]: KIT.meter.leadResistance * 4 + 0.05 } })),
  };
}

/** How far a stated value of a pair may be off: a share. */
const TOLERANCE = 0.08;

/** What the shop knows of the motor when it comes in. */
export function describedMotor(file: CaseFile): Motor {
  const { family, connection, known, polePairs, sensored, onePiece, pairOhms, rpmPerVolt } = file;
  const { ownElectronics, usualConsequence } = FAMILY_FACTS[family];
  const plate = file.ailments.find(({ is }) => is === "wrongPlate");
  const off = plate ? (plate.amount ?? AMOUNTS.wrongPlate!.usual) : 1;
  return {
    id: "00000000-0000-7000-8000-00000000ffff",
    name: file.about.split(",")[0]!.trim(),
    ...{ owner: "", serial: "", family, polePairs },
    connection: known.connection ? connection : "unknown",
    speedConstant:
      known.values && !ownElectronics
        ? { rpmPerVolt: Number((rpmPerVolt * off).toPrecision(3)), convention: "peak", source: "its plate" }
        : null,
    expected: known.values
      ? {
          ohms: Number(pairOhms.toPrecision(3)),
          tolerance: TOLERANCE,
          atTemperature: 20,
          source: "its maker's sheet",
        }
      : null,
    wireColours: { A: "yellow", B: "green", C: "blue" },
    consequence: usualConsequence,
    balanceLimit: null,
    hallSpacing: sensored && !ownElectronics ? "120" : "none",
    ...(ownElectronics && { rated: { volts: RATED_MAINS } }),
    ...(onePiece && { onePiece: true }),
  };
}

/** The job that practice opens. */
export const intakeOf = (file: CaseFile, takenInAt: string): Intake => ({
  motor: describedMotor(file),
  complaint: file.complaint,
  complaintWords: file.said,
  events: [],
  takenInAt,
});
