import { skipToken } from "@reduxjs/toolkit/query";
import { useDeferredValue } from "react";
import { useAsideQuery, useUnitsQuery } from "../app/api.ts";

/** From this many letters on what is known here is looked for. */
const SHORTEST = 2;

const unlike = (words: readonly string[], typed: string) =>
  [...new Set(words)].filter((one) => one !== "" && one !== typed.trim());

/** The most frequent first. */
function byFrequency(all: readonly string[]): readonly string[] {
  const counts = new Map<string, number>();
  for (const one of all) counts.set(one, (counts.get(one) ?? 0) + 1);
  return [...counts].toSorted(([, a], [, b]) => b - a).map(([one]) => one);
}

/** Serials, machines, models and owners that were here before and fit what is typed so far; without the server there are none. */
export function useKnownHere(serial: string, name: string) {
  const bySerial = useDeferredValue(serial.trim());
  const byName = useDeferredValue(name.trim());
  const { data: serials } = useUnitsQuery(bySerial.length >= SHORTEST ? { q: bySerial } : skipToken);
  const { data: names } = useUnitsQuery(byName.length >= SHORTEST ? { q: byName } : skipToken);
  const { data: aside } = useAsideQuery();
  return {
    serials: unlike(serials?.items.map((unit) => unit.serial) ?? [], serial),
    machines: unlike(names?.items.map((unit) => unit.name) ?? [], name),
    /** Ids of models of motors named alike. */
    models: byFrequency(names?.items.flatMap(({ modelId }) => modelId ?? []) ?? []),
    owners: aside?.owners ?? [],
  };
}
