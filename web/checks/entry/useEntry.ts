import { useEffect, useRef, useState, type FormEvent, type KeyboardEvent } from "react";
import { parseQuantity, QUANTITIES, QUANTITY_NAMES, type QuantityKind, TEMPERATURE } from "#core/quantity";
import { latestIn, standing, type CheckId, type Reading, type ReadingValue } from "#core/record";
import { useOpenJob } from "../../jobs/openJob.ts";

/** One place to read: a pair, a lead, the probe tips, the winding's temperature. */
export interface EntrySlot {
  readonly slot: string;
  readonly label: string;
  readonly kind: QuantityKind;
  /** Enter on the empty field goes on without it. */
  readonly optional?: boolean;
  /** What stands in the field's place of a hint. */
  readonly hint: string;
  /** Read with another instrument than the check's, or with none. */
  readonly instrumentId?: string | null;
  /** Why a value, though a good number, cannot be read here; null where it can. */
  readonly refuse?: (value: number) => string | null;
}

function valueOf(
  kind: QuantityKind,
  parsed: { kind: "finite"; value: number } | { kind: "open" },
): ReadingValue {
  if (parsed.kind === "open") return { kind: "open" };
  if (kind === TEMPERATURE) return { kind: "celsius", celsius: parsed.value };
  const quantity = QUANTITY_NAMES.find((name) => QUANTITIES[name].name === kind.name);
  return quantity
    ? { kind: "quantity", quantity, value: parsed.value }
    : { kind: "ohms", ohms: parsed.value };
}

/**
 * Typing readings of one check: a reading costs its digits and Enter. Enter saves and goes on, + saves and
 * stays (or repeats the last), O records open, an empty Backspace goes back a place. A refused reading
 * stays in the field with the reason.
 */
export function useEntry(check: CheckId, slots: readonly EntrySlot[], instrumentId: string | null) {
  const job = useOpenJob();
  const { record, epoch } = job;
  const isRead = (slot: string) => latestIn(record.readings, check, slot, epoch) !== undefined;
  const [chosen, setActive] = useState(
    () => (slots.find(({ slot, optional }) => !optional && !isRead(slot)) ?? slots.at(-1)!).slot,
  );
  const [text, setText] = useState("");
  const [problem, setProblem] = useState("");
  const [correcting, setCorrecting] = useState<Reading | null>(null);
  const field = useRef<HTMLInputElement>(null);
  /** O saves at once; who writes "OL" and Enter in full means the same reading, not another one. */
  const justOpened = useRef(false);
  // Once the old text stands in the field, it is selected: typing replaces it.
  useEffect(() => {
    if (!correcting) return;
    field.current?.focus();
    field.current?.select();
  }, [correcting]);
  // The list of slots may change under the field, as when a lead is added: then the first unread one.
  const at = slots.findIndex(({ slot }) => slot === chosen);
  const index =
    at >= 0
      ? at
      : Math.max(
          0,
          slots.findIndex(({ slot, optional }) => !optional && !isRead(slot)),
        );
  const active = slots[index]!.slot;
  const { kind, optional, refuse, instrumentId: own } = slots[index]!;
  const read = text === "" ? null : parseQuantity(text, kind);
  const refused = read?.kind === "finite" ? (refuse?.(read.value) ?? null) : null;
  const parsed =
    refused === null ? read : ({ kind: "refused", reason: "outOfRange", sentence: refused } as const);
  const mine = standing(record.readings).filter(
    (reading) => reading.check === check && reading.slot === active && reading.epoch === epoch,
  );

  const move = (to: string) => {
    setActive(to);
    setText("");
    setProblem("");
    setCorrecting(null);
    field.current?.focus();
  };
  const goOn = () => move(slots[Math.min(index + 1, slots.length - 1)]!.slot);

  const save = async (value: ReadingValue, typed: string, stay: boolean) => {
    const supersedes = correcting?.id ?? null;
    // The field is cleared at once, so that the next digits find it empty; a refusal brings the text back.
    if (stay || correcting) move(active);
    else goOn();
    const outcome = await job.read(check, active, value, {
      typed,
      instrumentId: own !== undefined ? own : kind === TEMPERATURE ? null : instrumentId,
      supersedes,
    });
    if (outcome.kind === "refused") {
      setActive(active);
      setText(typed);
      setProblem(outcome.sentence);
      field.current?.focus();
    }
  };

  const enter = (stay: boolean) => {
    if (text === "") {
      if (correcting) return setProblem("Type the right value, or take the reading back.");
      if (mine.length > 0 || optional) return goOn();
      return setProblem(
        kind.canBeOpen
          ? "Type what the display shows, or O for an open circuit."
          : "Type what the display shows.",
      );
    }
    if (!parsed) return;
    if (parsed.kind === "refused") setProblem(parsed.sentence);
    else void save(valueOf(kind, parsed), text, stay);
  };

  const onKeyDown = (event: KeyboardEvent) => {
    const take = (act: () => void) => {
      event.preventDefault();
      event.stopPropagation();
      act();
    };
    const afterOpen = justOpened.current;
    justOpened.current = afterOpen && /^l$/iu.test(event.key);
    if (afterOpen && /^(l|enter)$/iu.test(event.key)) return take(() => undefined);
    if (event.key === "Escape" && correcting) take(() => move(active));
    else if (event.key === "+" && text !== "") take(() => enter(true));
    else if (event.key === "+" && mine.length > 0) {
      const last = mine.at(-1)!;
      take(() => void save(last.value, last.typed, true));
    } else if (text !== "") return;
    else if (event.key === "Backspace") take(() => move(slots[Math.max(0, index - 1)]!.slot));
    else if (/^o$/iu.test(event.key) && kind.canBeOpen)
      take(() => {
        justOpened.current = true;
        void save({ kind: "open" }, "OL", false);
      });
  };

  return {
    slots,
    active,
    text,
    problem,
    parsed,
    kind,
    correcting,
    move,
    disabled: job.closed,
    /** What was read here last, as typed. */
    standing: mine.at(-1)?.typed ?? "",
    enter: () => enter(false),
    /** Another slot, up or down the list. */
    step: (by: 1 | -1) => move(slots[Math.min(slots.length - 1, Math.max(0, index + by))]!.slot),
    /** Opens a reading for correction: the old one stays in the record, struck through. */
    correct(reading: Reading) {
      setActive(reading.slot);
      setText(reading.typed);
      setProblem("");
      setCorrecting(reading);
    },
    async withdraw(reason: string) {
      if (!correcting) return;
      const { id, slot } = correcting;
      move(slot);
      const outcome = await job.read(check, slot, { kind: "withdrawn", reason }, { supersedes: id });
      if (outcome.kind === "refused") setProblem(outcome.sentence);
    },
    form: {
      onSubmit(event: FormEvent) {
        event.preventDefault();
        enter(false);
      },
    },
    input: {
      ref: field,
      value: text,
      disabled: job.closed,
      onChange(event: { target: { value: string } }) {
        setText(event.target.value);
        setProblem("");
      },
      onKeyDown,
      "aria-invalid": problem !== "",
    },
  };
}

export type Entry = ReturnType<typeof useEntry>;
