import type { Ratio } from "../../quantity/index.ts";
import { logSpaced, SHORTED_TURNS, type Row } from "../../pattern/index.ts";
import type { ByPair } from "../../record/index.ts";
import { pairsOfDelta, pairsOfStar } from "./limbs.ts";

/** A pair's resistance as a ratio to a healthy pair; an open pair has no number. */
export type PairRatio = Ratio | "open";

/** What three pairs can look like. Rows of the table that read alike share one outcome. */
export const PAIR_OUTCOMES = [
  "balanced",
  "shifted",
  "turnsStar",
  "turnsDelta",
  "pathStar",
  "pathDelta",
  "jointSeries",
  "jointDelta",
  "erratic",
  "limbOpenDelta",
  "pairShorted",
  "allShort",
  "twoOpen",
  "allOpen",
] as const;
export type PairOutcome = (typeof PAIR_OUTCOMES)[number];

/** A healthy star limb is half of a healthy pair. */
const STAR_LIMB = 0.5;
/** A healthy delta winding is one and a half of a healthy pair. */
const DELTA_WINDING = 1.5;

function star(limbA: Ratio): ByPair<Ratio> {
  return pairsOfStar({ A: limbA * STAR_LIMB, B: STAR_LIMB, C: STAR_LIMB });
}

function delta(windingAB: Ratio): ByPair<Ratio> {
  const healthy = 1 / DELTA_WINDING;
  return pairsOfDelta({ AB: windingAB === Infinity ? 0 : healthy / windingAB, BC: healthy, CA: healthy });
}

/**
 * Extra ohms of a joint or lead, as a share of the limb it stands in, up to a joint almost open. As fine as the natural
 * spread of sound pairs: a coarser grid misses what a good meter reads, and another row then fits better by luck.
 */
const EXTRA_OHMS = logSpaced(0.05, 30, 160);

/**
 * Pair readings at rest as ratios to a healthy pair, by circuit arithmetic on a star of limbs ½ and a
 * delta of windings 1½. The printed table (fault in limb a or winding ab):
 * star 30 % turns .85/1/.85, delta .778/.944/.944; a joint of 30 % star 1.15/1/1.15, delta
 * 1.182/1.045/1.045, in delta's lead 1.45/1/1.45; one of two paths open 1.5/1/1.5 and 1.5/1.125/1.125;
 * delta winding open 3/1.5/1.5; two leads shorted 0/.75/.75.
 */
export const FAULT_ROWS: readonly Row<PairOutcome, PairRatio>[] = [
  { outcome: "balanced", severities: [0], ratios: () => ({ AB: 1, BC: 1, CA: 1 }) },
  { outcome: "shifted", severities: [0], ratios: () => ({ AB: 1, BC: 1, CA: 1 }) },
  { outcome: "turnsStar", severities: SHORTED_TURNS, ratios: (x) => star(1 - x) },
  // A delta winding with all its turns shorted is a shorted pair, the row below.
  { outcome: "turnsDelta", severities: SHORTED_TURNS.slice(0, -1), ratios: (x) => delta(1 - x) },
  { outcome: "pathStar", severities: [1], ratios: () => star(2) },
  { outcome: "pathDelta", severities: [1], ratios: () => delta(2) },
  { outcome: "jointSeries", severities: EXTRA_OHMS, ratios: (x) => star(1 + x) },
  { outcome: "jointDelta", severities: EXTRA_OHMS, ratios: (x) => delta(1 + x) },
  { outcome: "limbOpenDelta", severities: [1], ratios: () => delta(Infinity) },
  { outcome: "pairShorted", severities: [1], ratios: () => ({ AB: 0, BC: 0.75, CA: 0.75 }) },
  { outcome: "allShort", severities: [1], ratios: () => ({ AB: 0, BC: 0, CA: 0 }) },
  { outcome: "twoOpen", severities: [1], ratios: () => ({ AB: "open", BC: 1, CA: "open" }) },
  { outcome: "allOpen", severities: [1], ratios: () => ({ AB: "open", BC: "open", CA: "open" }) },
];

/** Outcomes that name one limb, lead or winding. */
export const LOCATED: ReadonlySet<PairOutcome> = new Set([
  "turnsStar",
  "turnsDelta",
  "pathStar",
  "pathDelta",
  "jointSeries",
  "jointDelta",
  "limbOpenDelta",
  "pairShorted",
  "twoOpen",
]);
