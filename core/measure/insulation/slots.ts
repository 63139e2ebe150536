import { choiceSlot, measuredSlot } from "../../check/index.ts";
import { RESISTANCE, TEMPERATURE, VOLTAGE } from "../../quantity/index.ts";
import { TEST_VOLTAGE } from "./insulation.ts";

/** Testers of these motors end here. Common practice below 1 kV. */
const MOST_VOLTS = 1000;
const UNPLUGGED = { unplugged: "done" } as const;

export const INSULATION_SLOTS = {
  unplugged: choiceSlot("Halls, thermistor, module and controller", { done: "Unplugged" }),
  kind: choiceSlot("Insulation", {
    thermoplastic: "Thermoplastic or unknown",
    thermoset: "Thermoset (varnish, epoxy)",
  }),
  testVolts: measuredSlot("Test voltage", VOLTAGE, {
    under: "of the tester",
    hint: `V DC, ${TEST_VOLTAGE} for machines below 1 kV`,
    instrument: "insulation",
    needs: UNPLUGGED,
    refuse: (value) =>
      value <= 0 || value > MOST_VOLTS
        ? `Insulation of these motors is tested with 50 to ${MOST_VOLTS} V.`
        : null,
  }),
  temperature: measuredSlot("Winding temperature", TEMPERATURE, {
    name: "Winding",
    under: "temperature",
    hint: "°C; Enter takes 20 °C",
    needs: UNPLUGGED,
    optional: true,
  }),
  oneMinute: measuredSlot("Insulation after one minute", RESISTANCE, {
    name: "One minute",
    under: "leads to frame",
    hint: "as 2.2G or 550M; O for above the range",
    instrument: "insulation",
    needs: UNPLUGGED,
  }),
  tenMinutes: measuredSlot("Insulation after ten minutes", RESISTANCE, {
    name: "Ten minutes",
    under: "if you wait for it",
    hint: "for the polarisation index; Enter leaves it out",
    instrument: "insulation",
    needs: UNPLUGGED,
    optional: true,
  }),
} as const;
