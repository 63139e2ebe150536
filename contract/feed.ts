import { LIVE_FUNCTION_NAMES, type Display, type LiveFunction } from "#core/live";
import type { FieldProblem } from "./problems.ts";

/** How an instrument says what it reads. */
export const FEED_KINDS = ["http", "scpi", "serial"] as const;
export type Feed =
  /** It sends its samples to the server itself, with a key. */
  | { readonly kind: "http" }
  /** The server asks it over the network, in the words of IEEE 488.2 and SCPI. */
  | { readonly kind: "scpi"; readonly host: string; readonly port: number }
  /** It hangs on the device that the bench is read on, and sends lines. */
  | { readonly kind: "serial"; readonly baud: number };

/** An instrument that speaks. */
export interface FeedView {
  readonly instrument: string;
  readonly feed: Feed;
}

/** The key of a feed, told once. */
export interface FeedKey extends FeedView {
  /** Null where none was made: the instrument does not call by itself, or has the one it had. */
  readonly key: string | null;
}

/** One sample on the wire. */
export interface WireSample {
  /** Counts up by at least one with each sample; begins anew when the device is started again. */
  readonly sequence: number;
  /** Seconds by the device's own clock, which need not be right. */
  readonly time: number;
  readonly function: LiveFunction;
  /** Null with an overload. */
  readonly value: number | null;
  readonly unit: string;
  /** Full scale of the range it stands on, in the same unit. */
  readonly range?: number;
  readonly overload?: boolean;
}

/** Samples in one message at most. */
export const MOST_SAMPLES = 200;

/** A sample as the record reads it, still at the device's own time. */
export type TimedDisplay = Display & { readonly time: number };

/** What was heard in a message, and what is wrong with the rest of it, by its place. */
export interface ReadSamples {
  readonly displays: readonly TimedDisplay[];
  readonly refused: readonly FieldProblem[];
}

/** What became of the samples of one message. */
export interface SamplesReceipt {
  readonly taken: number;
  /** Came late or twice: something later was heard before. */
  readonly dropped: number;
  readonly refused: readonly FieldProblem[];
}

/** A display on its way to a bench, with how long ago it was shown, s. */
export type LiveDisplay = Display & { readonly ago: number };

/** What a bench hears of an instrument. */
export type LiveEvent =
  | { readonly kind: "shown"; readonly instrument: string; readonly displays: readonly LiveDisplay[] }
  /** How many benches look at it just now, this one included, and what it is asked for; null where it is not asked. */
  | {
      readonly kind: "watched";
      readonly instrument: string;
      readonly benches: number;
      readonly asked: LiveFunction | null;
    }
  /** Why nothing is heard of it; null once it answers. */
  | { readonly kind: "silent"; readonly instrument: string; readonly why: string | null };

/** What a bench listens for: an instrument, and what it wants read where it can be asked for it. */
export interface Listening {
  readonly instrument: string;
  readonly reads: LiveFunction;
}

/** As it stands in the address. */
export const listeningText = ({ instrument, reads }: Listening) => `${reads}:${instrument}`;

/** Reads it back; null where it is none. */
export function listeningOf(text: string): Listening | null {
  const [reads = "", ...rest] = text.split(":");
  const found = LIVE_FUNCTION_NAMES.find((name) => name === reads);
  const instrument = rest.join(":");
  return found && instrument !== "" && !/\p{Cc}/u.test(instrument) ? { instrument, reads: found } : null;
}
