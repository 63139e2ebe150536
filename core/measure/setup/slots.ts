import { choiceSlot, measuredSlot, type Slot, type SlotForm } from "../../check/index.ts";
import { COUNT, RESISTANCE, VOLTAGE } from "../../quantity/index.ts";

const inPairs = (magnets: number) =>
  magnets > 0 && magnets % 2 === 0 ? null : "Magnets come in pairs, north and south: count them again.";

/** One thing changed, all else left as it was, and the first pair read again: what brings the value back was it. */
export const CHANGES = {
  leads: "Other leads",
  clips: "Clips cleaned and set anew",
  range: "Another range",
  battery: "A new battery in the meter",
  rotor: "The rotor turned a little",
} as const;
export type Change = keyof typeof CHANGES;
export const afterSlot = <Of extends Change>(change: Of) => `after.${change}` as const;

const after = Object.fromEntries(
  Object.entries(CHANGES).map(([change, what]) => [
    `after.${change}`,
    measuredSlot(`First pair again: ${what.toLowerCase()}`, RESISTANCE, {
      name: what,
      under: "nothing else changed",
      hint: "the first pair now; Enter leaves it out",
      instrument: "ohms",
      byHand: true,
      optional: true,
    }),
  ]),
) as Readonly<Record<ReturnType<typeof afterSlot>, Slot<SlotForm & { kind: "measured" }>>>;

export const SETUP_SLOTS = {
  known: measuredSlot("Known resistor", RESISTANCE, {
    name: "Known",
    under: "resistor on the bench",
    hint: "what is printed on it, as 10",
    canBeOpen: false,
  }),
  knownRead: measuredSlot("Meter on the known resistor", RESISTANCE, {
    name: "Meter shows",
    under: "on that resistor",
    hint: "what the display shows",
    instrument: "ohms",
  }),
  voltsKnown: measuredSlot("Known alternating voltage", VOLTAGE, {
    name: "Known volts",
    under: "AC, of a source you trust",
    hint: "V, such as a transformer that another meter agrees on",
    refuse: (value) => (value > 0 ? null : "Nothing is proved on no volts."),
  }),
  voltsRead: measuredSlot("Meter on the known voltage", VOLTAGE, {
    name: "Meter shows",
    under: "on that source",
    hint: "V AC, what the display shows",
    instrument: "acVolts",
  }),
  battery: choiceSlot("The meter's own battery", { good: "No sign of it", low: "It shows low" }),
  magnets: measuredSlot("Magnets counted in the rotor", COUNT, {
    name: "Magnets",
    under: "counted in the rotor",
    hint: "all of them, as 30",
    refuse: inPairs,
  }),
  /** The first pair that was read, once more at the end. */
  again: measuredSlot("First pair again", RESISTANCE, {
    name: "Again",
    under: "same meter, at the end",
    hint: "as the display shows it now",
    instrument: "ohms",
    byHand: true,
  }),
  ...after,
} as const;
