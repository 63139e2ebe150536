import { choiceSlot, measuredSlot } from "../../check/index.ts";
import { RESISTANCE, TEMPERATURE, VOLTAGE, type Volts } from "../../quantity/index.ts";
import { mostVolts, type Motor } from "../../record/index.ts";
import { hazardousSupply } from "../safety/index.ts";
import { MOST_TEST, testVoltage } from "./insulation.ts";

/** What the insulation of a motor is tested with, and the most that it takes. @example testOf({ family: "hobby" }) // { usual: 250, most: 250 } */
export const testOf = (motor: Pick<Motor, "family" | "rated">) =>
  testVoltage(hazardousSupply(motor), mostVolts(motor.rated));

/** Why a motor is not tested with so many volts; null where it may be. */
function tooHard(value: Volts, motor: Motor): string | null {
  if (value <= 0 || value > MOST_TEST)
    return `Insulation of these motors is tested with 50 to ${MOST_TEST} V.`;
  const { most } = testOf(motor);
  if (value <= most) return null;
  const known =
    mostVolts(motor.rated) === undefined ? "Nobody wrote down that it is fed with more" : "By its plate";
  return `${known}: this winding takes ${most} V at most. More breaks down what is sound.`;
}

const UNPLUGGED = { unplugged: "done" } as const;

export const INSULATION_SLOTS = {
  unplugged: choiceSlot("Halls, thermistor, module and controller", { done: "Unplugged" }),
  kind: choiceSlot("Insulation", {
    thermoplastic: "Thermoplastic or unknown",
    thermoset: "Thermoset (varnish, epoxy)",
  }),
  testVolts: measuredSlot("Test voltage", VOLTAGE, {
    under: "of the tester",
    hint: "V DC, as the tester is set",
    instrument: "insulation",
    needs: UNPLUGGED,
    refuse: tooHard,
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
