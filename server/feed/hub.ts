import { randomUUID } from "node:crypto";
import type { LiveEvent, Listening, SamplesReceipt, TimedDisplay } from "#contract/feed";
import { placeInTime, type Heard, type LiveFunction } from "#core/live";
import { NOBODY_ELSE, type Others } from "../database/port.ts";
import { lookers, type Looking } from "./lookers.ts";

/** Whoever looks at instruments just now. */
interface Listener {
  readonly to: readonly Listening[];
  readonly tell: (event: LiveEvent) => void;
  /** Nothing more will be told. */
  readonly over: () => void;
}

/** What an instrument of the network is asked, for as long as somebody listens to it. */
export type Ask = (
  listening: Listening,
  hub: {
    readonly hear: (instrument: string, displays: readonly TimedDisplay[]) => void;
    readonly silent: (instrument: string, why: string | null) => void;
    /** It is asked over the network from now on: it reads for one bench at a time. */
    readonly begun: () => void;
  },
) => { readonly stop: () => void };

/** What processes tell each other of instruments. */
type Told =
  | { readonly kind: "samples"; readonly instrument: string; readonly displays: readonly TimedDisplay[] }
  | { readonly kind: "silent"; readonly instrument: string; readonly why: string | null }
  | { readonly kind: "changed"; readonly instrument: string };
const SUBJECT = "feed";
/** So many fit into a message between processes. */
const SAMPLES_AT_ONCE = 40;

/**
 * Passes on what instruments say to whoever looks at it, in order, and keeps nothing. What nobody listens to is not asked. Where
 * several processes work together, what one hears reaches those who look in another.
 * @param now our own clock, s
 */
export function feedHub(now: () => number, ask: Ask, others: Others = NOBODY_ELSE) {
  const heard = new Map<string, Heard>();
  const listeners = new Map<Listener, number>();
  const silences = new Map<string, string>();
  const asked = new Map<
    string,
    { readonly reads: LiveFunction; begun: boolean; readonly stop: () => void }
  >();
  const looking = lookers(others, randomUUID(), (instruments) => {
    askAgain();
    sayWatched(instruments);
  });

  const tellOthers = (told: Told) => {
    if (told.kind === "changed" || looking.at(told.instrument).isElsewhere) others.tell(SUBJECT, told);
  };
  const tell = (event: LiveEvent) => {
    for (const { to, tell: say } of listeners.keys())
      if (to.some(({ instrument }) => instrument === event.instrument)) say(event);
  };

  function hearHere(instrument: string, displays: readonly TimedDisplay[]): Omit<SamplesReceipt, "refused"> {
    const at = now();
    const placed = placeInTime(heard.get(instrument) ?? null, displays, at);
    heard.set(instrument, placed.heard);
    const shown = placed.taken.map(({ time: _time, at: when, ...display }) => ({
      ...display,
      ago: at - when,
    }));
    if (shown.length > 0) tell({ kind: "shown", instrument, displays: shown });
    return { taken: placed.taken.length, dropped: placed.dropped };
  }
  function hear(instrument: string, displays: readonly TimedDisplay[]): Omit<SamplesReceipt, "refused"> {
    for (let from = 0; from < displays.length; from += SAMPLES_AT_ONCE)
      tellOthers({ kind: "samples", instrument, displays: displays.slice(from, from + SAMPLES_AT_ONCE) });
    return hearHere(instrument, displays);
  }

  function silentHere(instrument: string, why: string | null): void {
    if ((silences.get(instrument) ?? null) === why) return;
    if (why === null) silences.delete(instrument);
    else silences.set(instrument, why);
    tell({ kind: "silent", instrument, why });
  }
  /** Why nothing is heard of an instrument: said once, and to whoever begins to look at it. */
  function silent(instrument: string, why: string | null): void {
    if ((silences.get(instrument) ?? null) !== why) tellOthers({ kind: "silent", instrument, why });
    silentHere(instrument, why);
  }

  /** Tells everybody who looks at these how many do, and what they are asked for: a touch is of one motor, and not of two. */
  function sayWatched(instruments: Iterable<string>): void {
    for (const instrument of new Set(instruments)) {
      const { benches, asks } = looking.at(instrument);
      tell({ kind: "watched", instrument, benches, asked: asks });
    }
  }

  function end(instrument: string): void {
    asked.get(instrument)?.stop();
    asked.delete(instrument);
    silences.delete(instrument);
  }

  /** What is looked at here, each as whoever came last wants it read. */
  function lookedAt(): Looking[] {
    const found = new Map<string, Looking>();
    for (const [{ to }, since] of listeners)
      for (const { instrument, reads } of to) {
        const benches = (found.get(instrument)?.benches ?? 0) + 1;
        const asking = asked.get(instrument);
        const asks = asking?.begun ? asking.reads : null;
        found.set(instrument, { instrument, reads, benches, since, asks });
      }
    return [...found.values()];
  }

  /** Asks what is looked at, unless another process does, and nothing else any more. */
  function askAgain(): void {
    looking.look(lookedAt());
    const wanted = new Map(
      lookedAt().flatMap(({ instrument }) => {
        const { isOurs, reads } = looking.at(instrument);
        return isOurs && reads !== null ? [[instrument, reads] as const] : [];
      }),
    );
    for (const [instrument, { reads }] of asked) if (wanted.get(instrument) !== reads) end(instrument);
    for (const [instrument, reads] of wanted) if (!asked.has(instrument)) begin({ instrument, reads });
  }

  function begin(listening: Listening): void {
    const { instrument, reads } = listening;
    const begun = () => {
      const mine = asked.get(instrument);
      if (!mine || mine.begun || mine.reads !== reads) return;
      mine.begun = true;
      looking.look(lookedAt());
      sayWatched([instrument]);
    };
    // Begun at once, it is not among those that are asked yet.
    const asking = { reads, begun: false, stop: () => undefined as void };
    asked.set(instrument, asking);
    const { stop } = ask(listening, { hear, silent, begun });
    asking.stop = stop;
  }

  function changedHere(instrument: string): void {
    end(instrument);
    heard.delete(instrument);
    askAgain();
    sayWatched([instrument]);
  }

  const endHearing = others.hear(SUBJECT, (message) => {
    const told = message as Told;
    if (told.kind === "samples") hearHere(told.instrument, told.displays);
    else if (told.kind === "silent") silentHere(told.instrument, told.why);
    else changedHere(told.instrument);
  });

  return {
    hear,
    silent,
    /** @returns what ends it */
    listen(listener: Listener): () => void {
      const { to, tell: say } = listener;
      const instruments = to.map(({ instrument }) => instrument);
      for (const instrument of instruments) {
        const why = silences.get(instrument);
        if (why !== undefined) say({ kind: "silent", instrument, why });
      }
      listeners.set(listener, Date.now());
      askAgain();
      sayWatched(instruments);
      return () => {
        listeners.delete(listener);
        askAgain();
        sayWatched(instruments);
      };
    },
    /** The server ends: nobody waits for more. */
    end(): void {
      for (const { over } of [...listeners.keys()]) over();
      endHearing();
      looking.close();
    },
    /** An instrument speaks in another way now, or no more: it is asked anew. */
    changed(instrument: string): void {
      tellOthers({ kind: "changed", instrument });
      changedHere(instrument);
    },
  };
}
