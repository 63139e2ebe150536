import { FAMILIES, type ByFamily, type Disposition, type Family } from "../record/index.ts";

export type Location =
  "winding" | "rotor" | "mechanical" | "sensor" | "electronics" | "outside" | "setup" | "data" | "unknown";

/** Names of cures, spelt out here so that faults and cures need not know each other. */
export type CureName =
  | "motor"
  | "rotor"
  | "bearings"
  | "dryAndSeal"
  | "clean"
  | "starJoint"
  | "joint"
  | "phaseWire"
  | "hallSensor"
  | "sensorWire"
  | "sensorOrder"
  | "tempSensor"
  | "resolver"
  | "controller"
  | "battery"
  | "command"
  | "settings"
  | "rubbing"
  | "feed"
  | "record"
  | "setup";

/** What is known of a fault before any reading of this motor. */
export interface FaultFacts {
  readonly name: string;
  /** The same for somebody who has never opened a motor. */
  readonly plainWords: string;
  readonly location: Location;
  /** What the fault asks for; null where it changes nothing about the motor. */
  readonly disposition: Disposition | null;
  /** What cures it, the usual first; each does by itself. */
  readonly cures: readonly CureName[];
  /** Chance before any reading, by family, of a motor that came in with an unremarkable complaint; 0: it cannot have it. */
  readonly prior: ByFamily<number>;
  readonly priorReason: string;
  /** Chance that it leads to a complaint by itself, 0 to 1. Somebody who measured wrongly complains too, now and then. */
  readonly explains: number;
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
    cures: ["starJoint", "motor"],
    prior: { hobby: 0.06, hub: 0.02, traction: 0.015, ecm: 0.01, ecmSealed: 0.005, miniSplit: 0.01 },
    priorReason: "the classic of small motors: one soldered bundle that overheats",
    explains: 1,
    placed: false,
  },
  limbOpen: {
    name: "Winding open",
    plainWords: "One of the three windings inside the motor is broken.",
    location: "winding",
    disposition: "replaceMotor",
    cures: ["motor"],
    prior: everywhere(0.02),
    priorReason: "burnt or broken wire inside a limb; rarer than its joints",
    explains: 1,
    placed: true,
  },
  leadOpen: {
    name: "Lead or plug open",
    plainWords: "One of the three power leads, or its plug, is broken.",
    location: "winding",
    disposition: "repair",
    cures: ["phaseWire", "motor"],
    prior: { hobby: 0.03, hub: 0.06, traction: 0.02, ecm: 0.015, ecmSealed: 0.01, miniSplit: 0.015 },
    priorReason: "cables flex where they leave the axle or the can",
    explains: 1,
    placed: true,
  },
  leadsShorted: {
    name: "Two leads shorted",
    plainWords: "Two of the power leads touch each other inside the cable or plug.",
    location: "winding",
    disposition: "repair",
    cures: ["phaseWire", "motor"],
    prior: { hobby: 0.015, hub: 0.035, traction: 0.01, ecm: 0.01, ecmSealed: 0.005, miniSplit: 0.01 },
    priorReason: "chafed insulation in a cable or plug",
    explains: 1,
    placed: true,
  },
  turnsShorted: {
    name: "Shorted turns",
    plainWords: "Heat has damaged the insulation inside one winding, so part of it is bridged.",
    location: "winding",
    disposition: "replaceMotor",
    cures: ["motor"],
    prior: { hobby: 0.06, hub: 0.04, traction: 0.04, ecm: 0.03, ecmSealed: 0.02, miniSplit: 0.04 },
    priorReason: "heat breaks the enamel",
    explains: 1,
    placed: true,
  },
  highJoint: {
    name: "High joint or lead",
    plainWords: "One of the motor's joints or leads conducts badly and gets hot under load.",
    location: "winding",
    disposition: "resolder",
    cures: ["joint", "motor"],
    prior: { hobby: 0.05, hub: 0.07, traction: 0.03, ecm: 0.02, ecmSealed: 0.01, miniSplit: 0.02 },
    priorReason: "cold joints, corroded splices",
    explains: 1,
    placed: true,
  },
  pathOpen: {
    name: "One parallel path open",
    plainWords: "One of two wires that share the current of a winding has lost its joint.",
    location: "winding",
    disposition: "resolder",
    cures: ["joint", "motor"],
    prior: everywhere(0.01),
    priorReason: "only where limbs have two paths, and one lost its joint",
    explains: 1,
    placed: true,
  },
  limbReversed: {
    name: "Limb reversed",
    plainWords: "One of the three windings was joined the wrong way round.",
    location: "winding",
    disposition: "resolder",
    cures: ["joint", "motor"],
    prior: everywhere(0.003),
    priorReason: "only after a rewind or a joint made anew",
    explains: 1,
    placed: true,
  },
  frameFault: {
    name: "Winding touches the frame",
    plainWords: "A winding touches the metal of the motor.",
    location: "winding",
    disposition: "replaceMotor",
    cures: ["motor"],
    prior: everywhere(0.025),
    priorReason: "worn slot liner, or a lead under a cover",
    explains: 1,
    placed: false,
  },
  bearing: {
    name: "Bearing worn or rusted",
    plainWords: "A bearing is worn or rusted.",
    location: "mechanical",
    disposition: "replacePart",
    cures: ["bearings", "motor"],
    prior: { hobby: 0.08, hub: 0.1, traction: 0.08, ecm: 0.1, ecmSealed: 0.08, miniSplit: 0.06 },
    priorReason: "the commonest wearing part",
    explains: 1,
    placed: false,
  },
  magnets: {
    name: "Magnet chipped or loose",
    plainWords: "A magnet of the rotor is broken or loose; a fragment can jam the motor without warning.",
    location: "rotor",
    disposition: "replacePart",
    cures: ["rotor", "motor"],
    prior: { hobby: 0.04, hub: 0.02, traction: 0.015, ecm: 0.01, ecmSealed: 0.01, miniSplit: 0.01 },
    priorReason: "a crash or a lost glue line",
    explains: 1,
    placed: false,
  },
  magnetsWeak: {
    name: "Magnets weakened",
    plainWords: "Heat has weakened the magnets of the rotor: the motor gives less pull for its current.",
    location: "rotor",
    disposition: "replacePart",
    cures: ["rotor", "motor"],
    prior: { hobby: 0.04, hub: 0.015, traction: 0.02, ecm: 0.008, ecmSealed: 0.008, miniSplit: 0.008 },
    priorReason: "heat beyond the grade of the magnets, mostly in small motors driven hard",
    explains: 1,
    placed: false,
  },
  laminations: {
    name: "Laminations torn",
    plainWords: "The iron core of the motor is torn.",
    location: "mechanical",
    disposition: "replaceMotor",
    cures: ["motor"],
    prior: everywhere(0.01),
    priorReason: "rotor struck the stator hard",
    explains: 1,
    placed: false,
  },
  debris: {
    name: "Rust, dirt or chips in the gap",
    plainWords: "Rust, dirt or metal chips sit in the gap in which the rotor turns.",
    location: "mechanical",
    disposition: "repair",
    cures: ["clean", "motor"],
    prior: { hobby: 0.05, hub: 0.05, traction: 0.02, ecm: 0.03, ecmSealed: 0.03, miniSplit: 0.03 },
    priorReason: "open cans collect what lies on the field; hubs take water",
    explains: 1,
    placed: false,
  },
  hallSensor: {
    name: "Hall sensor dead",
    plainWords: "One of the small sensors that tell the electronics where the rotor stands has failed.",
    location: "sensor",
    disposition: "replacePart",
    cures: ["hallSensor", "motor"],
    prior: { hobby: 0.01, hub: 0.09, traction: 0.05, ecm: 0, ecmSealed: 0, miniSplit: 0 },
    priorReason: "killed by a shorted wire, water or heat; the commonest electrical fault of hubs",
    explains: 1,
    placed: false,
  },
  hallWire: {
    name: "Sensor wire broken or shorted",
    plainWords: "One of the thin wires to the position sensors is broken or touches another.",
    location: "sensor",
    disposition: "repair",
    cures: ["sensorWire", "motor"],
    prior: { hobby: 0.01, hub: 0.08, traction: 0.05, ecm: 0, ecmSealed: 0, miniSplit: 0 },
    priorReason: "thin wires beside thick ones where the cable leaves the axle",
    explains: 1,
    placed: false,
  },
  hallSwapped: {
    name: "Sensor wires swapped",
    plainWords: "Two wires of the position sensors are swapped.",
    location: "sensor",
    disposition: "repair",
    cures: ["sensorOrder", "motor"],
    prior: { hobby: 0.003, hub: 0.008, traction: 0.006, ecm: 0, ecmSealed: 0, miniSplit: 0 },
    priorReason: "only after somebody worked on the plug",
    explains: 1,
    placed: false,
  },
  tempSensor: {
    name: "Temperature sensor at fault",
    plainWords: "The sensor that tells the motor's temperature has failed.",
    location: "sensor",
    disposition: "replacePart",
    cures: ["tempSensor", "motor"],
    prior: { hobby: 0, hub: 0.01, traction: 0.02, ecm: 0, ecmSealed: 0, miniSplit: 0 },
    priorReason: "a bead and two thin wires in the hottest place",
    explains: 1,
    placed: false,
  },
  resolver: {
    name: "Resolver winding at fault",
    plainWords: "The position sensor of the motor has a faulty winding.",
    location: "sensor",
    disposition: "replacePart",
    cures: ["resolver", "motor"],
    prior: { hobby: 0, hub: 0, traction: 0.015, ecm: 0, ecmSealed: 0, miniSplit: 0 },
    priorReason: "traction motors alone; its windings are robust, its connector less",
    explains: 1,
    placed: false,
  },
  switchShorted: {
    name: "Controller switch shorted",
    plainWords: "A switch of the electronics that drive the motor has failed and stays closed.",
    location: "electronics",
    disposition: "notMotor",
    cures: ["controller"],
    prior: { hobby: 0.03, hub: 0.035, traction: 0.025, ecm: 0.03, ecmSealed: 0.015, miniSplit: 0.025 },
    priorReason: "the commonest end of a power switch: it brakes the motor through its leads",
    explains: 1,
    placed: false,
  },
  controller: {
    name: "Controller output dead",
    plainWords: "The electronics that drive the motor have failed.",
    location: "electronics",
    disposition: "notMotor",
    cures: ["controller"],
    prior: { hobby: 0.03, hub: 0.035, traction: 0.025, ecm: 0.03, ecmSealed: 0.015, miniSplit: 0.025 },
    priorReason: "a switch or its driver that no longer conducts leaves a phase without current",
    explains: 1,
    placed: false,
  },
  outside: {
    name: "Cause outside the motor",
    plainWords: "The motor itself shows no fault; the trouble lies in what feeds or commands it.",
    location: "outside",
    disposition: "notMotor",
    cures: ["feed"],
    prior: { hobby: 0.02, hub: 0.02, traction: 0.02, ecm: 0.2, ecmSealed: 0.2, miniSplit: 0.2 },
    priorReason:
      "supply, command, harness or duct; of bare motors what battery, command, settings and brake leave over",
    explains: 1,
    placed: false,
  },
  battery: {
    name: "Battery sags or is dead",
    plainWords: "The battery gives way when power is asked of it.",
    location: "outside",
    disposition: "notMotor",
    cures: ["battery"],
    prior: { hobby: 0.07, hub: 0.09, traction: 0.06, ecm: 0, ecmSealed: 0, miniSplit: 0 },
    priorReason: "a tired cell group reads well at rest; as common as any fault of the motor",
    explains: 1,
    placed: false,
  },
  command: {
    name: "Command missing or uneven",
    plainWords: "The throttle, or what stands for it, does not tell the electronics what to do.",
    location: "outside",
    disposition: "notMotor",
    cures: ["command"],
    prior: { hobby: 0.05, hub: 0.07, traction: 0.05, ecm: 0, ecmSealed: 0, miniSplit: 0 },
    priorReason: "throttle grips, brake switches, lost binding",
    explains: 1,
    placed: false,
  },
  settings: {
    name: "Controller settings do not suit the motor",
    plainWords: "The electronics are set for another motor.",
    location: "outside",
    disposition: "notMotor",
    cures: ["settings"],
    prior: { hobby: 0.05, hub: 0.03, traction: 0.03, ecm: 0, ecmSealed: 0, miniSplit: 0 },
    priorReason: "timing, sensors, cut-off, direction: after a change of either half",
    explains: 1,
    placed: false,
  },
  rubbing: {
    name: "Brake, chain or propeller rubs",
    plainWords: "Something outside the motor rubs and holds it back.",
    location: "outside",
    disposition: "notMotor",
    cures: ["rubbing"],
    prior: { hobby: 0.02, hub: 0.05, traction: 0.03, ecm: 0, ecmSealed: 0, miniSplit: 0 },
    priorReason: "a brake out of true, a chain too tight, a propeller that touches",
    explains: 1,
    placed: false,
  },
  waterInside: {
    name: "Water and rust inside",
    plainWords: "Water has been inside the motor and left rust.",
    location: "mechanical",
    disposition: "repair",
    cures: ["dryAndSeal", "motor"],
    prior: { hobby: 0.01, hub: 0.05, traction: 0.015, ecm: 0.01, ecmSealed: 0.005, miniSplit: 0.01 },
    priorReason: "hubs stand in rain and are washed",
    explains: 1,
    placed: false,
  },
  setup: {
    name: "Test set-up at fault",
    plainWords: "Our own test equipment cannot be trusted for this reading yet.",
    location: "setup",
    disposition: null,
    cures: ["setup"],
    prior: everywhere(0.06),
    priorReason: "loose clips, worn leads and flat meter batteries have fooled good technicians",
    explains: 0.05,
    placed: false,
  },
  wrongData: {
    name: "Expected values wrong",
    plainWords: "The data we have for this motor do not fit it.",
    location: "data",
    disposition: null,
    cures: ["record"],
    prior: everywhere(0.05),
    priorReason: "nameplate, model or a rewind other than believed",
    explains: 0.1,
    placed: false,
  },
  wrongPlate: {
    name: "Nameplate, pole count or convention wrong",
    plainWords: "The data on the motor's plate do not fit it.",
    location: "data",
    disposition: null,
    cures: ["record"],
    prior: everywhere(0.06),
    priorReason: "plates are often off by a few percent and poles are miscounted",
    explains: 0.15,
    placed: false,
  },
  unseen: {
    name: "Something these checks cannot see",
    plainWords: "The checks made so far cannot see everything; the cause is not found yet.",
    location: "unknown",
    disposition: "undecided",
    cures: [],
    prior: { hobby: 0.03, hub: 0.05, traction: 0.07, ecm: 0.08, ecmSealed: 0.3, miniSplit: 0.08 },
    priorReason:
      "a single shorted turn, a misplaced sensor, built-in electronics: no check here reaches them",
    explains: 1,
    placed: false,
  },
} as const satisfies Readonly<Record<string, FaultFacts>>;

export type FaultId = keyof typeof FAULTS;
export const FAULT_IDS = Object.keys(FAULTS) as readonly FaultId[];

/** The facts of a fault, in the plain form that every fault has. */
export function factsOf(fault: FaultId): FaultFacts {
  return FAULTS[fault];
}
