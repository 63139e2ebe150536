import { Refused } from "./recording.ts";

/** How a text of numbers is written. */
export interface Dialect {
  readonly delimiter: "," | ";" | "\t" | " ";
  readonly decimal: "." | ",";
}

/** A text of columns of numbers. */
export interface NumberTable {
  readonly dialect: Dialect;
  /** Lines above the columns, with what names them. */
  readonly above: readonly string[];
  readonly columns: readonly Float64Array[];
  /** Lines that hold fewer or more cells than there are columns, from 1; the first few. */
  readonly ragged: readonly number[];
  /** Whether the last line was cut off in the middle. */
  readonly cut: boolean;
}

const HEAD_BYTES = 65_536;
/** So many lines of numbers one after another begin the table. */
const ENOUGH = 3;
/** Lines above the numbers that are looked through for the first of them. */
const MOST_ABOVE = 400;
const MOST_COLUMNS = 64;
const MOST_RAGGED = 5;

const DIALECTS: readonly Dialect[] = [
  { delimiter: ";", decimal: "." },
  { delimiter: ";", decimal: "," },
  { delimiter: "\t", decimal: "." },
  { delimiter: "\t", decimal: "," },
  { delimiter: ",", decimal: "." },
  { delimiter: " ", decimal: "." },
  { delimiter: " ", decimal: "," },
];

