import type { Instrument, Ratio } from "../quantity/index.ts";
import type { LiveFunction } from "./functions.ts";
import { latchedOf, meanOf } from "./latched.ts";
import { lookAt, STALE_SECONDS, type DisplayNoise, type Look, type Rest } from "./settled.ts";
import { misshown, noiseOf, type Display } from "./shown.ts";
import type { Latched } from "../record/index.ts";

/** A display with its moment, s. */
export type DisplayAt = Display & { readonly at: number };

/** What a place to read wants shown. */
export interface PlaceToRead {
  readonly reads: LiveFunction;
  /** Share by which what is read goes to and fro by itself. */
  readonly unsteady: Ratio;
}

/** What an instrument that speaks shows at a place, as far as it can be taken for it. */
export type Seen =
  /** Nothing was heard, or nothing since what was taken. */
  | { readonly kind: "nothing" }
  /** The last display is too old to be of now. */
  | { readonly kind: "stale"; readonly display: DisplayAt; readonly seconds: number }
  /** No reading of this place: another function, or another range. */
  | { readonly kind: "wrong"; readonly display: DisplayAt; readonly sentence: string }
  | {
      readonly kind: "shown";
      readonly display: DisplayAt;
      readonly look: Look;
      readonly noise: DisplayNoise;
    };

/** The last displays of one function on one range. */
function lastRun(displays: readonly DisplayAt[]): readonly DisplayAt[] {
  const last = displays.at(-1);
  const other = displays.findLastIndex(({ reads, range }) => reads !== last?.reads || range !== last.range);
  return displays.slice(other + 1);
}

/**
 * What an instrument shows at a place just now.
 * @param displays in order of time
 * @param now s, by the clock of the displays
 * @param since displays up to this moment were taken already, and are not taken again; s
 */
export function seenAt(
  instrument: Instrument,
  place: PlaceToRead,
  displays: readonly DisplayAt[],
  now: number,
  since = -Infinity,
): Seen {
  const run = lastRun(displays).filter(({ at }) => at > since);
  const display = run.at(-1);
  if (!display) return { kind: "nothing" };
  const seconds = now - display.at;
  if (seconds > STALE_SECONDS) return { kind: "stale", display, seconds };
  const sentence = misshown(instrument, place.reads, display);
  if (sentence !== null) return { kind: "wrong", display, sentence };
  const noise = noiseOf(instrument, display, place.unsteady);
  return { kind: "shown", display, look: lookAt(run, noise), noise };
}

/** A value that can be taken, with what the record keeps of how it was shown. */
export interface Takeable {
  readonly value: number;
  readonly latched: Latched;
  readonly rest: Rest;
}

/** The value of an instrument at rest; null while it is not. */
export function takeableOf(seen: Seen): Takeable | null {
  if (seen.kind !== "shown" || seen.look.kind !== "settled") return null;
  const { rest } = seen.look;
  // A zero that a meter shows a little below it is written as the zero it is.
  return { value: Math.max(0, meanOf(rest, seen.noise)), latched: latchedOf(seen.display, rest), rest };
}

/** Two displays of one moment are apart by no more than this, s. */
const ONE_MOMENT = 0.25;

/**
 * What a second instrument showed while a first one was at rest; null where it was not at rest then, or showed something else.
 * @param displays of the second, on the same clock
 */
export function takeableMeanwhile(
  instrument: Instrument,
  place: PlaceToRead,
  displays: readonly DisplayAt[],
  { from, to }: Pick<Rest, "from" | "to">,
): Takeable | null {
  const meanwhile = displays.filter(({ at }) => at >= from - ONE_MOMENT && at <= to + ONE_MOMENT);
  return takeableOf(seenAt(instrument, place, meanwhile, to));
}
