import type { Ratio } from "../../quantity/index.ts";
import { SHORTED_TURNS, type Row } from "../../pattern/index.ts";

/** A pair's voltage as a ratio to a healthy pair at the same speed; a floating pair has no number. */
export type SpunRatio = Ratio | "floating";

/** What three spun pairs can look like. Rows that read alike share one outcome. */
export const SPUN_OUTCOMES = [
  "equal",
  "turnsStar",
  "turnsDelta",
  "limbGone",
  "reversedDelta",
  "erratic",
  "pairShorted",
  "twoFloating",
  "allFloating",
] as const;
export type SpunOutcome = (typeof SPUN_OUTCOMES)[number];

/** Star with limb a at a share e of its voltage: |e·1 − 1∠120°|/√3 = √(1 + e + e²)/√3. */
function star(limbA: Ratio): Ratio {
  return Math.sqrt(1 + limbA + limbA ** 2) / Math.sqrt(3);
}

/**
 * Delta whose winding ab has a share e = 1 − x of its turns, and of its ohms: the voltages round the loop no longer
 * cancel, so −x/(3 − x) of a winding's voltage drops over each sound winding's ohms.
 */
function delta(x: Ratio): { readonly AB: Ratio; readonly BC: Ratio; readonly CA: Ratio } {
  const drop = x / (3 - x);
  const sound = Math.hypot(0.5 - drop, Math.sqrt(3) / 2);
  return { AB: (3 * (1 - x)) / (3 - x), BC: sound, CA: sound };
}

/** A winding the other way round keeps its ohms: two thirds of a winding's voltage drop over each sound one. */
const REVERSED_DELTA = {
  AB: 1 / 3,
  BC: Math.hypot(1 / 6, Math.sqrt(3) / 2),
  CA: Math.hypot(1 / 6, Math.sqrt(3) / 2),
};

/**
 * Pair voltages spun at no load as ratios to a healthy pair, windings resistive. The printed table (fault in limb a
 * or winding ab): star 30 % turns .854/1/.854, delta .778/.949/.949; a limb reversed or wholly shorted .577/1/.577,
 * a delta winding reversed .333/.882/.882; leads A and B shorted 0/.866/.866. An open delta winding reads equal: the
 * spin test cannot see it. With inductance the two affected pairs are no longer quite alike.
 */
export const SPUN_ROWS: readonly Row<SpunOutcome, SpunRatio>[] = [
  { outcome: "equal", severities: [0], ratios: () => ({ AB: 1, BC: 1, CA: 1 }) },
  {
    outcome: "turnsStar",
    severities: SHORTED_TURNS,
    ratios: (x) => ({ AB: star(1 - x), BC: 1, CA: star(1 - x) }),
  },
  // A delta winding with all its turns shorted is a shorted pair, a row of its own.
  { outcome: "turnsDelta", severities: SHORTED_TURNS.slice(0, -1), ratios: delta },
  { outcome: "limbGone", severities: [1], ratios: () => ({ AB: star(-1), BC: 1, CA: star(-1) }) },
  { outcome: "reversedDelta", severities: [1], ratios: () => REVERSED_DELTA },
  { outcome: "pairShorted", severities: [1], ratios: () => delta(1) },
  {
    outcome: "twoFloating",
    severities: [1],
    ratios: () => ({ AB: "floating", BC: 1, CA: "floating" }),
  },
  {
    outcome: "allFloating",
    severities: [1],
    ratios: () => ({ AB: "floating", BC: "floating", CA: "floating" }),
  },
];

/** Outcomes that name one limb, lead or winding. */
export const SPUN_LOCATED: ReadonlySet<SpunOutcome> = new Set([
  "turnsStar",
  "turnsDelta",
  "limbGone",
  "reversedDelta",
  "pairShorted",
  "twoFloating",
]);
