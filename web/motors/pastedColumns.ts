import { valueOfKind } from "#core/check";
import { parseQuantity } from "#core/quantity";
import { serialKey, type CheckId, type Motor, type ReadingValue } from "#core/record";
import { doubtOf } from "../checks/entry/doubt.ts";
import { entrySlot } from "../checks/entry/slots.ts";

/** Columns of a sheet that can be pasted: the places of a check, with the words a heading may carry. */
export interface Sheet {
  readonly check: CheckId;
  readonly words: string;
  /** An example of its headings. */
  readonly example: string;
  readonly columns: Readonly<Record<string, readonly string[]>>;
}

const PAIR_COLUMNS = { AB: ["ab", "a-b"], BC: ["bc", "b-c"], CA: ["ca", "c-a", "ac", "a-c"] } as const;

export const SHEETS = {
  pairs: {
    check: "winding",
    words: "Three pairs, ohms",
    example: "serial, A-B, B-C, C-A, temperature",
    columns: { ...PAIR_COLUMNS, temperature: ["temperature", "°c", "celsius"], tips: ["tips"] },
  },
  spin: {
    check: "backemf",
    words: "Spun, hertz and volts",
    example: "serial, Hz before, A-B, B-C, C-A, Hz after",
    columns: {
      speedBefore: ["hz before", "frequency before", "hz", "frequency"],
      ...PAIR_COLUMNS,
      speedAfter: ["hz after", "frequency after"],
    },
  },
} as const satisfies Readonly<Record<string, Sheet>>;

export type SheetId = keyof typeof SHEETS;

/** One cell as it was understood: a value for a place, or why it is none. */
interface PastedCell {
  readonly slot: string;
  readonly typed: string;
  readonly value: ReadingValue | null;
  /** What is wrong with it, or is asked about it; empty where it is plain. */
  readonly problem: string;
}

export interface PastedRow {
  readonly serial: string;
  readonly cells: readonly PastedCell[];
}

/** What was pasted, or why nothing of it can be used. */
export type Pasted =
  | { readonly kind: "rows"; readonly rows: readonly PastedRow[] }
  | { readonly kind: "problem"; readonly sentence: string };

const SERIAL = ["serial", "label", "motor"];
const plain = (heading: string) => heading.trim().toLowerCase().replace(/[–−]/gu, "-");

/** Cells lie apart by tabs, as a sheet copies them, or by semicolons. */
const cellsOf = (line: string) => line.split(line.includes("\t") ? "\t" : ";").map((cell) => cell.trim());

const HAS_UNIT = /\d\s*[a-zµμΩ°]/iu;

function cellOf(check: CheckId, slot: string, typed: string, motor: Motor): PastedCell {
  const place = entrySlot(check, slot, motor);
  const parsed = parseQuantity(typed, place.kind);
  if (parsed.kind === "refused") return { slot, typed, value: null, problem: parsed.sentence };
  if (parsed.kind === "open") return { slot, typed, value: { kind: "open" }, problem: "" };
  const refusal = place.refuse(parsed.value);
  if (refusal) return { slot, typed, value: null, problem: refusal };
  // Nobody is there to ask of each: what may be meant is written with its unit, and then it is meant.
  const doubt = HAS_UNIT.test(typed) ? null : doubtOf(place, typed, parsed.value);
  if (doubt)
    return {
      slot,
      typed,
      value: null,
      problem: `${doubt.question} Write its unit, as ${doubt.likely.text}.`,
    };
  return {
    slot,
    typed,
    value: valueOfKind(place.kind, parsed.value),
    problem: "",
  };
}

/**
 * Columns pasted from a sheet, as readings. The first line carries the headings, one of them the serial.
 * @param motorOf the motor of a serial that is here; undefined where none is
 */
export function readColumns(text: string, sheet: Sheet, motorOf: (key: string) => Motor | undefined): Pasted {
  const lines = text.split(/\r?\n/u).filter((line) => line.trim() !== "");
  const headings = cellsOf(lines[0] ?? "").map(plain);
  const problem = (sentence: string): Pasted => ({ kind: "problem", sentence });
  if (lines.length < 2) return problem("Copy the headings and at least one row.");
  const serialAt = headings.findIndex((heading) => SERIAL.includes(heading));
  if (serialAt < 0) return problem(`One column carries the serial, as in: ${sheet.example}.`);
  const slots = headings.map(
    (heading) => Object.entries(sheet.columns).find(([, words]) => words.includes(heading))?.[0],
  );
  if (slots.every((slot) => slot === undefined))
    return problem(`No column is one of these: ${sheet.example}.`);
  const twice = slots.find((slot, at) => slot !== undefined && slots.indexOf(slot) !== at);
  if (twice !== undefined) return problem("Two columns carry the same heading.");
  const rows = lines.slice(1).map((line): PastedRow => {
    const cells = cellsOf(line);
    const serial = cells[serialAt] ?? "";
    const motor = motorOf(serialKey(serial));
    return {
      serial,
      cells: slots.flatMap((slot, at) =>
        slot !== undefined && motor && cells[at] ? [cellOf(sheet.check, slot, cells[at], motor)] : [],
      ),
    };
  });
  const keys = rows.map(({ serial }) => serialKey(serial));
  const same = rows.find((_, at) => keys.indexOf(keys[at]!) !== at);
  return same ? problem(`${same.serial} stands in two rows.`) : { kind: "rows", rows };
}
