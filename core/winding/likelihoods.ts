import { mask, row } from "../catalogue/index.ts";
import { INWARD, PAIRS_AT_REST, STEADY, TIPS } from "./variables.ts";

/**
 * What each fault, when present, makes this check show, with its reason. Judgement from common practice and circuit
 * arithmetic; held against simulated motors that know nothing of it.
 */
export const WINDING_ROWS = [
  row(TIPS, "setup", { high: 0.4, open: 0.15 }, "worn leads, loose plugs, a blown fuse"),
  row(STEADY, "highJoint", { drifting: 0.2 }, "a bad contact moves while it is read"),
  row(STEADY, "setup", { drifting: 0.5 }, "a clip that moves"),
  row(
    PAIRS_AT_REST,
    "starJointOpen",
    { allOpen: 0.9, twoOpen: 0.07, erratic: 0.03 },
    "no path between any two leads; now and then two bundles still touch",
  ),
  row(PAIRS_AT_REST, "limbOpen", { twoOpen: 0.97, erratic: 0.03 }, "both pairs through the limb are open", {
    connection: "star",
  }),
  row(
    PAIRS_AT_REST,
    "limbOpen",
    { limbOpenDelta: 0.97, erratic: 0.03 },
    "the open winding's pair reads through the two others",
    { connection: "delta" },
  ),
  row(
    PAIRS_AT_REST,
    "leadOpen",
    { twoOpen: 0.9, allOpen: 0.05 },
    "both pairs through the lead are open; a torn plug may open all",
  ),
  row(
    PAIRS_AT_REST,
    "leadsShorted",
    { pairShorted: 0.92, allShort: 0.05 },
    "the pair reads its contact alone; a crushed cable may short all three",
  ),
  row(
    PAIRS_AT_REST,
    "turnsShorted",
    { turnsStar: 0.7, pairShorted: 0.02, erratic: 0.02 },
    "lower limb; a few turns hide below any limit",
    { connection: "star" },
  ),
  row(
    PAIRS_AT_REST,
    "turnsShorted",
    { turnsDelta: 0.66, pairShorted: 0.06, erratic: 0.02 },
    "lower winding; wholly shorted it reads as a shorted pair",
    { connection: "delta" },
  ),
  row(
    PAIRS_AT_REST,
    "highJoint",
    { jointSeries: 0.85, erratic: 0.03 },
    "the limb or lead gains ohms; contact may wander",
    { connection: "star" },
  ),
  row(
    PAIRS_AT_REST,
    "highJoint",
    { jointDelta: 0.45, jointSeries: 0.4, erratic: 0.03 },
    "inside the winding or in the lead: two different readings",
    { connection: "delta" },
  ),
  row(PAIRS_AT_REST, "pathOpen", { pathStar: 0.95 }, "the limb doubles", { connection: "star" }),
  row(PAIRS_AT_REST, "pathOpen", { pathDelta: 0.95 }, "the winding doubles", { connection: "delta" }),
  row(PAIRS_AT_REST, "wrongData", { shifted: 0.9 }, "balanced at another value than believed"),
  row(
    PAIRS_AT_REST,
    "setup",
    { jointSeries: 0.22, erratic: 0.2, shifted: 0.15, twoOpen: 0.08, allOpen: 0.12 },
    "dirty or missed pins read open or high",
    { tips: "unproven" },
  ),
  row(
    PAIRS_AT_REST,
    "setup",
    { jointSeries: 0.15, erratic: 0.15, shifted: 0.08, twoOpen: 0.02, allOpen: 0.01 },
    "with the tips proved, contact, range and a misread temperature are left",
    { tips: "proven" },
  ),
  row(INWARD, "starJointOpen", { allOpen: 0.93, differ: 0.05 }, "nothing joins the limbs there either"),
  row(INWARD, "limbOpen", { differ: 0.97 }, "the limb is open from its own ends"),
  row(INWARD, "turnsShorted", { differ: 0.72 }, "the turns are missing there too; few hide below any limit"),
  row(INWARD, "pathOpen", { differ: 0.6 }, "where the paths meet inside, the other one still carries alone"),
  row(INWARD, "highJoint", { differ: 0.5 }, "half of the bad joints sit behind the lead"),
];

export const WINDING_MASKS = [
  mask(
    PAIRS_AT_REST,
    "starJointOpen",
    ["turnsShorted", "highJoint", "pathOpen", "wrongData"],
    "with the joint open no current flows at rest: the pairs say nothing of the limbs",
  ),
];
