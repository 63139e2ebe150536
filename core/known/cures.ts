import { cureSet, curesOfSet, NO_CURE, NOTHING, type Actions, type CureSet } from "../inference/index.ts";
import type { Minutes } from "../quantity/index.ts";
import {
  DISPOSITION_LABELS,
  FAMILY_FACTS,
  type Decision,
  type Disposition,
  type Family,
} from "../record/index.ts";
import type { CureName } from "./cureNames.ts";
import { factsOf, type FaultId } from "./faults/index.ts";

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
  /** What the parts cost: an amount in the shop's currency, or a share of what a new motor of the family costs. */
  readonly parts: { readonly each: number } | { readonly ofMotor: number };
  /** Days until they are there; 0 where they lie on the shelf. */
  readonly days: number;
}

/** Minutes are bench judgement; prices and days are examples, to be replaced by the shop's own. */
export const CURES = {
  motor: {
    name: "Replace the motor",
    what: "motor",
    disposition: "replaceMotor",
    onMotor: true,
    minutes: 45,
    parts: { ofMotor: 1 },
    days: 7,
  },
  rotor: {
    name: "Replace the rotor or its magnets",
    what: "rotor",
    disposition: "replacePart",
    onMotor: true,
    minutes: 60,
    parts: { ofMotor: 0.4 },
    days: 7,
  },
  bearings: {
    name: "Replace the bearings",
    what: "bearing",
    disposition: "replacePart",
    onMotor: true,
    minutes: 70,
    parts: { each: 12 },
    days: 2,
  },
  dryAndSeal: {
    name: "Dry, clean and seal",
    what: "dry and seal",
    disposition: "repair",
    onMotor: true,
    minutes: 60,
    parts: { each: 6 },
    days: 0,
  },
  clean: {
    name: "Clear the gap",
    what: "gap",
    disposition: "repair",
    onMotor: true,
    minutes: 40,
    parts: { each: 2 },
    days: 0,
  },
  starJoint: {
    name: "Resolder the star joint",
    what: "star joint",
    disposition: "resolder",
    onMotor: true,
    minutes: 45,
    parts: { each: 3 },
    days: 0,
  },
  joint: {
    name: "Resolder the joint or lead",
    what: "joint",
    disposition: "resolder",
    onMotor: true,
    minutes: 45,
    parts: { each: 3 },
    days: 0,
  },
  phaseWire: {
    name: "Mend the phase lead or plug",
    what: "phase lead",
    disposition: "repair",
    onMotor: true,
    minutes: 40,
    parts: { each: 5 },
    days: 0,
  },
  hallSensor: {
    name: "Replace the Hall sensor",
    what: "sensor",
    disposition: "replacePart",
    onMotor: true,
    minutes: 60,
    parts: { each: 4 },
    days: 3,
  },
  sensorWire: {
    name: "Mend the sensor wire",
    what: "sensor wire",
    disposition: "repair",
    onMotor: true,
    minutes: 40,
    parts: { each: 3 },
    days: 0,
  },
  sensorOrder: {
    name: "Put the sensor wires in order",
    what: "order of the sensor wires",
    disposition: "repair",
    onMotor: true,
    minutes: 15,
    parts: { each: 0 },
    days: 0,
  },
  tempSensor: {
    name: "Replace the temperature sensor",
    what: "temperature sensor",
    disposition: "replacePart",
    onMotor: true,
    minutes: 50,
    parts: { each: 6 },
    days: 4,
  },
  resolver: {
    name: "Replace the resolver",
    what: "resolver",
    disposition: "replacePart",
    onMotor: true,
    minutes: 90,
    parts: { each: 120 },
    days: 10,
  },
  controller: {
    name: "Replace or repair the controller",
    what: "controller",
    disposition: "notMotor",
    onMotor: false,
    minutes: 30,
    parts: { ofMotor: 0.6 },
    days: 5,
  },
  battery: {
    name: "Replace or repair the battery",
    what: "battery",
    disposition: "notMotor",
    onMotor: false,
    minutes: 20,
    parts: { ofMotor: 0.9 },
    days: 5,
  },
  command: {
    name: "Mend the command",
    what: "command",
    disposition: "notMotor",
    onMotor: false,
    minutes: 25,
    parts: { each: 15 },
    days: 0,
  },
  settings: {
    name: "Set the controller for this motor",
    what: "settings",
    disposition: "notMotor",
    onMotor: false,
    minutes: 20,
    parts: { each: 0 },
    days: 0,
  },
  rubbing: {
    name: "Free what rubs on it",
    what: "brake, chain or propeller",
    disposition: "notMotor",
    onMotor: false,
    minutes: 20,
    parts: { each: 2 },
    days: 0,
  },
  feed: {
    name: "Look further along the feed",
    what: "feed",
    disposition: "notMotor",
    onMotor: false,
    minutes: 40,
    parts: { each: 10 },
    days: 0,
  },
  supply: {
    name: "Mend the supply",
    what: "supply",
    disposition: "notMotor",
    onMotor: false,
    minutes: 30,
    parts: { each: 8 },
    days: 0,
  },
  transformer: {
    name: "Replace the control transformer",
    what: "control transformer",
    disposition: "notMotor",
    onMotor: false,
    minutes: 30,
    parts: { each: 28 },
    days: 1,
  },
  call: {
    name: "Set or mend what calls",
    what: "call",
    disposition: "notMotor",
    onMotor: false,
    minutes: 25,
    parts: { each: 15 },
    days: 0,
  },
  board: {
    name: "Replace the control board",
    what: "control board",
    disposition: "notMotor",
    onMotor: false,
    minutes: 45,
    parts: { each: 180 },
    days: 4,
  },
  harness: {
    name: "Mend the harness",
    what: "harness",
    disposition: "repair",
    onMotor: false,
    minutes: 35,
    parts: { each: 6 },
    days: 0,
  },
  switches: {
    name: "Set jumper and switches by the maker's table",
    what: "switches",
    disposition: "notMotor",
    onMotor: false,
    minutes: 10,
    parts: { each: 0 },
    days: 0,
  },
  module: {
    name: "Replace the module",
    what: "module",
    disposition: "replacePart",
    onMotor: true,
    minutes: 40,
    parts: { ofMotor: 0.6 },
    days: 4,
  },
  section: {
    name: "Replace the winding section",
    what: "winding section",
    disposition: "replacePart",
    onMotor: true,
    minutes: 55,
    parts: { ofMotor: 0.6 },
    days: 5,
  },
  air: {
    name: "Free the air, and reset the limit",
    what: "air",
    disposition: "notMotor",
    onMotor: false,
    minutes: 30,
    parts: { each: 9 },
    days: 0,
  },
  record: {
    name: "Correct the record",
    what: "record",
    disposition: "notMotor",
    onMotor: false,
    minutes: 3,
    parts: { each: 0 },
    days: 0,
  },
  setup: {
    name: "Mend the test set-up and read again",
    what: "test set-up",
    disposition: "undecided",
    onMotor: false,
    minutes: 10,
    parts: { each: 0 },
    days: 0,
  },
} as const satisfies Readonly<Record<CureName, CureFacts>>;

