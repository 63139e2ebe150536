/** A closed job as its own record. */
export * from "./closedRecord.ts";
export * from "./sinceClosing.ts";
