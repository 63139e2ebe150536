import { useSyncExternalStore } from "react";

/** A motor that waits for its turn on the drill: the job it is here with. */
export interface Queued {
  readonly job: string;
  readonly name: string;
}

/** What stays as it is from one motor to the next: the drill's speed, how it is read, and with which meter. */
export interface DrillSetUp {
  readonly meter: string;
  readonly route: string;
  /** As it was typed, in rpm. */
  readonly plannedSpeed: { readonly typed: string; readonly rpm: number };
}

interface Queue {
  readonly motors: readonly Queued[];
  readonly setUp: DrillSetUp | null;
}

/** Kept for this window: a bench has one drill, and a reload loses no queue. */
const KEY = "green-fable.drill-queue";
const listeners = new Set<() => void>();

function kept(): Queue | null {
  try {
    const found = JSON.parse(sessionStorage.getItem(KEY) ?? "null") as Queue | null;
    return found && Array.isArray(found.motors) ? found : null;
  } catch {
    return null;
  }
}
let queue: Queue | null = kept();

function put(next: Queue | null): void {
  queue = next;
  try {
    if (next) sessionStorage.setItem(KEY, JSON.stringify(next));
    else sessionStorage.removeItem(KEY);
  } catch {
    // A browser that keeps nothing has the queue until the page is left.
  }
  listeners.forEach((tell) => tell());
}

/** Puts motors on one drill, one after the other. */
export const queueOnDrill = (motors: readonly Queued[]): void => put({ motors, setUp: null });

export const endQueue = (): void => put(null);

/** The set-up that the motor on the drill was read with: the next one may take it over. */
export function keepSetUp(setUp: DrillSetUp): void {
  if (queue && JSON.stringify(queue.setUp) !== JSON.stringify(setUp)) put({ ...queue, setUp });
}

/** Where a job stands in the queue; null where it is in none. */
export interface Turn {
  readonly place: number;
  readonly of: number;
  readonly next: Queued | null;
  readonly setUp: DrillSetUp | null;
}

/** The turn of a job on the drill. @param now the queue as it is */
export function turnOf(now: Queue | null, job: string): Turn | null {
  const at = now?.motors.findIndex((one) => one.job === job) ?? -1;
  if (!now || at < 0) return null;
  return { place: at + 1, of: now.motors.length, next: now.motors[at + 1] ?? null, setUp: now.setUp };
}

const hear = (tell: () => void) => {
  listeners.add(tell);
  return () => listeners.delete(tell);
};

export const useTurn = (job: string): Turn | null =>
  turnOf(
    useSyncExternalStore(hear, () => queue),
    job,
  );
