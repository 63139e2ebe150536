import { Worker } from "node:worker_threads";
import { Problem } from "../problem.ts";
import type { BundleReader } from "./bundleFile.ts";
import type { CaptureReader } from "./captureFile.ts";
import type { Answer, Made, Work } from "./worker.ts";

/** The largest that may be is read in a few seconds. */
const PATIENCE_MILLISECONDS = 30_000;
const MOST_MEGABYTES = 768;

const TITLES: Readonly<Record<Work["kind"], string>> = {
  bundle: "Bundle refused",
  capture: "Recording refused",
};

/**
 * Reads what was uploaded in a thread of its own, one at a time, with a limit on its time and its memory: whatever a file
 * holds, nobody's saving waits for it.
 * @param script the built worker
 */
export function inReadingThread(
  script: URL,
  patience = PATIENCE_MILLISECONDS,
): { readonly bundle: BundleReader; readonly capture: CaptureReader } {
  let line: Promise<unknown> = Promise.resolve();

  const read = <Kind extends Work["kind"]>(work: Extract<Work, { kind: Kind }>) =>
    new Promise<Made[Kind]>((resolve, reject) => {
      const worker = new Worker(script, {
        workerData: work,
        resourceLimits: { maxOldGenerationSizeMb: MOST_MEGABYTES },
      });
      const tooMuch = () =>
        new Problem(422, TITLES[work.kind], "This file takes more time or memory to read than it may.");
      const timer = setTimeout(() => {
        reject(tooMuch());
        void worker.terminate();
      }, patience);
      worker.once("message", (answer: Answer) => {
        if (answer.kind === "read") resolve(answer.made as Made[Kind]);
        else reject(new Problem(answer.status, answer.title, answer.detail, answer.extra));
      });
      // Out of memory comes as an error too: a fault of the file, and not of the shop.
      worker.once("error", () => reject(tooMuch()));
      worker.once("exit", () => {
        clearTimeout(timer);
        reject(tooMuch());
      });
    });

  const inTurn = <Kind extends Work["kind"]>(work: Extract<Work, { kind: Kind }>) => {
    const mine = line.then(() => read<Kind>(work));
    line = mine.catch(() => undefined);
    return mine;
  };
  return {
    bundle: (path) => inTurn<"bundle">({ kind: "bundle", path }),
    capture: (path, options) => inTurn<"capture">({ kind: "capture", path, options }),
  };
}
