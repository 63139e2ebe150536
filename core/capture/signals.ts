/** A figure with its expanded uncertainty (95 %), in its unit; counts have none. */
export interface Figure {
  readonly value: number;
  readonly u: number;
  readonly unit: string;
}

export const LINES = ["AB", "BC", "CA"] as const;
export const PHASES = ["AN", "BN", "CN"] as const;
export const SENSORS = ["A", "B", "C"] as const;
export type Line = (typeof LINES)[number];
export type Sensor = (typeof SENSORS)[number];
/** What a signal is: a line voltage, a phase against the star point, or a sensor. */
export type ChannelRole = Line | (typeof PHASES)[number] | Sensor;
