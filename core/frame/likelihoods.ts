import { row } from "../catalogue/index.ts";
import { FRAME } from "./variables.ts";

/**
 * What each fault, when present, makes this check show, with its reason. Judgement from common practice and circuit
 * arithmetic; held against simulated motors that know nothing of it.
 */
export const FRAME_ROWS = [
  row(
    FRAME,
    "frameFault",
    { solid: 0.55, touching: 0.07, leaking: 0.25, high: 0.05 },
    "a meter's few volts miss some",
  ),
  row(FRAME, "waterInside", { high: 0.3, leaking: 0.2 }, "damp conducts; dry it and read again"),
  row(FRAME, "setup", { high: 0.15, leaking: 0.05 }, "fingers across the probes"),
];
