import { FAMILY_FACTS } from "#core/families";
import { PHASES, type ByPhase, type Complaint, type Family, type Phase } from "#core/record";
import {
  FAN_AILMENTS,
  FAN_COMPLAINTS,
  FAN_GROUNDLESS,
  FAN_HOW_OFTEN,
  FAN_NOTHING_WRONG,
  fanFrom,
  type Fan,
} from "./blower.ts";
import type { Chance } from "./chance.ts";
import type { SimulatedWinding, WindingFault } from "./windings.ts";
import { USUAL, type World } from "./worlds.ts";

/** What is truly the matter with a simulated machine, in the bench's own terms. */
export const AILMENTS = [
  "starJoint",
  "limb",
  "lead",
  "leadsTouch",
  "turns",
  "joint",
  "path",
  "frame",
  "bearing",
  "magnet",
  "laminations",
  "dirt",
  "water",
  "weakMagnets",
  "sensor",
  "sensorWire",
  "sensorOrder",
  /** A switch of the controller shorted: it brakes the motor while plugged. */
  "shortedSwitch",
  /** A half bridge of the controller that drives nothing. */
  "deadPhase",
  "battery",
  "command",
  "settings",
  "rubbing",
  /** Nothing wrong: somebody held it against wrong figures. */
  "wrongPlate",
  /** In the motor and out of reach of these checks: a sensor out of place, one shorted turn, built-in electronics. */
  "hidden",
  /** All turns of a limb shorted out. */
  "limbShorted",
  /** Joined the wrong way round by whoever mended it last. */
  "limbReversed",
  /** A bearing that holds the shaft fast. */
  "seized",
  /** Nothing wrong: somebody measured it with bad leads. */
  "misread",
  /** The five volts of the sensors, made in the controller, are gone. */
  "sensorSupply",
  ...FAN_AILMENTS,
] as const;
export type Ailment = (typeof AILMENTS)[number];

export interface SimulatedMotor {
  readonly family: Family;
  readonly ailments: readonly Ailment[];
  readonly complaint: Complaint;
  readonly winding: SimulatedWinding;
  /** Each lead to frame, Ω or Infinity. */
  readonly frameOhms: number;
  /** 0 as new, 1 worn out. */
  readonly wear: {
    readonly bearing: number;
    readonly dirt: number;
    readonly magnet: number;
    readonly torn: number;
    readonly water: number;
  };
  /** How badly heat marked it, 0…1. */
  readonly burnt: number;
  /** Rust on flange and bolts, 0…1. */
  readonly rust: number;
  /** A break or chafe of a wire that can be seen from outside, 0…1. */
  readonly wireDamage: number;
  /** What the magnets still give, 1 as new. */
  readonly flux: number;
  /** Plate over truth of the speed constant. */
  readonly plate: number;
  /** Signals that never move. */
  readonly deadSignals: readonly Phase[];
  /** How they stand: at nothing, or lit for good. */
  readonly stuck: "dark" | "lit";
  readonly sensored: boolean;
  /** Wires and electronics of a motor that carries its own; null of a bare one. */
  readonly fan: Fan | null;
  /** It does not come apart though its family does. */
  readonly onePiece: boolean;
}

/** What a repair bench sees, per motor in a hundred: its own figures, not those of the program's table. */
const HOW_OFTEN: readonly (readonly [Ailment, number])[] = [
  ["starJoint", 4],
  ["limb", 2],
  ["lead", 6],
  ["leadsTouch", 3],
  ["turns", 6],
  ["joint", 6],
  ["path", 1],
  ["frame", 3],
  ["bearing", 10],
  ["magnet", 3],
  ["laminations", 1],
  ["dirt", 4],
  ["water", 3],
  ["weakMagnets", 3],
  ["sensor", 5],
  ["sensorWire", 5],
  ["sensorOrder", 1],
  ["shortedSwitch", 4],
  ["deadPhase", 4],
  ["battery", 8],
  ["command", 6],
  ["settings", 4],
  ["rubbing", 4],
  ["wrongPlate", 2],
  ["hidden", 3],
];
/** Of what the usual world lacks, parts. */
const ADDED: readonly (readonly [Ailment, number])[] = [
  ["limbShorted", 4],
  ["limbReversed", 2],
  ["seized", 4],
];
/** What lies outside a motor that has its own electronics. */
export const OUTSIDE_BARE: readonly Ailment[] = [
  "sensorSupply",
  "shortedSwitch",
  "deadPhase",
  "battery",
  "command",
  "settings",
  "rubbing",
  "wrongPlate",
];
/** What one trouble brings along, and how often. */
const BRINGS: readonly (readonly [Ailment, Ailment, number])[] = [
  ["water", "bearing", 0.35],
  ["sensorWire", "sensor", 0.2],
  ["leadsTouch", "sensor", 0.12],
  ["leadsTouch", "shortedSwitch", 0.15],
  ["laminations", "magnet", 0.4],
  ["turns", "weakMagnets", 0.08],
];
/** What the plate of every simulated blower says, V. */
export const RATED_MAINS = 230;

