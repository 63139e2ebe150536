import { TYPED } from "../../check/index.ts";
import { variable } from "../../inference/index.ts";
import { PAIR_OUTCOMES } from "./faultTable.ts";

/**
 * What the pairs at rest say. Outcomes from ordinary to dominant; the leak is the false-alarm rate of a careful person with sound
 * equipment (bench judgement).
 */

export const TIPS = variable({
  id: "tips",
  title: "Probe tips together",
  outcomes: ["nearZero", "high", "open"],
  leak: { high: 0.01, open: 0.002 },
  leakReason: "sound leads read near zero",
  slip: TYPED,
  words: { nearZero: "tips read near zero", high: "tips read high", open: "tips read open" },
});

export const STEADY = variable({
  id: "steady",
  title: "Repeats",
  outcomes: ["steady", "drifting"],
  leak: { drifting: 0.03 },
  leakReason: "a rotor nudged once",
  slip: TYPED,
  words: { steady: "repeats agree", drifting: "repeats drift" },
});

export const PAIRS_AT_REST = variable({
  id: "pairs",
  title: "Three pairs",
  outcomes: PAIR_OUTCOMES,
  leak: { shifted: 0.01, jointSeries: 0.006, turnsStar: 0.003, turnsDelta: 0.003, erratic: 0.004 },
  leakReason: "a finger on a probe, a clip half on, a meter slip",
  slip: TYPED,
  words: {
    balanced: "three pairs equal, as expected",
    shifted: "three pairs equal, far from expected",
    turnsStar: "two pairs low through one limb",
    turnsDelta: "one pair low, the others a little",
    pathStar: "two pairs half as high again",
    pathDelta: "one pair half as high again",
    jointSeries: "two pairs high through one terminal",
    jointDelta: "one pair high, the others a little",
    erratic: "pairs that fit no single fault",
    limbOpenDelta: "one pair three times, two one and a half times",
    pairShorted: "one pair near zero",
    allShort: "all pairs near zero",
    twoOpen: "two pairs open, one good",
    allOpen: "all pairs open",
  },
});

export const INWARD = variable({
  id: "inward",
  title: "Pairs at the windings' own ends",
  outcomes: ["alike", "differ", "allOpen"],
  leak: { differ: 0.01, allOpen: 0.002 },
  leakReason: "varnish under the probes",
  slip: TYPED,
  words: {
    alike: "alike at the windings' own ends",
    differ: "still unlike at the windings' own ends",
    allOpen: "still open at the windings' own ends",
  },
});

export const WINDING_VARIABLES = [TIPS, STEADY, PAIRS_AT_REST, INWARD];
