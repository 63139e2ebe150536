import type { Ability } from "#core/quantity";
import type { Chance } from "./chance.ts";
import { JUNCTIONS, type Place } from "./points.ts";
import type { SimulatedMotor } from "./world.ts";

/** Volts of a pack at rest; of a sound pack while the throttle is opened, and of a tired one, as shares that sag. */
const PACK_VOLTS = 40;
const SAGS = { sound: [0.01, 0.09], tired: [0.13, 0.5] } as const;
/** What two shorted leads draw of it besides. */
const SHORT_SAG = 0.08;
/** On the bench to prove a meter on: Ω, and V of alternating voltage. */
export const KNOWN_OHMS = 10;
export const KNOWN_VOLTS = 24;
/** A Pt1000 at 20 °C, Ω (IEC 60751: 1077.9). */
const PT1000_AT_20 = 1078;

/** Points whose voltage alternates; the others of a machine's way are direct. */
export const alternates = (place: Place): boolean => place.startsWith("mains") || place.startsWith("v24.");
/** Points that carry nothing while nothing is called. */
const CALLED: readonly Place[] = [
  "v24.call",
  "v24.board",
  "v24.motor",
  "command.out",
  "command.in",
  "boardOut",
  "driver.command",
];

/** How the machine stands while it is read. */
export interface Standing {
  readonly powered: boolean;
  /** A fan is called for, or the throttle is opened. */
  readonly called: boolean;
}

/** What a meter finds between the two pins of a place; what it does not find there is 0 V or open. */
export type Stands = Partial<Readonly<Record<Ability, number>>>;

/** What stands at the places of a motor: drawn once, so that who comes back finds it again. */
export function placesOf(motor: SimulatedMotor, chance: Chance): (place: Place, at: Standing) => Stands {
  const has = (ailment: SimulatedMotor["ailments"][number]) => motor.ailments.includes(ailment);
  const rest = PACK_VOLTS * (1 + 0.02 * chance.normal());
  const [least, most] = has("battery") ? SAGS.tired : SAGS.sound;
  const shorted = motor.winding.faults.some(({ kind }) => kind === "leadsShorted");
  const load = rest * (1 - chance.between(least, most) - (shorted ? SHORT_SAG * chance.uniform() : 0));
  const unfed = has("sensorSupply") || (has("shortedSwitch") && chance.happens(0.15));
  const five = unfed ? 0.2 : 5 + 0.05 * chance.normal();
  const sensor = PT1000_AT_20 + 4 * chance.normal();
  const odd = has("shortedSwitch") ? "B.minus" : has("deadPhase") ? "C.plus" : "";
  const isOdd = odd !== "" && chance.happens(has("shortedSwitch") ? 0.9 : 0.6);
  const junctions = new Map<Place, number>(
    JUNCTIONS.map((place) => [
      place,
      isOdd && place === odd ? (has("shortedSwitch") ? 0.02 : 1.2) : 0.51 + 0.01 * chance.normal(),
    ]),
  );
  return (place, { powered, called }) => {
    if (place === "knownOhms") return { ohms: KNOWN_OHMS };
    if (place === "knownVolts") return { acVolts: KNOWN_VOLTS };
    if (place === "temperatureSensor") return { ohms: sensor };
    if (place === "pack") return { dcVolts: powered && called ? load : rest };
    if (place === "sensorSupply") return { dcVolts: powered ? five : 0 };
    const junction = junctions.get(place);
    if (junction !== undefined) return { dcVolts: junction };
    const { fan } = motor;
    const volts = fan?.at[place];
    if (!fan || volts === undefined) return {};
    const runsOn = fan.boardSticks && CALLED.includes(place);
    const carried = powered && (called || runsOn || !CALLED.includes(place)) ? volts : 0;
    return alternates(place) ? { acVolts: carried } : { dcVolts: carried };
  };
}

/** Whether a place carries what an ohmmeter must never touch. */
export const isLivePlace = (place: Place, { powered }: Standing): boolean =>
  place === "pack" ||
  place === "knownVolts" ||
  (powered &&
    place !== "knownOhms" &&
    place !== "temperatureSensor" &&
    !JUNCTIONS.some((junction) => junction === place));
