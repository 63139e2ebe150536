import { NO_CURE, type Actions } from "../inference/index.ts";
import type { Minutes } from "../quantity/index.ts";
import { FAMILIES, FAMILY_FACTS, type ByFamily, type Disposition, type Family } from "../record/index.ts";
import { factsOf, type CureName, type FaultId } from "./faults.ts";

/** Something that is done about faults: one part of an action. */
export interface CureFacts {
  /** As an instruction: "Resolder the star joint". */
  readonly name: string;
  /** As an object of a sentence: "star joint". */
  readonly what: string;
  readonly disposition: Disposition;
  /** It opens the motor or orders for it: frame and pairs are read first. */
  readonly onMotor: boolean;
  readonly minutes: Minutes;
  /** What the parts cost, in the shop's currency. Examples, to be replaced by the shop's own. */
  readonly parts: ByFamily<number>;
}

const all = (amount: number): ByFamily<number> =>
  Object.fromEntries(FAMILIES.map((family) => [family, amount])) as Record<Family, number>;
const MOTOR_PRICE: ByFamily<number> = {
  hobby: 45,
  hub: 190,
  traction: 850,
  ecm: 420,
  ecmSealed: 480,
  miniSplit: 210,
};
const shareOfMotor = (share: number): ByFamily<number> =>
  Object.fromEntries(FAMILIES.map((family) => [family, share * MOTOR_PRICE[family]])) as Record<
    Family,
    number
  >;

/** Minutes are bench judgement; prices are examples. */
export const CURES = {
  motor: {
    name: "Replace the motor",
    what: "motor",
    disposition: "replaceMotor",
    onMotor: true,
    minutes: 45,
    parts: MOTOR_PRICE,
  },
  rotor: {
    name: "Replace the rotor or its magnets",
    what: "rotor",
    disposition: "replacePart",
    onMotor: true,
    minutes: 60,
    parts: shareOfMotor(0.4),
  },
  bearings: {
    name: "Replace the bearings",
    what: "bearing",
    disposition: "replacePart",
    onMotor: true,
    minutes: 70,
    parts: all(12),
  },
  dryAndSeal: {
    name: "Dry, clean and seal",
    what: "dry and seal",
    disposition: "repair",
    onMotor: true,
    minutes: 60,
    parts: all(6),
  },
  clean: {
    name: "Clear the gap",
    what: "gap",
    disposition: "repair",
    onMotor: true,
    minutes: 40,
    parts: all(2),
  },
  starJoint: {
    name: "Resolder the star joint",
    what: "star joint",
    disposition: "resolder",
    onMotor: true,
    minutes: 45,
    parts: all(3),
  },
  joint: {
    name: "Resolder the joint or lead",
    what: "joint",
    disposition: "resolder",
    onMotor: true,
    minutes: 45,
    parts: all(3),
  },
  phaseWire: {
    name: "Mend the phase lead or plug",
    what: "phase lead",
    disposition: "repair",
    onMotor: true,
    minutes: 40,
    parts: all(5),
  },
  hallSensor: {
    name: "Replace the Hall sensor",
    what: "sensor",
    disposition: "replacePart",
    onMotor: true,
    minutes: 60,
    parts: all(4),
  },
  sensorWire: {
    name: "Mend the sensor wire",
    what: "sensor wire",
    disposition: "repair",
    onMotor: true,
    minutes: 40,
    parts: all(3),
  },
  sensorOrder: {
    name: "Put the sensor wires in order",
    what: "order of the sensor wires",
    disposition: "repair",
    onMotor: true,
    minutes: 15,
    parts: all(0),
  },
  tempSensor: {
    name: "Replace the temperature sensor",
    what: "temperature sensor",
    disposition: "replacePart",
    onMotor: true,
    minutes: 50,
    parts: all(6),
  },
  resolver: {
    name: "Replace the resolver",
    what: "resolver",
    disposition: "replacePart",
    onMotor: true,
    minutes: 90,
    parts: all(120),
  },
  controller: {
    name: "Replace or repair the controller",
    what: "controller",
    disposition: "notMotor",
    onMotor: false,
    minutes: 30,
    parts: shareOfMotor(0.6),
  },
  battery: {
    name: "Replace or repair the battery",
    what: "battery",
    disposition: "notMotor",
    onMotor: false,
    minutes: 20,
    parts: shareOfMotor(0.9),
  },
  command: {
    name: "Mend the command",
    what: "command",
    disposition: "notMotor",
    onMotor: false,
    minutes: 25,
    parts: all(15),
  },
  settings: {
    name: "Set the controller for this motor",
    what: "settings",
    disposition: "notMotor",
    onMotor: false,
    minutes: 20,
    parts: all(0),
  },
  rubbing: {
    name: "Free what rubs on it",
    what: "brake, chain or propeller",
    disposition: "notMotor",
    onMotor: false,
    minutes: 20,
    parts: all(2),
  },
  feed: {
    name: "Look further along the feed",
    what: "feed",
    disposition: "notMotor",
    onMotor: false,
    minutes: 40,
    parts: all(10),
  },
  record: {
    name: "Correct the record",
    what: "record",
    disposition: "notMotor",
    onMotor: false,
    minutes: 3,
    parts: all(0),
  },
  setup: {
    name: "Mend the test set-up and read again",
    what: "test set-up",
    disposition: "undecided",
    onMotor: false,
    minutes: 10,
    parts: all(0),
  },
} as const satisfies Readonly<Record<CureName, CureFacts>>;

