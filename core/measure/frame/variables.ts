import { TYPED } from "../../check/index.ts";
import { variable } from "../../inference/index.ts";

/**
 * What the leads say to frame. Outcomes from ordinary to dominant; the leak is the false-alarm rate of a careful person with sound
 * equipment (bench judgement).
 */

export const FRAME = variable({
  id: "frame",
  title: "Leads to frame",
  outcomes: ["clear", "high", "leaking", "touching", "solid"],
  // Three leads that all read low are no slip of a probe.
  leak: { high: 0.03, leaking: 0.006, touching: 0.002, solid: 0.0001 },
  leakReason: "fingers on the probes, dirt or damp",
  slip: TYPED,
  words: {
    clear: "open to frame",
    high: "above 1 MΩ to frame",
    leaking: "leaks to frame",
    touching: "one lead touches the frame",
    solid: "several leads touch the frame",
  },
});

export const FRAME_VARIABLES = [FRAME];
