import { measuredSlot } from "../../check/index.ts";
import { RESISTANCE } from "../../quantity/index.ts";

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
  /** The first pair that was read, once more at the end. */
  again: measuredSlot("First pair again", RESISTANCE, {
    name: "Again",
    under: "same meter, at the end",
    hint: "as the display shows it now",
    instrument: "ohms",
    byHand: true,
  }),
} as const;
