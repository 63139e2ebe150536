import { combine, type Component, type Ratio, type Volts } from "../../quantity/index.ts";
import type { Pair } from "../../record/index.ts";

/** A drill on a steady trigger: scatter of single figures about its mean or its sag. Bench judgement. */
export const DRILL_FLICKER: Ratio = 0.003;

export type SpeedUnit = "hertz" | "rpm";

/** What displays that an instrument said leave open of their mean, relative; absent where a person read one of them. */
interface ByDisplays {
  readonly byDisplays?: Component;
}

/** One look at a display while the drill turns. */
export type SpinEvent = ByDisplays &
  (
    | { readonly kind: "volts"; readonly pair: Pair; readonly volts: Volts }
    /** With a pair: read at the same moment as that pair's voltage, by a second meter. */
    | { readonly kind: "speed"; readonly unit: SpeedUnit; readonly value: number; readonly pair: Pair | null }
  );

interface SpeedAtVoltage extends ByDisplays {
  readonly pair: Pair;
  readonly volts: Volts;
  readonly speed: number;
  /** How much each speed reading counts here; they add up to one. */
  readonly weights: readonly number[];
}

export interface DrillSpeeds {
  readonly unit: SpeedUnit;
  readonly readings: readonly number[];
  readonly voltages: readonly SpeedAtVoltage[];
  readonly mean: number;
  readonly sag: Ratio | null;
  /** Every voltage had its own speed reading. */
  readonly simultaneous: boolean;
}

interface Placed extends ByDisplays {
  readonly place: number;
  readonly value: number;
  readonly pair: Pair | null;
}

/** What voltage and speed of one moment leave open of their ratio, where both were said. */
function together({ byDisplays: volts }: ByDisplays, { byDisplays: speed }: ByDisplays): ByDisplays {
  return volts && speed ? { byDisplays: combine([volts, speed]) } : {};
}

/**
 * The drill's speed at each voltage reading: its own where read together, else linear between the readings of
 * speed before and after it, each look taken to last equally long; before the first or after the last, that one.
 * @param events in the order of the work; speeds above 0. Where both hertz and rpm were read, hertz count
 * @returns null while there is no voltage or no speed
 * @throws RangeError for a speed that is not above 0
 */
export function speedsOf(events: readonly SpinEvent[]): DrillSpeeds | null {
  const bad = events.find((event) => event.kind === "speed" && !(event.value > 0));
  if (bad?.kind === "speed") throw new RangeError(`speedsOf: speed must be above 0, got ${bad.value}`);
  const unit: SpeedUnit = events.some((event) => event.kind === "speed" && event.unit === "hertz")
    ? "hertz"
    : "rpm";
  const speeds: Placed[] = events.flatMap((event, place) =>
    event.kind === "speed" && event.unit === unit ? [{ ...event, place }] : [],
  );
  const taken = new Map<Pair, number>();
  const loose = speeds.filter(({ pair }) => pair === null);
  const single = (index: number) => speeds.map((_, k) => (k === index ? 1 : 0));
  let alone = true;
  const voltages = events.flatMap((event, place): SpeedAtVoltage[] => {
    if (event.kind !== "volts" || speeds.length === 0) return [];
    const { pair, volts } = event;
    const turn = taken.get(pair) ?? 0;
    taken.set(pair, turn + 1);
    const own = speeds.filter((speed) => speed.pair === pair)[turn];
    if (own)
      return [
        { pair, volts, speed: own.value, weights: single(speeds.indexOf(own)), ...together(event, own) },
      ];
    alone = false;
    const pool = loose.length > 0 ? loose : speeds;
    const before = pool.findLast((speed) => speed.place < place);
    const after = pool.find((speed) => speed.place > place);
    const [from, to] = [before ?? after!, after ?? before!];
    const share = from === to ? 0 : (place - from.place) / (to.place - from.place);
    const weights = speeds.map(
      (speed) => (speed === from ? 1 - share : 0) + (speed === to && from !== to ? share : 0),
    );
    const speed = from.value * (1 - share) + to.value * share;
    return [{ pair, volts, speed, weights, ...(event.byDisplays && { byDisplays: event.byDisplays }) }];
  });
  if (voltages.length === 0) return null;
  const readings = speeds.map(({ value }) => value);
  return {
    unit,
    readings,
    voltages,
    mean: voltages.reduce((sum, { speed }) => sum + speed, 0) / voltages.length,
    sag: readings.length < 2 ? null : readings.at(-1)! / readings[0]! - 1,
    simultaneous: alone,
  };
}
