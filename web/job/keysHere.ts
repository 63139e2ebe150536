import { createContext, useContext, useEffect } from "react";
import type { CheckDefinition } from "#core/check";

/** What the keys of a step do just now, said by a check of several parts for the one that stands; null where it is all one. */
export type KeysHere = CheckDefinition["keys"] | null;

export const KeysHereContext = createContext<(keys: KeysHere) => void>(() => undefined);

/** Says what the keys do while this part of a step stands. */
export function useKeysHere(keys: KeysHere): void {
  const say = useContext(KeysHereContext);
  useEffect(() => {
    say(keys);
    return () => say(null);
  }, [say, keys]);
}
