import { readColumns, recordingOf } from "./columns.ts";
import { Refused, type Recording } from "./recording.ts";
import { asUtf8, HEAD_BYTES, joined, TableReader } from "./table.ts";
import { isVcd, readVcd } from "./vcd.ts";
import { isWav, readWav } from "./wav.ts";

const HEAD = 4096;
/** Whether signs stand in it that no text has. */
const isNoText = (head: Uint8Array): boolean => head.some((byte) => byte < 9 || (byte > 13 && byte < 27));

/** Two bytes a letter, as some programs write. */
const isWide = (bytes: Uint8Array): boolean =>
  (bytes[0] === 0xff && bytes[1] === 0xfe) || (bytes[0] === 0xfe && bytes[1] === 0xff);

const headText = (bytes: Uint8Array): string => new TextDecoder("utf-8").decode(bytes.subarray(0, HEAD));

/**
 * Reads a recording from its bytes: sound (WAV), a value change dump (VCD), or a text of columns.
 * @throws Refused with its reason where it is none
 */
export function readRecording(bytes: Uint8Array): Recording {
  if (bytes.length === 0) throw new Refused("emptyFile", "The file is empty.");
  if (isWav(bytes)) return readWav(bytes);
  if (isVcd(headText(bytes))) return readVcd(new TextDecoder("utf-8").decode(bytes));
  if (!isWide(bytes) && isNoText(bytes.subarray(0, HEAD)))
    throw new Refused(
      "notACapture",
      "The file is neither text, sound nor a logic log: it is no recording that is read here.",
    );
  return readColumns(bytes);
}

/** Whether a file is a text of columns that can be read line by line, by the begin of it. */
const isPlainText = (head: Uint8Array): boolean =>
  !isWav(head) && !isWide(head) && !isVcd(headText(head)) && !isNoText(head.subarray(0, HEAD));

/**
 * The same from pieces that come one after another: of a text of columns no more than a piece is ever held beside the
 * numbers.
 * @param size of all pieces, bytes
 * @throws Refused as {@link readRecording}
 */
export async function readRecordingFrom(pieces: AsyncIterable<Uint8Array>, size: number): Promise<Recording> {
  let table: TableReader | null = null;
  let held: Uint8Array[] = [];
  let length = 0;
  for await (const piece of pieces) {
    if (table) {
      table.push(piece);
      continue;
    }
    held.push(piece);
    const begins = length <= HEAD_BYTES;
    length += piece.length;
    if (!begins || length <= HEAD_BYTES) continue;
    const head = joined(held);
    held = [head];
    if (isPlainText(head)) table = new TableReader(asUtf8(head), size);
  }
  return table ? recordingOf(table.end()) : readRecording(joined(held));
}
