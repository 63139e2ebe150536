import { useSyncExternalStore } from "react";
import type { Entry } from "./useEntry.ts";

let offered: Entry | null = null;
const listeners = new Set<() => void>();
const tell = () => listeners.forEach((listener) => listener());

/** The field that is open now says so: what is pressed on a keypad is typed into it. */
export function offerPad(entry: Entry): void {
  offered = entry;
  tell();
}

/** It is gone: the keypad goes with it. */
export function withdrawPad(): void {
  offered = null;
  tell();
}

/** The field that is open at this moment; null where none is. */
export const openPad = (): Entry | null => offered;

/** The field that a keypad types into; null where none is open. */
export function usePad(): Entry | null {
  return useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, openPad);
}
