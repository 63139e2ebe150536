import { skipToken } from "@reduxjs/toolkit/query";
import { useDeferredValue } from "react";
import type { Unit } from "#contract/shop";
import { isSerial, serialKey } from "#core/record";
import { useUnitsQuery } from "../app/api.ts";

const SHORTEST = 2;

/** The unit that carries exactly this serial, as it is typed; undefined while there is none. */
export function useKnownUnit(serial: string): Unit | undefined {
  const wanted = useDeferredValue(serial.trim());
  const { data } = useUnitsQuery(wanted.length >= SHORTEST && isSerial(wanted) ? { q: wanted } : skipToken);
  return data?.items.find((unit) => serialKey(unit.serial) === serialKey(wanted));
}
