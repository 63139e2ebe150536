import { captureSlot, choiceSlot, measuredSlot, type Slot } from "../../check/index.ts";
import { CURRENT, VOLTAGE } from "../../quantity/index.ts";
import { PHASES } from "../../record/index.ts";
import { RAILS } from "./controller.ts";

/** The six junctions of a controller's bridge, in diode mode with the power off. */
const junctions: Record<string, Slot> = Object.fromEntries(
  PHASES.flatMap((phase) =>
    RAILS.map((rail) => [
      `${phase}.${rail}`,
      measuredSlot(`Phase ${phase} to ${rail} rail`, VOLTAGE, {
        name: `${phase} to ${rail}`,
        hint: "V, about 0.5; O for open",
        byHand: true,
        canBeOpen: true,
      }),
    ]),
  ),
);
const SHOWS = { shows: "Shows", away: "Does not show" } as const;
const BASELINE = "of a sound motor of this model";

export const RUN_SLOTS = {
  runGood: choiceSlot(
    "This motor on a known-good controller",
    { runs: "Runs well", rough: "Rough, twitches", dead: "Does not run" },
    { live: true },
  ),
  swap: choiceSlot(
    "A known-good motor on this controller",
    { runsWithGood: "The good motor runs", stillFails: "It fails too" },
    { live: true },
  ),
  inUse: choiceSlot("Used as its owner uses it, until warm: what was complained of", SHOWS, { live: true }),
  inUseAgain: choiceSlot("It did not show then; used so on another day", SHOWS, {
    live: true,
    needs: { inUse: "away" },
  }),
  "noLoad.volts": measuredSlot("Supply volts, running light", VOLTAGE, {
    name: "Supply",
    hint: "V at the controller",
    live: true,
  }),
  "noLoad.amperes": measuredSlot("No-load current", CURRENT, {
    name: "Current",
    hint: "A, when it has settled",
    live: true,
  }),
  "baseline.volts": measuredSlot("Supply volts of the baseline", VOLTAGE, {
    name: "Baseline supply",
    hint: BASELINE,
    optional: true,
  }),
  "baseline.amperes": measuredSlot("No-load current of the baseline", CURRENT, {
    name: "Baseline current",
    hint: BASELINE,
    optional: true,
  }),
  /** A picture of how it sounds: nothing is judged by it. */
  sound: captureSlot("Sound, running"),
  ...junctions,
  "drop.amperes": measuredSlot("Current through the connector", CURRENT, {
    name: "Current",
    hint: "A",
    live: true,
    refuse: (value) => (value > 0 ? null : "Without current there is no drop to read."),
  }),
  "drop.volts": measuredSlot("Drop over the connector", VOLTAGE, {
    name: "Drop",
    hint: "as 12m",
    live: true,
  }),
};
