import { captureSlot, choiceSlot, measuredSlot, type Slot } from "../../check/index.ts";
import { COUNT, RESISTANCE, TEMPERATURE, VOLTAGE } from "../../quantity/index.ts";
import { HALL_STATES, type HallSignal } from "./states.ts";

/** Wires from plug to sensors, in the order of the trade: supply, ground, three signals. */
export const HALL_WIRES = ["supply", "ground", "A", "B", "C"] as const;
const WIRE_NAMES: Readonly<Record<(typeof HALL_WIRES)[number], string>> = {
  supply: "Supply wire",
  ground: "Ground wire",
  A: "Signal A",
  B: "Signal B",
  C: "Signal C",
};
/** Three windings of a resolver by hand: the exciter, and two that are alike. */
export const RESOLVER_SLOTS = ["resolver.exciter", "resolver.sine", "resolver.cosine"] as const;

const lampStates = Object.fromEntries(HALL_STATES.map((state) => [state, state])) as Record<
  (typeof HALL_STATES)[number],
  string
>;
const turned = (label: string) => choiceSlot(label, lampStates, { live: true, again: "repeats" });
const wire = (which: (typeof HALL_WIRES)[number]) =>
  choiceSlot(WIRE_NAMES[which], { whole: "Whole", wanders: "Wanders when wiggled", broken: "Broken" });

function signalSlots(signal: HallSignal): Record<string, Slot> {
  const level = (which: "low" | "high", most: string) =>
    measuredSlot(`Signal ${signal}, ${which}`, VOLTAGE, {
      name: `${signal} ${which}`,
      hint: `V at its ${most}`,
      live: true,
      optional: true,
    });
  return {
    [`${signal}.low`]: level("low", "lowest"),
    [`${signal}.high`]: level("high", "highest"),
    // Diode mode shows junction volts, or OL.
    [`${signal}.off`]: measuredSlot(`Signal ${signal} without power`, VOLTAGE, {
      name: `Signal ${signal}`,
      hint: "V, or O for open",
      canBeOpen: true,
    }),
  };
}

function resolverSlots(): Record<string, Slot> {
  return Object.fromEntries(
    RESOLVER_SLOTS.flatMap((slot): [string, Slot][] => {
      const name = slot.replace("resolver.", "");
      return [
        [
          slot,
          measuredSlot(`Resolver ${name}`, RESISTANCE, {
            name: name[0]!.toUpperCase() + name.slice(1),
            hint: "Ω, or O for open",
          }),
        ],
        [
          `${slot}.expected`,
          measuredSlot(`Resolver ${name}, expected`, RESISTANCE, {
            name: "expected",
            hint: "Ω if known; Enter leaves it out",
            canBeOpen: false,
            optional: true,
          }),
        ],
      ];
    }),
  );
}

const supplyVolts = (label: string, rest: Parameters<typeof measuredSlot>[2]) =>
  measuredSlot(label, VOLTAGE, { live: true, ...rest });

export const HALL_SLOTS = {
  log: captureSlot("Signals logged"),
  /** Lamp states in the order seen, the rotor turned slowly one way and back. */
  forward: turned("Lamps, turned forwards"),
  backward: turned("Lamps, turned backwards"),
  spacing: choiceSlot("Sensors stand", { "120": "120°", "60": "60°", unknown: "?" }),
  supply: supplyVolts("Sensor supply", { name: "Supply", under: "red to black", hint: "V, about 5" }),
  ratedSupply: supplyVolts("Rated supply", { optional: true }),
  pullUp: supplyVolts("Pull-up", { optional: true }),
  steps: measuredSlot("Lamp changes of one turn", COUNT, {
    name: "Changes",
    under: "one whole turn",
    hint: "as 90 for 15 pole pairs",
    live: true,
  }),
  ...signalSlots("A"),
  ...signalSlots("B"),
  ...signalSlots("C"),
  "supply.wire": wire("supply"),
  "ground.wire": wire("ground"),
  "A.wire": wire("A"),
  "B.wire": wire("B"),
  "C.wire": wire("C"),
  leg: choiceSlot(
    "The dead signal, at the sensor's own leg",
    { changes: "Changes there", dead: "Dead there too", unfed: "No supply arrives there" },
    { live: true },
  ),
  "temp.kind": choiceSlot("Kind", {
    pt1000: "Pt1000",
    ntc10k3435: "NTC 10 kΩ, β 3435",
    ntc10k3950: "NTC 10 kΩ, β 3950",
  }),
  "temp.room": measuredSlot("Room temperature", TEMPERATURE, {
    name: "Room",
    hint: "°C; Enter takes 20 °C",
    optional: true,
  }),
  "temp.ohms": measuredSlot("Temperature sensor", RESISTANCE, { name: "Sensor", hint: "Ω, or O for open" }),
  ...resolverSlots(),
};
