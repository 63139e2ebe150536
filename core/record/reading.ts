import type { Celsius, Ohms, QuantityName } from "../quantity/index.ts";

export const CHECK_IDS = [
  "safety",
  "mechanical",
  "frame",
  "insulation",
  "winding",
  "backemf",
  "hall",
  "run",
  "setup",
] as const;
export type CheckId = (typeof CHECK_IDS)[number];

/** What was read, seen or done. Open is a reading; skipped is a record of not reading, with its reason. */
export type ReadingValue =
  | { readonly kind: "ohms"; readonly ohms: Ohms }
  | { readonly kind: "open" }
  | { readonly kind: "celsius"; readonly celsius: Celsius }
  /** Anything else with a unit, in its SI unit or rpm. */
  | { readonly kind: "quantity"; readonly quantity: QuantityName; readonly value: number }
  | { readonly kind: "choice"; readonly choice: string }
  | { readonly kind: "choices"; readonly choices: readonly string[] }
  | { readonly kind: "text"; readonly text: string }
  /** A picture kept with the job, by its id. */
  | { readonly kind: "photo"; readonly photo: string }
  | { readonly kind: "skipped"; readonly reason: string }
  | { readonly kind: "withdrawn"; readonly reason: string };

/**
 * One line of the record. Never changed: a correction is a new reading that names the one it supersedes.
 * `epoch` counts the repairs before it: 0 as found, 1 after the first repair.
 */
export interface Reading {
  readonly id: string;
  readonly check: CheckId;
  /** Place within the check: a pair, a lead, "tips", "temperature", "turn"… */
  readonly slot: string;
  readonly epoch: number;
  readonly value: ReadingValue;
  /** As the person typed it. */
  readonly typed: string;
  readonly instrumentId: string | null;
  /** UTC, ISO 8601. */
  readonly takenAt: string;
  readonly by: string;
  readonly supersedes: string | null;
}

/** Readings that stand: not superseded and not withdrawn. Order kept. */
export function standing(readings: readonly Reading[]): Reading[] {
  const gone = new Set(readings.map(({ supersedes }) => supersedes));
  return readings.filter(({ id, value }) => !gone.has(id) && value.kind !== "withdrawn");
}

/** The latest standing reading of a slot in an epoch, if any. */
export function latestIn(
  readings: readonly Reading[],
  check: CheckId,
  slot: string,
  epoch: number,
): Reading | undefined {
  return standing(readings).findLast(
    (reading) => reading.check === check && reading.slot === slot && reading.epoch === epoch,
  );
}

/** A reading's place in the order of the work: a correction stands where what it corrects stood. */
export function inOrder(readings: readonly Reading[]): Reading[] {
  const at = new Map(readings.map(({ id }, place) => [id, place]));
  const before = new Map(readings.map(({ id, supersedes }) => [id, supersedes]));
  const placeOf = (id: string): number => {
    const earlier = before.get(id);
    return earlier && at.has(earlier) ? placeOf(earlier) : at.get(id)!;
  };
  return standing(readings).sort((a, b) => placeOf(a.id) - placeOf(b.id));
}

/** The values of a quantity that stand in a slot, in the order of the work. */
export function quantitiesIn(
  readings: readonly Reading[],
  check: CheckId,
  slot: string,
  epoch: number,
  quantity: QuantityName,
): number[] {
  return inOrder(readings)
    .filter((reading) => reading.check === check && reading.slot === slot && reading.epoch === epoch)
    .flatMap(({ value }) => (value.kind === "quantity" && value.quantity === quantity ? [value.value] : []));
}

/** The choice that stands in a slot, if any. */
export function choiceIn(
  readings: readonly Reading[],
  check: CheckId,
  slot: string,
  epoch: number,
): string | undefined {
  const value = latestIn(readings, check, slot, epoch)?.value;
  return value?.kind === "choice" ? value.choice : undefined;
}
