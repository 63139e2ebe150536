import { FAMILY_FACTS, PHASES, type ByPhase, type Family, type Phase } from "#core/record";
import type { Chance } from "./chance.ts";
import type { SimulatedWinding, WindingFault } from "./windings.ts";

/** What is truly the matter with a simulated motor, in the bench's own terms. */
export type Ailment =
  | "starJoint"
  | "limb"
  | "lead"
  | "leadsTouch"
  | "turns"
  | "joint"
  | "path"
  | "frame"
  | "bearing"
  | "magnet"
  | "laminations"
  | "dirt"
  | "driver"
  /** Flux lost to heat. */
  | "weakMagnets"
  | "sensor"
  | "sensorWire"
  /** The feed, the command, the brake: not the motor. */
  | "elsewhere"
  /** In the motor and out of reach of these checks: a sensor out of place, one shorted turn, built-in electronics. */
  | "hidden";

export interface SimulatedMotor {
  readonly family: Family;
  readonly ailments: readonly Ailment[];
  readonly winding: SimulatedWinding;
  /** Lowest lead to frame, Ω or Infinity. */
  readonly frameOhms: number;
  /** 0 as new, 1 worn out. */
  readonly wear: {
    readonly bearing: number;
    readonly dirt: number;
    readonly magnet: number;
    readonly torn: number;
  };
  /** How badly heat marked it, 0…1. */
  readonly burnt: number;
  readonly rust: number;
  /** A break or chafe of a wire that can be seen from outside, 0…1. */
  readonly wireDamage: number;
  /** What the magnets still give, 1 as new. */
  readonly flux: number;
  /** Signals that never move. */
  readonly deadSignals: readonly Phase[];
  readonly sensored: boolean;
}

/** What a repair bench sees, per motor in a hundred: its own figures, not those of the program's table. */
const HOW_OFTEN: readonly (readonly [Ailment, number])[] = [
  ["starJoint", 5],
  ["limb", 2],
  ["lead", 6],
  ["leadsTouch", 3],
  ["turns", 6],
  ["joint", 6],
  ["path", 1],
  ["frame", 3],
  ["bearing", 12],
  ["magnet", 3],
  ["laminations", 1],
  ["dirt", 5],
  ["driver", 6],
  ["elsewhere", 26],
  ["weakMagnets", 2],
  ["sensor", 5],
  ["sensorWire", 4],
  ["hidden", 6],
];
/** One motor in this many brings a second trouble along. */
const SECOND_IN = 6;
/** Sound motors' limbs differ by this much, one standard deviation, as a share of the family's limit. */
const NATURAL = 0.3;

function windingFaults(ailment: Ailment, place: Phase, limb: number, chance: Chance): WindingFault[] {
  const next = { A: "B", B: "C", C: "A" } as const;
  switch (ailment) {
    case "starJoint":
      return [{ kind: "starJointOpen" }];
    case "limb":
      return [{ kind: "limbOpen", limb: place }];
    case "lead":
      return [{ kind: "leadOpen", lead: place }];
    case "leadsTouch":
      return [{ kind: "leadsShorted", leads: [place, next[place]] }];
    case "turns":
      return [{ kind: "turnsShorted", limb: place, share: chance.between(0.05, 0.9) }];
    case "joint":
      return chance.happens(0.5)
        ? [{ kind: "jointHigh", limb: place, ohms: limb * chance.between(0.15, 2) }]
        : [{ kind: "leadHigh", lead: place, ohms: limb * chance.between(0.15, 2) }];
    case "path":
      return [{ kind: "pathOpen", limb: place }];
    default:
      return [];
  }
}

/** A motor with one or two ailments, and the marks they left. */
export function motorFrom(family: Family, connection: "star" | "delta", chance: Chance): SimulatedMotor {
  const sensored = FAMILY_FACTS[family].usuallySensored;
  const draw = () => {
    const possible = HOW_OFTEN.filter(([name]) => sensored || !name.startsWith("sensor"));
    const found = chance.oneOf(
      possible.map(([name]) => name),
      possible.map(([, weight]) => weight),
    );
    // A delta has no star joint.
    return found === "starJoint" && connection === "delta" ? "joint" : found;
  };
  const first = draw();
  const second = chance.happens(1 / SECOND_IN) ? draw() : null;
  const ailments = second && second !== first && second !== "elsewhere" ? [first, second] : [first];
  const { typicalOhms, balanceLimit } = FAMILY_FACTS[family];
  const pair = typicalOhms * Math.exp(0.4 * chance.normal());
  const size = connection === "star" ? pair / 2 : pair * 1.5;
  const limb = Object.fromEntries(
    PHASES.map((phase) => [phase, size * (1 + NATURAL * balanceLimit * chance.normal())]),
  ) as ByPhase<number>;
  const has = (ailment: Ailment) => ailments.includes(ailment);
  const faults = ailments.flatMap((ailment) => windingFaults(ailment, chance.oneOf(PHASES), size, chance));
  const hot = has("turns") ? 0.6 : has("limb") ? 0.5 : has("frame") ? 0.4 : has("starJoint") ? 0.3 : 0;
  return {
    family,
    ailments,
    winding: { connection, limb, faults },
    frameOhms: has("frame")
      ? 10 ** chance.between(-1, 6.5)
      : chance.happens(0.03)
        ? 10 ** chance.between(6, 7.5)
        : Infinity,
    wear: {
      bearing: has("bearing") ? chance.between(0.3, 1) : chance.between(0, 0.25),
      dirt: has("dirt") ? chance.between(0.3, 1) : chance.between(0, 0.2),
      magnet: has("magnet") ? chance.between(0.4, 1) : 0,
      torn: has("laminations") ? chance.between(0.5, 1) : 0,
    },
    burnt: Math.min(1, Math.max(0, hot + 0.35 * chance.normal() * (hot > 0 ? 1 : 0.3))),
    rust: has("dirt") ? chance.uniform() : has("bearing") ? chance.uniform() * 0.8 : chance.uniform() * 0.45,
    flux: has("weakMagnets") ? chance.between(0.75, 0.93) : 1 + 0.015 * chance.normal(),
    deadSignals: has("sensor") || has("sensorWire") ? [chance.oneOf(PHASES)] : [],
    sensored,
    wireDamage: has("lead")
      ? chance.uniform()
      : has("leadsTouch")
        ? chance.uniform() * 0.9
        : chance.uniform() * 0.5,
  };
}
