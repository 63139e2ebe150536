import type { LikelihoodRow } from "../types.ts";

/** Pairs at rest: circuit arithmetic says which row, judgement says how often it shows. */
export const PAIRS_AT_REST: readonly LikelihoodRow[] = [
  {
    fault: "starJointOpen",
    variable: "pairs",
    outcomes: { allOpen: 0.9, twoOpen: 0.07, erratic: 0.03 },
    reason: "no path between any two leads; now and then two bundles still touch",
  },
  {
    fault: "limbOpen",
    variable: "pairs",
    when: { connection: "star" },
    outcomes: { twoOpen: 0.97, erratic: 0.03 },
    reason: "both pairs through the limb are open",
  },
  {
    fault: "limbOpen",
    variable: "pairs",
    when: { connection: "delta" },
    outcomes: { limbOpenDelta: 0.97, erratic: 0.03 },
    reason: "the open winding's pair reads through the two others",
  },
  {
    fault: "leadOpen",
    variable: "pairs",
    outcomes: { twoOpen: 0.9, allOpen: 0.05 },
    reason: "both pairs through the lead are open; a torn plug may open all",
  },
  {
    fault: "leadsShorted",
    variable: "pairs",
    outcomes: { pairShorted: 0.92, allShort: 0.05 },
    reason: "the pair reads its contact alone; a crushed cable may short all three",
  },
  {
    fault: "turnsShorted",
    variable: "pairs",
    when: { connection: "star" },
    outcomes: { turnsStar: 0.7, pairShorted: 0.02, erratic: 0.02 },
    reason: "lower limb; a few turns hide below any limit",
  },
  {
    fault: "turnsShorted",
    variable: "pairs",
    when: { connection: "delta" },
    outcomes: { turnsDelta: 0.66, pairShorted: 0.06, erratic: 0.02 },
    reason: "lower winding; wholly shorted it reads as a shorted pair",
  },
  {
    fault: "highJoint",
    variable: "pairs",
    when: { connection: "star" },
    outcomes: { jointSeries: 0.85, erratic: 0.03 },
    reason: "the limb or lead gains ohms; contact may wander",
  },
  {
    fault: "highJoint",
    variable: "pairs",
    when: { connection: "delta" },
    outcomes: { jointDelta: 0.45, jointSeries: 0.4, erratic: 0.03 },
    reason: "inside the winding or in the lead: two different readings",
  },
  {
    fault: "highJoint",
    variable: "steady",
    outcomes: { drifting: 0.2 },
    reason: "a bad contact moves while it is read",
  },
  {
    fault: "pathOpen",
    variable: "pairs",
    when: { connection: "star" },
    outcomes: { pathStar: 0.95 },
    reason: "the limb doubles",
  },
  {
    fault: "pathOpen",
    variable: "pairs",
    when: { connection: "delta" },
    outcomes: { pathDelta: 0.95 },
    reason: "the winding doubles",
  },
  {
    fault: "frameFault",
    variable: "frame",
    outcomes: { touching: 0.62, leaking: 0.25, high: 0.05 },
    reason: "a meter's few volts miss some",
  },
  {
    fault: "frameFault",
    variable: "burnt",
    outcomes: { dark: 0.3, smell: 0.2 },
    reason: "liners fail with heat",
  },
  {
    fault: "wrongData",
    variable: "pairs",
    outcomes: { shifted: 0.9 },
    reason: "balanced at another value than believed",
  },
];
