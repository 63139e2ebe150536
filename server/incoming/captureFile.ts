import { readFile } from "node:fs/promises";
import { readCapture, type CaptureAnswer, type CaptureOptions } from "#core/capture";

/** Reads a recording that lies on disk. */
export async function readCaptureFile(path: string, options: CaptureOptions): Promise<CaptureAnswer> {
  return readCapture(await readFile(path), options);
}

/** Whoever reads recordings: here, for tests, or in a thread of its own. */
export type CaptureReader = typeof readCaptureFile;
