import { useSyncExternalStore } from "react";

/** One hand holds the device and the other a probe. */
const PHONE = "(max-width: 639px)";
/** Fingers and no keyboard, as on a tablet at the bench. */
const FINGERS = "(pointer: coarse)";

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

/** Whether this is a phone, and whether it is worked with fingers: both bring a keypad of their own. */
export function useTouch(): { readonly phone: boolean; readonly fingers: boolean } {
  return { phone: useMedia(PHONE), fingers: useMedia(FINGERS) };
}