export type CureId = CureName;
export const CURE_IDS = Object.keys(CURES) as readonly CureId[];
export const cureFactsOf = (cure: CureId): CureFacts => CURES[cure];

const NUMBERS = new Map(CURE_IDS.map((cure, i) => [cure, i]));
/** These cures as the engine counts them, in the order of {@link CURE_IDS}. */
export const setOf = (cures: readonly CureId[]): CureSet => cureSet(cures.map((cure) => NUMBERS.get(cure)!));

/**
 * What cures a fault in a motor of this family, the usual first. Nobody resolders or opens a potted one: what is wrong
 * inside it ends in the motor.
 */
export function curesFor(fault: FaultId, family: Family): readonly CureId[] {
  const { cures } = factsOf(fault);
  const { openable, separateModule } = FAMILY_FACTS[family];
  if (openable) return cures.filter((cure) => !HALVES.includes(cure));
  // Whatever it is, it is in the motor, and one that nobody opens is replaced as it is.
  if (fault === "unseen" && !separateModule) return ["motor"];
  const halves = cures.filter((cure) => separateModule && HALVES.includes(cure));
  return [
    ...halves,
    ...cures.filter((cure) => !CURES[cure].onMotor || cure === "motor" || cure === "bearings"),
  ];
}

/** What a blower comes apart into. */
const HALVES: readonly CureId[] = ["module", "section"];

/** What cures these faults, as the engine takes it. */
export function actionsOf(faults: readonly FaultId[], family: Family): Actions {
  const of = faults.map((fault) => curesFor(fault, family));
  return {
    cures: CURE_IDS.length,
    curedBy: of.map(setOf),
    usual: of.map((cures) => (cures[0] ? CURE_IDS.indexOf(cures[0]) : -1)),
    aside: setOf(["record", "setup"]),
    covering: {
      cure: CURE_IDS.indexOf("motor"),
      covers: setOf(CURE_IDS.filter((cure) => CURES[cure].onMotor && cure !== "motor")),
    },
  };
}

/** The cures of a set that the engine counts with. */
export const curesIn = (set: CureSet): readonly CureId[] => curesOfSet(set).map((cure) => CURE_IDS[cure]!);

/** The weightier disposition wins where several cures are done: a new motor is a new motor, whatever else is. */
export const PRECEDENCE = [
  "replaceMotor",
  "replacePart",
  "resolder",
  "repair",
  "notMotor",
  "undecided",
] as const satisfies readonly Disposition[];

const dispositions = new Map<CureSet, Disposition>();

/** What a set of cures comes to, in one word. Nothing to do is *not the motor*; what nothing cures is *undecided*. */
export function dispositionOf(set: CureSet): Disposition {
  if ((set & NO_CURE) !== NOTHING) return "undecided";
  const kept = dispositions.get(set);
  if (kept) return kept;
  const found = curesIn(set).map((cure) => CURES[cure].disposition);
  const made = PRECEDENCE.find((disposition) => found.includes(disposition)) ?? "notMotor";
  dispositions.set(set, made);
  return made;
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

/** What was said or decided, in words: its cures, or the disposition alone where none are named. */
export function decidedText({ disposition, cures = [] }: Pick<Decision, "disposition" | "cures">): string {
  return cures.length > 0 ? curesText(cures as readonly CureId[]) : DISPOSITION_LABELS[disposition];
}
