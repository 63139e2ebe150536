import type { Setting } from "../inference/index.ts";
import type { Complaint, Connection, Family, PastEvent } from "../record/index.ts";
import { FAULT_IDS, factsOf, type FaultId } from "./faults.ts";

/** Odds multipliers by fault; one that is not named keeps its odds. */
export type OddsFactors = Readonly<Partial<Record<FaultId, number>>>;

/** It turns, however badly: what keeps it from turning, or from stopping, is not behind it. */
const TURNING: OddsFactors = {
  stuckOn: 0.1,
  boardStuck: 0.1,
  mainsDead: 0.05,
  mainsOff: 0.05,
  transformer: 0.05,
  noCall: 0.1,
  board: 0.2,
  harness: 0.3,
};

/** Too little air moved: what restricts it, and how it was set, come first. */
const AIR_SHORT: OddsFactors = {
  ...TURNING,
  airflow: 8,
  switches: 5,
  limitOpen: 0.3,
  module: 0.5,
  delay: 0.05,
  outside: 3,
};

/**
 * How a complaint moves the odds of a fault before any reading. A complaint sets priors and is therefore
 * never a finding too. Common practice in the trade; the factors are bench judgement.
 */
export const COMPLAINT_ODDS: Readonly<Record<Complaint, OddsFactors>> = {
  noRun: {
    stuckOn: 0.1,
    boardStuck: 0.1,
    mainsDead: 1.5,
    mainsOff: 1.5,
    transformer: 1.5,
    limitOpen: 1.5,
    noCall: 1.5,
    module: 1.3,
    airflow: 0.03,
    switches: 0.1,
    delay: 0.02,
    starJointOpen: 2.5,
    leadOpen: 1.5,
    limbOpen: 1.5,
    leadsShorted: 1.5,
    outside: 1.5,
    switchShorted: 2.5,
    controller: 2,
    battery: 1.5,
    command: 2.5,
    settings: 0.7,
    rubbing: 0.3,
    bearing: 0.5,
    debris: 0.5,
    magnetsWeak: 0.2,
    turnsShorted: 0.7,
    wrongPlate: 0.2,
  },
  runsOn: {
    stuckOn: 10,
    boardStuck: 10,
    delay: 12,
    board: 0.1,
    module: 0.05,
    mainsDead: 0.02,
    mainsOff: 0.02,
    transformer: 0.02,
    limitOpen: 0.02,
    noCall: 0.5,
    harness: 0.1,
    airflow: 0.02,
    switches: 0.2,
    outside: 1,
    command: 4,
    controller: 2,
    switchShorted: 0.5,
    bearing: 0.3,
    turnsShorted: 0.5,
  },
  twitches: {
    stuckOn: 0.1,
    boardStuck: 0.1,
    module: 1.5,
    mainsDead: 0.3,
    mainsOff: 0.3,
    transformer: 0.1,
    limitOpen: 0.1,
    noCall: 0.1,
    board: 0.3,
    airflow: 0.05,
    delay: 0.02,
    switches: 0.1,
    leadOpen: 3,
    limbOpen: 3,
    starJointOpen: 1.5,
    highJoint: 2,
    hallSensor: 4,
    hallWire: 4,
    hallSwapped: 3,
    controller: 2.5,
    switchShorted: 1.2,
    settings: 2.5,
    battery: 0.5,
    unseen: 1.5,
  },
  cutsOut: {
    stuckOn: 0.1,
    boardStuck: 0.1,
    limitOpen: 3,
    airflow: 2,
    module: 1.2,
    mainsDead: 0.7,
    mainsOff: 0.7,
    delay: 0.1,
    highJoint: 2.5,
    leadsShorted: 1.5,
    hallWire: 2.5,
    hallSensor: 1.5,
    battery: 4,
    command: 1.5,
    settings: 1.5,
    unseen: 1.2,
  },
  uneven: {
    stuckOn: 0.1,
    boardStuck: 0.1,
    module: 1.5,
    airflow: 2,
    mainsDead: 0.2,
    mainsOff: 0.2,
    transformer: 0.1,
    limitOpen: 0.3,
    noCall: 0.2,
    delay: 0.2,
    highJoint: 2,
    turnsShorted: 2,
    magnets: 1.5,
    hallSensor: 2,
    hallWire: 2,
    hallSwapped: 2,
    command: 1.5,
    settings: 1.5,
    unseen: 1.2,
  },
  noisy: {
    stuckOn: 0.1,
    boardStuck: 0.1,
    airflow: 2,
    module: 0.15,
    mainsDead: 0.02,
    mainsOff: 0.02,
    transformer: 0.02,
    limitOpen: 0.1,
    noCall: 0.02,
    board: 0.05,
    harness: 0.05,
    delay: 0.02,
    switches: 0.5,
    bearing: 6,
    debris: 3,
    waterInside: 3,
    magnets: 3,
    laminations: 2,
    rubbing: 4,
    outside: 0.3,
    battery: 0.05,
    command: 0.1,
    controller: 0.4,
    switchShorted: 0.3,
  },
  hot: {
    ...TURNING,
    airflow: 2.5,
    module: 0.8,
    turnsShorted: 3,
    highJoint: 2,
    bearing: 1.5,
    magnetsWeak: 3,
    tempSensor: 3,
    rubbing: 3,
    settings: 2,
    battery: 0.3,
    command: 0.2,
    unseen: 1.2,
  },
  lowPower: {
    ...TURNING,
    airflow: 3,
    switches: 2,
    module: 0.7,
    turnsShorted: 2,
    highJoint: 2,
    pathOpen: 2,
    magnetsWeak: 3,
    hallSwapped: 1.5,
    battery: 4,
    rubbing: 3,
    settings: 2,
    command: 1.5,
    unseen: 1.3,
  },
  lowAirflow: { ...AIR_SHORT, bearing: 1.5 },
  frozenCoil: AIR_SHORT,
  hunting: {
    ...TURNING,
    airflow: 8,
    switches: 1.5,
    module: 1.5,
    limitOpen: 0.2,
    delay: 0.1,
    outside: 3,
    command: 2,
    unseen: 1.5,
  },
  errorCode: {
    board: 2,
    module: 1.5,
    airflow: 1.5,
    delay: 0.1,
    hallSensor: 2,
    hallWire: 2,
    tempSensor: 3,
    resolver: 3,
    controller: 1.5,
    switchShorted: 1.5,
    battery: 1.5,
  },
  afterRepair: {
    switches: 8,
    harness: 3,
    mainsDead: 1.5,
    mainsOff: 1.5,
    delay: 0.5,
    setup: 1.5,
    leadOpen: 2,
    highJoint: 2.5,
    starJointOpen: 1.5,
    hallSwapped: 8,
    limbReversed: 6,
    hallWire: 2,
    settings: 2.5,
  },
  routine: {},
};

