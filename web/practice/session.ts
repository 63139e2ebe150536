import { useSyncExternalStore } from "react";
import { secondsOf, type Act } from "#bench/acts";
import { kit, type KitName } from "#bench/caseFile";
import { benchOf } from "#bench/marks";
import { SENSES, type Found } from "#bench/senses";
import type { Done, Table } from "#bench/table";
import { UNSAFE } from "#bench/unsafe";
import { lowerFirst, upperFirst } from "#core/check";
import { slotOf } from "#core/measure";
import { hearDisplays, speakFromHere } from "../live/heard.ts";
import { changeRunning, pushedBack, runningNow, type Running } from "./running.ts";

/** Displays a second, as an ordinary meter has them. */
const DISPLAYS = 6;

/** What is held against the motor with two probes. */
export const METERS = ["meter", "milliohm", "insulation"] as const satisfies readonly KitName[];
export type MeterName = (typeof METERS)[number];

/** What an act brought, for whoever looks at the bench. */
interface Told {
  /** What was found or why it cannot be done. */
  readonly words: string;
  /** Set where it was unsafe. */
  readonly unsafe: { readonly did: string; readonly why: string } | null;
  /** What hands and eyes found, which can be written down. */
  readonly found: {
    readonly check: string;
    readonly slot: string;
    readonly found: NonNullable<Found>;
  } | null;
}

/** What was found, in the words of its slot. */
export function foundWords(check: string, slot: string, found: NonNullable<Found>): string {
  const declared = slotOf(check as Parameters<typeof slotOf>[0], slot);
  const label = declared?.label ?? "";
  const form = declared?.form;
  const choices: Readonly<Record<string, string>> =
    form && (form.kind === "choice" || form.kind === "choices") ? form.choices : {};
  if ("choice" in found) return `${label}: ${lowerFirst(choices[found.choice] ?? found.choice)}`;
  if ("choices" in found) {
    const named = found.choices.map((one) => lowerFirst(choices[one] ?? one));
    return `Seen: ${named.length > 0 ? named.join(", ") : "nothing out of the ordinary"}`;
  }
  if ("count" in found) return `${label}: ${found.count}`;
  return `${label}: ${found.seconds.toFixed(1)} s`;
}

/** Words of acts that stand in the list of what was done. */
function actWords(act: Act): string | null {
  switch (act.do) {
    case "power":
      return act.on ? "switched on" : "switched off and locked";
    case "call":
      return act.on ? "called" : "call taken away";
    case "plug":
      return act.in ? "plugged in" : "unplugged";
    case "insulate":
      return act.on ? "leads insulated" : "insulation taken off";
    case "open":
      return "opened";
    case "spin":
      return `drill at ${act.rpm} rpm`;
    case "stop":
      return "drill stopped";
    case "wait":
      return `waited ${Math.round(act.seconds / 60)} min`;
    default:
      return null;
  }
}

/** A bench on this page, with what was done at it so far done again. */
function open(running: Running) {
  const table: Table = benchOf(running.file);
  let last = table.seconds();
  for (const { after, act } of running.acts) {
    table.pass(last + after - table.seconds());
    table.act(act);
    last = table.seconds();
  }
  const final = running.acts.at(-1);
  if (final) table.pass(secondsOf(final.act));
  let worked = running.acts.reduce((sum, { act }) => sum + secondsOf(act), 0);
  let [version, sequence] = [0, 0];
  let told: Told | null = null;
  let meter: MeterName = "meter";
  const listeners = new Set<() => void>();
  const changed = () => {
    version += 1;
    for (const listener of listeners) listener();
  };

  /** Every instrument says what it shows, as a real one that speaks would. */
  const shown = new Map<string, number | null>();
  function speak(): void {
    sequence += 1;
    for (const { id } of kit()) {
      const [reads, value] = [table.dial(id), table.shows(id)];
      shown.set(id, value);
      hearDisplays(id, [{ sequence, reads, value, range: table.range(id), ago: 0 }]);
    }
  }
  speak();

  function tellOf(act: Act, done: Done, before: number): Told {
    const kind = table.unsafe().at(before)?.kind;
    const unsafe = kind ? UNSAFE[kind] : null;
    if (done.kind === "cannot") return { words: done.why, unsafe, found: null };
    if (done.kind === "done" || act.do !== "sense") return { words: "", unsafe, found: null };
    const { check, slot } = SENSES[act.what];
    const { found } = done;
    if (!found) return { words: "Nothing can be found out so, here.", unsafe, found: null };
    return { words: foundWords(check, slot, found), unsafe, found: { check, slot, found } };
  }

  return {
    id: running.id,
    table,
    told: () => told,
    /** The meter that was taken in hand last. */
    meter: () => meter,
    takeMeter(name: MeterName): void {
      meter = name;
      changed();
    },
    /** What an instrument showed last; null with an overload. */
    shown: (id: string): number | null => shown.get(id) ?? null,
    /** Work at the bench so far, s. */
    worked: () => worked,
    version: () => version,
    subscribe(listener: () => void) {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },

    /** Does something, and lets the time it takes pass. */
    perform(act: Act): Done {
      const after = table.seconds() - last;
      const before = table.unsafe().length;
      const done = table.act(act);
      last = table.seconds();
      table.pass(secondsOf(act));
      worked += secondsOf(act);
      told = tellOf(act, done, before);
      const words = told.found ? told.words : done.kind === "cannot" ? null : actWords(act);
      const line = told.unsafe ? `${told.unsafe.did}: unsafe` : words;
      changeRunning(({ acts, done: lines, entries }) => ({
        acts: [...acts, { after, act }],
        ...(line && { done: [...lines, { at: worked, words: upperFirst(line) }] }),
        ...(act.do === "wait" && { entries: pushedBack(entries, act.seconds) }),
      }));
      speak();
      changed();
      return done;
    },

    /** A moment passes: displays flicker, the drill runs on. */
    tick(): void {
      table.pass(1 / DISPLAYS);
      speak();
      changed();
    },

    say(words: string): void {
      told = { words, unsafe: null, found: null };
      changed();
    },

    wrote(words: string): void {
      changeRunning(({ done: lines }) => ({ done: [...lines, { at: worked, words: upperFirst(words) }] }));
      told = null;
      changed();
    },
  };
}
export type Session = ReturnType<typeof open>;

let session: Session | null = null;
let timer: number | undefined;

/** The bench of what is practised here; null while nothing is. */
export function sessionOf(running: Running): Session {
  if (session?.id !== running.id) session = open(running);
  return session;
}

/** Keeps the bench going while it is looked at. @returns how to let it rest */
export function keepGoing(of: Session): () => void {
  const release = speakFromHere(kit().map(({ id }) => id));
  window.clearInterval(timer);
  timer = window.setInterval(() => {
    // Nobody looks: nothing happens, as with a bench that is left alone.
    if (document.visibilityState === "visible" && runningNow()?.id === of.id) of.tick();
  }, 1000 / DISPLAYS);
  return () => {
    window.clearInterval(timer);
    release();
  };
}

/** Draws anew as the bench changes. */
export const useSession = (of: Session): number => useSyncExternalStore(of.subscribe, of.version);
