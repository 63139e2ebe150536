import { useSyncExternalStore } from "react";

/** A yes or no that belongs to this device, and not to a person or a job. */
export interface DeviceChoice {
  readonly now: () => boolean;
  readonly set: (yes: boolean) => void;
  readonly use: () => boolean;
}

/** Keeps a choice of this device under a name; where nobody chose it is no. */
export function deviceChoice(name: string): DeviceChoice {
  const key = `green-fable.${name}`;
  const listeners = new Set<() => void>();
  let chosen: boolean | null = null;
  const kept = (): boolean => {
    try {
      return localStorage.getItem(key) === "yes";
    } catch {
      return false;
    }
  };
  const now = () => (chosen ??= kept());
  return {
    now,
    set(yes) {
      chosen = yes;
      try {
        localStorage.setItem(key, yes ? "yes" : "no");
      } catch {
        // A browser that keeps nothing asks anew each time.
      }
      for (const listener of listeners) listener();
    },
    use: () =>
      useSyncExternalStore((listener) => {
        listeners.add(listener);
        return () => listeners.delete(listener);
      }, now),
  };
}
