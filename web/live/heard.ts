import { listeningText, type LiveDisplay, type LiveEvent, type Listening } from "#contract/feed";
import { OUR_API } from "../app/place.ts";
import type { DisplayAt, LiveFunction } from "#core/live";
import { useEffect, useSyncExternalStore } from "react";

/** What was taken of an instrument: its displays up to then are not taken again. */
interface Taken {
  readonly reads: LiveFunction;
  readonly mean: number;
  /** Seconds of this page's clock. */
  readonly at: number;
}

/** What this page heard of one instrument. */
export interface Channel {
  readonly displays: readonly DisplayAt[];
  /** Why nothing is heard of it; null where nobody said. */
  readonly silent: string | null;
  readonly taken: Taken | null;
  /** How many benches look at it, this one included. */
  readonly benches: number;
  /** What the server asks it for, as whoever looked at it last wants it; null where it is not asked. */
  readonly asked: LiveFunction | null;
}

const NOTHING: Channel = { displays: [], silent: null, taken: null, benches: 1, asked: null };
/** As many displays as a look at them goes back. */
const MOST_KEPT = 120;
/** After the server refused it is asked again, ms. */
const AGAIN = 3000;

const channels = new Map<string, Channel>();
const listeners = new Set<() => void>();

/** Seconds of this page's clock, which nobody sets. */
export const pageSeconds = () => performance.now() / 1000;

export const channelOf = (instrument: string): Channel => channels.get(instrument) ?? NOTHING;

function change(instrument: string, changes: Partial<Channel>): void {
  channels.set(instrument, { ...channelOf(instrument), ...changes });
  for (const listener of listeners) listener();
}

/** Displays of an instrument, each with how long ago it was shown. */
export function hearDisplays(instrument: string, shown: readonly LiveDisplay[]): void {
  const now = pageSeconds();
  const heard = shown.map(({ ago, ...display }) => ({ ...display, at: now - ago }));
  const displays = [...channelOf(instrument).displays, ...heard].slice(-MOST_KEPT);
  change(instrument, { displays, silent: null });
}

export const saySilent = (instrument: string, silent: string | null): void => change(instrument, { silent });

/** How many benches look at an instrument, and what it is asked for. */
export const sayWatched = (instrument: string, benches: number, asks: LiveFunction | null = null): void =>
  change(instrument, { benches, asked: asks });

/** What was taken of an instrument, at this moment; null once its probes have moved on. */
export const noteTaken = (instrument: string, taken: Taken | null): void => change(instrument, { taken });

/** Forgets everything that was heard. */
export function forgetHeard(): void {
  channels.clear();
  for (const listener of listeners) listener();
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** What was heard of an instrument, as it is heard. */
export const useChannel = (instrument: string): Channel =>
  useSyncExternalStore(subscribe, () => channelOf(instrument));

/** Instruments that this very page speaks for: nobody else is asked for them. */
const fromHere = new Set<string>();

/** Speaks for these instruments from now on. @returns how to let that be */
export function speakFromHere(instruments: readonly string[]): () => void {
  for (const one of instruments) fromHere.add(one);
  return () => {
    for (const one of instruments) fromHere.delete(one);
  };
}
export const speaksFromHere = (instrument: string): boolean => fromHere.has(instrument);

/** What is listened to, and by how many places of the page. */
const wanted = new Map<string, number>();
let [line, lineTo]: [EventSource | null, string] = [null, ""];
let asked: number | undefined;

type Said<Kind extends LiveEvent["kind"]> = Omit<Extract<LiveEvent, { kind: Kind }>, "kind">;

/** One line to the server for everything that is listened to. */
function listenAgain(): void {
  window.clearTimeout(asked);
  asked = undefined;
  const to = [...wanted.keys()]
    .filter((one) => !speaksFromHere(one.slice(one.indexOf(":") + 1)))
    .toSorted()
    .map((one) => `to=${encodeURIComponent(one)}`)
    .join("&");
  if (to === lineTo && line?.readyState !== EventSource.CLOSED) return;
  line?.close();
  [line, lineTo] = [null, to];
  if (to === "") return;
  const opened = new EventSource(`${OUR_API}/live?${to}`);
  opened.addEventListener("shown", ({ data }: MessageEvent<string>) => {
    const { instrument, displays } = JSON.parse(data) as Said<"shown">;
    hearDisplays(instrument, displays);
  });
  opened.addEventListener("silent", ({ data }: MessageEvent<string>) => {
    const { instrument, why } = JSON.parse(data) as Said<"silent">;
    saySilent(instrument, why);
  });
  opened.addEventListener("watched", ({ data }: MessageEvent<string>) => {
    const { instrument, benches, asked: asks } = JSON.parse(data) as Said<"watched">;
    sayWatched(instrument, benches, asks);
  });
  opened.addEventListener("error", () => {
    for (const one of wanted.keys()) saySilent(one.slice(one.indexOf(":") + 1), "The server is not reached.");
    // A line that broke is taken up again by the browser; one that was refused is not.
    if (opened.readyState === EventSource.CLOSED) asked = window.setTimeout(listenAgain, AGAIN);
  });
  line = opened;
}

/** A place is left for another one within a moment: the line is kept. */
const askSoon = () => {
  window.clearTimeout(asked);
  asked = window.setTimeout(listenAgain, 50);
};

/** Listens to an instrument for as long as the place that asks is on the page; null listens to nothing. */
export function useListening(listening: Listening | null): void {
  const text = listening && listeningText(listening);
  useEffect(() => {
    if (text === null) return;
    wanted.set(text, (wanted.get(text) ?? 0) + 1);
    askSoon();
    return () => {
      const left = (wanted.get(text) ?? 1) - 1;
      if (left > 0) wanted.set(text, left);
      else wanted.delete(text);
      askSoon();
    };
  }, [text]);
}
