import { readFileSync } from "node:fs";
import { createInterface } from "node:readline";
import { fromBufferPromise } from "yauzl";
import { buffer } from "node:stream/consumers";
import { BUNDLE_JSON, readBundle } from "#contract/bundle";
import { answerOf } from "./answer.ts";

const USAGE = `Name a job bundle: npm run assess -- FILE
Or many, one job.json a line, from standard input: npm run assess -- -\n`;

/** The job.json of a bundle, whether it lies in its zip or by itself. */
async function jsonOf(bytes: Buffer): Promise<string> {
  if (!bytes.subarray(0, 2).equals(Buffer.from("PK"))) return bytes.toString("utf8");
  const zip = await fromBufferPromise(bytes, {});
  for await (const entry of zip.eachEntry())
    if (entry.fileName === BUNDLE_JSON)
      return (await buffer(await zip.openReadStreamPromise(entry))).toString("utf8");
  return "";
}

/** A line in, a line out, at once: a batch, or another program that asks step by step. */
async function fromStandardInput(): Promise<void> {
  for await (const line of createInterface({ input: process.stdin }))
    if (line.trim() !== "") process.stdout.write(`${JSON.stringify(answerOf(readBundle(line)))}\n`);
}

async function main(file: string | undefined): Promise<number> {
  if (!file) {
    process.stderr.write(USAGE);
    return 2;
  }
  if (file === "-") {
    await fromStandardInput();
    return 0;
  }
  let text: string;
  try {
    text = await jsonOf(readFileSync(file));
  } catch (error) {
    process.stderr.write(`Cannot read ${file}: ${error instanceof Error ? error.message : String(error)}\n`);
    return 2;
  }
  const result = readBundle(text);
  const answer = `${JSON.stringify(answerOf(result), null, 2)}\n`;
  if (result.kind === "read") process.stdout.write(answer);
  else process.stderr.write(answer);
  return result.kind === "read" ? 0 : 1;
}

process.exitCode = await main(process.argv[2]);
