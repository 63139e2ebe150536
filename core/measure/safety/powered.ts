import {
  isSkipSlot,
  type CheckId,
  type Reading,
  type ReadingValue,
  type Sitting,
} from "../../record/index.ts";

/** What is written down of supply and call without power on it. */
const WITHOUT_POWER = ["stance", "called", "code", "codeShown"];

const SIGNALS = ["A.low", "A.high", "B.low", "B.high", "C.low", "C.high"];

/** Places that are read with power on, by their checks; of supply and call, all but {@link WITHOUT_POWER}. */
export const POWERED: Readonly<Partial<Record<CheckId, readonly string[]>>> = {
  hall: ["forward", "backward", "supply", "ratedSupply", "pullUp", "steps", ...SIGNALS, "leg"],
  feed: ["pack.rest", "pack.load", "command"],
  run: [
    "runGood",
    "swap",
    "inUse",
    "inUseAgain",
    "noLoad.volts",
    "noLoad.amperes",
    "drop.amperes",
    "drop.volts",
  ],
  air: ["flashes", "staticPressure", "verified"],
};

const TAKES_BACK: readonly ReadingValue["kind"][] = ["undone", "withdrawn"];

/** What is taken back puts no power on; what was read and taken back later did. */
const isPowered = ({ check, slot, value }: Reading): boolean =>
  !TAKES_BACK.includes(value.kind) &&
  !isSkipSlot(slot) &&
  (check === "power" ? !WITHOUT_POWER.includes(slot) : (POWERED[check]?.includes(slot) ?? false));

/**
 * Place of the last reading of an epoch that was taken with power on; −1 where none was.
 * @param during a check that is being made: its own power does not count, since nothing was touched since
 * @example lastPowered({ readings: [] }, 0) // -1
 */
export function lastPowered(
  { readings }: Pick<Sitting, "readings">,
  epoch: number,
  during?: CheckId,
): number {
  return readings.findLastIndex(
    (reading) => reading.epoch === epoch && reading.check !== during && isPowered(reading),
  );
}
