import { FREQUENCY, POLE_PAIRS, SPEED, VOLTAGE } from "#core/quantity";
import { PAIRS, pairName } from "#core/record";
import type { EntrySlot } from "../entry/useEntry.ts";

export const ROUTES = [
  { route: "oneMeter", words: "One meter" },
  { route: "twoMeters", words: "Two meters" },
  { route: "tachometer", words: "Tachometer" },
] as const;
export type Route = (typeof ROUTES)[number]["route"];

/** A slot of the spin with the short name its row carries. */
export type SpinSlot = EntrySlot & { readonly name: string };

const notZero = (what: string) => (value: number) =>
  value > 0 ? null : `A ${what} of zero is no spin: nothing can be divided by it.`;

interface Wanted {
  readonly route: Route;
  /** Nothing but the planned speed until the voltage to expect is known to be safe. */
  readonly gateOpen: boolean;
  readonly polesKnown: boolean;
  readonly sister: boolean;
  /** What the speed is read with. */
  readonly speedInstrument: string | null;
  readonly ratedSpeed: number | null;
}

function run(route: Route, prefix: string, whose: string, instrumentId: string | null): SpinSlot[] {
  const frequency = (slot: string, name: string): SpinSlot => ({
    slot: `${prefix}${slot}`,
    name: `${whose}${name}`,
    label: `${whose}${name}`,
    kind: FREQUENCY,
    hint: "Hz, as 42.19",
    instrumentId,
    refuse: notZero("frequency"),
  });
  const tachometer = (slot: string, name: string): SpinSlot => ({
    ...frequency(slot, name),
    kind: SPEED,
    hint: "rpm, as 2400",
    refuse: notZero("speed"),
  });
  const volts = (pair: (typeof PAIRS)[number]): SpinSlot => ({
    slot: `${prefix}${pair}`,
    name: `${whose}${pairName(pair)}`,
    label: `${whose}Volts ${pairName(pair)}`,
    kind: VOLTAGE,
    hint: "AC volts, as 0.75; + reads again",
  });
  if (route === "twoMeters")
    return PAIRS.flatMap((pair) => [
      volts(pair),
      frequency(`${pair}.speed`, `Frequency at ${pairName(pair)}`),
    ]);
  const speed = route === "tachometer" ? tachometer : frequency;
  const noun = route === "tachometer" ? "Speed" : "Frequency";
  return [speed("speedBefore", `${noun} before`), ...PAIRS.map(volts), speed("speedAfter", `${noun} after`)];
}

/** Places to read, in working order. */
export function slotsOf(wanted: Wanted): readonly SpinSlot[] {
  const { route, speedInstrument, ratedSpeed } = wanted;
  const planned: SpinSlot = {
    slot: "plannedSpeed",
    name: "Planned speed",
    label: "Planned drill speed",
    kind: SPEED,
    hint: "rpm, as the drill's plate says",
    instrumentId: null,
    refuse: (value) =>
      value <= 0
        ? "At zero rpm nothing spins."
        : ratedSpeed !== null && value > ratedSpeed
          ? `This motor is rated for ${ratedSpeed} rpm: never spin it faster.`
          : null,
  };
  if (!wanted.gateOpen) return [planned];
  const poles: SpinSlot = {
    slot: "polePairs",
    name: "Pole pairs",
    label: "Pole pairs, counted",
    kind: POLE_PAIRS,
    optional: true,
    hint: "7, or 14 poles; Enter leaves it out",
    instrumentId: null,
  };
  const residual: SpinSlot = {
    slot: "residual",
    name: "Leads shorted",
    label: "Volts with the meter's leads shorted",
    kind: VOLTAGE,
    optional: true,
    hint: "V; Enter leaves it out",
  };
  return [
    planned,
    ...(wanted.polesKnown ? [] : [poles]),
    ...run(route, "", "", speedInstrument),
    ...(wanted.sister ? run(route, "sister.", "Sister, ", speedInstrument) : []),
    residual,
  ];
}
