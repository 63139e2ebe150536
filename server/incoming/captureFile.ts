import { createReadStream } from "node:fs";
import { stat } from "node:fs/promises";
import { readCaptureFrom, type CaptureAnswer, type CaptureOptions } from "#core/capture";

/** Reads a recording that lies on disk, piece by piece. */
export async function readCaptureFile(path: string, options: CaptureOptions): Promise<CaptureAnswer> {
  const { size } = await stat(path);
  return readCaptureFrom(createReadStream(path), size, options);
}

/** Whoever reads recordings: here, for tests, or in a thread of its own. */
export type CaptureReader = typeof readCaptureFile;
