import { useEffect, useRef, useState, type FormEvent, type KeyboardEvent } from "react";
import { valueOfKind } from "#core/check";
import { functionFor, type Takeable } from "#core/live";
import {
  canMeasure,
  formatQuantity,
  parseQuantity,
  spokenQuantity,
  type Ability,
  type Instrument,
  type QuantityKind,
} from "#core/quantity";
import {
  latestIn,
  standingIn,
  type CheckId,
  type Latched,
  type Reading,
  type ReadingValue,
} from "#core/record";
import { speaksFromHere } from "../../live/heard.ts";
import { say } from "../../live/spoken.ts";
import type { LivePlace } from "../../live/useSeen.ts";
import { useAskedFor, useOpenJob, useStandingVerdict } from "../../job/openJob.ts";
import { askedAgain } from "./askedAgain.ts";
import { commaDoubt, doubtOf, type Doubt, type Way } from "./doubt.ts";
import type { EntrySlot } from "./slots.ts";

/** Where no meter is named, one that this very page speaks for shows what it can read; null where none does. */
const speaksHere = (instruments: readonly Instrument[], reads: Ability | null): string | null =>
  instruments.find((one) => reads !== null && speaksFromHere(one.id) && canMeasure(one, reads))?.id ?? null;

function recorded(
  kind: QuantityKind,
  parsed: { kind: "finite"; value: number } | { kind: "open" },
): ReadingValue {
  return parsed.kind === "open" ? { kind: "open" } : valueOfKind(kind, parsed.value);
}

/** A value as it is said aloud. */
function spokenText(value: ReadingValue, kind: QuantityKind): string {
  if (value.kind === "open") return "Open.";
  const number = numberOf(value);
  return number === null ? "" : `${spokenQuantity(number, kind)}.`;
}

/** What instruments that speak show for the field that is open. */
interface OfferedShown {
  /** Why nothing can be taken, in words. */
  readonly why: string;
  /** The probes have not left what was taken last. */
  readonly stays: boolean;
  /** What can be taken; null while nothing is at rest. */
  readonly shown: (Takeable & { readonly second: Takeable | null }) | null;
  /** It was taken: not once more. */
  readonly taken: () => void;
}

const STILL_THERE = "The probes have not moved since the last value. Once more takes it all the same.";

/** A value on its way into the record: as it was typed, or as it was shown. */
interface Written {
  readonly value: ReadingValue;
  readonly typed: string;
  readonly latched?: Latched;
}

/**
 * Typing readings of one check: a reading costs its digits and Enter. Enter saves and goes on; where something stands it
 * corrects it. + saves and stays for one more (or repeats the last); so does a place that is asked to be read again. O records
 * open, an empty Backspace goes back a place. A refused reading stays in the field with the reason; one that this motor could
 * hardly read is asked about once.
 */
