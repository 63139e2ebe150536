import {
  QUANTITIES,
  QUANTITY_NAMES,
  RESISTANCE,
  TEMPERATURE,
  type Ability,
  type QuantityKind,
  type Ratio,
} from "../quantity/index.ts";
import {
  choiceIn,
  latestIn,
  isSkipSlot,
  SKIPPED_SLOT,
  type CheckId,
  type Motor,
  type ReadingValue,
  type Sitting,
} from "../record/index.ts";

/** What may stand in a slot. */
export type SlotForm =
  /** A measured value of one of these kinds, or open where the slot allows it. */
  | { readonly kind: "measured"; readonly of: readonly QuantityKind[]; readonly canBeOpen: boolean }
  /** One of a few, each with the words a person reads. */
  | { readonly kind: "choice"; readonly choices: Readonly<Record<string, string>> }
  | { readonly kind: "choices"; readonly choices: Readonly<Record<string, string>> }
  | { readonly kind: "text" }
  | { readonly kind: "photo" }
  /** A recording of the motor, with what was read from it. */
  | { readonly kind: "capture" };

/** What a value that this motor could read lies between, in the slot's unit; null where anything may be. */
export type Plausible = (motor: Motor) => { readonly least: number; readonly most: number } | null;

/** One place to read: declared once, read by core, drawn by the web, held against by every door. */
export interface Slot<Form extends SlotForm = SlotForm> {
  readonly form: Form;
  /** What stands over its field. */
  readonly label: string;
  /** The short name its row carries, and a second line of it. */
  readonly name: string;
  readonly under: string;
  /** What stands under the empty field. */
  readonly hint: string;
  /** What an instrument must read to be named with it; null where none is. */
  readonly instrument: Ability | null;
  /** Share by which what is read goes to and fro by itself, one standard deviation: a drill's speed. */
  readonly unsteady: Ratio;
  /** Read with power on. */
  readonly live: boolean;
  /** Hands are on the motor or its controller, in a check that is read with power on too: safe from its own power as well. */
  readonly byHand: boolean;
  /** Slots that must be answered first, with the choice that opens this one. */
  readonly needs: Readonly<Record<string, string>>;
  /** Enter on the empty field goes on without it. */
  readonly optional: boolean;
  /** What a second value does: takes the place of the first, or is averaged with it. */
  readonly again: "corrects" | "repeats";
  readonly plausible: Plausible | null;
  /** Why a value, though a good number, cannot be read here; null where it can. */
  readonly refuse: ((value: number, motor: Motor) => string | null) | null;
}

/** The slots of a check by name. */
export type SlotTable = Readonly<Record<string, Slot>>;

type Rest = Partial<Omit<Slot, "form" | "label">>;

const PLAIN = {
  under: "",
  hint: "",
  instrument: null,
  unsteady: 0,
  live: false,
  byHand: false,
  needs: {},
  optional: false,
  again: "corrects",
  plausible: null,
  refuse: null,
} as const;

/** A slot for a measured value. @param of the kinds it may be, the usual one first */
export function measuredSlot(
  label: string,
  of: QuantityKind | readonly QuantityKind[],
  rest: Rest & { readonly canBeOpen?: boolean } = {},
): Slot<Extract<SlotForm, { kind: "measured" }>> {
  const kinds = "symbol" in of ? [of] : of;
  const { canBeOpen = kinds.some((kind) => kind.canBeOpen), ...others } = rest;
  return { ...PLAIN, name: label, ...others, label, form: { kind: "measured", of: kinds, canBeOpen } };
}

/** A slot for one of a few, with the words of each. */
export function choiceSlot<const Choices extends Readonly<Record<string, string>>>(
  label: string,
  choices: Choices,
  rest: Rest = {},
): Slot<{ readonly kind: "choice"; readonly choices: Choices }> {
  return { ...PLAIN, name: label, ...rest, label, form: { kind: "choice", choices } };
}

/** A slot for any of a few, with the words of each. */
export function choicesSlot<const Choices extends Readonly<Record<string, string>>>(
  label: string,
  choices: Choices,
  rest: Rest = {},
): Slot<{ readonly kind: "choices"; readonly choices: Choices }> {
  return { ...PLAIN, name: label, ...rest, label, form: { kind: "choices", choices } };
}

export const noteSlot: Slot = { ...PLAIN, label: "Note", name: "Note", form: { kind: "text" } };
export const photoSlot: Slot = {
  ...PLAIN,
  label: "Photo",
  name: "Photo",
  again: "repeats",
  form: { kind: "photo" },
};

/** A slot for a recording: a later one takes the place of the first. */
export const captureSlot = (label: string): Slot => ({
  ...PLAIN,
  label,
  name: label,
  form: { kind: "capture" },
});

/** The kind in which a measured slot understands what is typed. */
export function kindOf({ form }: Slot): QuantityKind {
  if (form.kind !== "measured") throw new RangeError("kindOf: this slot takes no measured value");
  return { ...form.of[0]!, canBeOpen: form.canBeOpen };
}

