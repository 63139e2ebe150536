import { canMeasure, SPEED, type Instrument } from "#core/quantity";
import { PAIRS, type Motor } from "#core/record";
import { entrySlot, type EntrySlot } from "../entry/slots.ts";

export type Route = "oneMeter" | "twoMeters" | "tachometer";

interface Wanted {
  readonly motor: Motor;
  readonly route: Route;
  /** Nothing but the planned speed until the voltage to expect is known to be safe. */
  readonly gateOpen: boolean;
  readonly polesKnown: boolean;
  readonly sister: boolean;
  /** What the speed is read with; null where nobody says. */
  readonly counter: Instrument | null;
  /** The shop's tachometer, which may say how fast the drill runs; null where it has none. */
  readonly tachometer: string | null;
}

function run({ motor, route, counter }: Wanted, prefix: string): EntrySlot[] {
  const volts = (pair: string) =>
    entrySlot(
      "backemf",
      `${prefix}${pair}`,
      motor,
      route === "twoMeters" ? { together: `${prefix}${pair}.speed` } : {},
    );
  const speed = (slot: string): EntrySlot => {
    const declared = entrySlot("backemf", `${prefix}${slot}`, motor, {
      instrumentId: counter?.id ?? null,
    });
    const countsRpm = counter !== null && !canMeasure(counter, "frequency");
    if (route !== "tachometer" && !countsRpm) return declared;
    const label = declared.label.replace("Frequency", "Speed");
    return { ...declared, label, name: label, kind: SPEED, hint: "rpm, as 2400" };
  };
  if (route === "twoMeters") return PAIRS.flatMap((pair) => [volts(pair), speed(`${pair}.speed`)]);
  return [speed("speedBefore"), ...PAIRS.map(volts), speed("speedAfter")];
}

/** A tachometer knows nothing of poles. */
const tacho = ({ route }: Wanted) => route === "tachometer";

/** Places to read, in working order. */
export function slotsOf(wanted: Wanted): readonly EntrySlot[] {
  const one = (slot: string) => entrySlot("backemf", slot, wanted.motor);
  // The plate of the drill is typed with no instrument; a tachometer on it may say it.
  const planned = { ...one("plannedSpeed"), instrumentId: null, liveInstrumentId: wanted.tachometer };
  if (!wanted.gateOpen) return [planned];
  return [
    planned,
    ...(wanted.polesKnown ? [] : [one("polePairs")]),
    ...run(wanted, ""),
    ...(wanted.sister
      ? [...run(wanted, "sister."), one("sister.stated"), ...(tacho(wanted) ? [] : [one("sister.polePairs")])]
      : []),
    one("residual"),
  ];
}
