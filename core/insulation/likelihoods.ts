import { row, together } from "../catalogue/index.ts";
import { FRAME } from "../frame/index.ts";
import { INSULATION } from "./variables.ts";

/**
 * What each fault, when present, makes this check show, with its reason. Judgement from common practice and circuit
 * arithmetic; held against simulated motors that know nothing of it.
 */
export const INSULATION_ROWS = [
  row(
    INSULATION,
    "frameFault",
    { down: 0.55, bad: 0.27, poor: 0.12 },
    "the tester stresses what a meter cannot",
  ),
  row(
    INSULATION,
    "waterInside",
    { poor: 0.35, bad: 0.2, down: 0.04 },
    "damp conducts; dry it and read again",
  ),
  row(INSULATION, "debris", { poor: 0.2 }, "damp and dirt conduct"),
];

const BOTH = [FRAME, INSULATION] as const;

/** A meter and a tester at the same leads look for one way to the frame: what one of them misses the other may miss too. */
export const FRAME_TOGETHER = [
  together(BOTH, "waterInside", "one dampness lies behind both"),
  together(BOTH, "frameFault", "one bare place lies behind both"),
];
