import { Worker } from "node:worker_threads";
import type { ClosedRecord } from "#core/closing";
import type { Judge, Judged } from "./judge.ts";
import type { Question, Reply } from "./worker.ts";

/** Judges in a thread of its own, so that saving never waits for it. @param script the built worker */
export function inOwnThread(script: URL): Judge {
  const worker = new Worker(script);
  const waiting = new Map<number, { resolve: (result: unknown) => void; reject: (error: Error) => void }>();
  let last = 0;
  worker.on("message", ({ id, result, problem }: Reply) => {
    const asked = waiting.get(id);
    waiting.delete(id);
    if (problem === undefined) asked?.resolve(result);
    else asked?.reject(new Error(`judging failed: ${problem}`));
  });
  worker.on("error", (error) => {
    for (const { reject } of waiting.values()) reject(error);
    waiting.clear();
  });
  const ask = (kind: Question["kind"], input: Question["input"]) =>
    new Promise<unknown>((resolve, reject) => {
      const id = (last += 1);
      waiting.set(id, { resolve, reject });
      worker.postMessage({ id, kind, input });
    });
  return {
    judge: async (input) => (await ask("judge", input)) as Judged,
    freeze: async (input) => (await ask("freeze", input)) as ClosedRecord,
    close: async () => {
      await worker.terminate();
    },
  };
}
