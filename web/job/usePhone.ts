import { useSyncExternalStore } from "react";

/** One hand holds the device and the other a probe. */
const PHONE = "(max-width: 639px)";
/** A tablet, whose only pointer is a finger. */
const TOUCH = "(pointer: coarse)";

/** A question to the screen, asked of the browser once and not with every field that is drawn. */
function mediaOf(query: string) {
  let media: MediaQueryList | null = null;
  const asked = () => (media ??= window.matchMedia(query));
  return {
    hear: (changed: () => void) => {
      const list = asked();
      list.addEventListener("change", changed);
      return () => list.removeEventListener("change", changed);
    },
    now: () => asked().matches,
  };
}
const phone = mediaOf(PHONE);
const touch = mediaOf(TOUCH);

/** Whether this is a phone, which shows one zone at a time. */
export const usePhone = (): boolean => useSyncExternalStore(phone.hear, phone.now);

/** Whether a finger is all there is to point with: the keypad of the application then stands where readings are typed. */
export const useTouch = (): boolean => useSyncExternalStore(touch.hear, touch.now);

/** What is held in the hand, whose foot carries keypad and buttons; null for a bench screen with keys and a mouse. */
export function useHeld(): "phone" | "tablet" | null {
  const small = usePhone();
  const finger = useTouch();
  return small ? "phone" : finger ? "tablet" : null;
}
