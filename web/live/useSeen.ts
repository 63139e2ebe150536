import { useEffect, useState } from "react";
import {
  haveMovedOn,
  seenAt,
  STALE_SECONDS,
  takeableMeanwhile,
  takeableOf,
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
  readonly silent: string | null;
  /** What can be taken just now; null while it is not at rest, or was taken already. */
  readonly takeable: Takeable | null;
  /** The probes have not left what was taken last: nothing is taken by itself. */
  readonly stays: boolean;
}

/** What an instrument that speaks shows at a place, looked at as it speaks. */
export function useSeen({ instrument, place }: LivePlace, second: LivePlace | null): SeenHere {
  useListening({ instrument: instrument.id, reads: place.reads });
  useListening(second && { instrument: second.instrument.id, reads: second.place.reads });
  const { displays, silent, taken } = useChannel(instrument.id);
  const [, look] = useState(0);
  useEffect(() => {
    const timer = window.setInterval(() => look((n) => n + 1), AGES);
    return () => window.clearInterval(timer);
  }, []);
  const same = taken?.reads === place.reads ? taken : null;
  const seen = seenAt(instrument, place, displays, pageSeconds(), same?.at);
  const since = same ? displays.filter(({ at, reads }) => at > same.at && reads === place.reads) : [];
  const stays =
    same !== null && (seen.kind !== "shown" || !haveMovedOn(since, { mean: same.mean }, seen.noise));
  return { seen, silent, takeable: takeableOf(seen), stays };
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
