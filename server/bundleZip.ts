import { buffer } from "node:stream/consumers";
import { fromBufferPromise, type Entry, type ZipFile } from "yauzl";
import { ZipFile as ZipWriter } from "yazl";
import { BUNDLE_FILES, BUNDLE_JSON, readBundle, toBundle } from "#contract/bundle";
import { PHOTO_LIMITS } from "#contract/photos";
import { Problem } from "./problem.ts";
import type { BundleWithFiles } from "./services/bundles.ts";

/** What a bundle may hold once unpacked: more is no job of a bench. */
export const BUNDLE_LIMITS = {
  /** The packed file. */
  mostBytes: 64 * 1024 * 1024,
  mostEntries: 1100,
  mostJson: 32 * 1024 * 1024,
} as const;

const refused = (sentence: string, extra = {}) => new Problem(422, "Bundle refused", sentence, extra);

/** First bytes of a zip; anything else is read as the JSON of an earlier version. */
const ZIP = Buffer.from("PK");

/** A bundle as a zip: `job.json`, and each file by its SHA-256. */
export async function zipBundle({ job, files }: BundleWithFiles): Promise<Buffer> {
  const zip = new ZipWriter();
  zip.addBuffer(Buffer.from(JSON.stringify(toBundle(job))), BUNDLE_JSON);
  // Pictures are packed already.
  for (const [sha256, bytes] of files) zip.addBuffer(bytes, `${BUNDLE_FILES}${sha256}`, { compress: false });
  zip.end();
  return buffer(zip.outputStream);
}

function limitOf({ fileName }: Entry): number {
  if (fileName === BUNDLE_JSON) return BUNDLE_LIMITS.mostJson;
  if (fileName.startsWith(BUNDLE_FILES)) return PHOTO_LIMITS.mostBytes;
  throw refused(`“${fileName.slice(0, 80)}” has no place in a bundle.`);
}

async function bytesOf(zip: ZipFile, entry: Entry): Promise<Buffer> {
  // The size that the zip states is held against what really comes out of it.
  if (entry.uncompressedSize > limitOf(entry))
    throw refused(`“${entry.fileName}” unpacks to more than a bundle may hold.`);
  return buffer(await zip.openReadStreamPromise(entry));
}

function parsed(json: Buffer) {
  const result = readBundle(json.toString("utf8"));
  if (result.kind === "refused")
    throw refused(result.problems[0]?.sentence ?? "The bundle was refused.", { fields: result.problems });
  return result.job;
}

async function unzipped(bytes: Buffer): Promise<BundleWithFiles> {
  const zip = await fromBufferPromise(bytes, { validateEntrySizes: true, strictFileNames: true });
  if (zip.entryCount > BUNDLE_LIMITS.mostEntries)
    throw refused(`A bundle holds ${BUNDLE_LIMITS.mostEntries} files at most.`);
  let json: Buffer | null = null;
  const files = new Map<string, Buffer>();
  for await (const entry of zip.eachEntry()) {
    if (entry.fileName === BUNDLE_JSON) json = await bytesOf(zip, entry);
    else files.set(entry.fileName.slice(BUNDLE_FILES.length), await bytesOf(zip, entry));
  }
  if (!json) throw refused("This zip holds no job.json: it is no job bundle.");
  return { job: parsed(json), files };
}

/**
 * Reads a bundle, a zip of this version or the JSON of an earlier one. @throws Problem with a sentence for a file that is
 * none, is cut short, points outside itself, or unpacks to more than it may
 */
export async function readBundleFile(bytes: Buffer): Promise<BundleWithFiles> {
  if (!bytes.subarray(0, ZIP.length).equals(ZIP)) return { job: parsed(bytes), files: new Map() };
  try {
    return await unzipped(bytes);
  } catch (error) {
    if (error instanceof Problem) throw error;
    const why = error instanceof Error ? error.message : String(error);
    throw refused(`This zip cannot be read: ${why}.`);
  }
}
