import { useCallback, useLayoutEffect, useRef } from "react";

/** The same function for ever, which does what the latest one does: whoever is given it is not drawn again for it. */
export function useSteady<Args extends unknown[]>(act: (...args: Args) => void): (...args: Args) => void {
  const latest = useRef(act);
  useLayoutEffect(() => {
    latest.current = act;
  });
  return useCallback((...args: Args) => latest.current(...args), []);
}
