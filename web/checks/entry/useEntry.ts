import { useEffect, useRef, useState, type FormEvent, type KeyboardEvent } from "react";
import { parseQuantity, type QuantityKind, TEMPERATURE } from "#core/quantity";
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
}

function valueOf(
  kind: QuantityKind,
  parsed: { kind: "finite"; value: number } | { kind: "open" },
): ReadingValue {
  if (parsed.kind === "open") return { kind: "open" };
  return kind === TEMPERATURE
    ? { kind: "celsius", celsius: parsed.value }
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
  const [active, setActive] = useState(
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
  const index = slots.findIndex(({ slot }) => slot === active);
  const { kind, optional } = slots[index]!;
  const parsed = text === "" ? null : parseQuantity(text, kind);
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
      instrumentId: kind === TEMPERATURE ? null : instrumentId,
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
      return setProblem("Type what the display shows, or O for an open circuit.");
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