const NUMBER = {
  ".": /^[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?$/iu,
  ",": /^[+-]?(?:\d+,?\d*|,\d+)(?:e[+-]?\d+)?$/iu,
};
/** What stands where no value could be taken. */
const NO_VALUE = /^(?:|-|nan|inf|-inf|ol|overload|n\/a|\*+|#+)$/iu;

export function cellsOf(line: string, { delimiter }: Dialect): string[] {
  const cells = (delimiter === " " ? line.trim().split(/\s+/u) : line.split(delimiter)).map((cell) =>
    cell.trim().replaceAll(/^"|"$/gu, ""),
  );
  // A delimiter at the end of each line begins no column.
  return cells.length > 1 && cells.at(-1) === "" ? cells.slice(0, -1) : cells;
}

/** How many numbers a line holds; 0 where something else stands in it. */
function numbersIn(line: string, dialect: Dialect): number {
  const cells = cellsOf(line, dialect);
  const numbers = cells.filter((cell) => NUMBER[dialect.decimal].test(cell)).length;
  return numbers > 0 && cells.every((cell) => NUMBER[dialect.decimal].test(cell) || NO_VALUE.test(cell))
    ? cells.length
    : 0;
}

interface Begin {
  readonly dialect: Dialect;
  readonly line: number;
  readonly columns: number;
}

/** Where the numbers begin in one dialect; null where they do not. */
function beginOf(lines: readonly string[], dialect: Dialect): Begin | null {
  for (let line = 0; line < Math.min(lines.length, MOST_ABOVE); line += 1) {
    const columns = numbersIn(lines[line]!, dialect);
    if (columns === 0 || columns > MOST_COLUMNS) continue;
    const following = lines.slice(line, line + ENOUGH).filter((one) => one.trim() !== "");
    // Two dialects may read a line; one of them reads every line to as many numbers.
    const alike = following.filter((one) => Math.abs(numbersIn(one, dialect) - columns) <= 1).length;
    if (alike === following.length) return { dialect, line, columns };
  }
  return null;
}

/** UTF-8 and its mark, or the 16 bit kind that some programs write; else as bytes. */
function asUtf8(bytes: Uint8Array): Uint8Array {
  if (bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf) return bytes.subarray(3);
  const wide =
    bytes[0] === 0xff && bytes[1] === 0xfe
      ? "utf-16le"
      : bytes[0] === 0xfe && bytes[1] === 0xff
        ? "utf-16be"
        : null;
  return wide ? new TextEncoder().encode(new TextDecoder(wide).decode(bytes)) : bytes;
}

/** Powers of ten that a double holds exactly. */
const TENS = Float64Array.from({ length: 23 }, (_, n) => 10 ** n);

const [MINUS, PLUS, ZERO, NINE, RETURN, LINE, QUOTE, SPACE] = [45, 43, 48, 57, 13, 10, 34, 32];

/** A column that grows. */
class Growing {
  values: Float64Array;
  length = 0;
  constructor(room: number) {
    this.values = new Float64Array(room);
  }
  push(value: number): void {
    if (this.length === this.values.length) {
      const more = new Float64Array(this.values.length * 2);
      more.set(this.values);
      this.values = more;
    }
    this.values[this.length] = value;
    this.length += 1;
  }
}

/** Reads numbers out of bytes, from a place on: a text of the whole file is never made. */
function readNumbers(bytes: Uint8Array, from: number, { dialect, columns, line: above }: Begin) {
  const delimiter = dialect.delimiter.codePointAt(0)!;
  const decimal = dialect.decimal.codePointAt(0)!;
  const blanks = delimiter === SPACE;
  const all = Array.from(
    { length: columns },
    () => new Growing(Math.ceil((bytes.length - from) / (8 * columns)) + 16),
  );
  const ragged: number[] = [];
  let [line, at] = [above, from];
  let cut = false;
  while (at < bytes.length) {
    line += 1;
    let column = 0;
    let some = false;
    for (;;) {
      while (at < bytes.length && (bytes[at] === SPACE || bytes[at] === QUOTE || (blanks && bytes[at] === 9)))
        at += 1;
      const begin = at;
      let sign = 1;
      if (bytes[at] === MINUS || bytes[at] === PLUS) sign = bytes[at++] === MINUS ? -1 : 1;
      let [mantissa, digits, exponent] = [0, 0, 0];
      for (; at < bytes.length && bytes[at]! >= ZERO && bytes[at]! <= NINE; at += 1, digits += 1)
        mantissa = mantissa * 10 + bytes[at]! - ZERO;
      if (bytes[at] === decimal && decimal !== delimiter) {
        at += 1;
        for (
          ;
          at < bytes.length && bytes[at]! >= ZERO && bytes[at]! <= NINE;
          at += 1, digits += 1, exponent -= 1
        )
          mantissa = mantissa * 10 + bytes[at]! - ZERO;
      }
      if (digits > 0 && (bytes[at] === 101 || bytes[at] === 69)) {
        const mark = at;
        at += 1;
        let less = 1;
        if (bytes[at] === MINUS || bytes[at] === PLUS) less = bytes[at++] === MINUS ? -1 : 1;
        let power = 0;
        const first = at;
        for (; at < bytes.length && bytes[at]! >= ZERO && bytes[at]! <= NINE; at += 1)
          power = Math.min(400, power * 10 + bytes[at]! - ZERO);
        if (at === first) at = mark;
        else exponent += less * power;
      }
      const end = at;
      while (at < bytes.length && (bytes[at] === SPACE || bytes[at] === QUOTE) && !blanks) at += 1;
      const last = at >= bytes.length || bytes[at] === LINE || bytes[at] === RETURN;
      const whole =
        digits > 0 &&
        (last || bytes[at] === delimiter || (blanks && (bytes[at] === SPACE || bytes[at] === 9)));
      let value = Number.NaN;
      if (whole) {
        // Within what a double holds exactly one division rounds once; beyond it the text itself is read.
        if (mantissa < 2 ** 53 && exponent >= -22 && exponent <= 22)
          value = sign * (exponent < 0 ? mantissa / TENS[-exponent]! : mantissa * TENS[exponent]!);
        else value = Number(String.fromCodePoint(...bytes.subarray(begin, end)).replace(",", "."));
      } else
        while (at < bytes.length && bytes[at] !== delimiter && bytes[at] !== LINE && bytes[at] !== RETURN)
          at += 1;
      const atEnd = at >= bytes.length || bytes[at] === LINE || bytes[at] === RETURN;
      // A delimiter at the end of a line begins no column.
      const nothing = begin === end && !whole && atEnd && column > 0 && at === begin;
      if (!nothing || column < columns) {
        if (column < columns && !(nothing && column >= columns)) all[column]!.push(value);
        if (whole) some = true;
        column += 1;
      }
      if (atEnd) break;
      at += 1;
    }
    if (at >= bytes.length && column < columns) cut = some;
    if (!some) {
      // An empty line, or words in between: no sample of it.
      for (const one of all.slice(0, Math.min(column, columns))) one.length -= 1;
    } else if (column !== columns) {
      if (ragged.length < MOST_RAGGED) ragged.push(line);
      for (const one of all.slice(column)) one.push(Number.NaN);
    }
    if (bytes[at] === RETURN) at += 1;
    if (bytes[at] === LINE) at += 1;
  }
  const rows = cut ? all[0]!.length - 1 : all[0]!.length;
  return { columns: all.map(({ values }) => values.subarray(0, rows)), ragged, cut };
}

/** Place of the first byte of a line, from 0. */
function placeOf(bytes: Uint8Array, line: number): number {
  let at = 0;
  for (let n = 0; n < line; n += 1) {
    while (at < bytes.length && bytes[at] !== LINE && bytes[at] !== RETURN) at += 1;
    if (bytes[at] === RETURN) at += 1;
    if (bytes[at] === LINE) at += 1;
  }
  return at;
}

/**
 * Reads a text of columns of numbers: comma, semicolon, tab or blanks between them, decimal point or comma, lines of any
 * kind above. Cells without a number are not a number.
 * @throws Refused where it holds no such columns
 */
export function readTable(file: Uint8Array): NumberTable {
  const bytes = asUtf8(file);
  const head = new TextDecoder("utf-8").decode(bytes.subarray(0, HEAD_BYTES));
  const lines = head.split(/\r\n|\n|\r/u);
  // The last line of a head that ends in the middle of the file is not whole.
  const whole = bytes.length > HEAD_BYTES ? lines.slice(0, -1) : lines;
  if (whole.every((line) => line.trim() === "")) throw new Refused("emptyFile", "The file is empty.");
  const begins = DIALECTS.map((dialect) => beginOf(whole, dialect)).filter((begin) => begin !== null);
  const most = Math.max(0, ...begins.map(({ columns }) => columns));
  const begin = begins.filter(({ columns }) => columns === most).toSorted((a, b) => a.line - b.line)[0];
  if (!begin)
    throw new Refused(
      "notACapture",
      "No columns of numbers were found in the file: it is no recording that is read here.",
    );
  const read = readNumbers(bytes, placeOf(bytes, begin.line), begin);
  return { dialect: begin.dialect, above: whole.slice(0, begin.line), ...read };
}