export type CureId = CureName;
export const CURE_IDS = Object.keys(CURES) as readonly CureId[];
export const cureFactsOf = (cure: CureId): CureFacts => CURES[cure];

const bit = (cure: CureId) => 1 << CURE_IDS.indexOf(cure);

/**
 * What cures a fault in a motor of this family, the usual first. Nobody resolders or opens a potted one: what is wrong
 * inside it ends in the motor.
 */
export function curesFor(fault: FaultId, family: Family): readonly CureId[] {
  const { cures } = factsOf(fault);
  const { openable } = FAMILY_FACTS[family];
  return openable
    ? cures
    : cures.filter((cure) => !CURES[cure].onMotor || cure === "motor" || cure === "bearings");
}

/** The cures as the engine counts them: bits in the order of {@link CURE_IDS}. */
export function actionsOf(faults: readonly FaultId[], family: Family): Actions {
  const of = faults.map((fault) => curesFor(fault, family));
  return {
    cures: CURE_IDS.length,
    curedBy: of.map((cures) => cures.reduce((mask, cure) => mask | bit(cure), 0)),
    usual: of.map((cures) => (cures[0] ? CURE_IDS.indexOf(cures[0]) : -1)),
    aside: bit("record") | bit("setup"),
    covering: {
      cure: CURE_IDS.indexOf("motor"),
      covers: CURE_IDS.filter((cure) => CURES[cure].onMotor && cure !== "motor").reduce(
        (mask, cure) => mask | bit(cure),
        0,
      ),
    },
  };
}

/** Cures by the bits that the engine counts them with. */
export const curesIn = (mask: number): readonly CureId[] =>
  CURE_IDS.filter((cure) => (mask & bit(cure)) !== 0);

/** The weightier disposition wins where several cures are done: a new motor is a new motor, whatever else is. */
export const PRECEDENCE = [
  "replaceMotor",
  "replacePart",
  "resolder",
  "repair",
  "notMotor",
  "undecided",
] as const satisfies readonly Disposition[];

/** What a set of cures comes to, in one word. Nothing to do is *not the motor*; what nothing cures is *undecided*. */
export function dispositionOf(mask: number): Disposition {
  if ((mask & NO_CURE) !== 0) return "undecided";
  const found = curesIn(mask).map((cure) => CURES[cure].disposition);
  return PRECEDENCE.find((disposition) => found.includes(disposition)) ?? "notMotor";
}

/** Cures in words, the weightier first: "Replace the bearings; dry, clean and seal". */
export function curesText(cures: readonly CureId[]): string {
  const ordered = cures.toSorted(
    (a, b) => PRECEDENCE.indexOf(CURES[a].disposition) - PRECEDENCE.indexOf(CURES[b].disposition),
  );
  return ordered
    .map((cure, i) =>
      i === 0 ? CURES[cure].name : CURES[cure].name.charAt(0).toLowerCase() + CURES[cure].name.slice(1),
    )
    .join("; ");
}
