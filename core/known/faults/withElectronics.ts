import {
  BOARD_24,
  CALL_24,
  DIRECT,
  DIRECT_BOARD,
  LIMIT_24,
  MOTOR_24,
  ROCKS,
  SISTER,
  SISTER_AGAIN,
  TAPS,
  TRANSFORMER_24,
  TROUBLE,
  TROUBLE_AGAIN,
  TURNS,
} from "../../measure/power/index.ts";
import { IN_USE, IN_USE_AGAIN } from "../../measure/run/index.ts";
import { FLASH } from "../../measure/air/index.ts";
import type { Variable } from "../../inference/index.ts";
import { shows, type Showing } from "./fault.ts";

// What many faults of a motor with its own electronics show alike.

/** The way of 24 V, point by point. */
export const WAY = [TRANSFORMER_24, LIMIT_24, CALL_24, BOARD_24, MOTOR_24] as const;

type Showings = readonly [Showing, ...Showing[]];

/** Cuts the way of 24 V: from this point of it on nothing is read, with this chance. */
export const cutsTheWayAt = (from: 0 | 1 | 2 | 3 | 4, absent: number, reason: string): Showings => [
  shows(WAY[from], { absent }, reason),
  ...WAY.slice(from + 1).map((point) => shows(point, { absent }, reason)),
];

/** It stays silent with this chance although it is fed and commanded, in place and with the command put on by hand. */
export const silent = (share: number, reason: string): Showings => [
  shows(TURNS, { silent: share }, reason),
  shows(DIRECT, { silent: share }, reason),
  shows(DIRECT_BOARD, { silent: share }, reason),
];

/** Two of three phases rock it and do not start it, whatever commands it. */
export const rocksInVain = (share: number): Showings => [
  shows(ROCKS, { keepsRocking: share }, "two of three phases rock it and do not start it"),
  shows(TURNS, { givesUp: 0.65 * share, silent: 0.3 * share }, "it tries again and again, or not at all"),
  shows(DIRECT, { silent: share }, "commanded by hand it does not start either"),
  shows(DIRECT_BOARD, { silent: share }, "commanded by hand it does not start either"),
  shows(TAPS, { noneAnswer: share }, "no tap starts it"),
];

/** A module that is stopped from outside still flashes now and then. Judgement. */
const NO_FLASH = 0.9;
/** The same on every tap, and mostly without a flash. */
export const stopsIt = (share: number, reason: string): Showings => [
  ...silent(share, reason),
  shows(TAPS, { noneAnswer: share }, reason),
  shows(FLASH, { none: NO_FLASH * share }, reason),
];

/** Trouble that did not show the first time is shyer than most: its share of what it showed then. Judgement. */
const SHYER = 0.85;

/** What a trial shows, and what a second one on another day. */
export function onTwoDays<Outcome extends string>(
  first: Variable<string, Outcome>,
  again: Variable<string, Outcome>,
  outcomes: Readonly<Partial<Record<NoInfer<Outcome>, number>>>,
  reason: string,
): Showings {
  const shyer = Object.fromEntries(
    Object.entries<number | undefined>(outcomes).map(([outcome, share]) => [outcome, SHYER * share!]),
  ) as typeof outcomes;
  return [shows(first, outcomes, reason), shows(again, shyer, reason)];
}

/** It shows while a bare motor is used as its owner uses it. */
export const inUse = (share: number) =>
  onTwoDays(IN_USE, IN_USE_AGAIN, { shows: share }, "it shows while it is used, if not every day");

/** It shows while it is run as surely as it shows beside a good one. */
const whileRun = (share: number): Showings => [
  ...onTwoDays(TROUBLE, TROUBLE_AGAIN, { shows: share }, "it shows while it is run, if not every day"),
  ...inUse(share),
];

/** Another motor in its place does not cure it. */
export const staysWithoutIt = (share: number, reason: string): Showings => [
  ...onTwoDays(SISTER, SISTER_AGAIN, { stays: share }, reason),
  ...whileRun(share),
];

/** Trouble that leaves with the motor, and how surely it shows while both are tried. */
export const goesWithIt = (share: number): Showings => [
  ...onTwoDays(SISTER, SISTER_AGAIN, { goes: share }, "it leaves with the motor that carries it"),
  ...whileRun(share),
];
