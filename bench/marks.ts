import { assessJob, readJournal, type Verdict } from "#core/judge";
import type { Entry } from "#core/record";
import { FAULTS, type CureId, type FaultId } from "#core/known";
import type { Act } from "./acts.ts";
import { secondsOf } from "./acts.ts";
import { intakeOf, kit, kitId, laidDown, motorOfCase, onTableOf, type CaseFile } from "./caseFile.ts";
import { chanceFrom } from "./chance.ts";
import { clearedOutcome, curedIn, outcomeOf, type Outcome } from "./outcome.ts";
import { tableWith, type Table } from "./table.ts";
import type { UnsafeAct } from "./unsafe.ts";
import type { Ailment, SimulatedMotor } from "./world.ts";

/** What a learner thinks it is, and with what chance, 0 to 1. Each stands by itself: two may be true at once. */
export interface Word {
  readonly fault: FaultId;
  readonly chance: number;
}

/** What is to be done with it: nothing, it is sent back as sound; or these. */
interface Decided {
  readonly cures: readonly CureId[];
}

/** An act, and the seconds of the bench's clock since the one before it. */
export interface TimedAct {
  readonly after: number;
  readonly act: Act;
}

/** What somebody did with a case, from its first act to what they decided. */
export interface Attempt {
  readonly acts: readonly TimedAct[];
  /** What they wrote down, readings and what they took back. */
  readonly entries: readonly Entry[];
  readonly words: readonly Word[];
  readonly decided: Decided;
  /** They looked at the program's verdict before they said theirs. */
  readonly peeked: boolean;
}

export interface Marks {
  readonly outcome: Outcome;
  /** What they read settles it, rightly: who guesses shows nothing. */
  readonly settled: boolean;
  /** Mean of (said − true)² over what was named and what is true: 0 is sure and right, 1 sure and wrong (Brier 1950). */
  readonly brier: number;
  /** Work at the bench, s: what each act takes a practised hand. */
  readonly seconds: number;
  readonly needlessParts: readonly CureId[];
  readonly unsafe: readonly UnsafeAct[];
}

/** What the program calls an ailment of the bench. */
const CALLED: Readonly<Record<Ailment, FaultId>> = {
  starJoint: "starJointOpen",
  limb: "limbOpen",
  lead: "leadOpen",
  leadsTouch: "leadsShorted",
  turns: "turnsShorted",
  joint: "highJoint",
  path: "pathOpen",
  frame: "frameFault",
  bearing: "bearing",
  magnet: "magnets",
  laminations: "laminations",
  dirt: "debris",
  water: "waterInside",
  weakMagnets: "magnetsWeak",
  sensor: "hallSensor",
  sensorWire: "hallWire",
  sensorOrder: "hallSwapped",
  shortedSwitch: "switchShorted",
  deadPhase: "controller",
  battery: "battery",
  command: "command",
  settings: "settings",
  rubbing: "rubbing",
  wrongPlate: "wrongPlate",
  hidden: "unseen",
  limbShorted: "limbShorted",
  limbReversed: "limbReversed",
  seized: "seized",
  misread: "setup",
  sensorSupply: "controller",
  supply: "mainsDead",
  transformer: "transformer",
  limit: "limitOpen",
  noCall: "noCall",
  board: "board",
  harness: "harness",
  linkCut: "linkCut",
  switches: "switches",
  module: "module",
  limiter: "limiter",
  hunts: "hunting",
  dirtyAir: "airflow",
  standingCall: "delay",
  mainsCut: "mainsCut",
};
const MODULE_CALLED = {
  dead: "module",
  oneTap: "oneTap",
  runsOn: "stuckOn",
  halfBridge: "halfBridge",
} as const;

/** What is truly the matter, by the program's names. */
export function truthOf({ ailments, fan }: Pick<SimulatedMotor, "ailments" | "fan">): FaultId[] {
  return ailments.map((ailment) => {
    if (ailment === "module" && fan) return MODULE_CALLED[fan.moduleFails];
    if (ailment === "board" && fan?.boardSticks) return "boardStuck";
    // There, and out of its band.
    if (ailment === "supply" && fan && fan.entry > 0.3) return "mainsOff";
    return CALLED[ailment];
  });
}

/** How far what was said lies from what is true; of a sound motor everything named is wrong. @returns 0 to 1 */
export function brierOf(words: readonly Word[], truth: readonly FaultId[]): number {
  const named = new Set([...words.map(({ fault }) => fault), ...truth]);
  if (named.size === 0) return 0;
  const said = new Map(words.map(({ fault, chance }) => [fault, chance]));
  const squares = [...named].map((fault) => ((said.get(fault) ?? 0) - (truth.includes(fault) ? 1 : 0)) ** 2);
  return squares.reduce((sum, square) => sum + square, 0) / squares.length;
}

/** The bench of a case as it stands at first. */
export function benchOf(file: CaseFile): Table {
  const table = tableWith(onTableOf(file), kit(), chanceFrom(file.seed + 2), laidDown(file));
  // What reads one thing alone is set to it.
  table.act({ do: "dial", with: kitId("insulation"), reads: "insulation" });
  table.act({ do: "dial", with: kitId("tachometer"), reads: "tachometer" });
  return table;
}

/** Whether a verdict settles what is the matter with a motor, rightly. */
export function settles(motor: SimulatedMotor, { cleared, decided, action }: Verdict): boolean {
  if (cleared) return clearedOutcome(motor) === "right";
  return decided !== null && action !== null && outcomeOf(motor, action) === "right";
}

/** No verdict depends on when a motor came in. */
const NO_MOMENT = "2026-01-01T00:00:00.000Z";

/** Marks of an attempt, worked out from what was done. The same attempt, the same marks. */
export function marksOf(file: CaseFile, { acts, entries, words, decided }: Attempt): Marks {
  const motor = motorOfCase(file);
  const table = benchOf(file);
  for (const { after, act } of acts) {
    table.pass(after);
    table.act(act);
  }
  const { cures } = decided;
  const { record } = readJournal(intakeOf(file, NO_MOMENT), entries, { instruments: kit() });
  return {
    settled: settles(motor, assessJob(record)),
    outcome: outcomeOf(motor, { cures }),
    brier: brierOf(words, truthOf(motor)),
    seconds: acts.reduce((sum, { act }) => sum + secondsOf(act), 0),
    needlessParts: cures.filter(
      (cure) => !motor.ailments.some((ailment) => curedIn(ailment, motor).includes(cure)),
    ),
    unsafe: table.unsafe(),
  };
}

/** Faults that can be named of a family: those it can have. */
export const faultsOfFamily = (family: CaseFile["family"]): FaultId[] =>
  (Object.keys(FAULTS) as FaultId[]).filter((fault) => FAULTS[fault].prior[family] > 0);