const COMPLAINT_OF: Readonly<Record<Ailment, Readonly<Partial<Record<Complaint, number>>>>> = {
  starJoint: { noRun: 5, twitches: 2, cutsOut: 1 },
  limb: { twitches: 4, noRun: 3 },
  lead: { twitches: 4, noRun: 2, cutsOut: 2 },
  leadsTouch: { noRun: 4, twitches: 1, cutsOut: 2 },
  turns: { hot: 4, lowPower: 3, uneven: 2, cutsOut: 1, noRun: 1 },
  joint: { cutsOut: 3, lowPower: 2, hot: 2, uneven: 2, twitches: 1 },
  path: { lowPower: 3, hot: 1, uneven: 1 },
  frame: { noRun: 2, cutsOut: 2, errorCode: 2, hot: 1 },
  bearing: { noisy: 7, hot: 1, lowPower: 1 },
  magnet: { noisy: 4, uneven: 2, twitches: 1, lowPower: 1 },
  laminations: { noisy: 4, noRun: 1 },
  dirt: { noisy: 5, uneven: 1, noRun: 1 },
  water: { noisy: 4, noRun: 1, cutsOut: 1, errorCode: 1 },
  weakMagnets: { hot: 2, lowPower: 4 },
  sensor: { twitches: 4, uneven: 1, errorCode: 3, noRun: 1 },
  sensorWire: { twitches: 3, cutsOut: 2, errorCode: 3, noRun: 1 },
  sensorOrder: { afterRepair: 4, twitches: 3 },
  shortedSwitch: { noRun: 4, twitches: 1, errorCode: 1 },
  deadPhase: { twitches: 4, noRun: 2 },
  battery: { cutsOut: 4, lowPower: 3, noRun: 2 },
  command: { noRun: 4, uneven: 2, cutsOut: 1, runsOn: 1 },
  settings: { twitches: 3, uneven: 2, lowPower: 1, afterRepair: 2, hot: 1 },
  rubbing: { noisy: 3, hot: 2, lowPower: 3 },
  wrongPlate: { lowPower: 1, routine: 1 },
  hidden: { uneven: 1, lowPower: 1, hot: 1, errorCode: 1, twitches: 1 },
  limbShorted: { hot: 3, noRun: 2, twitches: 2, cutsOut: 1 },
  limbReversed: { afterRepair: 5, twitches: 2, noRun: 1 },
  seized: { noRun: 5, noisy: 1 },
  misread: { lowPower: 2, uneven: 2, twitches: 1, routine: 2 },
  sensorSupply: { noRun: 3, twitches: 3, errorCode: 2 },
  ...FAN_COMPLAINTS,
};

/** What a sound bare motor is brought in for. */
const GROUNDLESS: Readonly<Partial<Record<Complaint, number>>> = {
  routine: 3,
  lowPower: 2,
  noisy: 1,
  cutsOut: 1,
  hot: 1,
  twitches: 1,
};

const NEXT: ByPhase<Phase> = { A: "B", B: "C", C: "A" };

/**
 * What an ailment does to a winding.
 * @param place limb or lead in which it sits
 * @param share of its limb's turns that are shorted, asked for where turns are
 * @param joint what a bad joint is, asked for where one is
 */
export function windingFaults(
  ailment: Ailment,
  place: Phase,
  share: () => number,
  joint: () => WindingFault,
): WindingFault[] {
  switch (ailment) {
    case "starJoint":
      return [{ kind: "starJointOpen" }];
    case "limb":
      return [{ kind: "limbOpen", limb: place }];
    case "lead":
      return [{ kind: "leadOpen", lead: place }];
    case "leadsTouch":
      return [{ kind: "leadsShorted", leads: [place, NEXT[place]] }];
    case "turns":
      return [{ kind: "turnsShorted", limb: place, share: share() }];
    case "joint":
      return [joint()];
    case "path":
      return [{ kind: "pathOpen", limb: place }];
    case "limbShorted":
      return [{ kind: "turnsShorted", limb: place, share: 1 }];
    case "limbReversed":
      return [{ kind: "limbReversed", limb: place }];
    default:
      return [];
  }
}

/** The same with its size left to chance. */
function drawnFaults(ailment: Ailment, place: Phase, limb: number, chance: Chance): WindingFault[] {
  const between = (least: number, most: number) => Math.exp(chance.between(Math.log(least), Math.log(most)));
  return windingFaults(
    ailment,
    place,
    () => between(0.04, 0.8),
    () =>
      chance.happens(0.5)
        ? { kind: "jointHigh", limb: place, ohms: limb * between(0.15, 3) }
        : { kind: "leadHigh", lead: place, ohms: limb * between(0.15, 3) },
  );
}

/** Ratio of stated to true speed constant: mostly a few percent, now and then a mistake of the trade. */
function plateOf(wrong: boolean, { wrongPlates, plateSigma }: World, chance: Chance): number {
  if (!wrong && !chance.happens(wrongPlates)) return 1 + plateSigma * chance.normal();
  const mistake = chance.oneOf([Math.SQRT2, Math.SQRT1_2, 2, 0.5, 12 / 14, 1.25, 0.8, 1.15]);
  return mistake * (1 + 0.01 * chance.normal());
}

