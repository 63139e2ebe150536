import { row, type FaultId } from "../catalogue/index.ts";
import type { LikelihoodRow, Variable } from "../inference/index.ts";
import { TURN } from "../mechanical/index.ts";
import {
  AIR_AFTER,
  AIR_PATH,
  BOARD_24,
  BOARD_OUT,
  CALL_24,
  CALLED,
  CODE,
  COMMAND_IN,
  COMMAND_OUT,
  DIRECT,
  DIRECT_BOARD,
  DRIVER_COMMAND,
  DRIVER_SUPPLY,
  FEEDBACK,
  FIFTEEN_VOLTS,
  type FedVariable,
  UNPLUGGED,
  FLASH,
  HARNESS_WIRES,
  LIMIT_24,
  LINK,
  MAINS,
  MODULE_LOOK,
  MOTOR_24,
  ROCKS,
  RUNS_ON,
  RUNS_ON_AGAIN,
  SISTER,
  SISTER_AGAIN,
  SWITCHES,
  TAPS,
  TEN_VOLTS,
  TESTER,
  TRANSFORMER_24,
  TROUBLE,
  TROUBLE_AGAIN,
  TURNS,
} from "./variables.ts";

/**
 * What each fault, when present, makes these readings show, with its reason. Judgement from common practice; held against
 * simulated blowers that know nothing of it.
 */

/** The way of 24 V, point by point, and where each fault cuts it. */
const WAY = [TRANSFORMER_24, LIMIT_24, CALL_24, BOARD_24, MOTOR_24] as const;
const CUTS: readonly (readonly [FaultId, number, number, string])[] = [
  ["transformer", 0, 0.985, "what makes the control voltage makes none"],
  ["limitOpen", 1, 0.985, "the open limit takes all control voltage away"],
  ["noCall", 2, 0.985, "nothing calls"],
  ["board", 3, 0.97, "the board does not pass the call on"],
  ["harness", 4, 0.88, "lost between board and plug; a pin pushed back now and then reads well"],
];
const along = (): LikelihoodRow[] =>
  CUTS.flatMap(([fault, from, absent, reason]) =>
    WAY.slice(from).map((point) => row(point, fault, { absent }, reason)),
  );
const withoutMains = (points: readonly FedVariable[]): LikelihoodRow[] =>
  points.map((point) => row(point, "mainsDead", { absent: 0.97 }, "without mains nothing is made"));
/** A transformer passes on what it gets: out of its band on one side, out of it on the other. Sags are the commoner. */
const withMainsOff = (): LikelihoodRow[] =>
  WAY.map((point) =>
    row(point, "mainsOff", { absent: 0.7, high: 0.15 }, "control voltage follows the mains"),
  );

/** What stops it although it is fed and commanded. */
const STOPS: readonly (readonly [FaultId, number, string])[] = [
  ["mainsDead", 0.97, "without mains nothing turns"],
  ["mainsOff", 0.4, "too low or too high, its electronics keep off"],
  ["starJointOpen", 0.97, "no current flows"],
  ["limbOpen", 0.9, "two limbs do not start it"],
  ["leadOpen", 0.9, "two limbs do not start it"],
  ["leadsShorted", 0.97, "its electronics switch off"],
  ["turnsShorted", 0.35, "large shorts trip its electronics"],
  ["frameFault", 0.5, "leakage trips its electronics or the breaker"],
  ["bearing", 0.06, "a locked bearing holds it"],
  ["waterInside", 0.1, "rust holds it"],
];
const silent = (point: Variable<string, "runs" | "silent">) => [
  row(point, "module", { silent: 0.9 }, "fed, commanded and silent; some fail on one command alone"),
  ...STOPS.map(([fault, share, reason]) => row(point, fault, { silent: share }, reason)),
];

/** Trouble that leaves with the motor, and how surely it shows while both are tried. */
const CARRIED: readonly (readonly [FaultId, number])[] = [
  ["module", 0.93],
  ["stuckOn", 0.95],
  ["starJointOpen", 0.95],
  ["limbOpen", 0.95],
  ["leadOpen", 0.95],
  ["leadsShorted", 0.95],
  ["turnsShorted", 0.85],
  ["pathOpen", 0.75],
  ["highJoint", 0.8],
  ["limbReversed", 0.95],
  ["frameFault", 0.85],
  ["bearing", 0.9],
  ["debris", 0.9],
  ["waterInside", 0.85],
  ["magnets", 0.9],
  ["magnetsWeak", 0.75],
  ["laminations", 0.9],
  ["unseen", 0.85],
];

/** Trouble that did not show the first time is shyer than most: its share of what it showed then. Judgement. */
const SHYER = 0.85;
/** What a second trial on another day shows, by the rows of the first one. */
const onAnotherDay = (rows: readonly LikelihoodRow[], { id }: Variable): LikelihoodRow[] =>
  rows.map((first) => ({
    ...first,
    variable: id,
    outcomes: Object.fromEntries(
      Object.entries(first.outcomes).map(([outcome, share]) => [outcome, SHYER * share!]),
    ),
  }));

