import { Worker } from "node:worker_threads";
import { Problem } from "../problem.ts";
import type { BundleReader, IncomingJob } from "./bundleFile.ts";
import type { Answer } from "./worker.ts";

/** The largest that may be is read in a few seconds. */
const PATIENCE_MILLISECONDS = 30_000;
const MOST_MEGABYTES = 768;

/**
 * Reads bundles in a thread of its own, one at a time, with a limit on its time and its memory: whatever a file holds,
 * nobody's saving waits for it.
 * @param script the built worker
 */
export function inReadingThread(script: URL, patience = PATIENCE_MILLISECONDS): BundleReader {
  let line: Promise<unknown> = Promise.resolve();

  const read = (path: string) =>
    new Promise<IncomingJob>((resolve, reject) => {
      const worker = new Worker(script, {
        workerData: { path },
        resourceLimits: { maxOldGenerationSizeMb: MOST_MEGABYTES },
      });
      const tooMuch = () =>
        new Problem(422, "Bundle refused", "This file takes more time or memory to read than a job does.");
      const timer = setTimeout(() => {
        reject(tooMuch());
        void worker.terminate();
      }, patience);
      worker.once("message", (answer: Answer) => {
        if (answer.kind === "read") resolve(answer.job);
        else reject(new Problem(answer.status, answer.title, answer.detail, answer.extra));
      });
      // Out of memory comes as an error too: a fault of the file, and not of the shop.
      worker.once("error", () => reject(tooMuch()));
      worker.once("exit", () => {
        clearTimeout(timer);
        reject(tooMuch());
      });
    });

  return (path) => {
    const mine = line.then(() => read(path));
    line = mine.catch(() => undefined);
    return mine;
  };
}