/** A motor with its ailments, the marks they left and what is complained of. */
export function motorFrom(
  family: Family,
  connection: "star" | "delta",
  chance: Chance,
  world: World = USUAL,
): SimulatedMotor {
  const { usuallySensored, ownElectronics, separateModule, typicalOhms } = FAMILY_FACTS[family];
  const sensored = usuallySensored && chance.happens(0.85);
  const possible: (readonly [Ailment | null, number])[] = [
    ...HOW_OFTEN.filter(
      ([name]) =>
        (sensored || !name.startsWith("sensor")) && !(ownElectronics && OUTSIDE_BARE.includes(name)),
    ),
    ...(Object.entries(FAN_HOW_OFTEN[family] ?? {}) as [Ailment, number][]),
    ...ADDED.map(([name, parts]) => [name, (parts * world.added) / 10] as const),
    ...(ownElectronics
      ? [["mainsCut", (4 * world.added) / 10] as const]
      : [
          ["misread", world.misread] as const,
          ...(sensored ? [["sensorSupply", (2 * world.added) / 10] as const] : []),
        ]),
    [null, (ownElectronics ? FAN_NOTHING_WRONG : 0) + world.sound],
  ];
  const draw = () => {
    const found = chance.oneOf(
      possible.map(([name]) => name),
      possible.map(([name, weight]) => (name ? weight * world.often(name) : weight)),
    );
    // A delta has no star joint.
    return found === "starJoint" && connection === "delta" ? "joint" : found;
  };
  const first = draw();
  const brought = BRINGS.filter(
    ([by, what, share]) => by === first && possible.some(([name]) => name === what) && chance.happens(share),
  ).map(([, what]) => what);
  const second = chance.happens(world.second) ? [draw()] : [];
  const drawnOnes = [first, ...brought, ...second].filter((one) => one !== null);
  const ailments = [...new Set(drawnOnes)].slice(0, 3);
  const pair = typicalOhms * Math.exp(0.4 * chance.normal());
  const size = connection === "star" ? pair / 2 : pair * 1.5;
  const limb = Object.fromEntries(
    PHASES.map((phase) => [phase, size * (1 + world.natural * chance.normal())]),
  ) as ByPhase<number>;
  const has = (ailment: Ailment) => ailments.includes(ailment);
  const faults = ailments.flatMap((ailment) => drawnFaults(ailment, chance.oneOf(PHASES), size, chance));
  const hot =
    has("turns") || has("limbShorted")
      ? 0.6
      : has("limb")
        ? 0.5
        : has("frame")
          ? 0.4
          : has("starJoint")
            ? 0.3
            : 0;
  const groundless = ownElectronics ? FAN_GROUNDLESS : GROUNDLESS;
  const complaints = Object.entries(first ? COMPLAINT_OF[first] : groundless) as [Complaint, number][];
  const wet = has("water");
  const drawn: Omit<SimulatedMotor, "fan" | "onePiece"> = {
    family,
    ailments,
    complaint: chance.oneOf(
      complaints.map(([complaint]) => complaint),
      complaints.map(([complaint, weight]) => weight * world.complained(first ?? "sound", complaint)),
    ),
    winding: { connection, limb, faults },
    frameOhms: has("frame")
      ? 10 ** chance.between(-1, 6)
      : wet && chance.happens(0.4)
        ? 10 ** chance.between(4, 7)
        : chance.happens(0.02)
          ? 10 ** chance.between(6, 7.5)
          : Infinity,
    wear: {
      bearing: has("seized") ? 1.3 : has("bearing") ? chance.between(0.35, 1) : chance.between(0, 0.25),
      dirt: has("dirt") ? chance.between(0.35, 1) : chance.between(0, 0.2),
      magnet: has("magnet") ? chance.between(0.4, 1) : 0,
      torn: has("laminations") ? chance.between(0.5, 1) : 0,
      water: wet ? chance.between(0.4, 1) : 0,
    },
    burnt: Math.min(1, Math.max(0, hot + 0.35 * chance.normal() * (hot > 0 ? 1 : 0.3))),
    rust: wet
      ? chance.between(0.3, 1)
      : has("dirt") || has("bearing")
        ? chance.uniform() * 0.85
        : chance.uniform() * 0.6,
    flux: has("weakMagnets") ? chance.between(0.74, 0.93) : 1 + 0.006 * chance.normal(),
    plate: plateOf(has("wrongPlate"), world, chance),
    deadSignals: has("sensor") || has("sensorWire") ? [chance.oneOf(PHASES)] : [],
    stuck: has("sensor") && chance.happens(world.litSensors) ? "lit" : "dark",
    sensored,
    wireDamage: has("lead")
      ? chance.uniform()
      : has("leadsTouch")
        ? chance.uniform() * 0.9
        : chance.uniform() * 0.5,
  };
  const fan = ownElectronics ? fanFrom(ailments, drawn.complaint, RATED_MAINS, chance) : null;
  const onePiece = separateModule && chance.happens(world.onePiece);
  return { ...drawn, fan, onePiece };
}