const RUNS_ON_ROWS: readonly LikelihoodRow[] = [
  row(RUNS_ON, "delay", { calledStill: 0.55 }, "a fan switch left on, or a delay that runs out"),
  row(RUNS_ON, "boardStuck", { boardOn: 0.95 }, "a relay that sticks"),
  row(RUNS_ON, "stuckOn", { runsOn: 0.95 }, "its switches do not open"),
];
const SISTER_ROWS: readonly LikelihoodRow[] = [
  row(SISTER, "mainsDead", { stays: 0.97 }, "another motor does not cure it"),
  row(SISTER, "mainsOff", { stays: 0.9 }, "another motor does not cure it"),
  row(SISTER, "noCall", { stays: 0.97 }, "another motor does not cure it"),
  row(SISTER, "board", { stays: 0.95 }, "another motor does not cure it"),
  row(SISTER, "boardStuck", { stays: 0.95 }, "another motor does not cure it"),
  row(SISTER, "harness", { stays: 0.9 }, "a wire moved at the plug now and then makes contact"),
  row(SISTER, "switches", { stays: 0.9 }, "another motor does not cure it"),
  row(SISTER, "airflow", { stays: 0.93 }, "another motor has the same air"),
  row(SISTER, "delay", { stays: 0.8 }, "the call stands whatever hangs on it"),
  row(SISTER, "outside", { stays: 0.9 }, "another motor does not cure it"),
  ...CARRIED.map(([fault, goes]) => row(SISTER, fault, { goes }, "it leaves with the motor that carries it")),
];
/** Whatever it is, it shows while it is run as surely as it shows beside a good one. */
const TROUBLE_ROWS: readonly LikelihoodRow[] = [
  row(TROUBLE, "transformer", { shows: 0.97 }, "it stays dead"),
  row(TROUBLE, "limitOpen", { shows: 0.9 }, "some close by themselves once cool"),
  ...SISTER_ROWS.map((beside) => ({
    ...beside,
    variable: TROUBLE.id,
    outcomes: { shows: beside.outcomes["goes"] ?? beside.outcomes["stays"]! },
    reason: "it shows while it is run, if not every day",
  })),
];

