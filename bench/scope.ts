import type { Chance } from "./chance.ts";

/** A motor as an oscilloscope sees it while it turns. */
export interface ScopedMotor {
  readonly polePairs: number;
  /** rpm per volt of line peak, of the fundamental. */
  readonly constant: number;
  /** Height of each phase against the others: 1 where it is whole. */
  readonly phases: readonly [number, number, number];
  /** Shares of the fundamental, by harmonic, in the phase. */
  readonly harmonics: Readonly<Record<number, number>>;
  /** Share that each pole pair is lower by. */
  readonly lower: Readonly<Record<number, number>>;
  /** Share by which the voltage swings once a turn. */
  readonly swing: number;
  readonly order: "ABC" | "ACB";
}

/** How it was turned and recorded. */
export interface Recorded {
  /** Seconds; samples a second. */
  readonly seconds: number;
  readonly rate: number;
  /** rpm by time. */
  readonly speed: (seconds: number) => number;
  /** Standard deviation of noise, V. */
  readonly noise: number;
  /** Volts at each end of the range, and steps of the converter over it; null where neither shows. */
  readonly range: number | null;
  readonly steps: number;
  /** V. */
  readonly offset: number;
  /** What is recorded, in order, each the right way round or not. */
  readonly probes: readonly { readonly of: string; readonly way: 1 | -1 }[];
}

export interface ScopedSignals {
  readonly time: Float64Array;
  readonly channels: readonly Float64Array[];
}

/** Signals of a motor that turns, with the noise and the steps of whatever records them. */
export function scoped(motor: ScopedMotor, how: Recorded, chance: Chance): ScopedSignals {
  const count = Math.round(how.seconds * how.rate);
  const time = Float64Array.from({ length: count }, (_, n) => n / how.rate);
  const channels = how.probes.map(() => new Float64Array(count));
  const direction = motor.order === "ABC" ? 1 : -1;
  const start = chance.uniform() * 2 * Math.PI;
  let turned = start;
  const step = how.range === null ? 0 : (2 * how.range) / how.steps;
  for (let n = 0; n < count; n += 1) {
    const rpm = how.speed(time[n]!);
    if (n > 0) turned += (((how.speed(time[n - 1]!) + rpm) / 2) * 2 * Math.PI) / 60 / how.rate;
    const electrical = turned * motor.polePairs;
    const pair =
      ((Math.floor(electrical / (2 * Math.PI)) % motor.polePairs) + motor.polePairs) % motor.polePairs;
    const height =
      (rpm / motor.constant / Math.sqrt(3)) *
      (1 - (motor.lower[pair] ?? 0)) *
      (1 + motor.swing * Math.cos(turned));
    const phase = (k: number): number => {
      const angle = electrical - (direction * k * 2 * Math.PI) / 3;
      let sum = Math.cos(angle);
      for (const [order, share] of Object.entries(motor.harmonics))
        sum += share * Math.cos(Number(order) * angle);
      return sum * height * motor.phases[k]!;
    };
    const [A, B, C] = [phase(0), phase(1), phase(2)];
    const all: Readonly<Record<string, number>> = { AB: A - B, BC: B - C, CA: C - A, AN: A, BN: B, CN: C };
    how.probes.forEach(({ of, way }, c) => {
      const value = way * all[of]! + how.offset + how.noise * chance.normal();
      const held = how.range === null ? value : Math.min(how.range, Math.max(-how.range, value));
      channels[c]![n] = step > 0 ? Math.round(held / step) * step : held;
    });
  }
  return { time, channels };
}

/** How a text of columns is written. */
export interface TextStyle {
  readonly delimiter: "," | ";" | "\t";
  readonly decimal: "." | ",";
  readonly timeUnit: "s" | "ms" | "us" | null;
  readonly names: readonly string[] | null;
  readonly units: boolean;
  readonly preamble: readonly string[];
  readonly end: "\n" | "\r\n";
  readonly mark: boolean;
}

export const PLAIN_TEXT: TextStyle = {
  ...{
    delimiter: ",",
    decimal: ".",
    timeUnit: "s",
    names: null,
    units: false,
    preamble: [],
    end: "\n",
    mark: false,
  },
};

/** Signals as the text that a logger writes. */
export function asText({ time, channels }: ScopedSignals, style: TextStyle): Uint8Array {
  const scale = { s: 1, ms: 1e3, us: 1e6 }[style.timeUnit ?? "s"];
  const written = (value: number) => {
    const text = Number.isNaN(value) ? "" : String(+value.toPrecision(9));
    return style.decimal === "," ? text.replace(".", ",") : text;
  };
  const lines = [...style.preamble];
  const timed = style.timeUnit !== null;
  if (style.names) lines.push([...(timed ? ["Time"] : []), ...style.names].join(style.delimiter));
  if (style.units)
    lines.push([...(timed ? [style.timeUnit] : []), ...channels.map(() => "V")].join(style.delimiter));
  for (let n = 0; n < time.length; n += 1)
    lines.push(
      [...(timed ? [written(time[n]! * scale)] : []), ...channels.map((one) => written(one[n]!))].join(
        style.delimiter,
      ),
    );
  return new TextEncoder().encode(`${style.mark ? "\uFEFF" : ""}${lines.join(style.end)}${style.end}`);
}

/** Signals as a sound file of 16 bit, the given volts at full scale. */
export function asSound({ channels }: ScopedSignals, rate: number, fullScale: number): Uint8Array {
  const count = channels[0]!.length;
  const size = count * channels.length * 2;
  const view = new DataView(new ArrayBuffer(44 + size));
  const name = (at: number, text: string) =>
    [...text].forEach((letter, i) => view.setUint8(at + i, letter.codePointAt(0)!));
  name(0, "RIFF");
  view.setUint32(4, 36 + size, true);
  name(8, "WAVEfmt ");
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, channels.length, true);
  view.setUint32(24, rate, true);
  view.setUint32(28, rate * channels.length * 2, true);
  view.setUint16(32, channels.length * 2, true);
  view.setUint16(34, 16, true);
  name(36, "data");
  view.setUint32(40, size, true);
  for (let n = 0, at = 44; n < count; n += 1)
    for (const one of channels) {
      view.setInt16(
        at,
        Math.max(-32_768, Math.min(32_767, Math.round((one[n]! / fullScale) * 32_767))),
        true,
      );
      at += 2;
    }
  return new Uint8Array(view.buffer);
}
