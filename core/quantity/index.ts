/** Units, what people type, how values are written, instruments and uncertainty. */
export * from "./units.ts";
export * from "./parseQuantity.ts";
export * from "./formatQuantity.ts";
export * from "./spokenQuantity.ts";
export * from "./uncertainty.ts";
export * from "./quantile.ts";
export * from "./distributions.ts";
export * from "./judgement.ts";
export * from "./instrument.ts";
export * from "./instrumentTemplates.ts";
export * from "./rangeShown.ts";
export * from "./checkDue.ts";
export * from "./temperatureText.ts";
export * from "./torqueConstantText.ts";
