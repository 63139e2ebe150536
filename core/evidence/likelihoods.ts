import type { LikelihoodRow } from "./types.ts";

/**
 * What each fault, when present, makes a check show: one row a fault and check, with its reason. The mass
 * a row does not name stays with the ordinary outcome (the fault does not show). Judgement from common
 * practice and circuit arithmetic. Held against simulated motors that do not use it: bench/calibration.
 */
export const LIKELIHOODS: readonly LikelihoodRow[] = [
  // Pairs at rest: circuit arithmetic says which row, judgement says how often it shows.
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

  // What was seen and felt.
  {
    fault: "bearing",
    variable: "turn",
    outcomes: { grinding: 0.6, tightSpot: 0.12, stiff: 0.08, locked: 0.03 },
    reason: "a box of marbles; stiff with old grease or rust",
  },
  {
    fault: "bearing",
    variable: "play",
    outcomes: { slight: 0.35, clear: 0.35 },
    reason: "worn races let the shaft rock",
  },
  {
    fault: "bearing",
    variable: "damp",
    outcomes: { rust: 0.35 },
    reason: "rust starts at the outer bearing",
  },
  {
    fault: "magnets",
    variable: "turn",
    outcomes: { scraping: 0.35, tightSpot: 0.2, locked: 0.08, grinding: 0.1 },
    reason: "a lifted magnet or fragment touches the stator",
  },
  {
    fault: "magnets",
    variable: "magnetsSeen",
    outcomes: { chipped: 0.9, scratched: 0.07 },
    reason: "seen once the motor is open",
  },
  {
    fault: "laminations",
    variable: "turn",
    outcomes: { scraping: 0.6, tightSpot: 0.15, locked: 0.05 },
    reason: "torn sheets stand into the gap",
  },
  {
    fault: "laminations",
    variable: "laminationsSeen",
    outcomes: { torn: 0.97 },
    reason: "plain to see once open",
  },
  {
    fault: "laminations",
    variable: "magnetsSeen",
    outcomes: { scratched: 0.6, chipped: 0.15 },
    reason: "torn sheets score the magnets",
  },
  {
    fault: "debris",
    variable: "turn",
    outcomes: { scraping: 0.3, grinding: 0.2, tightSpot: 0.15, stiff: 0.08, locked: 0.04 },
    reason: "what lies in the gap rubs",
  },
  {
    fault: "debris",
    variable: "debrisSeen",
    outcomes: { chips: 0.85 },
    reason: "seen once open, chips cling to magnets",
  },
  { fault: "debris", variable: "damp", outcomes: { rust: 0.4 }, reason: "half of the dirt is rust" },
  {
    fault: "debris",
    variable: "magnetsSeen",
    outcomes: { scratched: 0.3 },
    reason: "chips score what they rub on",
  },
  {
    fault: "driverShort",
    variable: "turn",
    outcomes: { stiffPluggedOnly: 0.85 },
    reason: "a shorted switch brakes the motor until it is unplugged",
  },
  {
    fault: "leadsShorted",
    variable: "turn",
    outcomes: { stiff: 0.65 },
    reason: "shorted leads brake as the rotor turns, plugged or not",
  },
  {
    fault: "turnsShorted",
    variable: "turn",
    outcomes: { stiff: 0.15, tightSpot: 0.1 },
    reason: "shorted loops drag, noticeably only when large",
  },
  {
    fault: "turnsShorted",
    variable: "burnt",
    outcomes: { dark: 0.5, smell: 0.2 },
    reason: "shorted turns burn",
  },
  {
    fault: "starJointOpen",
    variable: "burnt",
    outcomes: { dark: 0.15, smell: 0.25 },
    reason: "the joint cooks, the windings often stay bright",
  },
  {
    fault: "limbOpen",
    variable: "burnt",
    outcomes: { dark: 0.45, smell: 0.2 },
    reason: "wires rarely part without heat",
  },
  {
    fault: "leadOpen",
    variable: "wiresSeen",
    outcomes: { broken: 0.4, taped: 0.2 },
    reason: "some breaks show, some sit inside the jacket",
  },
  {
    fault: "leadsShorted",
    variable: "wiresSeen",
    outcomes: { taped: 0.35, broken: 0.15 },
    reason: "the chafe shows at the axle or plug",
  },
  { fault: "highJoint", variable: "wiresSeen", outcomes: { taped: 0.25 }, reason: "tape over a splice" },

  // The set-up is a parent of every reading it touches.
  {
    fault: "setup",
    variable: "tips",
    outcomes: { high: 0.4, open: 0.15 },
    reason: "worn leads, loose plugs, a blown fuse",
  },
  { fault: "setup", variable: "steady", outcomes: { drifting: 0.5 }, reason: "a clip that moves" },
  {
    fault: "setup",
    variable: "pairs",
    when: { tips: "unproven" },
    outcomes: { jointSeries: 0.22, erratic: 0.2, shifted: 0.15, twoOpen: 0.08, allOpen: 0.12 },
    reason: "dirty or missed pins read open or high",
  },
  {
    fault: "setup",
    variable: "pairs",
    when: { tips: "proven" },
    outcomes: { jointSeries: 0.15, erratic: 0.15, shifted: 0.05, twoOpen: 0.02, allOpen: 0.01 },
    reason: "with the tips proved, only the contact at the motor is left",
  },
  {
    fault: "setup",
    variable: "frame",
    outcomes: { high: 0.15, leaking: 0.05 },
    reason: "fingers across the probes",
  },
];
