import { useSyncExternalStore } from "react";

/** One hand holds the device and the other a probe. */
const PHONE = "(max-width: 639px)";

function listen(changed: () => void) {
  const media = window.matchMedia(PHONE);
  media.addEventListener("change", changed);
  return () => media.removeEventListener("change", changed);
}

/** Whether this is a phone, which brings a keypad of its own. */
export const usePhone = (): boolean => useSyncExternalStore(listen, () => window.matchMedia(PHONE).matches);
