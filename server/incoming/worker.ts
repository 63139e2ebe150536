import { parentPort, workerData } from "node:worker_threads";
import { Problem } from "../problem.ts";
import { readBundleFile, type IncomingJob } from "./bundleFile.ts";

/** What the thread was made of: the bundle as read, or why it was not. */
export type Answer =
  | { readonly kind: "read"; readonly job: IncomingJob }
  | {
      readonly kind: "refused";
      readonly status: number;
      readonly title: string;
      readonly detail: string;
      readonly extra: Problem["extra"];
    };

async function answer(): Promise<Answer> {
  try {
    return { kind: "read", job: await readBundleFile((workerData as { path: string }).path) };
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    const { status, title, message, extra } = error;
    return { kind: "refused", status, title, detail: message, extra };
  }
}

parentPort?.postMessage(await answer());
