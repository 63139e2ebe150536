import type { Action } from "#core/judge";
import type { CureId } from "#core/known";
import { FAMILY_FACTS, isOnePiece, type Build } from "#core/families";
import { type Family } from "#core/record";
import { FAN_AILMENTS } from "./blower.ts";
import { AILMENTS, OUTSIDE_BARE, type Ailment, type SimulatedMotor } from "./world.ts";

/** What truly cures each ailment; any one does. */
export const CURED_BY: Readonly<Record<Ailment, readonly CureId[]>> = {
  starJoint: ["starJoint", "motor"],
  limb: ["motor"],
  lead: ["phaseWire", "motor"],
  leadsTouch: ["phaseWire", "motor"],
  turns: ["motor"],
  joint: ["joint", "motor"],
  path: ["joint", "motor"],
  frame: ["motor"],
  bearing: ["bearings", "motor"],
  magnet: ["rotor", "motor"],
  laminations: ["motor"],
  dirt: ["clean", "dryAndSeal", "motor"],
  water: ["dryAndSeal", "motor"],
  weakMagnets: ["rotor", "motor"],
  sensor: ["hallSensor", "motor"],
  sensorWire: ["sensorWire", "motor"],
  sensorOrder: ["sensorOrder"],
  shortedSwitch: ["controller"],
  deadPhase: ["controller"],
  battery: ["battery"],
  command: ["command"],
  settings: ["settings"],
  rubbing: ["rubbing"],
  wrongPlate: ["record"],
  hidden: ["motor"],
  limbShorted: ["motor"],
  limbReversed: ["joint", "motor"],
  seized: ["bearings", "motor"],
  misread: ["setup"],
  sensorSupply: ["controller"],
  mainsCut: ["supply"],
  supply: ["supply"],
  transformer: ["transformer"],
  limit: ["air"],
  noCall: ["call"],
  board: ["board"],
  harness: ["harness"],
  linkCut: ["harness"],
  switches: ["switches"],
  module: ["module", "motor"],
  limiter: ["limiter", "module", "motor"],
  hunts: ["module", "motor"],
  dirtyAir: ["air"],
  standingCall: ["call"],
};
/** What is inside a motor that nobody opens: its halves where it has two, else a new one. */
const HALVES: readonly Family[] = ["ecm", "ecmAirflow"];

/** Inside the electronics that a motor carries. */
const ELECTRONICS: readonly Ailment[] = ["module", "limiter", "hunts"];

/** What truly cures an ailment in such a motor: nobody resolders or opens a potted one. */
export function curedIn(ailment: Ailment, motor: Build): readonly CureId[] {
  const { family } = motor;
  const cures = CURED_BY[ailment];
  if (!cures.includes("motor") || FAMILY_FACTS[family].openable) return cures;
  if (isOnePiece(motor)) return ["motor"];
  const halves: readonly CureId[] = ELECTRONICS.includes(ailment)
    ? cures.filter((cure) => cure !== "motor")
    : ailment === "bearing" || ailment === "seized"
      ? ["bearings", "section"]
      : ["section"];
  return HALVES.includes(family)
    ? [...halves, "motor"]
    : ailment === "bearing" || ailment === "seized"
      ? ["bearings", "motor"]
      : ["motor"];
}
/** Left uncured they hurt somebody or break something dear. */
const HAZARDS: readonly Ailment[] = ["frame", "magnet", "laminations", "leadsTouch", "limbShorted"];
const OUTSIDE: readonly Ailment[] = [
  ...OUTSIDE_BARE,
  "wrongPlate",
  "misread",
  ...FAN_AILMENTS.filter((one) => !ELECTRONICS.includes(one)),
];
/** Cures that are work on the motor: whoever does one of them looks at it again before it goes back. */
const ON_MOTOR = new Set<CureId>([
  ...AILMENTS.filter((one) => !OUTSIDE.includes(one)).flatMap((one) => CURED_BY[one]),
  "section",
]);
export const inMotor = (ailment: Ailment) => !OUTSIDE.includes(ailment);

/** What somebody who knows all would do: each ailment by its usual cure; a new motor for whatever else is inside it. */
export function idealFor(ailments: readonly Ailment[], motor: Build): readonly CureId[] {
  const cures = [...new Set(ailments.map((one) => curedIn(one, motor)[0]!))];
  if (!cures.includes("motor")) return cures;
  const inside = new Set(ailments.filter(inMotor).map((one) => curedIn(one, motor)[0]!));
  return cures.filter((cure) => cure === "motor" || !inside.has(cure));
}

/** *Half* does one of several, all of it needed, and leaves the rest to be found by its proof and its run. */
export type Outcome = "right" | "half" | "undecided" | "wasteful" | "harmful";

/** Both halves of it, each by itself: then a whole new one is no waste. */
const inHalves = (ailments: readonly Ailment[], motor: Build) =>
  ["module", "section"].every((half) => ailments.some((one) => curedIn(one, motor)[0] === half));

/** What it comes to when a motor is sent back as sound, whatever else is looked into. */
export const clearedOutcome = ({ ailments }: Pick<SimulatedMotor, "ailments">): Outcome =>
  ailments.some(inMotor) ? "harmful" : "right";

/** What an action does to a motor with these ailments. */
export function outcomeOf(
  motor: Pick<SimulatedMotor, "ailments"> & Build,
  action: Pick<Action, "cures">,
): Outcome {
  const { ailments } = motor;
  const { cures } = action;
  const uncured = ailments.filter((one) => !curedIn(one, motor).some((cure) => cures.includes(cure)));
  const first = ailments[0];
  const sentBack = !cures.some((cure) => ON_MOTOR.has(cure)) && first !== undefined && inMotor(first);
  if (uncured.some((one) => HAZARDS.includes(one)) || sentBack) return "harmful";
  const needless = cures.filter((cure) => !ailments.some((one) => curedIn(one, motor).includes(cure)));
  const dear =
    cures.includes("motor") &&
    ailments.filter(inMotor).every((one) => curedIn(one, motor)[0] !== "motor") &&
    !inHalves(ailments, motor);
  if (needless.length > 0 || dear) return "wasteful";
  if (cures.length === 0) return uncured.some((one) => one !== "misread") ? "wasteful" : "right";
  return uncured.length > 0 ? "half" : "right";
}