/** How what happened before the failure moves the odds. Common practice; factors are bench judgement. */
export const EVENT_ODDS: Readonly<Record<PastEvent, OddsFactors>> = {
  heat: {
    starJointOpen: 2.5,
    turnsShorted: 2.5,
    frameFault: 1.5,
    magnets: 1.5,
    magnetsWeak: 4,
    hallSensor: 1.5,
    unseen: 1.2,
  },
  crash: { magnets: 3, laminations: 4, bearing: 1.5, leadOpen: 2, debris: 1.5, hallWire: 1.5 },
  water: {
    waterInside: 5,
    bearing: 2.5,
    debris: 2.5,
    frameFault: 2,
    highJoint: 1.5,
    hallSensor: 2.5,
    hallWire: 1.5,
    unseen: 1.3,
  },
  surge: {
    module: 3,
    board: 2.5,
    mainsDead: 1.5,
    mainsOff: 1.5,
    transformer: 1.5,
    controller: 3,
    switchShorted: 3,
    turnsShorted: 1.5,
    unseen: 1.5,
  },
  newBattery: { battery: 2, settings: 2.5, controller: 1.5, switchShorted: 1.5, outside: 1.5 },
  repair: {
    settings: 2,
    highJoint: 2,
    leadOpen: 1.5,
    wrongData: 1.5,
    limbReversed: 6,
    hallSwapped: 6,
    hallWire: 1.5,
  },
  standing: { bearing: 1.5, debris: 1.5 },
};

/**
 * A motor that nobody complains of, or whose trouble was just repaired, is far less likely to have one more
 * than one that came in with a complaint. Bench judgement.
 */
