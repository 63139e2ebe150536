import { readColumns } from "./columns.ts";
import { Refused, type Recording } from "./recording.ts";
import { isVcd, readVcd } from "./vcd.ts";
import { isWav, readWav } from "./wav.ts";

const HEAD = 4096;
/** Whether signs stand in it that no text has. */
const isNoText = (head: Uint8Array): boolean => head.some((byte) => byte < 9 || (byte > 13 && byte < 27));

/**
 * Reads a recording from its bytes: sound (WAV), a value change dump (VCD), or a text of columns.
 * @throws Refused with its reason where it is none
 */
export function readRecording(bytes: Uint8Array): Recording {
  if (bytes.length === 0) throw new Refused("emptyFile", "The file is empty.");
  if (isWav(bytes)) return readWav(bytes);
  const head = new TextDecoder("utf-8").decode(bytes.subarray(0, HEAD));
  if (isVcd(head)) return readVcd(new TextDecoder("utf-8").decode(bytes));
  const wide = (bytes[0] === 0xff && bytes[1] === 0xfe) || (bytes[0] === 0xfe && bytes[1] === 0xff);
  if (!wide && isNoText(bytes.subarray(0, HEAD)))
    throw new Refused(
      "notACapture",
      "The file is neither text, sound nor a logic log: it is no recording that is read here.",
    );
  return readColumns(bytes);
}
