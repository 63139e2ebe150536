import { choiceSlot, measuredSlot, type Plausible, type Slot } from "../../check/index.ts";
import { CURRENT, RESISTANCE, TEMPERATURE, VOLTAGE } from "../../quantity/index.ts";
import { FAMILY_FACTS } from "../../families/index.ts";
import { pairName, PAIRS, type Pair } from "../../record/index.ts";

/** A pair this many times above or below what the motor should read asks whether the unit is right. Bench judgement. */
const FAR_OFF = 60;
/** A family's usual value is known less well than a motor's own. */
const FAR_OFF_UNKNOWN = 200;

/** What a pair of this motor can read, healthy or at fault, short of open and shorted. */
const pairPlausible: Plausible = ({ expected, family }) => {
  const centre = expected?.ohms ?? FAMILY_FACTS[family].typicalOhms;
  const factor = expected ? FAR_OFF : FAR_OFF_UNKNOWN;
  return { least: 0, most: centre * factor };
};

/** Probe leads read a fraction of an ohm; some ohms are a worn lead, and a hundred is a pair read by mistake. */
const TIPS_MOST = 10;

const pairSlot = (pair: Pair) =>
  measuredSlot(`Pair ${pairName(pair)}`, RESISTANCE, {
    name: pairName(pair),
    hint: "0.162, 162m or OL, then Enter",
    instrument: "ohms",
    again: "repeats",
    plausible: pairPlausible,
  });

function forcedSlots(): Record<string, Slot> {
  const volts = (name: string, hint: string, optional: boolean) =>
    measuredSlot(name, VOLTAGE, { hint, optional, instrument: "dcVolts", again: "repeats" });
  return {
    "zero.volts": volts("Volts with no current", "as 0.02m; Enter leaves it out", true),
    ...Object.fromEntries(
      PAIRS.flatMap((pair) => [
        [
          `${pair}.amperes`,
          measuredSlot(`Current through ${pairName(pair)}`, CURRENT, {
            name: `${pairName(pair)} current`,
            hint: "as 1.50; 0 where none flows",
            instrument: "dcAmperes",
            again: "repeats",
          }),
        ],
        [`${pair}.volts`, volts(`${pairName(pair)} volts`, "millivolts at the leads, as 192m", false)],
      ]),
    ),
  };
}

export const WINDING_SLOTS = {
  tips: measuredSlot("Probe tips together", RESISTANCE, {
    hint: "Touch the tips: nulls the leads.",
    instrument: "ohms",
    plausible: () => ({ least: 0, most: TIPS_MOST }),
  }),
  temperature: measuredSlot("Winding temperature", TEMPERATURE, {
    optional: true,
    hint: "°C. Enter leaves it out.",
  }),
  AB: pairSlot("AB"),
  BC: pairSlot("BC"),
  CA: pairSlot("CA"),
  /** Past lead and plug: what a reading there says that the same one at the plug did not. */
  inward: choiceSlot("At the windings' own ends, past leads and plug, the pairs are", {
    alike: "Alike",
    differ: "Still unlike",
    allOpen: "Still all open",
  }),
  ...forcedSlots(),
};
