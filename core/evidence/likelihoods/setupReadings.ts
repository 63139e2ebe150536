import type { LikelihoodRow } from "../types.ts";

/** The set-up is a parent of every reading it touches. */
export const SETUP_READINGS: readonly LikelihoodRow[] = [
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
    outcomes: { jointSeries: 0.15, erratic: 0.15, shifted: 0.08, twoOpen: 0.02, allOpen: 0.01 },
    reason: "with the tips proved, contact, range and a misread temperature are left",
  },
  {
    fault: "setup",
    variable: "frame",
    outcomes: { high: 0.15, leaking: 0.05 },
    reason: "fingers across the probes",
  },
];
