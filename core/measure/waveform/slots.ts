import { captureSlot } from "../../check/index.ts";

/** A motor is recorded while a drill turns it, and while it is left to coast: one of each counts at a time. */
export const WAVEFORM_SLOTS = {
  spun: captureSlot("Recorded while spun"),
  coast: captureSlot("Recorded while it coasts"),
};
