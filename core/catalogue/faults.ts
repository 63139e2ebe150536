import { FAMILIES, type ByFamily, type Disposition, type Family } from "../record/index.ts";

export type Location =
  "winding" | "rotor" | "mechanical" | "sensor" | "electronics" | "outside" | "setup" | "data" | "unknown";

/** What is known of a fault before any reading of this motor. */
export interface FaultFacts {
  readonly name: string;
  /** The same for somebody who has never opened a motor. */
  readonly plainWords: string;
  readonly location: Location;
  /** What the fault asks for; null where it changes nothing about the motor. */
  readonly disposition: Disposition | null;
  /** Chance before any reading, by family, of a motor that came in with an unremarkable complaint; 0: it cannot have it. */
  readonly prior: ByFamily<number>;
  readonly priorReason: string;
  /** It can cause a complaint by itself. */
  readonly causesComplaint: boolean;
  /** It has a place: a phase, lead or winding. */
  readonly placed: boolean;
}

const everywhere = (p: number): ByFamily<number> =>
  Object.fromEntries(FAMILIES.map((family) => [family, p])) as Record<Family, number>;

/**
 * The faults these checks can tell apart, each named once. Priors are bench judgement for motors that reach a repair
 * bench, from common practice in the trade; none is a published rate.
 */
