import { createHash, randomUUID } from "node:crypto";
import { createWriteStream, mkdirSync, readdirSync, rmSync } from "node:fs";
import { join } from "node:path";
import { Transform } from "node:stream";
import { pipeline } from "node:stream/promises";
import type { Request } from "express";
import { Problem } from "../problem.ts";

/** What was uploaded, on disk until it was read. */
export interface Received {
  readonly path: string;
  readonly sha256: string;
}

const ENDING = ".incoming";
/** Somebody who sends ever more after they were too large is cut off. */
const HEARD_OUT = 4;

/** What a kill left of uploads that were not read. */
export function clearIncoming(folder: string): void {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  for (const name of readdirSync(folder))
    if (name.endsWith(ENDING)) rmSync(join(folder, name), { force: true });
}

/**
 * Takes an upload straight to the disk, so that memory holds a few kilobytes of it whatever its size; gives it to whoever
 * reads it, and takes it away again.
 * @throws Problem 413 where it is larger than it may be, 415 where it comes packed once more
 */
export async function received<T>(
  request: Request,
  { folder, most }: { readonly folder: string; readonly most: number },
  read: (file: Received) => Promise<T>,
): Promise<T> {
  const encoding = request.headers["content-encoding"] ?? "identity";
  if (encoding !== "identity")
    throw new Problem(415, "Unknown packing", "Send the file as it is, not packed once more.");
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const path = join(folder, `${randomUUID()}${ENDING}`);
  const hash = createHash("sha256");
  let size = 0;
  const counted = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      size += chunk.length;
      if (size > most * HEARD_OUT) return done(new Problem(413, "Too large", "That is too large."));
      if (size > most) return done();
      hash.update(chunk);
      done(null, chunk);
    },
  });
  try {
    await pipeline(request, counted, createWriteStream(path, { mode: 0o600 }));
    if (size > most)
      throw new Problem(413, "Too large", "That is more than a request may hold here; nothing was kept.");
    return await read({ path, sha256: hash.digest("hex") });
  } finally {
    rmSync(path, { force: true });
  }
}
