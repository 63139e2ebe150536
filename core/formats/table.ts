import { endsALine, NumberColumns, placeOf, type Dialect } from "./numbers.ts";
import { Refused } from "./recording.ts";

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

/** Bytes in which the begin of the numbers is looked for. */
export const HEAD_BYTES = 65_536;
/** So many lines of numbers one after another begin the table. */
const ENOUGH = 3;
/** Lines above the numbers that are looked through for the first of them. */
const MOST_ABOVE = 400;
const MOST_COLUMNS = 64;

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
export function asUtf8(bytes: Uint8Array): Uint8Array {
  if (bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf) return bytes.subarray(3);
  const wide =
    bytes[0] === 0xff && bytes[1] === 0xfe
      ? "utf-16le"
      : bytes[0] === 0xfe && bytes[1] === 0xff
        ? "utf-16be"
        : null;
  return wide ? new TextEncoder().encode(new TextDecoder(wide).decode(bytes)) : bytes;
}

/** Where the numbers of a text begin, out of its head. @throws Refused where it holds none */
function headOf(bytes: Uint8Array): { readonly begin: Begin; readonly above: readonly string[] } {
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
  return { begin, above: whole.slice(0, begin.line) };
}

/**
 * Reads a text of columns of numbers that comes piece by piece: comma, semicolon, tab or blanks between them, decimal point
 * or comma, lines of any kind above. Cells without a number are not a number.
 */
export class TableReader {
  private readonly head: ReturnType<typeof headOf>;
  private readonly numbers: NumberColumns;
  /** Begin of a line whose end has not come yet, in pieces. */
  private left: Uint8Array[];

  /**
   * @param bytes the first piece: all of it, or more than a head
   * @param size of all pieces
   * @throws Refused where it holds no such columns
   */
  constructor(bytes: Uint8Array, size: number) {
    this.head = headOf(bytes);
    const { dialect, columns, line } = this.head.begin;
    this.numbers = new NumberColumns(dialect, columns, line, size);
    this.left = [bytes.subarray(placeOf(bytes, line))];
  }

  push(piece: Uint8Array): void {
    this.left.push(piece);
    // A line without end is put together once, however long it is.
    if (!endsALine(piece)) return;
    const bytes = joined(this.left);
    this.left = [bytes.slice(this.numbers.take(bytes, 0, false))];
  }

  end(): NumberTable {
    const [only] = this.left;
    this.numbers.take(this.left.length === 1 ? only! : joined(this.left), 0, true);
    return { dialect: this.head.begin.dialect, above: this.head.above, ...this.numbers.end() };
  }
}

/** Pieces as one. */
export function joined(pieces: readonly Uint8Array[]): Uint8Array {
  const all = new Uint8Array(pieces.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const piece of pieces) {
    all.set(piece, at);
    at += piece.length;
  }
  return all;
}

/** Reads a text of columns of numbers that is there as a whole. @throws Refused where it holds none */
export function readTable(file: Uint8Array): NumberTable {
  const bytes = asUtf8(file);
  return new TableReader(bytes, bytes.length).end();
}
