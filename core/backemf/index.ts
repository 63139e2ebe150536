/** Back-EMF and the speed constant, by hand instruments. */
export * from "./speed.ts";
export * from "./speedConstant.ts";
export * from "./spinGate.ts";
export * from "./limbEmfs.ts";
export * from "./nameplate.ts";
