/** Three pairs at rest: measured, judged, read against the fault table. */
export * from "./temperature.ts";
export * from "./measurePairs.ts";
export * from "./forcedCurrent.ts";
export * from "./imbalance.ts";
export * from "./limbs.ts";
export * from "./canDecide.ts";
export * from "./faultTable.ts";
export * from "./recognisePattern.ts";
export * from "./tellApart.ts";
export * from "./slots.ts";
export * from "./variables.ts";
export * from "./pairRecord.ts";
export { fittingRows } from "./pairWords.ts";
export * from "./check.ts";
export * from "./beforeAfter.ts";
export * from "./againstExpected.ts";
export * from "./wire.ts";
