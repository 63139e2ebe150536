import { FAMILY_FACTS } from "#core/families";
import { quantityText, RESISTANCE, SPEED_CONSTANT } from "#core/quantity";
import type { ByFamily, Family } from "#core/record";

/** What is written in an empty field of a take-in, for a motor of the family at hand. Invented. */
interface Examples {
  readonly machine: string;
  readonly polePairs: string;
  readonly volts: string;
  readonly amperes: string;
  readonly rpm: string;
}

const EXAMPLES: ByFamily<Examples> = {
  hub: {
    machine: "Cargo trike 3, rear hub",
    polePairs: "15, or 30 poles",
    volts: "42 V, at full charge",
    amperes: "12 A",
    rpm: "380 rpm",
  },
  hobby: {
    machine: "Survey copter 2, arm 5",
    polePairs: "7, or 14 poles",
    volts: "25.2 V, at full charge",
    amperes: "30 A",
    rpm: "12000 rpm",
  },
  traction: {
    machine: "Narrowboat drive",
    polePairs: "5, or 10 poles",
    volts: "54 V, at full charge",
    amperes: "150 A",
    rpm: "3000 rpm",
  },
  ecm: {
    machine: "Fan bay 2, greenhouse",
    polePairs: "6, or 12 poles",
    volts: "230 V",
    amperes: "4 A",
    rpm: "1100 rpm",
  },
  ecmAirflow: {
    machine: "Fan bay 6, greenhouse",
    polePairs: "6, or 12 poles",
    volts: "230 V",
    amperes: "5 A",
    rpm: "1200 rpm",
  },
  ecmSealed: {
    machine: "Seed store, duct fan",
    polePairs: "4, or 8 poles",
    volts: "230 V",
    amperes: "1.4 A",
    rpm: "1400 rpm",
  },
  miniSplit: {
    machine: "Seed store, outdoor fan",
    polePairs: "4, or 8 poles",
    volts: "310 V",
    amperes: "0.6 A",
    rpm: "900 rpm",
  },
  miniSplitDriver: {
    machine: "Seed store, indoor fan",
    polePairs: "4, or 8 poles",
    volts: "310 V",
    amperes: "0.4 A",
    rpm: "1300 rpm",
  },
};

/** Two figures: it is an example, and no statement. */
const rough = (value: number) => Number(value.toPrecision(2));

/** Examples of what a take-in asks, of this family; a hub motor's while nobody said which it is. */
export function examplesOf(family: Family | "") {
  const of = family || "hub";
  const { typicalOhms, typicalKv } = FAMILY_FACTS[of];
  return {
    ...EXAMPLES[of],
    expected: `${quantityText(rough(typicalOhms), RESISTANCE)}, line to line`,
    kv: quantityText(rough(Math.sqrt(typicalKv.least * typicalKv.most)), SPEED_CONSTANT),
  };
}
