/** Insulation: corrected to 40 °C, polarisation index, ohms per volt, and the check with a tester. */
export * from "./insulation.ts";
export * from "./slots.ts";
export * from "./variables.ts";
export * from "./check.ts";
