import { valueOfKind } from "#core/check";
import { parseQuantity } from "#core/quantity";
import { standing, type Reading, type ReadingValue } from "#core/record";
import type { EntrySlot } from "./slots.ts";

/** The last standing values typed into these slots, oldest first. @param count how many at most */
export function lastTyped(
  readings: readonly Reading[],
  slots: readonly EntrySlot[],
  epoch: number,
  check: Reading["check"],
  count: number,
): readonly Reading[] {
  const names = new Set(slots.map(({ slot }) => slot));
  return standing(readings)
    .filter((one) => one.check === check && one.epoch === epoch && names.has(one.slot))
    .slice(-count);
}

type MovedEntry = { readonly reading: Reading; readonly to: EntrySlot; readonly value: ReadingValue };
export type Moved =
  | { readonly kind: "moved"; readonly entries: readonly MovedEntry[] }
  | { readonly kind: "cannot"; readonly sentence: string };

/**
 * Values that were typed one or more places off, each read again as its right place understands it. Nothing is moved
 * where one of them has no place there or is no value of it.
 * @param by places down the list, negative for up
 */
export function movedBy(readings: readonly Reading[], slots: readonly EntrySlot[], by: number): Moved {
  const entries: MovedEntry[] = [];
  for (const reading of readings) {
    const from = slots.findIndex(({ slot }) => slot === reading.slot);
    const to = slots[from + by];
    if (!to)
      return {
        kind: "cannot",
        sentence: `${slots[from]!.name} has no place ${by > 0 ? "after" : "before"} it: take fewer, or move the other way.`,
      };
    const parsed = parseQuantity(reading.typed || "OL", to.kind);
    if (parsed.kind === "refused")
      return { kind: "cannot", sentence: `“${reading.typed}” is no value of ${to.name}: ${parsed.sentence}` };
    const value: ReadingValue =
      parsed.kind === "open" ? { kind: "open" } : valueOfKind(to.kind, parsed.value);
    entries.push({ reading, to, value });
  }
  return { kind: "moved", entries };
}
