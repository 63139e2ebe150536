import { row } from "../catalogue/index.ts";
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
