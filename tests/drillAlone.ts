import { rangeAmong, type AccuracyRange, type CounterAccuracy, type Instrument } from "#core/quantity";
import { PAIRS, type ByPair } from "#core/record";
import type { SpinEvent } from "#core/measure/backemf";
import type { Chance } from "../bench/chance.ts";

/** A drill: where it starts, how much it sags from look to look, how it flickers; shares of the speed. */
export interface Drill {
  readonly rpm: number;
  readonly sag: number;
  readonly flicker: number;
}

/** A drill out of a workshop. */
export function drillFrom(rpm: number, chance: Chance): Drill {
  return { rpm, sag: -chance.between(0, 0.008), flicker: 0.003 };
}

/** One real display: gain and zero drawn once, a digit at each look. */
function display(chance: Chance) {
  const [gain, zero] = [chance.between(-1, 1), chance.between(-1, 1)];
  return (
    value: number,
    { ofReading, digits, resolution }: Omit<AccuracyRange, "fullScale"> | CounterAccuracy,
  ) => {
    const own = Math.min(1, digits) * chance.between(-1, 1);
    const read = value * (1 + ofReading * gain) + (Math.max(0, digits - 1) * zero + own) * resolution;
    return Math.max(0, Math.round(read / resolution) * resolution);
  };
}

export interface SpunMotor {
  /** Line volts RMS for each rpm of a healthy pair. */
  readonly voltsPerRpm: number;
  /** Each pair as a share of that; floating where nothing ties it. */
  readonly ratios: ByPair<number | "floats">;
  readonly polePairs: number;
}

/**
 * One meter, in the order frequency, three pairs, frequency; each look a step later on the drill's sag.
 * @param meter must read alternating volts
 * @param rounds how often the three pairs are read
 */
export function spinOnce(
  motor: SpunMotor,
  meter: Instrument,
  drill: Drill,
  chance: Chance,
  rounds = 1,
): SpinEvent[] {
  const { acVolts } = meter;
  // Line voltages lie between a sine and the 120° trapezoid, which an average-responding meter reads 0.65 % low:
  // mean 4/3 of a peak of 2, times 1.1107, against an RMS of 1.4907 (Fourier series).
  const shape = acVolts?.response === "average" ? 1 - chance.between(0, 0.0065) : 1;
  if (!acVolts) throw new RangeError(`spinOnce: "${meter.name}" reads no alternating volts`);
  const counter = meter.frequency ?? { resolution: 0.1, ofReading: 0.002, digits: 1 };
  const [volts, hertz] = [display(chance), display(chance)];
  let look = 0;
  const speed = () => drill.rpm * (1 + drill.sag * look++) * (1 + drill.flicker * chance.normal());
  const frequency = (): SpinEvent => ({
    kind: "speed",
    unit: "hertz",
    pair: null,
    value: hertz((speed() * motor.polePairs) / 60, counter),
  });
  const pair = (name: (typeof PAIRS)[number]): SpinEvent => {
    const ratio = motor.ratios[name];
    // What a floating pair picks up out of the air, of a healthy pair.
    const share = ratio === "floats" ? chance.between(0, 0.5) : ratio;
    const at = shape * share * motor.voltsPerRpm * speed();
    return { kind: "volts", pair: name, volts: volts(at, rangeAmong(acVolts.ranges, at)) };
  };
  const order = Array.from({ length: rounds }, (_, i) => (i % 2 === 0 ? PAIRS : PAIRS.toReversed())).flat();
  return [frequency(), ...order.map(pair), frequency()];
}
