import { LEAST_WAIT } from "./wait.ts";
import type { Minutes } from "../../quantity/index.ts";
import { FAMILIES, mostVolts, type ByFamily, type Family, type Motor } from "../../record/index.ts";
import { FAMILY_FACTS } from "../../families/index.ts";

export interface Caution {
  readonly id: CautionId;
  /** What it is called in the record, short. */
  readonly name: string;
  readonly text: string;
  /** Which families it is shown to; each has its answer. */
  readonly applies: ByFamily<boolean>;
  /** Where the family alone does not say. */
  readonly when?: (motor: CautionedMotor) => boolean;
  /** A wait that must have run out before the caution can be called done. */
  readonly wait?: Minutes;
  /** Void again as soon as something was read with power on. */
  readonly untilPowered?: boolean;
  /** Void on another day, and for another person: it says how things stand and not what one has to know. */
  readonly lapses?: boolean;
  /** What comes before it: said earlier, it says nothing. */
  readonly after?: readonly CautionId[];
}

/** What a caution depends on. */
export type CautionedMotor = Pick<Motor, "family" | "rated">;

/** Direct voltage above which a supply is work for qualified people; usual limit of the trade, and below it for AC. */
const HAZARDOUS_DC = 60;

/**
 * Whether a bare motor's supply is hazardous: by its volts at full charge where they are known, else as its family
 * usually is.
 */
export function hazardousSupply({ family, rated }: CautionedMotor): boolean {
  const facts = FAMILY_FACTS[family];
  if (facts.ownElectronics) return facts.hazardousSupply;
  const most = mostVolts(rated);
  return most === undefined ? facts.hazardousSupply : most > HAZARDOUS_DC;
}

const byFamily = (applies: (family: Family) => boolean): ByFamily<boolean> =>
  Object.fromEntries(FAMILIES.map((family) => [family, applies(family)])) as Record<Family, boolean>;
const everyone = byFamily(() => true);
/** Motors that carry their own electronics, with capacitors on mains. */
const withElectronics = byFamily((family) => FAMILY_FACTS[family].ownElectronics);
/** Bare motors, that a pack feeds through a controller. */
const bare = byFamily((family) => !FAMILY_FACTS[family].ownElectronics);

type CautionId =
  "isolate" | "discharge" | "verifyDead" | "propellers" | "magnets" | "pack" | "highVoltage" | "plugs";

/** The usual cautions, common practice. They add to local rules and licensed practice, never replace them. */
export const CAUTIONS: readonly Caution[] = [
  {
    id: "isolate",
    name: "Switched off",
    untilPowered: true,
    lapses: true,
    applies: everyone,
    text: "Switch off, lock out, and take the supply or pack away. Local rules and the maker's instructions come first.",
  },
  {
    id: "discharge",
    name: "Capacitors waited out",
    applies: withElectronics,
    text: "Capacitors hold charge: wait the clock out, started once the supply is off and the rotor still; a fan that wind turns charges them again. Bleeders fail, so measure after it.",
    wait: LEAST_WAIT,
    after: ["isolate"],
    untilPowered: true,
    lapses: true,
  },
  {
    id: "verifyDead",
    name: "Verified dead",
    untilPowered: true,
    lapses: true,
    after: ["isolate", "discharge"],
    applies: everyone,
    text: "Verify dead with a meter proved before and after on something live.",
  },
  {
    id: "propellers",
    name: "Propellers off",
    lapses: true,
    applies: {
      hobby: true,
      hub: false,
      traction: false,
      ecm: false,
      ecmAirflow: false,
      ecmSealed: false,
      miniSplit: false,
      miniSplitDriver: false,
    },
    text: "Take propellers off before anything else: a motor that starts cuts.",
  },
  {
    id: "magnets",
    name: "Magnets",
    applies: bare,
    text: "Magnets crush fingers. Keep them from pacemakers and cards.",
  },
  {
    id: "pack",
    name: "Pack covered",
    applies: bare,
    text: "A shorted pack burns. Cover its terminals; never lay tools on it.",
  },
  {
    id: "highVoltage",
    name: "High voltage",
    applies: bare,
    when: hazardousSupply,
    text: "Above 60 V DC or 30 V AC, judged at full charge: qualified people and high-voltage rules only.",
  },
  { id: "plugs", name: "Plugs", applies: withElectronics, text: "Never plug or unplug a live motor." },
];

/** The cautions that apply to a motor, in order. */
export function cautionsFor(motor: CautionedMotor): readonly Caution[] {
  return CAUTIONS.filter(({ applies, when }) => applies[motor.family] && (when?.(motor) ?? true));
}
