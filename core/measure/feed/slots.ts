import { captureSlot, choiceSlot, measuredSlot } from "../../check/index.ts";
import { VOLTAGE } from "../../quantity/index.ts";

/** What feeds and holds the motor, read before it is opened or when it looks sound. */
export const FEED_SLOTS = {
  /** A controller's or a logger's own log of a run. */
  log: captureSlot("Run logged"),
  rubbing: choiceSlot(
    "Wheel lifted or propeller off, it",
    { free: "Turns freely", rubs: "Rubs or binds" },
    { byHand: true },
  ),
  "pack.rest": measuredSlot("Pack at rest", VOLTAGE, {
    name: "At rest",
    under: "pack, nothing running",
    hint: "V at the controller's input",
    live: true,
    refuse: aboveNothing,
  }),
  "pack.load": measuredSlot("Pack while the throttle is opened", VOLTAGE, {
    name: "Under throttle",
    under: "lowest while it is opened",
    hint: "V at the same place",
    live: true,
    refuse: (value) => (value >= 0 ? null : "A voltage of at least 0."),
  }),
  command: choiceSlot(
    "Command, opened slowly",
    {
      follows: "Follows, smooth",
      uneven: "Jumps or sticks",
      missing: "Missing",
    },
    { live: true },
  ),
  settings: choiceSlot("Controller settings against this motor", {
    fit: "Fit",
    wrong: "Do not fit",
  }),
} as const;

function aboveNothing(value: number): string | null {
  return value > 0
    ? null
    : "Without any voltage there is nothing to compare: the pack or its fuse is the fault.";
}
