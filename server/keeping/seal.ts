import { createHash, randomBytes } from "node:crypto";
import { open, type FileHandle } from "node:fs/promises";
import { QueryTypes, type Sequelize } from "sequelize";

/**
 * A copy carries the SHA-256 of itself in a line of its own table. It is worked out over all its bytes, with zeros where
 * the digest stands: a bit that changed anywhere, in a photo or in the digest, is found.
 */
const DIGEST = 64;
/** So little at once that a shop at work saves between two of them. */
const CHUNK = 1 << 18;

/** The pieces of a file with where they begin, some bytes of the next one with each. */
async function* pieces(handle: FileHandle, overlap: number): AsyncGenerator<readonly [number, Buffer]> {
  const chunk = Buffer.alloc(CHUNK + overlap);
  for (let at = 0; ; at += CHUNK) {
    const { bytesRead } = await handle.read(chunk, 0, chunk.length, at);
    if (bytesRead === 0) return;
    yield [at, chunk.subarray(0, bytesRead)];
    if (bytesRead <= CHUNK) return;
  }
}

/** Where a text of ASCII letters stands in a file; null unless it stands there once. */
async function placeOf(handle: FileHandle, text: string): Promise<number | null> {
  const wanted = Buffer.from(text, "latin1");
  const found = new Set<number>();
  for await (const [at, piece] of pieces(handle, wanted.length))
    for (let i = piece.indexOf(wanted); i >= 0; i = piece.indexOf(wanted, i + 1)) found.add(at + i);
  const [place] = found;
  return found.size === 1 ? place! : null;
}

/** SHA-256 of a file, its digest's own place read as zeros. */
async function digestOf(handle: FileHandle, place: number): Promise<string> {
  const hash = createHash("sha256");
  for await (const [at, piece] of pieces(handle, 1)) {
    const own = piece.subarray(0, CHUNK);
    const from = Math.max(place - at, 0);
    const to = Math.min(place + DIGEST - at, own.length);
    if (from < to) own.fill(0, from, to);
    hash.update(own);
  }
  return hash.digest("hex");
}

/** Leaves a line in an open copy for its seal. @returns what stands there until it is sealed */
export async function makeRoom(sequelize: Sequelize): Promise<string> {
  const marker = randomBytes(DIGEST / 2).toString("hex");
  // A shop of an earlier version has no place for it yet.
  await sequelize.query("CREATE TABLE IF NOT EXISTS seal (sha256 TEXT NOT NULL)");
  await sequelize.query("DELETE FROM seal");
  await sequelize.query("INSERT INTO seal (sha256) VALUES (?)", { replacements: [marker] });
  return marker;
}

/** Seals a closed copy, and syncs it. @param marker as makeRoom left it */
export async function sealFile(file: string, marker: string): Promise<void> {
  const handle = await open(file, "r+");
  try {
    const place = await placeOf(handle, marker);
    if (place === null) throw new Error(`sealFile: ${file} has no one place for its seal`);
    await handle.write(await digestOf(handle, place), place, "latin1");
    await handle.sync();
  } finally {
    await handle.close();
  }
}

async function hasSeals(sequelize: Sequelize): Promise<boolean> {
  const tables = await sequelize.query("SELECT name FROM sqlite_master WHERE name = 'seal'", {
    type: QueryTypes.SELECT,
  });
  return tables.length > 0;
}

/** The seal that an open copy carries; null where it was made before copies had one. */
export async function sealIn(sequelize: Sequelize): Promise<string | null> {
  if (!(await hasSeals(sequelize))) return null;
  const [row] = await sequelize.query<{ sha256: string }>("SELECT sha256 FROM seal", {
    type: QueryTypes.SELECT,
  });
  return row?.sha256 ?? null;
}

/** A copy that is worked on is a copy no more. */
export async function breakSeal(sequelize: Sequelize): Promise<void> {
  if (await hasSeals(sequelize)) await sequelize.query("DELETE FROM seal");
}

/** Whether a file is what its seal says. */
export async function isSealed(file: string, seal: string): Promise<boolean> {
  if (!/^[0-9a-f]{64}$/u.test(seal)) return false;
  const handle = await open(file, "r");
  try {
    const place = await placeOf(handle, seal);
    return place !== null && (await digestOf(handle, place)) === seal;
  } finally {
    await handle.close();
  }
}
