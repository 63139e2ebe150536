import type { LiveEvent, Listening, SamplesReceipt, TimedDisplay } from "#contract/feed";
import { placeInTime, type Heard, type LiveFunction } from "#core/live";

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
  hub: Pick<FeedHub, "hear" | "silent">,
) => { readonly stop: () => void };

/**
 * Passes on what instruments say to whoever looks at it, in order, and keeps nothing. What nobody listens to is not asked.
 * @param now our own clock, s
 */
export function feedHub(now: () => number, ask: Ask) {
  const heard = new Map<string, Heard>();
  const listeners = new Set<Listener>();
  const silences = new Map<string, string>();
  const asked = new Map<string, { readonly reads: LiveFunction; readonly stop: () => void }>();

  const tell = (event: LiveEvent) => {
    for (const { to, tell: say } of listeners)
      if (to.some(({ instrument }) => instrument === event.instrument)) say(event);
  };

  function hear(instrument: string, displays: readonly TimedDisplay[]): Omit<SamplesReceipt, "refused"> {
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
  /** Why nothing is heard of an instrument: said once, and to whoever begins to look at it. */
  function silent(instrument: string, why: string | null): void {
    if ((silences.get(instrument) ?? null) === why) return;
    if (why === null) silences.delete(instrument);
    else silences.set(instrument, why);
    tell({ kind: "silent", instrument, why });
  }

  /** Tells everybody who looks at these how many do: a touch is of one motor, and not of two. */
  function sayWatched(to: readonly Listening[]): void {
    for (const instrument of new Set(to.map((one) => one.instrument))) {
      const benches = [...listeners].filter((one) =>
        one.to.some((it) => it.instrument === instrument),
      ).length;
      const asks = asked.get(instrument)?.reads ?? null;
      tell({ kind: "watched", instrument, benches, asked: asks });
    }
  }

  function end(instrument: string): void {
    asked.get(instrument)?.stop();
    asked.delete(instrument);
    silences.delete(instrument);
  }

  /** Asks what is listened to now, as whoever came last wants it read, and nothing else any more. */
  function askAgain(): void {
    const wanted = new Map(
      [...listeners].flatMap(({ to }) => to.map((one) => [one.instrument, one] as const)),
    );
    for (const [instrument, { reads }] of asked) if (wanted.get(instrument)?.reads !== reads) end(instrument);
    for (const [instrument, listening] of wanted)
      if (!asked.has(instrument))
        asked.set(instrument, { reads: listening.reads, ...ask(listening, { hear, silent }) });
  }

  return {
    hear,
    silent,
    /** @returns what ends it */
    listen(listener: Listener): () => void {
      const { to, tell: say } = listener;
      for (const { instrument } of to) {
        const why = silences.get(instrument);
        if (why !== undefined) say({ kind: "silent", instrument, why });
      }
      listeners.add(listener);
      askAgain();
      sayWatched(to);
      return () => {
        listeners.delete(listener);
        askAgain();
        sayWatched(to);
      };
    },
    /** The server ends: nobody waits for more. */
    end(): void {
      for (const { over } of [...listeners]) over();
    },
    /** An instrument speaks in another way now, or no more: it is asked anew. */
    changed(instrument: string): void {
      end(instrument);
      heard.delete(instrument);
      askAgain();
    },
  };
}

type FeedHub = ReturnType<typeof feedHub>;