export const UNCOMPLAINED_ODDS = 0.3;
/** A second, unrelated fault beside one that explains the complaint is rare: factor on its odds. Judgement. */
export const UNRELATED_ODDS = 0.1;
/** One that another brings along keeps part of its odds. Judgement. */
export const COMPANION_ODDS = 0.6;
/** Faults of which one brings the other along. Common practice. */
export const COMPANIONS: readonly (readonly [FaultId, FaultId])[] = [
  ["waterInside", "bearing"],
  ["waterInside", "frameFault"],
  ["waterInside", "hallSensor"],
  ["waterInside", "debris"],
  ["laminations", "magnets"],
  ["magnets", "debris"],
  ["leadsShorted", "hallSensor"],
  ["leadsShorted", "switchShorted"],
  ["turnsShorted", "switchShorted"],
  ["hallWire", "hallSensor"],
  ["turnsShorted", "magnetsWeak"],
  ["starJointOpen", "magnetsWeak"],
  ["turnsShorted", "frameFault"],
  ["wrongPlate", "wrongData"],
  ["airflow", "limitOpen"],
  ["leadsShorted", "module"],
  ["turnsShorted", "module"],
  ["bearing", "module"],
];
/** Nobody complains of a motor and supply that are both sound: odds against, once somebody did. Judgement. */
export const COMPLAINT_WITHOUT_CAUSE = 0.06;
/** Star is the commoner connection where nobody knows (common practice). */
export const STAR_SHARE = 0.65;
/** No prior is held above this: what came in is never known before it was read. Judgement. */
const MOST_PRIOR = 0.6;

/** Complaints that come up where a motor is held against figures: wrong papers may be behind them. Judgement. */
const OF_FIGURES: readonly Complaint[] = [
  "lowPower",
  "hot",
  "uneven",
  "lowAirflow",
  "afterRepair",
  "routine",
];
/** How well wrong papers explain that it does something else. Judgement. */
const PAPERS_HARDLY = 0.005;

/** How well a fault explains a complaint, 0 to 1: a wrong plate stops nothing from turning. */
export function explainsIn(fault: FaultId, complaint: Complaint): number {
  const { explains, location } = factsOf(fault);
  return location === "data" && !OF_FIGURES.includes(complaint)
    ? Math.min(explains, PAPERS_HARDLY)
    : explains;
}

/** Odds factors where no complaint stands: every fault that could cause one, alike. */
export function uncomplainedFactors(): OddsFactors {
  return Object.fromEntries(
    FAULT_IDS.filter((id) => factsOf(id).explains === 1).map((id) => [id, UNCOMPLAINED_ODDS]),
  );
}

/** Odds factors of several circumstances together: they multiply. */
export function timesOdds(...several: readonly OddsFactors[]): OddsFactors {
  const combined: Partial<Record<FaultId, number>> = {};
  for (const factors of several)
    for (const id of FAULT_IDS) {
      const factor = factors[id];
      if (factor !== undefined) combined[id] = (combined[id] ?? 1) * factor;
    }
  return combined;
}

/** Odds factors of a complaint and past events. */
export function oddsFactors(complaint: Complaint, events: readonly PastEvent[]): OddsFactors {
  return timesOdds(COMPLAINT_ODDS[complaint], ...events.map((event) => EVENT_ODDS[event]));
}

/** Faults of position sensors: a motor without them has none. */
const OF_SENSORS: readonly FaultId[] = ["hallSensor", "hallWire", "hallSwapped"];

/** What decides which faults a motor can have at all. */
export interface Kind {
  readonly family: Family;
  readonly connection: Connection;
  /** Whether it has three position sensors. */
  readonly sensored: boolean;
}

/** Whether a motor of this kind can have the fault at all. */
export function canHave(fault: FaultId, { family, connection, sensored }: Kind): boolean {
  if (fault === "starJointOpen" && connection === "delta") return false;
  if (OF_SENSORS.includes(fault) && !sensored) return false;
  return factsOf(fault).prior[family] > 0;
}

/**
 * Chance of each fault alone: the family's, its odds multiplied by complaint and history, at most 0.6.
 * @param faults those the motor can have
 * @example a prior of 0.1 at odds doubled: 0.2222/1.2222 = 0.1818
 */
export function priorsOf(faults: readonly FaultId[], family: Family, factors: OddsFactors): number[] {
  return faults.map((id) => {
    const base = factsOf(id).prior[family];
    const odds = (base / (1 - base)) * (factors[id] ?? 1);
    return Math.min(MOST_PRIOR, odds / (1 + odds));
  });
}

/** What may hold of connection and probes: one setting, or both connections where nobody knows it. */
export function settingsOf(connection: Connection, tipsProven: boolean): Setting[] {
  const tips = tipsProven ? "proven" : "unproven";
  if (connection !== "unknown") return [{ share: 1, values: { connection, tips } }];
  return [
    { share: STAR_SHARE, values: { connection: "star", tips } },
    { share: 1 - STAR_SHARE, values: { connection: "delta", tips } },
  ];
}
