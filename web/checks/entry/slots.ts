import { checkOf, slotOf } from "#core/measure";
import { kindOf } from "#core/check";
import type { Ability, QuantityKind, Ratio } from "#core/quantity";
import type { CheckId, Motor } from "#core/record";

/** One place to read, as its check declares it, ready for the field. */
export interface EntrySlot {
  readonly slot: string;
  readonly label: string;
  readonly name: string;
  readonly under: string;
  readonly hint: string;
  readonly kind: QuantityKind;
  /** Enter on the empty field goes on without it. */
  readonly optional: boolean;
  /** Read with another instrument than the check's, or with none. */
  readonly instrumentId?: string | null;
  /** What may show it by itself, where it is typed with none. */
  readonly liveInstrumentId?: string | null;
  /** What its instrument must read; null where none is used. */
  readonly reads: Ability | null;
  /** Share by which what is read goes to and fro by itself. */
  readonly unsteady: Ratio;
  /** The place that is read at the same moment with another instrument. */
  readonly together?: string;
  /** Why a value, though a good number, cannot be read here; null where it can. */
  readonly refuse: (value: number) => string | null;
  /** Beyond these, whether the value is right is asked once; null where anything may be. */
  readonly least: number;
  readonly most: number | null;
}

/** A declared slot as a place to type. @throws RangeError for a slot that the check does not have */
export function entrySlot(
  check: CheckId,
  slot: string,
  motor: Motor,
  rest: Partial<
    Pick<EntrySlot, "label" | "name" | "under" | "hint" | "kind" | "instrumentId" | "together">
  > = {},
): EntrySlot {
  const declared = slotOf(check, slot);
  if (!declared) throw new RangeError(`entrySlot: ${checkOf(check).title} has no slot "${slot}"`);
  const { label, name, under, hint, optional, refuse, plausible, instrument, unsteady } = declared;
  return {
    slot,
    label,
    name,
    under,
    hint,
    kind: kindOf(declared),
    optional,
    reads: instrument,
    unsteady,
    refuse: (value) => refuse?.(value, motor) ?? null,
    least: plausible?.(motor)?.least ?? 0,
    most: plausible?.(motor)?.most ?? null,
    // What no instrument is declared for is read with none.
    ...(instrument === null && { instrumentId: null }),
    ...rest,
  };
}

/** The choices of a declared slot, with the words a person reads. */
export function optionsOf(check: CheckId, slot: string): readonly { value: string; words: string }[] {
  const form = slotOf(check, slot)?.form;
  if (form?.kind !== "choice" && form?.kind !== "choices")
    throw new RangeError(`optionsOf: "${slot}" of ${check} has no choices`);
  return Object.entries(form.choices).map(([value, words]) => ({ value, words }));
}

export function labelOf(check: CheckId, slot: string): string {
  return slotOf(check, slot)?.label ?? slot;
}
