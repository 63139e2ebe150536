import { FELT, TYPED } from "../../check/index.ts";
import { variable } from "../../inference/index.ts";
import { SPUN_OUTCOMES } from "./spunTable.ts";

/**
 * What the spin says. Outcomes from ordinary to dominant; the leak is the false-alarm rate of a careful person with sound
 * equipment (bench judgement).
 */

export const PAIRS_SPUN = variable({
  id: "spun",
  title: "Three pairs spun",
  outcomes: SPUN_OUTCOMES,
  leak: { turnsStar: 0.003, turnsDelta: 0.003, erratic: 0.006, twoFloating: 0.003, allFloating: 0.003 },
  leakReason: "a drill that slips, a clip half on",
  slip: TYPED,
  words: {
    equal: "three equal voltages",
    turnsStar: "two voltages low",
    turnsDelta: "one voltage low, the others a little",
    limbGone: "two at 0.58",
    reversedDelta: "one at a third",
    erratic: "voltages that fit no single fault",
    pairShorted: "one pair makes nothing",
    twoFloating: "two pairs float",
    allFloating: "all pairs float",
  },
});

export const SPIN_DRAG = variable({
  id: "spinDrag",
  title: "How the drill turned it",
  outcomes: ["free", "hard"],
  leak: { hard: 0.03 },
  leakReason: "strong cogging is taken for drag",
  slip: FELT,
  words: { free: "the drill turns it freely", hard: "the drill turns it hard" },
});

export const CONSTANT = variable({
  id: "constant",
  title: "Speed constant against the plate",
  outcomes: ["agrees", "low", "high", "tellTale", "farHigh"],
  leak: { high: 0.02, low: 0.02, tellTale: 0.006, farHigh: 0.004 },
  leakReason: "speed misread, drill not settled",
  slip: TYPED,
  words: {
    agrees: "speed constant as stated",
    low: "speed constant too low",
    high: "speed constant too high, as weak magnets leave it",
    tellTale: "speed constant off by a tell-tale ratio",
    farHigh: "speed constant higher than any magnets leave it",
  },
});

export const SISTER = variable({
  id: "sister",
  title: "Speed constant against a sister",
  outcomes: ["agrees", "low", "high"],
  leak: { high: 0.01, low: 0.01 },
  leakReason: "sound motors of a model differ a little",
  slip: TYPED,
  words: { agrees: "as its sister", low: "lower than its sister", high: "higher than its sister" },
});

export const REFERENCE = variable({
  id: "reference",
  title: "Speed constant by a reference motor",
  outcomes: ["agrees", "low", "high"],
  leak: { high: 0.02, low: 0.02 },
  leakReason: "two plates, each off by a little",
  slip: TYPED,
  words: {
    agrees: "as stated, by a motor whose constant is known",
    low: "lower than stated, by a motor whose constant is known",
    high: "higher than stated, by a motor whose constant is known",
  },
});

export const REFERENCE_SELF = variable({
  id: "referenceSelf",
  title: "The reference motor itself",
  outcomes: ["agrees", "off"],
  leak: { off: 0.02 },
  leakReason: "its own constant was taken from a plate",
  slip: TYPED,
  words: {
    agrees: "the reference motor measures as it is known",
    off: "the reference motor does not measure as it is known",
  },
});

export const BACKEMF_VARIABLES = [PAIRS_SPUN, SPIN_DRAG, CONSTANT, SISTER, REFERENCE, REFERENCE_SELF];
