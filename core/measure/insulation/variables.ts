import { TYPED } from "../../check/index.ts";
import { variable } from "../../inference/index.ts";

/**
 * What the tester says. Outcomes from ordinary to dominant; the leak is the false-alarm rate of a careful person with sound
 * equipment (bench judgement).
 */

export const INSULATION = variable({
  id: "insulation",
  title: "Insulation",
  outcomes: ["good", "poor", "bad", "down"],
  leak: { poor: 0.05, bad: 0.01, down: 0.001 },
  leakReason: "damp, dust, fingerprints on the terminals",
  slip: TYPED,
  words: {
    good: "insulation good",
    poor: "insulation poor",
    bad: "insulation bad",
    down: "insulation broken down",
  },
});

export const INSULATION_VARIABLES = [INSULATION];
