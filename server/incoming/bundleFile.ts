import { createHash } from "node:crypto";
import { openSync, readSync, closeSync, readFileSync, statSync } from "node:fs";
import { buffer } from "node:stream/consumers";
import { openPromise, type Entry, type ZipFile } from "yauzl";
import { BUNDLE_FILES, BUNDLE_JSON, groundsOf, readBundle } from "#contract/bundle";
import type { BundledJob } from "#contract/bundledJob";
import { MOST_FILE_BYTES } from "#contract/files";
import { readJournal } from "#core/judge";
import type { Motor } from "#core/record";
import { Problem } from "../problem.ts";
import { checkFile } from "../services/files.ts";
import { furtherWords } from "../services/searchWords.ts";
import { isDeeperThan } from "./depth.ts";

/** What a bundle may hold once unpacked: more is no job of a bench. */
export const BUNDLE_LIMITS = {
  /** The packed file. */
  mostBytes: 128 * 1024 * 1024,
  mostEntries: 1100,
  mostJson: 32 * 1024 * 1024,
  /** A job's own form nests a dozen deep. */
  deepest: 64,
} as const;

/** A bundle as it is written into the file: read, checked and folded, its lines as text. */
export interface IncomingJob {
  readonly number: number;
  readonly intake: BundledJob["intake"];
  readonly instruments: BundledJob["instruments"];
  readonly past: BundledJob["past"];
  readonly limits: BundledJob["limits"];
  readonly motorVersions: BundledJob["motorVersions"];
  readonly files: BundledJob["files"];
  /** The motor as its journal leaves it. */
  readonly motor: Motor;
  /** What it is found by beside the name, owner and serial of its motor. */
  readonly further: string;
  /** How many entries it has. */
  readonly version: number;
  /** A JSON array of its lines: id, kind, body as text, by, savedAt. */
  readonly lines: string;
  readonly closings: readonly { id: string; at: string; rules: string; body: string }[];
  /** When its standing closing was; null while it is open. */
  readonly closedAt: string | null;
  /** Bytes of its files by their SHA-256. */
  readonly bytes: ReadonlyMap<string, Uint8Array>;
}

const refused = (sentence: string, extra = {}) => new Problem(422, "Bundle refused", sentence, extra);

/** First bytes of a zip; anything else is read as the JSON of an earlier version. */
const ZIP = Buffer.from("PK");

function limitOf({ fileName }: Entry): number {
  if (fileName === BUNDLE_JSON) return BUNDLE_LIMITS.mostJson;
  if (fileName.startsWith(BUNDLE_FILES)) return MOST_FILE_BYTES;
  throw refused(`“${fileName.slice(0, 80)}” has no place in a bundle.`);
}

async function bytesOf(zip: ZipFile, entry: Entry): Promise<Buffer> {
  // The size that the zip states is held against what really comes out of it.
  if (entry.uncompressedSize > limitOf(entry))
    throw refused(`“${entry.fileName}” unpacks to more than a bundle may hold.`);
  return buffer(await zip.openReadStreamPromise(entry));
}

function parsed(json: Buffer): BundledJob {
  if (json.length > BUNDLE_LIMITS.mostJson) throw refused("This is more than a bundle may hold.");
  if (isDeeperThan(json, BUNDLE_LIMITS.deepest))
    throw refused(`This file nests deeper than ${BUNDLE_LIMITS.deepest} levels: it is no job bundle.`);
  const result = readBundle(json.toString("utf8"));
  if (result.kind === "refused")
    throw refused(result.problems[0]?.sentence ?? "The bundle was refused.", {
      fields: result.problems.slice(0, 50),
    });
  return result.job;
}

async function unzipped(path: string): Promise<{ job: BundledJob; bytes: Map<string, Buffer> }> {
  const zip = await openPromise(path, { validateEntrySizes: true, strictFileNames: true, autoClose: false });
  try {
    if (zip.entryCount > BUNDLE_LIMITS.mostEntries)
      throw refused(`A bundle holds ${BUNDLE_LIMITS.mostEntries} files at most.`);
    let json: Buffer | null = null;
    const bytes = new Map<string, Buffer>();
    for await (const entry of zip.eachEntry()) {
      if (entry.fileName === BUNDLE_JSON) json = await bytesOf(zip, entry);
      else bytes.set(entry.fileName.slice(BUNDLE_FILES.length), await bytesOf(zip, entry));
    }
    if (!json) throw refused("This zip holds no job.json: it is no job bundle.");
    return { job: parsed(json), bytes };
  } finally {
    zip.close();
  }
}

function beginsAsZip(path: string): boolean {
  const handle = openSync(path, "r");
  try {
    const first = Buffer.alloc(ZIP.length);
    readSync(handle, first, 0, first.length, 0);
    return first.equals(ZIP);
  } finally {
    closeSync(handle);
  }
}

/** @throws Problem where a file that the bundle lists is missing, or not what its name says */
function checkFiles({ files }: BundledJob, there: ReadonlyMap<string, Buffer>): void {
  for (const { sha256, bytes, type } of files) {
    const one = there.get(sha256);
    if (!one || one.length !== bytes || createHash("sha256").update(one).digest("hex") !== sha256)
      throw refused(
        `The file ${sha256.slice(0, 12)}… of this bundle is missing or not what its name says: it was changed on the way.`,
      );
    checkFile(one, type);
  }
}

function prepared(job: BundledJob, bytes: ReadonlyMap<string, Buffer>): IncomingJob {
  const { number, intake, entries, instruments, past, limits, motorVersions, files, closings } = job;
  const { record, closed, contact, notes } = readJournal(intake, entries, groundsOf(job));
  const closing = closed && closings.find(({ entryId }) => entryId === closed.turning.id);
  if (closed && !closing)
    throw refused("This job was closed, but the record of its closing is not in the bundle.");
  const lines = entries.map(({ kind, body, savedAt }) => ({
    id: body.id,
    kind,
    body: JSON.stringify(body),
    by: body.by,
    savedAt,
  }));
  return {
    number,
    intake,
    instruments,
    past,
    limits,
    motorVersions,
    files,
    motor: record.motor,
    further: furtherWords(contact, record.complaintWords, notes),
    version: entries.length,
    lines: JSON.stringify(lines),
    closings: closings.map(({ entryId, ...body }) => ({
      id: entryId,
      at: body.at,
      rules: body.verdict.rules,
      body: JSON.stringify(body),
    })),
    closedAt: closing?.at ?? null,
    bytes,
  };
}

/**
 * Reads a bundle, a zip of this version or the JSON of an earlier one. @throws Problem with a sentence for a file that is
 * none, is cut short, points outside itself, nests too deep, or unpacks to more than it may
 */
export async function readBundleFile(path: string): Promise<IncomingJob> {
  if (statSync(path).size > BUNDLE_LIMITS.mostBytes) throw refused("This is more than a bundle may hold.");
  try {
    const { job, bytes } = beginsAsZip(path)
      ? await unzipped(path)
      : { job: parsed(readFileSync(path)), bytes: new Map<string, Buffer>() };
    checkFiles(job, bytes);
    return prepared(job, bytes);
  } catch (error) {
    if (error instanceof Problem) throw error;
    const why = error instanceof Error ? error.message : String(error);
    throw refused(`This file cannot be read: ${why}.`);
  }
}

/** Whoever reads bundles: here, for tests and from the command line, or in a thread of its own. */
export type BundleReader = (path: string) => Promise<IncomingJob>;
