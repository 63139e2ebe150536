/** The engine: sets of faults, classes, weights, the next step. It knows no motor. */
export * from "./types.ts";
export { faultSets, membersOf } from "./sets.ts";
export { effectsOn, outcomesOf, OUTCOME_FLOOR } from "./effects.ts";
export { classesOf } from "./classes.ts";
export { ONE_SEVERITY } from "./together.ts";
export { infer, massBeyond, MOST_DECIBANS, type Inference } from "./infer.ts";
export { cureSet, curesOfSet, NO_CURE, NOTHING, type CureSet } from "./cureSet.ts";
export { askedShares, askingsOf, curesOf, leadingTypes } from "./actions.ts";
export { cureOutlooks } from "./outlook.ts";
export { entropyOf, LEAST_GAIN, rankSteps, whatWouldTurn } from "./nextStep.ts";
export { readingsLeft, whatIsLeft } from "./lookAhead.ts";
