import type { LikelihoodRow } from "../types.ts";

/** Without a meter, against a sister, with a tester. */
export const BY_HAND: readonly LikelihoodRow[] = [
  {
    fault: "starJointOpen",
    variable: "shortDrag",
    outcomes: { noneDrags: 0.93, oneDiffers: 0.05 },
    reason: "no loop closes",
  },
  {
    fault: "limbOpen",
    variable: "shortDrag",
    when: { connection: "star" },
    outcomes: { oneDiffers: 0.95 },
    reason: "only the pair without the limb drags",
  },
  {
    fault: "limbOpen",
    variable: "shortDrag",
    when: { connection: "delta" },
    outcomes: { oneDiffers: 0.35 },
    reason: "all drag, one a little less",
  },
  {
    fault: "leadOpen",
    variable: "shortDrag",
    outcomes: { oneDiffers: 0.95 },
    reason: "only the pair without the lead drags",
  },
  {
    fault: "leadsShorted",
    variable: "shortDrag",
    outcomes: { dragsUnbridged: 0.85 },
    reason: "bridged already",
  },
  {
    fault: "turnsShorted",
    variable: "shortDrag",
    outcomes: { oneDiffers: 0.2, dragsUnbridged: 0.25 },
    reason: "the loop drags by itself when large",
  },
  { fault: "highJoint", variable: "shortDrag", outcomes: { oneDiffers: 0.15 }, reason: "ohms in the loop" },
  {
    fault: "bearing",
    variable: "coastDown",
    outcomes: { short: 0.55 },
    reason: "what rubs or grinds takes its share",
  },
  {
    fault: "debris",
    variable: "coastDown",
    outcomes: { short: 0.5 },
    reason: "what rubs or grinds takes its share",
  },
  { fault: "laminations", variable: "coastDown", outcomes: { short: 0.5 }, reason: "touches" },
  { fault: "turnsShorted", variable: "coastDown", outcomes: { short: 0.45 }, reason: "shorted loops brake" },
  { fault: "leadsShorted", variable: "coastDown", outcomes: { short: 0.92 }, reason: "shorted leads brake" },
  { fault: "magnets", variable: "coastDown", outcomes: { short: 0.25 }, reason: "touches" },
  {
    fault: "frameFault",
    variable: "insulation",
    outcomes: { bad: 0.82, poor: 0.12 },
    reason: "the tester stresses what a meter cannot",
  },
  { fault: "debris", variable: "insulation", outcomes: { poor: 0.2 }, reason: "damp and dirt conduct" },
];
