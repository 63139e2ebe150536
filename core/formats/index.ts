/** Open formats in: from bytes to signals side by side. */
export * from "./recording.ts";
export * from "./readRecording.ts";