/** A measured value as the record writes it. @param value in the kind's own unit */
export function valueOfKind(kind: QuantityKind, value: number): ReadingValue {
  if (kind.name === RESISTANCE.name) return { kind: "ohms", ohms: value };
  if (kind.name === TEMPERATURE.name) return { kind: "celsius", celsius: value };
  const quantity = QUANTITY_NAMES.find((name) => QUANTITIES[name].name === kind.name);
  if (!quantity) throw new RangeError(`valueOfKind: nothing is written down as a ${kind.name}`);
  return { kind: "quantity", quantity, value };
}

/** The kind of quantity a value is of, by its name; null where it is none. */
export function measuredKindOf(value: ReadingValue): string | null {
  if (value.kind === "ohms") return RESISTANCE.name;
  if (value.kind === "celsius") return TEMPERATURE.name;
  return value.kind === "quantity" ? QUANTITIES[value.quantity].name : null;
}

const quoted = (words: readonly string[]) => words.map((word) => `“${word}”`).join(", ");

const FORM_WORDS = { text: "words", photo: "a photo", capture: "a recording" } as const;

/** Why a value cannot stand in a declared slot; null where it can. */
function misfit(name: string, { form, label }: Slot, value: ReadingValue): string | null {
  const wrongKind = (wanted: string) =>
    `“${name}” (${label.toLowerCase()}) takes ${wanted}, not ${value.kind === "quantity" ? value.quantity : value.kind}.`;
  switch (form.kind) {
    case "measured": {
      if (value.kind === "open") return form.canBeOpen ? null : wrongKind(`a ${form.of[0]!.name}`);
      const names = form.of.map((kind) => kind.name);
      const found = measuredKindOf(value);
      return found !== null && names.includes(found) ? null : wrongKind(`a ${names.join(" or a ")}`);
    }
    case "choice":
      if (value.kind !== "choice") return wrongKind("one choice");
      return Object.hasOwn(form.choices, value.choice)
        ? null
        : `“${value.choice}” is no choice of “${name}”; it takes ${quoted(Object.keys(form.choices))}.`;
    case "choices": {
      if (value.kind !== "choices") return wrongKind("a list of choices");
      const unknown = value.choices.find((choice) => !Object.hasOwn(form.choices, choice));
      return unknown === undefined
        ? null
        : `“${unknown}” is no choice of “${name}”; it takes ${quoted(Object.keys(form.choices))}.`;
    }
    default:
      return value.kind === form.kind ? null : wrongKind(FORM_WORDS[form.kind]);
  }
}

/**
 * Why a reading is none of its check's: an unknown slot, a value of another kind, a word that is no choice. Null where
 * it fits. Skipping has a slot of its own; what takes a reading back carries no value.
 * @param slots of the check
 */
export function misreadReason(
  slots: SlotTable,
  check: CheckId,
  { slot, value }: { readonly slot: string; readonly value: ReadingValue },
): string | null {
  if (value.kind === "skipped" || isSkipSlot(slot))
    return isSkipSlot(slot) && (value.kind === "skipped" || isTakingBack(value))
      ? null
      : `Skipping is written in the slot “${SKIPPED_SLOT}”, with its reason, and nothing else is.`;
  const declared = Object.hasOwn(slots, slot) ? slots[slot] : undefined;
  if (!declared) return `The check “${check}” has no slot “${slot}”.`;
  return isTakingBack(value) ? null : misfit(slot, declared, value);
}

const isTakingBack = ({ kind }: ReadingValue) => kind === "withdrawn" || kind === "undone";

/** The choices a slot of a table allows. */
export type ChoiceOf<Table extends SlotTable, Name extends keyof Table> = Table[Name]["form"] extends {
  readonly kind: "choice";
  readonly choices: infer Choices;
}
  ? keyof Choices & string
  : never;

/** The choice that stands in a declared slot: one of its own, or undefined. A word it does not know counts for nothing. */
export function chosen<Table extends SlotTable, Name extends keyof Table & string>(
  { readings }: Pick<Sitting, "readings">,
  check: CheckId,
  slots: Table,
  slot: Name,
  epoch: number,
): ChoiceOf<Table, Name> | undefined {
  const found = choiceIn(readings, check, slot, epoch);
  const form = slots[slot]?.form;
  const known = form?.kind === "choice" && found !== undefined && Object.hasOwn(form.choices, found);
  return known ? (found as ChoiceOf<Table, Name>) : undefined;
}

/** Names of slots that must be answered before this one, and are not yet. */
export function unmetNeeds(
  { readings }: Pick<Sitting, "readings">,
  check: CheckId,
  slot: Slot,
  epoch: number,
): readonly string[] {
  return Object.entries(slot.needs).flatMap(([name, wanted]) => {
    const value = latestIn(readings, check, name, epoch)?.value;
    return value?.kind === "choice" && value.choice === wanted ? [] : [name];
  });
}
