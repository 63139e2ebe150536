/** What is written down about a motor, a job and its readings. Types and the vocabularies they use. */
export * from "./motor.ts";
export * from "./diagram.ts";
export * from "./reading.ts";
export * from "./capture.ts";
export * from "./limits.ts";
export * from "./visit.ts";
export * from "./sitting.ts";
export * from "./job.ts";
export * from "./entry.ts";
export * from "./fold.ts";
export * from "./work.ts";
export * from "./serial.ts";
export * from "./shopTime.ts";
export * from "./jobName.ts";