export const FAULTS = {
  starJointOpen: {
    name: "Star joint open",
    plainWords: "The three windings of the motor meet in one soldered joint, and that joint has come apart.",
    location: "winding",
    disposition: "resolder",
    prior: { hobby: 0.06, hub: 0.02, traction: 0.015, ecm: 0.01, ecmSealed: 0.005, miniSplit: 0.01 },
    priorReason: "the classic of small motors: one soldered bundle that overheats",
    causesComplaint: true,
    placed: false,
  },
  limbOpen: {
    name: "Winding open",
    plainWords: "One of the three windings inside the motor is broken.",
    location: "winding",
    disposition: "replaceMotor",
    prior: everywhere(0.02),
    priorReason: "burnt or broken wire inside a limb; rarer than its joints",
    causesComplaint: true,
    placed: true,
  },
  leadOpen: {
    name: "Lead or plug open",
    plainWords: "One of the three power leads, or its plug, is broken.",
    location: "winding",
    disposition: "repair",
    prior: { hobby: 0.03, hub: 0.06, traction: 0.02, ecm: 0.015, ecmSealed: 0.01, miniSplit: 0.015 },
    priorReason: "cables flex where they leave the axle or the can",
    causesComplaint: true,
    placed: true,
  },
  leadsShorted: {
    name: "Two leads shorted",
    plainWords: "Two of the power leads touch each other inside the cable or plug.",
    location: "winding",
    disposition: "repair",
    prior: { hobby: 0.015, hub: 0.035, traction: 0.01, ecm: 0.01, ecmSealed: 0.005, miniSplit: 0.01 },
    priorReason: "chafed insulation in a cable or plug",
    causesComplaint: true,
    placed: true,
  },
  turnsShorted: {
    name: "Shorted turns",
    plainWords: "Heat has damaged the insulation inside one winding, so part of it is bridged.",
    location: "winding",
    disposition: "replaceMotor",
    prior: { hobby: 0.06, hub: 0.04, traction: 0.04, ecm: 0.03, ecmSealed: 0.02, miniSplit: 0.04 },
    priorReason: "heat breaks the enamel",
    causesComplaint: true,
    placed: true,
  },
  highJoint: {
    name: "High joint or lead",
    plainWords: "One of the motor's joints or leads conducts badly and gets hot under load.",
    location: "winding",
    disposition: "resolder",
    prior: { hobby: 0.05, hub: 0.07, traction: 0.03, ecm: 0.02, ecmSealed: 0.01, miniSplit: 0.02 },
    priorReason: "cold joints, corroded splices",
    causesComplaint: true,
    placed: true,
  },
  pathOpen: {
    name: "One parallel path open",
    plainWords: "One of two wires that share the current of a winding has lost its joint.",
    location: "winding",
    disposition: "resolder",
    prior: everywhere(0.01),
    priorReason: "only where limbs have two paths, and one lost its joint",
    causesComplaint: true,
    placed: true,
  },
  limbReversed: {
    name: "Limb reversed",
    plainWords: "One of the three windings was joined the wrong way round.",
    location: "winding",
    disposition: "resolder",
    prior: everywhere(0.003),
    priorReason: "only after a rewind or a joint made anew",
    causesComplaint: true,
    placed: true,
  },
  frameFault: {
    name: "Winding touches the frame",
    plainWords: "A winding touches the metal of the motor.",
    location: "winding",
    disposition: "replaceMotor",
    prior: everywhere(0.025),
    priorReason: "worn slot liner, or a lead under a cover",
    causesComplaint: true,
    placed: false,
  },
  bearing: {
    name: "Bearing worn or rusted",
    plainWords: "A bearing is worn or rusted.",
    location: "mechanical",
    disposition: "replacePart",
    prior: { hobby: 0.08, hub: 0.1, traction: 0.08, ecm: 0.1, ecmSealed: 0.08, miniSplit: 0.06 },
    priorReason: "the commonest wearing part",
    causesComplaint: true,
    placed: false,
  },
  magnets: {
    name: "Magnet chipped or loose",
    plainWords: "A magnet of the rotor is broken or loose; a fragment can jam the motor without warning.",
    location: "rotor",
    disposition: "replacePart",
    prior: { hobby: 0.04, hub: 0.02, traction: 0.015, ecm: 0.01, ecmSealed: 0.01, miniSplit: 0.01 },
    priorReason: "a crash or a lost glue line",
    causesComplaint: true,
    placed: false,
  },
  magnetsWeak: {
    name: "Magnets weakened",
    plainWords: "Heat has weakened the magnets of the rotor: the motor gives less pull for its current.",
    location: "rotor",
    disposition: "replacePart",
    prior: { hobby: 0.04, hub: 0.015, traction: 0.02, ecm: 0.008, ecmSealed: 0.008, miniSplit: 0.008 },
    priorReason: "heat beyond the grade of the magnets, mostly in small motors driven hard",
    causesComplaint: true,
    placed: false,
  },
  laminations: {
    name: "Laminations torn",
    plainWords: "The iron core of the motor is torn.",
    location: "mechanical",
    disposition: "replaceMotor",
    prior: everywhere(0.01),
    priorReason: "rotor struck the stator hard",
    causesComplaint: true,
    placed: false,
  },
  debris: {
    name: "Rust, dirt or chips in the gap",
    plainWords: "Rust, dirt or metal chips sit in the gap in which the rotor turns.",
    location: "mechanical",
    disposition: "repair",
    prior: { hobby: 0.05, hub: 0.05, traction: 0.02, ecm: 0.03, ecmSealed: 0.03, miniSplit: 0.03 },
    priorReason: "open cans collect what lies on the field; hubs take water",
    causesComplaint: true,
    placed: false,
  },
  hallSensor: {
    name: "Hall sensor dead",
    plainWords: "One of the small sensors that tell the electronics where the rotor stands has failed.",
    location: "sensor",
    disposition: "replacePart",
    prior: { hobby: 0.01, hub: 0.09, traction: 0.05, ecm: 0, ecmSealed: 0, miniSplit: 0 },
    priorReason: "killed by a shorted wire, water or heat; the commonest electrical fault of hubs",
    causesComplaint: true,
    placed: false,
  },
  hallWire: {
    name: "Sensor wire broken or shorted",
    plainWords: "One of the thin wires to the position sensors is broken or touches another.",
    location: "sensor",
    disposition: "repair",
    prior: { hobby: 0.01, hub: 0.08, traction: 0.05, ecm: 0, ecmSealed: 0, miniSplit: 0 },
    priorReason: "thin wires beside thick ones where the cable leaves the axle",
    causesComplaint: true,
    placed: false,
  },
  hallSwapped: {
    name: "Sensor wires swapped",
    plainWords: "Two wires of the position sensors are swapped.",
    location: "sensor",
    disposition: "repair",
    prior: { hobby: 0.003, hub: 0.008, traction: 0.006, ecm: 0, ecmSealed: 0, miniSplit: 0 },
    priorReason: "only after somebody worked on the plug",
    causesComplaint: true,
    placed: false,
  },
  tempSensor: {
    name: "Temperature sensor at fault",
    plainWords: "The sensor that tells the motor's temperature has failed.",
    location: "sensor",
    disposition: "replacePart",
    prior: { hobby: 0, hub: 0.01, traction: 0.02, ecm: 0, ecmSealed: 0, miniSplit: 0 },
    priorReason: "a bead and two thin wires in the hottest place",
    causesComplaint: true,
    placed: false,
  },
  resolver: {
    name: "Resolver winding at fault",
    plainWords: "The position sensor of the motor has a faulty winding.",
    location: "sensor",
    disposition: "replacePart",
    prior: { hobby: 0, hub: 0, traction: 0.015, ecm: 0, ecmSealed: 0, miniSplit: 0 },
    priorReason: "traction motors alone; its windings are robust, its connector less",
    causesComplaint: true,
    placed: false,
  },
  controller: {
    name: "Controller output at fault",
    plainWords: "The electronics that drive the motor have failed.",
    location: "electronics",
    disposition: "notMotor",
    prior: { hobby: 0.05, hub: 0.06, traction: 0.04, ecm: 0.06, ecmSealed: 0.03, miniSplit: 0.05 },
    priorReason:
      "a blown switch brakes the motor through its leads, a dead one leaves a phase without current",
    causesComplaint: true,
    placed: false,
  },
  outside: {
    name: "Cause outside the motor",
    plainWords: "The motor itself shows no fault; the trouble lies in what feeds or commands it.",
    location: "outside",
    disposition: "notMotor",
    prior: everywhere(0.2),
    priorReason: "supply, command, harness, throttle, brake or duct: as often as the motor itself",
    causesComplaint: true,
    placed: false,
  },
  setup: {
    name: "Test set-up at fault",
    plainWords: "Our own test equipment cannot be trusted for this reading yet.",
    location: "setup",
    disposition: null,
    prior: everywhere(0.06),
    priorReason: "loose clips, worn leads and flat meter batteries have fooled good technicians",
    causesComplaint: false,
    placed: false,
  },
  wrongData: {
    name: "Expected values wrong",
    plainWords: "The data we have for this motor do not fit it.",
    location: "data",
    disposition: null,
    prior: everywhere(0.05),
    priorReason: "nameplate, model or a rewind other than believed",
    causesComplaint: false,
    placed: false,
  },
  wrongPlate: {
    name: "Nameplate, pole count or convention wrong",
    plainWords: "The data on the motor's plate do not fit it.",
    location: "data",
    disposition: null,
    prior: everywhere(0.06),
    priorReason: "plates are often off by a few percent and poles are miscounted",
    causesComplaint: false,
    placed: false,
  },
  unseen: {
    name: "Something these checks cannot see",
    plainWords: "The checks made so far cannot see everything; the cause is not found yet.",
    location: "unknown",
    disposition: "undecided",
    prior: { hobby: 0.03, hub: 0.05, traction: 0.07, ecm: 0.08, ecmSealed: 0.3, miniSplit: 0.08 },
    priorReason:
      "a single shorted turn, a misplaced sensor, built-in electronics: no check here reaches them",
    causesComplaint: true,
    placed: false,
  },
} as const satisfies Readonly<Record<string, FaultFacts>>;

export type FaultId = keyof typeof FAULTS;
export const FAULT_IDS = Object.keys(FAULTS) as readonly FaultId[];

/** The facts of a fault, in the plain form that every fault has. */
export function factsOf(fault: FaultId): FaultFacts {
  return FAULTS[fault];
}