export function useEntry(check: CheckId, slots: readonly EntrySlot[], instrumentId: string | null) {
  const job = useOpenJob();
  const { record, epoch } = job;
  const isRead = (slot: string) => latestIn(record.readings, check, slot, epoch) !== undefined;
  const next = useAskedFor();
  const verdict = useStandingVerdict();
  /** The place in which + asked for one more. */
  const [more, setMore] = useState<string | null>(null);
  const [chosen, setActive] = useState(() => {
    // What the verdict asks for next, down to its field; else the first that is still to be read.
    const named = next?.check === check ? slots.filter(({ slot }) => next.slots.includes(slot)) : [];
    const open = ({ slot }: EntrySlot) => next?.again === true || !isRead(slot);
    const asked = named.find((one) => !one.optional && open(one)) ?? named.find(open);
    const wanted = slots.filter(({ optional }) => !optional);
    const unread = (wanted.length > 0 ? wanted : slots).find(({ slot }) => !isRead(slot));
    return (asked ?? unread ?? slots.at(-1)!).slot;
  });
  /** The slot that was the last of its list when it was saved: what the list then gains comes next. */
  const [ended, setEnded] = useState<string | null>(null);
  /** The last place was read: what was found is looked at now, until somebody goes to a place again. */
  const [atRest, setAtRest] = useState(
    () => next?.check !== check && slots.every(({ slot, optional }) => optional || isRead(slot)),
  );
  const [text, setText] = useState("");
  const [problem, setProblem] = useState("");
  const [correcting, setCorrecting] = useState<Reading | null>(null);
  const [doubt, setDoubt] = useState<Doubt | null>(null);
  const field = useRef<HTMLInputElement>(null);
  const offered = useRef<OfferedShown | null>(null);
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
      ? ended === chosen && at < slots.length - 1
        ? at + 1
        : at
      : Math.max(
          0,
          slots.findIndex(({ slot, optional }) => !optional && !isRead(slot)),
        );
  const present = slots[index]!;
  const { slot: active, kind, optional } = present;
  // Said where a person chose so: the place that is read now, after what was taken.
  useEffect(() => say(present.label), [present.label]);
  const understood = text === "" ? null : parseQuantity(text, kind);
  const refused = understood?.kind === "finite" ? present.refuse(understood.value) : null;
  const parsed =
    refused === null ? understood : ({ kind: "refused", reason: "outOfRange", sentence: refused } as const);
  const mine = standingIn(record.readings, check, active, epoch);

  /** What is typed now stands beside what was read here, and not in its place. */
  const adds = mine.length > 0 && (more === active || askedAgain(verdict, check, active));

  const move = (to: string) => {
    setEnded(null);
    setMore(null);
    setAtRest(false);
    setActive(to);
    setText("");
    setProblem("");
    setDoubt(null);
    setCorrecting(null);
    field.current?.focus();
  };
  const goOn = () => move(slots[Math.min(index + 1, slots.length - 1)]!.slot);

  /** What a value in this slot would take the place of: what is being corrected, or the last that stands, unless it adds one. */
  const replaces = (repeat: boolean): string | null => {
    if (correcting) return correcting.id;
    return repeat || adds ? null : (mine.at(-1)?.id ?? null);
  };

  const instrumentOf = (slot: EntrySlot) =>
    slot.instrumentId !== undefined ? slot.instrumentId : instrumentId;
  /** The instrument that may show a place by itself. */
  const shownBy = (slot: EntrySlot) =>
    slot.liveInstrumentId ?? instrumentOf(slot) ?? speaksHere(record.instruments, slot.reads);
  const write = (slot: EntrySlot, { value, typed, latched }: Written, supersedes: string | null) =>
    job.read(check, slot.slot, value, {
      typed,
      instrumentId: latched ? shownBy(slot) : instrumentOf(slot),
      supersedes,
      latched,
    });

  /** Where the instrument of a place would show it; null where none is named, or it reads no such thing. */
  const livePlace = (slot: EntrySlot | undefined): LivePlace | null => {
    const reads = slot ? functionFor(slot.reads, slot.kind) : null;
    const instrument = slot && record.instruments.find(({ id }) => id === shownBy(slot));
    return reads && instrument ? { instrument, place: { reads, unsteady: slot.unsteady } } : null;
  };
  const together = slots.find(({ slot }) => slot === present.together);
  const [first, secondPlace] = [livePlace(present), livePlace(together)];

  const save = async (written: Written, stay: boolean) => {
    const { typed } = written;
    const supersedes = replaces(stay);
    say(spokenText(written.value, kind));
    // The field is cleared at once, so that the next digits find it empty; a refusal brings the text back.
    if (stay || correcting) move(active);
    else goOn();
    if (stay) setMore(active);
    if (!stay && !correcting && index === slots.length - 1) {
      setEnded(active);
      setAtRest(true);
    }
    const outcome = await write(present, written, supersedes);
    if (outcome.kind === "refused") {
      setActive(active);
      setAtRest(false);
      setText(typed);
      setProblem(outcome.sentence);
      field.current?.focus();
    }
  };

  const shownIn = (slot: EntrySlot, { value, latched }: Takeable): Written => ({
    value: valueOfKind(slot.kind, value),
    typed: `${value} ${slot.kind.symbol}`,
    latched,
  });
  /** Takes what the instrument shows at rest, with what a second one showed in the same moment. */
  const takeShown = (stay = false) => {
    const offer = offered.current;
    if (!offer?.shown) return setProblem(offer?.why ?? "");
    // Who means it says so twice: a pedal that is pressed twice puts no pair into the next one's place.
    if (offer.stays && !stay && problem !== STILL_THERE) return setProblem(STILL_THERE);
    const { second, ...shown } = offer.shown;
    const refusal =
      present.refuse(shown.value) ?? (together && second ? together.refuse(second.value) : null);
    if (refusal !== null) return setProblem(refusal);
    offer.taken();
    void save(shownIn(present, shown), stay);
    if (!together || !second) return;
    const before = stay ? null : latestIn(record.readings, check, together.slot, epoch);
    void write(together, shownIn(together, second), before?.id ?? null);
    const after = slots[slots.indexOf(together) + 1];
    if (!stay && after) move(after.slot);
  };
  const enter = (stay: boolean) => {
    if (text === "") {
      const offer = correcting || (mine.length > 0 && !adds) ? null : offered.current;
      if (offer && (offer.shown || !optional)) return takeShown();
      if (correcting) return setProblem("Type the right value, or take the reading back.");
      if (mine.length > 0 || optional) return goOn();
      return setProblem(
        kind.canBeOpen
          ? "Type what the display shows, or O for an open circuit."
          : "Type what the display shows.",
      );
    }
    if (!parsed) return;
    // Asked once: Enter again takes the likelier.
    if (doubt?.text === text) return take(doubt.likely, stay);
    const comma = commaDoubt(present, text);
    if (comma) return setDoubt(comma);
    if (parsed.kind === "refused") return setProblem(parsed.sentence);
    const asked = parsed.kind === "finite" ? doubtOf(present, text, parsed.value) : null;
    if (asked) return setDoubt(asked);
    void save({ value: recorded(kind, parsed), typed: text }, stay);
  };

  /** One way of reading what was typed, where that was asked. */
  const take = ({ value, typed }: Way, stay = false) => {
    const refusal = present.refuse(value);
    if (refusal !== null) return setProblem(refusal);
    void save({ value: valueOfKind(kind, value), typed }, stay);
  };
  const takeOther = () => {
    if (doubt?.text === text && doubt.other) take(doubt.other);
  };

  /** What is typed is saved and stays in its place; with nothing typed the last is read again. */
  const again = () => {
    const last = mine.at(-1);
    if (text !== "") enter(true);
    else if (offered.current?.shown) takeShown(true);
    else if (last) void save({ value: last.value, typed: last.typed }, true);
  };
  const recordOpen = () => {
    if (text === "" && kind.canBeOpen) void save({ value: { kind: "open" }, typed: "OL" }, false);
  };
  const back = () => move(slots[Math.max(0, index - 1)]!.slot);
  const put = (typed: string) => {
    setText(typed);
    setProblem("");
    setDoubt(null);
  };

  const onKeyDown = (event: KeyboardEvent) => {
    const heed = (act: () => void) => {
      event.preventDefault();
      event.stopPropagation();
      act();
    };
    const afterOpen = justOpened.current;
    justOpened.current = afterOpen && /^l$/iu.test(event.key);
    if (afterOpen && /^(l|enter)$/iu.test(event.key)) return heed(() => undefined);
    if (event.key === "Enter" && event.shiftKey && doubt?.text === text && doubt.other) heed(takeOther);
    else if (event.key === "Escape" && correcting && text === correcting.typed) heed(() => move(active));
    else if (event.key === "+" && (text !== "" || mine.length > 0)) heed(again);
    else if (text !== "") return;
    else if (event.key === " " && offered.current) heed(() => takeShown());
    else if (event.key === "Backspace") heed(back);
    else if (/^o$/iu.test(event.key) && kind.canBeOpen)
      heed(() => {
        justOpened.current = true;
        recordOpen();
      });
  };

  /** What stands here and what a further value does to it, in words; empty while nothing stands. */
  const effect = (): string => {
    const last = mine.at(-1);
    if (!last || correcting) return "";
    const { number, unit } = last.value.kind === "open" ? { number: "OL", unit: "" } : textOf(last, kind);
    const alone = mine.length === 1;
    const standing = alone ? `${number} ${unit}`.trim() + " stands." : `Mean of ${mine.length}.`;
    return adds
      ? `${standing} One more makes a mean of ${mine.length + 1}.`
      : `${standing} Enter corrects ${alone ? "it" : "the last"}, + repeats it.`;
  };

  return {
    check,
    slots,
    active,
    present,
    text,
    problem,
    parsed,
    kind,
    correcting,
    doubt: doubt?.text === text ? doubt : null,
    effect: effect(),
    move,
    disabled: job.closed,
    /** Nothing is typed here now: a keypad makes room for what was found. */
    atRest: atRest && text === "" && index === slots.length - 1,
    /** A place is typed into again. */
    wake: () => setAtRest(false),
    /** What was read here last, as typed. */
    standing: mine.at(-1)?.typed ?? "",
    enter: () => enter(false),
    again,
    recordOpen,
    back,
    /** Puts a text into the field, as typing it would. */
    put,
    /** Takes the less likely way of reading what was typed. */
    takeOther,
    /** Another slot, up or down the list. */
    step: (by: 1 | -1) => move(slots[Math.min(slots.length - 1, Math.max(0, index + by))]!.slot),
    /** Opens a reading for correction: the old one stays in the record, struck through. */
    correct(reading: Reading) {
      setActive(reading.slot);
      setAtRest(false);
      setText(reading.typed);
      setProblem("");
      setDoubt(null);
      setCorrecting(reading);
    },
    async withdraw(reason: string) {
      if (!correcting) return;
      const { id, slot } = correcting;
      move(slot);
      const outcome = await job.read(check, slot, { kind: "withdrawn", reason }, { supersedes: id });
      if (outcome.kind === "refused") setProblem(outcome.sentence);
    },
    write,
    /** Where the instrument of the present place would show it, and that of the place read with it. */
    live: first,
    liveSecond: secondPlace && secondPlace.instrument.id !== first?.instrument.id ? secondPlace : null,
    /** What instruments show for this field, as they show it; null once nobody says so any more. */
    offerShown(offer: OfferedShown | null) {
      offered.current = offer;
    },
    takeShown,
    /** Whether something is at rest that can be taken. */
    isShown: () => (offered.current?.shown ?? null) !== null,
    /** Nobody types or corrects here, and something is still to be read. */
    takesByItself: text === "" && !correcting && problem === "" && (mine.length === 0 || adds),
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
        put(event.target.value);
      },
      onKeyDown,
      "aria-invalid": problem !== "",
    },
  };
}

/** The number of a measured value; null where it is none. */
function numberOf(value: ReadingValue): number | null {
  if (value.kind === "ohms") return value.ohms;
  if (value.kind === "celsius") return value.celsius;
  return value.kind === "quantity" ? value.value : null;
}

function textOf({ value }: Reading, kind: QuantityKind): { number: string; unit: string } {
  const number = numberOf(value);
  return number === null ? { number: "", unit: "" } : formatQuantity(number, kind);
}

export type Entry = ReturnType<typeof useEntry>;
