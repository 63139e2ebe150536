import { useSyncExternalStore } from "react";
import { uuidv7 } from "uuidv7";
import type { CaseFile } from "#bench/caseFile";
import type { TimedAct, Word } from "#bench/marks";
import type { Entry } from "#core/record";
import { keptAs } from "../app/place.ts";

/** A line of what was done, and when by the work at the bench, s. */
interface DoneLine {
  readonly at: number;
  readonly words: string;
}

/** A case that somebody practises on at this device, as far as it came. */
export interface Running {
  readonly id: string;
  readonly by: string;
  readonly file: CaseFile;
  /** UTC, ISO 8601. */
  readonly startedAt: string;
  readonly acts: readonly TimedAct[];
  readonly entries: readonly Entry[];
  readonly done: readonly DoneLine[];
  readonly words: readonly Word[];
  /** They looked at the program's verdict. */
  readonly peeked: boolean;
  /** What they decided, once they did. */
  readonly decided: readonly string[] | null;
}

const KEPT = keptAs("green-fable.practice");

function kept(): Running | null {
  try {
    return JSON.parse(localStorage.getItem(KEPT) ?? "null") as Running | null;
  } catch {
    return null;
  }
}

let now: Running | null | undefined;
const listeners = new Set<() => void>();
const present = (): Running | null => (now === undefined ? (now = kept()) : now);

function keep(next: Running | null): void {
  now = next;
  try {
    if (next) localStorage.setItem(KEPT, JSON.stringify(next));
    else localStorage.removeItem(KEPT);
  } catch {
    // A browser that keeps nothing: it lasts as long as the page does.
  }
  for (const listener of listeners) listener();
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

export const useRunning = (): Running | null => useSyncExternalStore(subscribe, present);
export const runningNow = present;

export function begin(file: CaseFile, by: string): Running {
  const fresh: Running = {
    ...{ id: uuidv7(), by, file, startedAt: new Date().toISOString(), acts: [], entries: [], done: [] },
    ...{ words: [], peeked: false, decided: null },
  };
  keep(fresh);
  return fresh;
}

export function changeRunning(change: (running: Running) => Partial<Running>): void {
  const running = present();
  if (running) keep({ ...running, ...change(running) });
}

export const endRunning = (): void => keep(null);

/** What was written lies so many seconds further back: on the bench time passed that no clock here saw. */
export function pushedBack(entries: readonly Entry[], seconds: number): Entry[] {
  const earlier = (at: string) => new Date(Date.parse(at) - seconds * 1000).toISOString();
  return entries.map((entry) => {
    const body = { ...entry.body } as Record<string, unknown>;
    for (const field of ["takenAt", "at"])
      if (typeof body[field] === "string") body[field] = earlier(body[field]);
    return { ...entry, body } as unknown as Entry;
  });
}
