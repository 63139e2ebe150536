import { row, together } from "../catalogue/index.ts";
import { PAIRS_AT_REST } from "../winding/index.ts";
import { CONSTANT, PAIRS_SPUN, SISTER, SPIN_DRAG } from "./variables.ts";

/**
 * What each fault, when present, makes this check show, with its reason. Judgement from common practice and circuit
 * arithmetic; held against simulated motors that know nothing of it.
 */
export const BACKEMF_ROWS = [
  row(
    PAIRS_SPUN,
    "starJointOpen",
    { allFloating: 0.9, twoFloating: 0.07 },
    "nothing holds the limbs together; now and then two bundles still touch",
  ),
  row(PAIRS_SPUN, "limbOpen", { twoFloating: 0.97 }, "both pairs through the limb float", {
    connection: "star",
  }),
  row(PAIRS_SPUN, "leadOpen", { twoFloating: 0.92, allFloating: 0.03 }, "both pairs through the lead float"),
  row(
    PAIRS_SPUN,
    "leadsShorted",
    { pairShorted: 0.85, erratic: 0.05 },
    "the pair makes nothing, the others 0.87",
  ),
  row(
    PAIRS_SPUN,
    "turnsShorted",
    { turnsStar: 0.72, limbGone: 0.04, erratic: 0.03 },
    "fewer turns make fewer volts; a few turns hide below the limit",
    { connection: "star" },
  ),
  row(
    PAIRS_SPUN,
    "turnsShorted",
    { turnsDelta: 0.7, pairShorted: 0.04, erratic: 0.03 },
    "fewer turns make fewer volts, and current circulates",
    { connection: "delta" },
  ),
  row(PAIRS_SPUN, "limbReversed", { limbGone: 0.95 }, "its voltage counts against the others", {
    connection: "star",
  }),
  row(
    PAIRS_SPUN,
    "limbReversed",
    { reversedDelta: 0.95 },
    "its voltage counts against the others, and current circulates",
    { connection: "delta" },
  ),
  row(
    PAIRS_SPUN,
    "setup",
    { twoFloating: 0.06, allFloating: 0.08, erratic: 0.12 },
    "a clip half on, a range that jumps, a drill that slips",
  ),
  row(SPIN_DRAG, "leadsShorted", { hard: 0.85 }, "leads that touch brake the drill"),
  row(SPIN_DRAG, "turnsShorted", { hard: 0.35 }, "shorted loops drag, plainly only when large"),
  row(SPIN_DRAG, "limbReversed", { hard: 0.8 }, "the voltages round the loop no longer cancel", {
    connection: "delta",
  }),
  row(CONSTANT, "magnetsWeak", { high: 0.97 }, "less flux, more speed a volt"),
  row(CONSTANT, "magnets", { high: 0.15 }, "a lost magnet takes its flux along"),
  row(
    CONSTANT,
    "wrongPlate",
    { tellTale: 0.5, high: 0.16, low: 0.2, farHigh: 0.08 },
    "the figure it is held against is wrong",
  ),
  row(
    CONSTANT,
    "wrongData",
    { high: 0.25, low: 0.3, farHigh: 0.1, tellTale: 0.1 },
    "another motor or a rewind has another constant too",
  ),
  row(
    CONSTANT,
    "setup",
    { high: 0.08, low: 0.08, tellTale: 0.04, farHigh: 0.02 },
    "old leads, wrong range, speed read on the bare chuck",
  ),
  row(SISTER, "magnetsWeak", { high: 0.92 }, "less flux than the known-good one"),
  row(SISTER, "magnets", { high: 0.15 }, "a lost magnet takes its flux along"),
  row(SISTER, "setup", { high: 0.04, low: 0.04 }, "a slip hits one of the two"),
];

const BOTH = [PAIRS_AT_REST, PAIRS_SPUN] as const;

/** Pairs at rest and pairs spun are one circuit: what one fault does to both. */
export const SPUN_TOGETHER = [
  together(BOTH, "turnsShorted", "the turns that are missing at rest are missing spun"),
  together(BOTH, "starJointOpen", "where two bundles still touch at rest they touch when spun"),
  together(BOTH, "leadOpen", "a plug that is torn off whole opens all at rest and spun"),
  together(BOTH, "leadsShorted", "a cable crushed through is crushed when spun too"),
];
