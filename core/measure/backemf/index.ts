/** Back-EMF and the speed constant, by hand instruments. */
export * from "./speed.ts";
export * from "./speedConstant.ts";
export * from "./spinGate.ts";
export * from "./limbEmfs.ts";
export * from "./nameplate.ts";
export * from "./drillSpeed.ts";
export * from "./measureSpin.ts";
export * from "./spunTable.ts";
export * from "./recogniseSpun.ts";
export * from "./measuredConstant.ts";
export * from "./constantFindings.ts";
export * from "./spinRecord.ts";
export * from "./underLoad.ts";
export * from "./gate.ts";
export * from "./slots.ts";
export * from "./variables.ts";
export * from "./check.ts";
