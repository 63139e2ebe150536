import type { LikelihoodRow } from "../types.ts";

/** What the set-up itself shows. */
export const SETUP_ITSELF: readonly LikelihoodRow[] = [
  {
    fault: "setup",
    variable: "meterKnown",
    outcomes: { departs: 0.45 },
    reason: "a meter that is wrong on what is known",
  },
  { fault: "setup", variable: "endRepeat", outcomes: { moved: 0.5 }, reason: "what moved was not the motor" },
  { fault: "highJoint", variable: "endRepeat", outcomes: { moved: 0.12 }, reason: "a contact that moves" },
  {
    fault: "setup",
    variable: "past",
    outcomes: { allShifted: 0.35 },
    reason: "three pairs do not age alike",
  },
  {
    fault: "wrongData",
    variable: "past",
    outcomes: { allShifted: 0.008 },
    reason: "data that fitted last time fit still, unless it is another motor under this serial",
  },
];
