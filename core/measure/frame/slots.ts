import { measuredSlot } from "../../check/index.ts";
import { RESISTANCE } from "../../quantity/index.ts";
import type { Phase } from "../../record/index.ts";

const lead = (phase: Phase) =>
  measuredSlot(`Lead ${phase} to frame`, RESISTANCE, {
    name: `Lead ${phase}`,
    hint: "O for open, or a value such as 2.2M",
    instrument: "ohms",
  });

export const FRAME_SLOTS = { A: lead("A"), B: lead("B"), C: lead("C") } as const;
