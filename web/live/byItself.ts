import { useSyncExternalStore } from "react";

const KEY = "green-fable.by-itself";
const listeners = new Set<() => void>();

function kept(): boolean {
  try {
    return localStorage.getItem(KEY) === "yes";
  } catch {
    return false;
  }
}
let now: boolean | null = null;
const byItself = () => (now ??= kept());

/** Whether this device takes a value by itself once it is at rest. Nobody said so: it does not. */
export function setByItself(yes: boolean): void {
  now = yes;
  try {
    localStorage.setItem(KEY, yes ? "yes" : "no");
  } catch {
    // A browser that keeps nothing asks anew each time.
  }
  for (const listener of listeners) listener();
}

export const useByItself = (): boolean =>
  useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, byItself);
