/** How a text of numbers is written. */
export interface Dialect {
  readonly delimiter: "," | ";" | "\t" | " ";
  readonly decimal: "." | ",";
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
    const written = Number(new TextDecoder().decode(bytes.subarray(begin, this.at)).replace(",", "."));
    // Beyond what a double reaches it is no number either.
    return Number.isFinite(written) ? written : Number.NaN;
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
const MOST_RAGGED = 5;

/** Place of the first byte of a line, from 0. */
export function placeOf(bytes: Uint8Array, line: number): number {
  let at = 0;
  for (let n = 0; n < line; n += 1) {
    while (at < bytes.length && bytes[at] !== LINE && bytes[at] !== RETURN) at += 1;
    if (bytes[at] === RETURN) at += 1;
    if (bytes[at] === LINE) at += 1;
  }
  return at;
}

/** Whether a line ends somewhere in a piece. */
export const endsALine = (bytes: Uint8Array): boolean => bytes.includes(LINE) || bytes.includes(RETURN);

/** How far the lines of a piece are whole: the place after the last end of a line, 0 where none ends in it. */
function wholeLines(bytes: Uint8Array): number {
  const feed = bytes.lastIndexOf(LINE);
  // Where lines end in a return alone, one at the very end may still be half of an end.
  return 1 + (feed >= 0 ? feed : bytes.subarray(0, -1).lastIndexOf(RETURN));
}

/** Columns of numbers out of bytes that come piece by piece: a text of them is never made. */
export class NumberColumns {
  /** Lines that hold fewer or more cells than there are columns, from 1; the first few. */
  readonly ragged: number[] = [];
  private readonly all: Float64Array[];
  private readonly delimiter: number;
  private readonly decimal: number;
  private room: number;
  private row = 0;
  private cut = false;

  /**
   * @param line how many lines were above
   * @param size of all the bytes that will come, about
   */
  constructor(
    dialect: Dialect,
    columns: number,
    private line: number,
    size: number,
  ) {
    this.delimiter = dialect.delimiter.codePointAt(0)!;
    this.decimal = dialect.decimal.codePointAt(0)!;
    this.room = Math.ceil(size / (8 * columns)) + 16;
    this.all = Array.from({ length: columns }, () => new Float64Array(this.room));
  }

  /**
   * Reads a piece from a place on, as far as its lines are whole; the last piece to its end.
   * @returns the place of what was not read: it comes again before the next piece
   */
  take(piece: Uint8Array, from: number, isLast: boolean): number {
    const bytes = isLast ? piece : piece.subarray(0, wholeLines(piece));
    const { all, delimiter, decimal } = this;
    const columns = all.length;
    const point = decimal === delimiter ? -1 : decimal;
    const cells = new Cells(bytes, delimiter, decimal, from);
    let { line, row } = this;
    let at = from;
    while (at < bytes.length) {
      line += 1;
      let column = 0;
      let some = false;
      if (row === this.room) this.grow();
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
      if (at >= bytes.length && column < columns) this.cut = some;
      // An empty line, or words in between, is no sample.
      if (some) {
        if (column !== columns && this.ragged.length < MOST_RAGGED) this.ragged.push(line);
        for (const values of all.slice(column)) values[row] = Number.NaN;
        row += 1;
      }
      if (bytes[at] === RETURN) at += 1;
      if (bytes[at] === LINE) at += 1;
    }
    this.line = line;
    this.row = row;
    return Math.max(from, bytes.length);
  }

  /** The columns as they were read; a line that was cut off is left out. */
  end(): { readonly columns: Float64Array[]; readonly ragged: readonly number[]; readonly cut: boolean } {
    const rows = this.cut ? this.row - 1 : this.row;
    return {
      columns: this.all.map((values) => values.subarray(0, rows)),
      ragged: this.ragged,
      cut: this.cut,
    };
  }

  private grow(): void {
    this.room *= 2;
    for (const [n, values] of this.all.entries()) {
      this.all[n] = new Float64Array(this.room);
      this.all[n].set(values);
    }
  }
}
