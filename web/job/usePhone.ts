import { useSyncExternalStore } from "react";

/** One hand holds the device and the other a probe. */
const PHONE = "(max-width: 639px)";
/** A tablet, whose only pointer is a finger. */
const TOUCH = "(pointer: coarse)";

function useMedia(query: string): boolean {
  return useSyncExternalStore(
    (changed) => {
      const media = window.matchMedia(query);
      media.addEventListener("change", changed);
      return () => media.removeEventListener("change", changed);
    },
    () => window.matchMedia(query).matches,
  );
}

/** Whether this is a phone, which brings a keypad of its own. */
export const usePhone = (): boolean => useMedia(PHONE);

/** Whether a finger is all there is to point with: across the bench a keypad then stands under the field. */
export const useTouch = (): boolean => useMedia(TOUCH);
