import type { ChannelRole, Figure, Line } from "./signals.ts";

/** How high the voltage stands over each magnet of the rotor, turn by turn: what belongs to the rotor alone. */
interface MagnetPicture {
  /** By magnet, counted from the first whole turn of the recording; 1 is what they have in the middle. */
  readonly heights: readonly number[];
  /** How far each may be off, 95 %. */
  readonly u: number;
}

/** One electrical cycle of a signal as all of them together make it, at one steady speed. */
export interface CyclePicture {
  readonly role: ChannelRole;
  /** Evenly over a cycle, in the signal's unit. */
  readonly values: readonly number[];
  /** Harmonics from the second on over the fundamental, as shares. */
  readonly harmonics: readonly number[];
}

/** A motor that coasts: its speed by time, and what friction makes of it. */
export interface CoastPicture {
  /** s. */
  readonly at: readonly number[];
  /** Electrical rad/s, as they were followed. */
  readonly speed: readonly number[];
  /** The same as the friction that was found would have it. */
  readonly fitted: readonly number[];
}

/** Where each change of the sensors stands in an electrical cycle. */
export interface EdgePicture {
  /** "A+" is where A rises; degrees from A's rise on, the motor going forward. */
  readonly degrees: Readonly<Record<string, number>>;
  readonly u: number;
  /** Where it turned both ways: how far a sensor's lag is from the mean lag of all, degrees. */
  readonly lag?: number | undefined;
}

/** What is drawn of a recording beside its figures; null where it does not have it. */
export interface Pictures {
  magnets: MagnetPicture | null;
  cycle: readonly CyclePicture[];
  /** When each electrical cycle begins, s, from a whole turn on; one more than there are cycles. */
  cycles: readonly number[];
  coast: CoastPicture | null;
  edges: EdgePicture | null;
  /** Peak volts of the fundamental for each hertz, by line, where their height is known. */
  perHertz: Readonly<Partial<Record<Line, Figure>>>;
}

export const noPictures = (): Pictures => ({
  magnets: null,
  cycle: [],
  cycles: [],
  coast: null,
  edges: null,
  perHertz: {},
});
