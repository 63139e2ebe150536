import type { Setting } from "../inference/index.ts";
import type { Complaint, Connection, Family, PastEvent } from "../record/index.ts";
import { FAULT_IDS, factsOf, type Fault, type FaultId } from "./faults/index.ts";

/** Odds multipliers by fault; one that is not named keeps its odds. */
export type OddsFactors = Readonly<Partial<Record<FaultId, number>>>;

/**
 * A motor that nobody complains of, or whose trouble was just repaired, is far less likely to have one more
 * than one that came in with a complaint. Bench judgement.
 */
export const UNCOMPLAINED_ODDS = 0.3;
/** A second, unrelated fault beside one that explains the complaint is rare: factor on its odds. Judgement. */
export const UNRELATED_ODDS = 0.1;
/** One that another brings along keeps part of its odds. Judgement. */
export const COMPANION_ODDS = 0.6;
/** Nobody complains of a motor and supply that are both sound: odds against, once somebody did. Judgement. */
export const COMPLAINT_WITHOUT_CAUSE = 0.12;
/** Star is the commoner connection where nobody knows (common practice). */
export const STAR_SHARE = 0.65;
/** No prior is held above this: what came in is never known before it was read. Judgement. */
const MOST_PRIOR = 0.6;

/** Complaints that come up where a motor is held against figures: wrong papers or a slip of ours may be behind them. Judgement. */
const OF_FIGURES: readonly Complaint[] = [
  "lowPower",
  "hot",
  "uneven",
  "lowAirflow",
  "afterRepair",
  "routine",
];
/** Beside these, what somebody may have read off it wrongly. Judgement. */
const OF_READINGS: readonly Complaint[] = [...OF_FIGURES, "twitches", "cutsOut"];
/** How well wrong papers, or a reading taken wrongly, explain that it does something else. Judgement. */
const PAPERS_HARDLY = 0.02;

/**
 * How well a fault explains a complaint, 0 to 1: a wrong plate stops nothing from turning.
 * @example explainsIn("wrongPlate", "noRun") // 0.02
 */
export function explainsIn(fault: FaultId, complaint: Complaint): number {
  const { explains, location } = factsOf(fault);
  const behind = location === "data" ? OF_FIGURES : location === "setup" ? OF_READINGS : null;
  return behind && !behind.includes(complaint) ? Math.min(explains, PAPERS_HARDLY) : explains;
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

/** Odds factors of one circumstance, of the faults that name it. */
const factorsOf = (factor: (fault: Fault) => number | undefined): OddsFactors =>
  Object.fromEntries(
    FAULT_IDS.flatMap((id) => {
      const value = factor(factsOf(id));
      return value === undefined ? [] : [[id, value]];
    }),
  );

/** Odds factors of a complaint and past events. */
export function oddsFactors(complaint: Complaint, events: readonly PastEvent[]): OddsFactors {
  return timesOdds(
    factorsOf((fault) => fault.complaints[complaint]),
    ...events.map((event) => factorsOf((fault) => fault.events[event])),
  );
}

/** What decides which faults a motor can have at all. */
export interface Kind {
  readonly family: Family;
  readonly connection: Connection;
  /** Whether it has three position sensors. */
  readonly sensored: boolean;
  /** It does not come apart though its family does. */
  readonly onePiece?: boolean;
}

/** Whether a motor of this kind can have the fault at all. */
export function canHave(fault: FaultId, { family, connection, sensored }: Kind): boolean {
  const { impossibleIn, prior } = factsOf(fault);
  if (connection === "delta" && impossibleIn.includes("delta")) return false;
  if (!sensored && impossibleIn.includes("sensorless")) return false;
  return prior[family] > 0;
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
