import type { Chance } from "./chance.ts";

/** Three sensors of a motor as a logger sees them. */
export interface LoggedSensors {
  readonly polePairs: number;
  readonly spacing: 60 | 120;
  /** Degrees (electrical) that each stands late. */
  readonly late: readonly [number, number, number];
  /** Degrees (electrical) by which each change lags behind the motion: of all alike, or of each. */
  readonly hysteresis: number | readonly [number, number, number];
  /** Degrees of a cycle for which each is high; 180 where nothing is said. */
  readonly high?: readonly [number, number, number];
  /** Sensors that never change, with the level they stay at. */
  readonly stuck: Readonly<Record<number, boolean>>;
  /** Which signal each wire carries. */
  readonly wires: readonly [number, number, number];
}

/** A turn by time: seconds to mechanical turns. */
export type Turning = (seconds: number) => number;

interface Change {
  readonly at: number;
  readonly wire: number;
  readonly high: boolean;
}

/** Changes of three wires while a motor turns, in order of time. */
export function logged(
  sensors: LoggedSensors,
  turning: Turning,
  seconds: number,
  step: number,
): { readonly begins: readonly boolean[]; readonly changes: readonly Change[] } {
  const { polePairs, spacing, late, hysteresis, high, stuck, wires } = sensors;
  const levelOf = (sensor: number, turns: number, way: number): boolean => {
    if (sensor in stuck) return stuck[sensor]!;
    const lag = typeof hysteresis === "number" ? hysteresis : hysteresis[sensor]!;
    const degrees = turns * polePairs * 360 - sensor * spacing - late[sensor]! - way * lag;
    return ((degrees % 360) + 360) % 360 < (high?.[sensor] ?? 180);
  };
  const begins = wires.map((sensor) => levelOf(sensor, turning(0), 1));
  const now = [...begins];
  const changes: Change[] = [];
  for (let n = 1; n * step <= seconds; n += 1) {
    const [before, at] = [(n - 1) * step, n * step];
    const way = turning(at) >= turning(before) ? 1 : -1;
    for (let wire = 0; wire < 3; wire += 1) {
      const level = levelOf(wires[wire]!, turning(at), way);
      if (level === now[wire]) continue;
      // Where in the step it changed, by halves.
      let [low, up] = [before, at];
      for (let k = 0; k < 30; k += 1) {
        const middle = (low + up) / 2;
        if (levelOf(wires[wire]!, turning(middle), way) === now[wire]) low = middle;
        else up = middle;
      }
      changes.push({ at: up, wire, high: level });
      now[wire] = level;
    }
  }
  return { begins, changes: changes.toSorted((a, b) => a.at - b.at) };
}

/** Short pulses thrown in at chance. */
export function withGlitches(
  { begins, changes }: ReturnType<typeof logged>,
  count: number,
  width: number,
  chance: Chance,
): ReturnType<typeof logged> {
  const end = changes.at(-1)!.at;
  const more: Change[] = [];
  for (let n = 0; n < count; n += 1) {
    const at = chance.between(0.1 * end, 0.9 * end);
    const wire = Math.floor(chance.uniform() * 3);
    const before = changes.filter((change) => change.wire === wire && change.at < at).at(-1);
    const high = before ? before.high : begins[wire]!;
    more.push({ at, wire, high: !high }, { at: at + width, wire, high });
  }
  return { begins, changes: [...changes, ...more].toSorted((a, b) => a.at - b.at) };
}

/** A log of changes only, one line each. */
export function asChanges({ begins, changes }: ReturnType<typeof logged>): Uint8Array {
  const now = begins.map(Number);
  const lines = ["Time [s],A,B,C", `0,${now.join(",")}`];
  for (const { at, wire, high } of changes) {
    now[wire] = Number(high);
    lines.push(`${at.toFixed(9)},${now.join(",")}`);
  }
  return new TextEncoder().encode(`${lines.join("\n")}\n`);
}

/** Sampled levels of so many volts, with noise. */
export function asLevels(
  { begins, changes }: ReturnType<typeof logged>,
  seconds: number,
  rate: number,
  volts: number,
  noise: number,
  chance: Chance,
): Uint8Array {
  const now = [...begins];
  const lines = ["Time (s),Hall A (V),Hall B (V),Hall C (V)"];
  for (let n = 0, k = 0; n < seconds * rate; n += 1) {
    while (k < changes.length && changes[k]!.at <= n / rate) {
      now[changes[k]!.wire] = changes[k]!.high;
      k += 1;
    }
    lines.push(
      [
        (n / rate).toFixed(7),
        ...now.map((high) => ((high ? volts : 0.2) + noise * chance.normal()).toFixed(3)),
      ].join(","),
    );
  }
  return new TextEncoder().encode(`${lines.join("\n")}\n`);
}

/** A value change dump of it, a bus and another signal beside. */
export function asDump({ begins, changes }: ReturnType<typeof logged>): Uint8Array {
  const ids = ["!", "#", "&"];
  const head = [
    "$timescale 100 ns $end",
    "$scope module motor $end",
    "$scope module plug $end",
    ...ids.map((id, k) => `$var wire 1 ${id} hall_${"abc"[k]!} $end`),
    "$upscope $end",
    "$var reg 8 * count [7:0] $end",
    "$upscope $end",
    "$enddefinitions $end",
    "#0",
    "$dumpvars",
    ...ids.map((id, k) => `${begins[k] ? 1 : 0}${id}`),
    "b00000000 *",
    "$end",
  ];
  const lines = changes.flatMap(({ at, wire, high }) => [
    `#${Math.round(at * 1e7)}`,
    `${high ? 1 : 0}${ids[wire]!}`,
  ]);
  return new TextEncoder().encode(`${[...head, ...lines].join("\n")}\n`);
}
