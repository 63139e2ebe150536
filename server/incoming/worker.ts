import { parentPort, workerData } from "node:worker_threads";
import { Problem } from "../problem.ts";
import { readBundleFile, type IncomingJob } from "./bundleFile.ts";
import { readCaptureFile } from "./captureFile.ts";
import type { CaptureAnswer, CaptureOptions } from "#core/capture";

/** What a thread of its own is asked to read. */
export type Work =
  | { readonly kind: "bundle"; readonly path: string }
  | { readonly kind: "capture"; readonly path: string; readonly options: CaptureOptions };

/** What it makes of each. */
export interface Made {
  readonly bundle: IncomingJob;
  readonly capture: CaptureAnswer;
}

/** What was read, or why it was not. */
export type Answer =
  | { readonly kind: "read"; readonly made: Made[Work["kind"]] }
  | {
      readonly kind: "refused";
      readonly status: number;
      readonly title: string;
      readonly detail: string;
      readonly extra: Problem["extra"];
    };

async function answer(): Promise<Answer> {
  const work = workerData as Work;
  try {
    return {
      kind: "read",
      made:
        work.kind === "bundle"
          ? await readBundleFile(work.path)
          : await readCaptureFile(work.path, work.options),
    };
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    const { status, title, message, extra } = error;
    return { kind: "refused", status, title, detail: message, extra };
  }
}

parentPort?.postMessage(await answer());
