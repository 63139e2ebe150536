import type { LikelihoodRow } from "../types.ts";

/** What was seen and felt. */
export const SEEN_AND_FELT: readonly LikelihoodRow[] = [
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
    fault: "controller",
    variable: "turn",
    outcomes: { stiffPluggedOnly: 0.6 },
    reason: "a shorted switch brakes the motor until it is unplugged; a dead one does not",
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
];
