import { buffer } from "node:stream/consumers";
import { ZipFile } from "yazl";
import { BUNDLE_FILES, BUNDLE_JSON, toBundle } from "#contract/bundle";
import type { BundleWithFiles } from "./services/bundles.ts";

/** A bundle as a zip: `job.json`, and each file by its SHA-256. */
export async function zipBundle({ job, files }: BundleWithFiles): Promise<Buffer> {
  const zip = new ZipFile();
  zip.addBuffer(Buffer.from(JSON.stringify(toBundle(job))), BUNDLE_JSON);
  // Pictures are packed already.
  for (const [sha256, bytes] of files) zip.addBuffer(bytes, `${BUNDLE_FILES}${sha256}`, { compress: false });
  zip.end();
  return buffer(zip.outputStream);
}