export const POWER_ROWS: readonly LikelihoodRow[] = [
  row(MAINS, "mainsDead", { dead: 0.98 }, "fuse, breaker, switch"),
  row(MAINS, "mainsOff", { outside: 0.97 }, "a supply out of its band"),
  ...along(),
  ...withMainsOff(),
  ...withoutMains([...WAY, TEN_VOLTS, BOARD_OUT, DRIVER_SUPPLY, FIFTEEN_VOLTS, LINK]),
  row(TEN_VOLTS, "module", { absent: 0.85 }, "its own supply dies with its electronics"),
  row(CALLED, "noCall", { none: 0.975 }, "that is what it is"),
  row(CALLED, "mainsDead", { none: 0.6 }, "an unfed controller shows nothing"),
  row(COMMAND_OUT, "noCall", { absent: 0.98 }, "nothing calls"),
  row(COMMAND_OUT, "board", { absent: 0.93 }, "the controller gives nothing"),
  row(COMMAND_IN, "noCall", { absent: 0.98 }, "nothing calls"),
  row(COMMAND_IN, "board", { absent: 0.93 }, "the controller gives nothing"),
  row(COMMAND_IN, "harness", { absent: 0.92 }, "lost in the cable"),
  row(LINK, "harness", { absent: 0.92 }, "the cable between the units"),
  row(LINK, "board", { absent: 0.08 }, "a board that talks to nobody"),
  row(BOARD_OUT, "board", { absent: 0.94 }, "called, unplugged and nothing out"),
  row(BOARD_OUT, "harness", { absent: 0.85 }, "without the link nothing is called"),
  row(BOARD_OUT, "noCall", { absent: 0.95 }, "nothing calls"),
  row(DRIVER_SUPPLY, "board", { absent: 0.35 }, "its fan supply is dead"),
  row(DRIVER_SUPPLY, "module", { absent: 0.06 }, "a shorted fan pulls it down"),
  row(FIFTEEN_VOLTS, "board", { absent: 0.55 }, "its low supply is dead"),
  row(FIFTEEN_VOLTS, "module", { absent: 0.06 }, "a shorted fan pulls it down"),
  // Asked only where a supply was missing with the fan plugged.
  row(UNPLUGGED, "board", { missing: 0.95 }, "what the board does not give is missing either way"),
  row(UNPLUGGED, "mainsDead", { missing: 0.97 }, "without mains nothing is made"),
  row(UNPLUGGED, "mainsOff", { missing: 0.3 }, "out of its band a board keeps off"),
  row(DRIVER_COMMAND, "board", { absent: 0.8 }, "the board does not command"),
  row(DRIVER_COMMAND, "noCall", { absent: 0.95 }, "nothing calls"),
  row(DRIVER_COMMAND, "mainsDead", { absent: 0.97 }, "without mains nothing is made"),
  row(FEEDBACK, "module", { absent: 0.8 }, "its electronics do not answer"),
  row(FEEDBACK, "board", { absent: 0.4 }, "without 15 V nothing answers"),
  row(FEEDBACK, "mainsDead", { absent: 0.97 }, "without mains nothing answers"),
  row(FEEDBACK, "harness", { absent: 0.1 }, "its wire"),
  ...silent(TURNS),
  row(TURNS, "board", { silent: 0.95 }, "undriven"),
  row(TURNS, "noCall", { silent: 0.98 }, "nothing calls"),
  row(TURNS, "harness", { silent: 0.85 }, "a wire of it is broken"),
  ...silent(DIRECT),
  ...silent(DIRECT_BOARD),
  row(DIRECT_BOARD, "harness", { silent: 0.9 }, "through the broken harness"),
  row(DIRECT, "switches", { silent: 0.2 }, "a jumper for another mains"),
  row(TAPS, "module", { someDead: 0.15, noneAnswer: 0.8 }, "it can fail on one tap alone"),
  ...STOPS.map(([fault, share, reason]) => row(TAPS, fault, { noneAnswer: share }, reason)),
  ...RUNS_ON_ROWS,
  ...onAnotherDay(RUNS_ON_ROWS, RUNS_ON_AGAIN),
  row(TAPS, "stuckOn", { keepsRunning: 0.95 }, "it runs with no tap live"),
  row(ROCKS, "module", { keepsRocking: 0.1 }, "a half bridge that no longer conducts"),
  row(ROCKS, "limbOpen", { keepsRocking: 0.7 }, "two limbs do not start it"),
  row(ROCKS, "leadOpen", { keepsRocking: 0.7 }, "two limbs do not start it"),
  row(ROCKS, "bearing", { keepsRocking: 0.15 }, "it starts against a stiff bearing"),
  row(TESTER, "module", { noGo: 0.85 }, "that is what the tester looks for"),
  ...SISTER_ROWS,
  ...onAnotherDay(SISTER_ROWS, SISTER_AGAIN),
  ...TROUBLE_ROWS,
  ...onAnotherDay(TROUBLE_ROWS, TROUBLE_AGAIN),
  // A board names the motor whatever keeps it from answering: the code says where to look, not what is broken.
  row(CODE, "module", { motor: 0.5, call: 0.1 }, "the board misses its answer"),
  row(CODE, "harness", { motor: 0.35, call: 0.25 }, "the answer is lost on its way"),
  row(CODE, "board", { motor: 0.25, call: 0.1, other: 0.1 }, "a board that drives nothing blames the fan"),
  row(CODE, "mainsDead", { supply: 0.05 }, "unfed, hardly anything shows a code"),
  row(CODE, "mainsOff", { supply: 0.35 }, "supply out of its band is watched"),
  row(CODE, "transformer", { supply: 0.1 }, "mostly dark"),
  row(CODE, "limitOpen", { air: 0.6 }, "an open limit has its code"),
  row(CODE, "airflow", { air: 0.35 }, "too little air is watched by temperature"),
  row(CODE, "noCall", { call: 0.15 }, "a lost thermostat now and then shows"),
  ...(["starJointOpen", "limbOpen", "leadOpen", "leadsShorted"] as const).map((fault) =>
    row(CODE, fault, { motor: 0.5 }, "the motor does not turn"),
  ),
  row(CODE, "bearing", { motor: 0.15 }, "it turns hard or not at all"),
  row(TESTER, "harness", { noGo: 0.05 }, "where it plugs into the harness"),
];

export const MODULE_ROWS: readonly LikelihoodRow[] = [
  row(HARNESS_WIRES, "harness", { broken: 0.95 }, "found wire by wire"),
  row(SWITCHES, "switches", { differ: 0.95 }, "that is what it is"),
  row(
    MODULE_LOOK,
    "module",
    { burnt: 0.4, limiterOpen: 0.12, liquid: 0.08 },
    "half of the dead ones show it",
  ),
  row(MODULE_LOOK, "leadsShorted", { burnt: 0.15 }, "a short takes its switches along"),
  row(TURN, "module", { stiffPluggedOnly: 0.12 }, "shorted switches brake it while it is plugged"),
];

export const AIR_ROWS: readonly LikelihoodRow[] = [
  row(AIR_AFTER, "airflow", { low: 0.9 }, "it cannot move what does not come"),
  row(AIR_AFTER, "switches", { low: 0.6 }, "set for another flow"),
  row(AIR_AFTER, "module", { low: 0.6 }, "programmed for another machine, or failed"),
  row(AIR_PATH, "airflow", { restricted: 0.94 }, "seen with the covers on"),
  row(AIR_PATH, "limitOpen", { restricted: 0.6 }, "what trips a limit is mostly restricted air"),
  row(FLASH, "airflow", { low: 0.7 }, "it cannot reach what is asked"),
  row(FLASH, "switches", { low: 0.5 }, "it is set for another flow"),
  row(FLASH, "module", { none: 0.7 }, "a dead module flashes nothing"),
  ...STOPS.filter(([fault]) => fault !== "mainsDead").map(([fault, share, reason]) =>
    row(FLASH, fault, { none: 0.9 * share }, reason),
  ),
  row(FLASH, "mainsDead", { none: 0.97 }, "unfed it flashes nothing"),
];
