import { choiceSlot, measuredSlot } from "../../check/index.ts";
import { COUNT, PRESSURE } from "../../quantity/index.ts";

/** What air can do, with covers on. */
export const AIR_SLOTS = {
  airPath: choiceSlot(
    "Filter, duct, grilles, wheel, bracket",
    { free: "A free way", restricted: "Dirty, blocked or closed" },
    { byHand: true },
  ),
  flashes: measuredSlot("Flashes counted", COUNT, {
    name: "Flashes",
    under: "between two pauses",
    hint: "one for each 100 CFM",
    live: true,
    plausible: () => ({ least: 0, most: 30 }),
    refuse: (value) => (Number.isInteger(value) && value >= 0 ? null : "Flashes are counted whole."),
  }),
  demanded: measuredSlot("Airflow demanded", COUNT, {
    name: "Demanded",
    under: "by the machine's table",
    hint: "CFM",
    plausible: () => ({ least: 0, most: 5000 }),
  }),
  staticPressure: measuredSlot("Static pressure across the blower", PRESSURE, {
    name: "Static pressure",
    under: "supply side to return side",
    live: true,
    hint: "Pa, or inches as 0.5 in",
    optional: true,
    plausible: () => ({ least: 5, most: 600 }),
  }),
  staticMost: measuredSlot("Most static pressure, by the plate", PRESSURE, {
    name: "Plate's most",
    under: "of the machine",
    hint: "Pa, or inches as 0.5 in",
    optional: true,
    plausible: () => ({ least: 20, most: 600 }),
    refuse: (value) => (value > 0 ? null : "A plate allows more than nothing."),
  }),
  verified: choiceSlot(
    "After fitting: airflow measured against the machine's table",
    { asDemanded: "As demanded", low: "Below it" },
    { live: true },
  ),
} as const;
