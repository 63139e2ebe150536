import { choiceSlot, measuredSlot } from "../../check/index.ts";
import { CURRENT, RESISTANCE } from "../../quantity/index.ts";

/** Harness, switches and module: locked out, waited out and measured dead. */
export const MODULE_SLOTS = {
  harness: choiceSlot("Harness, each wire end to end, each pin looked at", {
    whole: "Whole",
    corroded: "A pin green, dark or loose in its hole",
    broken: "Broken, burnt or pushed back",
  }),
  switches: choiceSlot("Jumper and speed switches against the maker's table, none midway", {
    asTable: "As the table says",
    differ: "They differ",
  }),
  limit: choiceSlot("Safety limit, one lead lifted, by ohms", { closed: "Closed", open: "Open" }),
  moduleLook: choiceSlot("Module opened: limiter, capacitors, pins, smell", {
    clean: "Clean",
    burnt: "Burnt parts or pins",
    limiterOpen: "Inrush limiter open",
    liquid: "Liquid from capacitors",
  }),
  limiter: measuredSlot("Inrush limiter, cold, out of circuit on one side", RESISTANCE, {
    name: "Limiter",
    under: "cold, one leg free",
    hint: "Ω, or O for open",
    instrument: "ohms",
    optional: true,
    plausible: () => ({ least: 0.2, most: 200 }),
  }),
  limiterMarked: measuredSlot("Ohms marked on the limiter", RESISTANCE, {
    name: "Marked ohms",
    under: "on the limiter",
    hint: "Ω at 25 °C",
    canBeOpen: false,
    optional: true,
    plausible: () => ({ least: 0.5, most: 100 }),
    refuse: (value) => (value > 0 ? null : "A limiter marked 0 Ω limits nothing: look again."),
  }),
  limiterAmperes: measuredSlot("Amperes marked on the limiter", CURRENT, {
    name: "Marked amperes",
    under: "on the limiter",
    hint: "A, to order one alike",
    optional: true,
    plausible: () => ({ least: 0.5, most: 30 }),
  }),
  behindLimiter: choiceSlot("Rectifier and switches behind an open limiter, in diode mode", {
    whole: "No short, either way",
    shorted: "A short",
  }),
  killer: choiceSlot("What killed it", {
    bearing: "Worn bearing or locked rotor",
    air: "Restricted air",
    mains: "Mains too high, or a surge",
    wet: "Water, no drip loop",
    wrong: "Wrong jumper, plugged live, 24 V in the wrong place",
    age: "Looked for all of these and found none",
  }),
  programmed: choiceSlot("The module to be fitted", {
    thisModel: "Programmed for this model by its maker",
    superseded: "The kind that the maker names in its place",
    universal: "Universal or ordinary motor, as a bridge only",
  }),
} as const;
