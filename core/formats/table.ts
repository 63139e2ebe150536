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

const [MINUS, PLUS, ZERO, NINE, RETURN, LINE, QUOTE, SPACE, TAB] = [45, 43, 48, 57, 13, 10, 34, 32, 9];

const isDigit = (byte: number | undefined): boolean => byte! >= ZERO && byte! <= NINE;

/** Reads one cell after another, however it is written: blanks and quotes about it, an exponent, words in place of a number. */
class Cells {
  /** Whether a number stood in the cell that was read last. */
  whole = false;
  /** Whether nothing at all stood there, and the line ends with it. */
  nothing = false;
  private readonly blanks: boolean;

  constructor(
    private readonly bytes: Uint8Array,
    private readonly delimiter: number,
    private readonly decimal: number,
    /** Place of the byte that is read next. */
    public at: number,
  ) {
    this.blanks = delimiter === SPACE;
  }

  isLineEnd(): boolean {
    return this.at >= this.bytes.length || this.bytes[this.at] === LINE || this.bytes[this.at] === RETURN;
  }

  /** The number in the next cell, not a number where none stands there; goes to what ends the cell. */
  next(): number {
    const { bytes, blanks } = this;
    while (bytes[this.at] === SPACE || bytes[this.at] === QUOTE || (blanks && bytes[this.at] === TAB))
      this.at += 1;
    const begin = this.at;
    const value = this.number();
    const end = this.at;
    while ((bytes[this.at] === SPACE || bytes[this.at] === QUOTE) && !blanks) this.at += 1;
    const next = bytes[this.at];
    this.whole =
      end > begin &&
      (this.isLineEnd() || next === this.delimiter || (blanks && (next === SPACE || next === TAB)));
    if (!this.whole) while (!this.isLineEnd() && bytes[this.at] !== this.delimiter) this.at += 1;
    this.nothing = this.at === begin && this.isLineEnd();
    return this.whole ? value : Number.NaN;
  }

  private digits(from: number): number {
    let all = from;
    for (; isDigit(this.bytes[this.at]); this.at += 1) all = all * 10 + this.bytes[this.at]! - ZERO;
    return all;
  }

  private sign(): number {
    const { bytes, at } = this;
    if (bytes[at] === MINUS || bytes[at] === PLUS) this.at += 1;
    return bytes[at] === MINUS ? -1 : 1;
  }

  /** Goes over a number; where none begins it stays where it is. */
  private number(): number {
    const { bytes } = this;
    const begin = this.at;
    const sign = this.sign();
    const first = this.at;
    let mantissa = this.digits(0);
    let [digits, exponent] = [this.at - first, 0];
    if (bytes[this.at] === this.decimal && this.decimal !== this.delimiter) {
      this.at += 1;
      const point = this.at;
      mantissa = this.digits(mantissa);
      exponent = point - this.at;
      digits -= exponent;
    }
    if (digits === 0) {
      this.at = begin;
      return Number.NaN;
    }
    if (bytes[this.at] === 101 || bytes[this.at] === 69) exponent += this.power();
    // Within what a double holds exactly one division rounds once; beyond it the text itself is read.
    if (mantissa < 2 ** 53 && exponent >= -22 && exponent <= 22)
      return sign * (exponent < 0 ? mantissa / TENS[-exponent]! : mantissa * TENS[exponent]!);
    return Number(String.fromCodePoint(...bytes.subarray(begin, this.at)).replace(",", "."));
  }

  /** The power of ten after its letter; 0, and the letter left alone, where none stands there. */
  private power(): number {
    const mark = this.at;
    this.at += 1;
    const sign = this.sign();
    const first = this.at;
    const power = Math.min(400, this.digits(0));
    if (this.at === first) this.at = mark;
    return sign * power;
  }
}

/** Digits that a double surely holds exactly. */
const SURE_DIGITS = 15;

/** Reads numbers out of bytes, from a place on: a text of the whole file is never made. */
function readNumbers(bytes: Uint8Array, from: number, { dialect, columns, line: above }: Begin) {
  const delimiter = dialect.delimiter.codePointAt(0)!;
  const decimal = dialect.decimal.codePointAt(0)!;
  const point = decimal === delimiter ? -1 : decimal;
  let room = Math.ceil((bytes.length - from) / (8 * columns)) + 16;
  const all = Array.from({ length: columns }, () => new Float64Array(room));
  const cells = new Cells(bytes, delimiter, decimal, from);
  const ragged: number[] = [];
  let [line, row, at] = [above, 0, from];
  let cut = false;
  while (at < bytes.length) {
    line += 1;
    let column = 0;
    let some = false;
    if (row === room) {
      room *= 2;
      for (const [n, values] of all.entries()) {
        all[n] = new Float64Array(room);
        all[n].set(values);
      }
    }
    for (;;) {
      // Nearly every cell is a sign, digits and a point.
      let place = at;
      let byte = bytes[place]!;
      const negative = byte === MINUS;
      if (negative) byte = bytes[++place]!;
      let mantissa = 0;
      let digits = -place;
      let decimals = 0;
      while (byte >= ZERO && byte <= NINE) {
        mantissa = mantissa * 10 + byte - ZERO;
        byte = bytes[++place]!;
      }
      digits += place;
      if (byte === point) {
        byte = bytes[++place]!;
        decimals = -place;
        while (byte >= ZERO && byte <= NINE) {
          mantissa = mantissa * 10 + byte - ZERO;
          byte = bytes[++place]!;
        }
        decimals += place;
        digits += decimals;
      }
      let value;
      if ((byte === delimiter || byte === LINE || byte === RETURN) && digits > 0 && digits <= SURE_DIGITS) {
        value = (negative ? -mantissa : mantissa) / TENS[decimals]!;
        some = true;
        at = place;
      } else {
        cells.at = at;
        value = cells.next();
        at = cells.at;
        some ||= cells.whole;
        // A delimiter at the end of a line begins no column.
        if (cells.nothing && column >= columns) break;
      }
      if (column < columns) all[column]![row] = value;
      column += 1;
      byte = bytes[at]!;
      if (at >= bytes.length || byte === LINE || byte === RETURN) break;
      at += 1;
    }
    if (at >= bytes.length && column < columns) cut = some;
    // An empty line, or words in between, is no sample.
    if (some) {
      if (column !== columns && ragged.length < MOST_RAGGED) ragged.push(line);
      for (const values of all.slice(column)) values[row] = Number.NaN;
      row += 1;
    }
    if (bytes[at] === RETURN) at += 1;
    if (bytes[at] === LINE) at += 1;
  }
  const rows = cut ? row - 1 : row;
  return { columns: all.map((values) => values.subarray(0, rows)), ragged, cut };
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
