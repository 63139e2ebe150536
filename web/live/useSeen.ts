import { useEffect, useState } from "react";
import {
  haveMovedOn,
  seenAt,
  STALE_SECONDS,
  takeableMeanwhile,
  takeableOf,
  type LiveFunction,
  type PlaceToRead,
  type Seen,
  type Takeable,
} from "#core/live";
import type { Instrument } from "#core/quantity";
import { channelOf, noteTaken, pageSeconds, useChannel, useListening } from "./heard.ts";

/** What one place reads, and with what. */
export interface LivePlace {
  readonly instrument: Instrument;
  readonly place: PlaceToRead;
}

/** Milliseconds after which an age is looked at again. */
const AGES = 500;

export interface SeenHere {
  readonly seen: Seen;
  /** When it was looked at, seconds of this page's clock. */
  readonly now: number;
  readonly silent: string | null;
  /** What can be taken just now; null while it is not at rest, or was taken already. */
  readonly takeable: Takeable | null;
  /** The probes have not left what was taken last. */
  readonly stays: boolean;
  /** They came to rest here after this place was opened: it is of this place, and of no other. */
  readonly arrived: boolean;
  /** Other benches look at this instrument too: whose motor it touches, it does not say. */
  readonly shared: boolean;
  /** What another bench has it asked for just now, where that is something else. */
  readonly askedFor: LiveFunction | null;
}

/** What an instrument that speaks shows at a place, looked at as it speaks. */
export function useSeen({ instrument, place }: LivePlace, second: LivePlace | null): SeenHere {
  useListening({ instrument: instrument.id, reads: place.reads });
  useListening(second && { instrument: second.instrument.id, reads: second.place.reads });
  const { displays, silent, taken, benches, asked } = useChannel(instrument.id);
  const [opened] = useState(pageSeconds);
  const [, look] = useState(0);
  useEffect(() => {
    const timer = window.setInterval(() => look((n) => n + 1), AGES);
    return () => window.clearInterval(timer);
  }, []);
  const same = taken?.reads === place.reads ? taken : null;
  const now = pageSeconds();
  const seen = seenAt(instrument, place, displays, now, same?.at);
  const takeable = takeableOf(seen);
  const since = (moment: number) => displays.filter(({ at, reads }) => at > moment && reads === place.reads);
  const leftIt = (moment: number, mean: number) =>
    seen.kind === "shown" && haveMovedOn(since(moment), { mean }, seen.noise);
  return {
    ...{ seen, now, silent, takeable, shared: benches > 1 },
    askedFor: asked === place.reads ? null : asked,
    stays: same !== null && !leftIt(same.at, same.mean),
    arrived: takeable !== null && leftIt(Math.max(opened, same?.at ?? 0), takeable.rest.mean),
  };
}

/** What a second instrument showed while the first was at rest. */
export const meanwhile = ({ instrument, place }: LivePlace, { rest }: Takeable): Takeable | null =>
  takeableMeanwhile(instrument, place, channelOf(instrument.id).displays, rest);

/** Whether anything is heard of it. */
export function speaksNow({ instrument }: LivePlace): boolean {
  const last = channelOf(instrument.id).displays.at(-1);
  return last !== undefined && pageSeconds() - last.at <= STALE_SECONDS;
}

/** A value was taken: what was shown up to now is not taken again. */
export function noteTakenNow({ instrument, place }: LivePlace, { value }: Takeable): void {
  noteTaken(instrument.id, { reads: place.reads, mean: value, at: pageSeconds() });
}
