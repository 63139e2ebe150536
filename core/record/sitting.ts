import type { Instrument, QuantityName } from "../quantity/index.ts";
import type { ShopLimits } from "./limits.ts";
import type { Motor } from "./motor.ts";
import type { CheckId, Latched, Reading } from "./reading.ts";
import type { Visit } from "./visit.ts";

/** What a check sees of a job: the readings, and what they are judged by. Nothing of what was decided. */
export interface Sitting {
  readonly motor: Motor;
  readonly readings: readonly Reading[];
  /** Those that the readings may name. */
  readonly instruments: readonly Instrument[];
  /** Earlier visits of this unit, oldest first; absent where none is known. */
  readonly past?: readonly Visit[];
  /** The shop's own limits and schools it is judged by; absent where the usual ones hold. */
  readonly limits?: ShopLimits;
}

interface Index {
  /** Readings that stand, in the order they were written. */
  readonly standing: readonly Reading[];
  /** Those of one check, epoch and slot, as written. */
  readonly bySlot: ReadonlyMap<string, readonly Reading[]>;
  /** Those that stand, a correction where what it corrects stood. */
  readonly inOrder: readonly Reading[];
}

const keyOf = (check: CheckId, epoch: number, slot: string) => `${check} ${epoch} ${slot}`;

function indexed(readings: readonly Reading[]): Index {
  const undone = new Set(
    readings.flatMap(({ value, supersedes }) => (value.kind === "undone" && supersedes ? [supersedes] : [])),
  );
  const gone = new Set(readings.flatMap(({ id, supersedes }) => (undone.has(id) ? [] : [supersedes])));
  const standing = readings.filter(
    ({ id, value }) =>
      !gone.has(id) && !undone.has(id) && value.kind !== "withdrawn" && value.kind !== "undone",
  );
  const bySlot = new Map<string, Reading[]>();
  for (const reading of standing) {
    const key = keyOf(reading.check, reading.epoch, reading.slot);
    const there = bySlot.get(key);
    if (there) there.push(reading);
    else bySlot.set(key, [reading]);
  }
  const at = new Map(readings.map(({ id }, place) => [id, place]));
  const before = new Map(readings.map(({ id, supersedes }) => [id, supersedes]));
  const placeOf = (id: string): number => {
    const seen = new Set([id]);
    let first = id;
    for (let up = before.get(first); up && at.has(up) && !seen.has(up); up = before.get(first)) {
      seen.add(up);
      first = up;
    }
    return at.get(first)!;
  };
  const places = new Map(standing.map(({ id }) => [id, placeOf(id)]));
  const inOrder = standing.toSorted((a, b) => places.get(a.id)! - places.get(b.id)!);
  return { standing, bySlot, inOrder };
}

/** A list of readings never changes, so that it is indexed once and kept as long as it is. */
const indexes = new WeakMap<readonly Reading[], Index>();

function indexOf(readings: readonly Reading[]): Index {
  const found = indexes.get(readings) ?? indexed(readings);
  indexes.set(readings, found);
  return found;
}

/** Readings that stand: not superseded, not withdrawn, not undone. Order kept. */
export function standing(readings: readonly Reading[]): readonly Reading[] {
  return indexOf(readings).standing;
}

/** What stands in one slot of a check in an epoch, in the order written. */
export function standingIn(
  readings: readonly Reading[],
  check: CheckId,
  slot: string,
  epoch: number,
): readonly Reading[] {
  return indexOf(readings).bySlot.get(keyOf(check, epoch, slot)) ?? [];
}

/** The latest standing reading of a slot in an epoch, if any. */
export function latestIn(
  readings: readonly Reading[],
  check: CheckId,
  slot: string,
  epoch: number,
): Reading | undefined {
  return standingIn(readings, check, slot, epoch).at(-1);
}

/** What stands, in the order of the work: a correction stands where what it corrects stood. */
export function inOrder(readings: readonly Reading[]): readonly Reading[] {
  return indexOf(readings).inOrder;
}

/**
 * The values of a quantity that stand in a slot, in the order of the work.
 * @returns in SI
 * @example quantitiesIn(readings, "power", "mains", 0, "volts") // [231]
 */
export function quantitiesIn(
  readings: readonly Reading[],
  check: CheckId,
  slot: string,
  epoch: number,
  quantity: QuantityName,
): number[] {
  return quantityReadingsIn(readings, check, slot, epoch, quantity).map(({ value }) => value);
}

/** The same, each with what an instrument showed where it said the value itself. */
export function quantityReadingsIn(
  readings: readonly Reading[],
  check: CheckId,
  slot: string,
  epoch: number,
  quantity: QuantityName,
): { readonly value: number; readonly latched?: Latched }[] {
  const own = standingIn(readings, check, slot, epoch);
  const ordered = own.length > 1 ? inOrder(readings).filter((reading) => own.includes(reading)) : own;
  return ordered.flatMap(({ value, latched }) =>
    value.kind === "quantity" && value.quantity === quantity
      ? [{ value: value.value, ...(latched && { latched }) }]
      : [],
  );
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
