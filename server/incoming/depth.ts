const OPENS = new Set([0x5b, 0x7b]);
const CLOSES = new Set([0x5d, 0x7d]);
const QUOTE = 0x22;
const ESCAPE = 0x5c;

/** Whether JSON nests deeper than so many levels, told from its bytes before anything parses it. */
export function isDeeperThan(json: Buffer, most: number): boolean {
  let depth = 0;
  let inString = false;
  for (let i = 0; i < json.length; i += 1) {
    const byte = json[i]!;
    if (inString) {
      if (byte === ESCAPE) i += 1;
      else if (byte === QUOTE) inString = false;
    } else if (byte === QUOTE) inString = true;
    else if (OPENS.has(byte)) {
      depth += 1;
      if (depth > most) return true;
    } else if (CLOSES.has(byte)) depth -= 1;
  }
  return false;
}
