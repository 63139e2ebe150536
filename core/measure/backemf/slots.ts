import { choiceSlot, measuredSlot, type Plausible, type Slot } from "../../check/index.ts";
import { FREQUENCY, POLE_PAIRS, SPEED, SPEED_CONSTANT, VOLTAGE } from "../../quantity/index.ts";
import { pairName, PAIRS, type Motor, type Pair } from "../../record/index.ts";
import { DRILL_FLICKER } from "./drillSpeed.ts";
import { lineRmsAt } from "./speedConstant.ts";

/** No drill of a bench turns faster. Common practice. */
const FASTEST_DRILL = 6000;
/** A plate may be off, and a drill too, by this much together before a voltage is asked about. Bench judgement. */
const FAR_OFF = 4;

const spunPlausible: Plausible = ({ speedConstant }) =>
  speedConstant
    ? {
        least: 0,
        most: FAR_OFF * lineRmsAt(speedConstant.rpmPerVolt, speedConstant.convention, FASTEST_DRILL),
      }
    : null;

const notZero = (what: string) => (value: number) =>
  value > 0 ? null : `A ${what} of zero is no spin: nothing can be divided by it.`;

function neverFaster(value: number, { rated }: Motor): string | null {
  if (value <= 0) return "At zero rpm nothing spins.";
  return rated?.rpm !== undefined && value > rated.rpm
    ? `This motor is rated for ${rated.rpm} rpm: never spin it faster.`
    : null;
}

/** Frequency, or speed with a tachometer. */
const speedSlot = (name: string) =>
  measuredSlot(name, [FREQUENCY, SPEED], {
    hint: "Hz, as 42.19",
    instrument: "frequency",
    unsteady: DRILL_FLICKER,
    again: "repeats",
    refuse: notZero("speed"),
  });

/** Readings of one motor on the drill. */
function runSlots(prefix: string, whose: string): Record<string, Slot> {
  const pairSlots = (pair: Pair): [string, Slot][] => [
    [
      `${prefix}${pair}`,
      measuredSlot(`${whose}Volts ${pairName(pair)}`, VOLTAGE, {
        name: `${whose}${pairName(pair)}`,
        hint: "AC volts, as 0.75; + repeats it",
        instrument: "acVolts",
        unsteady: DRILL_FLICKER,
        again: "repeats",
        plausible: spunPlausible,
      }),
    ],
    [`${prefix}${pair}.speed`, speedSlot(`${whose}Frequency at ${pairName(pair)}`)],
  ];
  return {
    [`${prefix}speedBefore`]: speedSlot(`${whose}Frequency before`),
    [`${prefix}speed`]: speedSlot(`${whose}Frequency`),
    [`${prefix}speedAfter`]: speedSlot(`${whose}Frequency after`),
    ...Object.fromEntries(PAIRS.flatMap(pairSlots)),
  };
}

const burden = (pair: Pair) =>
  choiceSlot(`${pairName(pair)} with a 10 kΩ load`, { collapses: "Collapses", stands: "Stands" });

export const BACKEMF_SLOTS = {
  plannedSpeed: measuredSlot("Planned drill speed", SPEED, {
    name: "Planned speed",
    hint: "rpm, as the drill's plate says",
    instrument: "tachometer",
    unsteady: DRILL_FLICKER,
    refuse: neverFaster,
  }),
  gate: choiceSlot("Connections", {
    insulated: "Insulated, under high-voltage rules",
    bare: "Not insulated",
  }),
  route: choiceSlot("How speed is read", {
    oneMeter: "One meter",
    twoMeters: "Two meters",
    tachometer: "Tachometer",
  }),
  drill: choiceSlot("The drill", { free: "Turns freely", hard: "Hard, or stalls" }),
  polePairs: measuredSlot("Pole pairs, counted", POLE_PAIRS, {
    name: "Pole pairs",
    hint: "7, or 14 poles; Enter leaves it out",
    optional: true,
  }),
  residual: measuredSlot("Volts with the meter's leads shorted", VOLTAGE, {
    name: "Leads shorted",
    hint: "V; Enter leaves it out",
    instrument: "acVolts",
    optional: true,
    again: "repeats",
  }),
  "AB.burden": burden("AB"),
  "BC.burden": burden("BC"),
  "CA.burden": burden("CA"),
  ...runSlots("", ""),
  ...runSlots("sister.", "Sister, "),
  "sister.stated": measuredSlot("Sister, its constant where it is another model", SPEED_CONSTANT, {
    name: "Its constant, if another model",
    under: "known, as this motor's is stated",
    hint: "rpm/V; Enter: it is of this model",
    optional: true,
    refuse: notZero("constant"),
  }),
  "sister.polePairs": measuredSlot("Sister, its pole pairs where they are others", POLE_PAIRS, {
    name: "Its pole pairs",
    hint: "7, or 14 poles; Enter: as this motor's",
    optional: true,
  }),
};
