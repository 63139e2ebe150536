import { Worker } from "node:worker_threads";
import type { Logger } from "pino";
import type { ClosedRecord } from "#core/closing";
import { CannotJudge, JudgeGone, type Judge, type Judged } from "./judge.ts";
import type { Question, Reply } from "./worker.ts";

/** A verdict takes some hundredths of a second: who does not answer in so long is stuck. */
const PATIENCE_MILLISECONDS = 15_000;
/** Once more in a new thread: the first may have died of something else. */
const TRIES = 2;

interface Asked {
  readonly kind: Question["kind"];
  readonly input: Question["input"];
  readonly resolve: (result: unknown) => void;
  readonly reject: (error: Error) => void;
  tries: number;
}

/** A thread as far as it is needed here. */
export type Thread = Pick<Worker, "postMessage" | "terminate" | "on">;

/**
 * Judges in a thread of its own, so that saving never waits for it. One question at a time; closings go first. A thread
 * that dies, or does not answer in time, is started anew and asked once more; after that the question is refused.
 * @param start starts the thread @param patience milliseconds until it counts as stuck
 */
export function judgingThread(start: () => Thread, log: Logger, patience = PATIENCE_MILLISECONDS): Judge {
  const line: Asked[] = [];
  let thread: Thread | null = null;
  let current: Asked | null = null;
  let timer: NodeJS.Timeout | undefined;
  let id = 0;
  let closed = false;

  /** It is gone, or is sent away: the next question starts another. */
  function lost(gone: Thread, why: string): void {
    if (gone !== thread) return;
    thread = null;
    clearTimeout(timer);
    void gone.terminate().catch(() => undefined);
    const asked = current;
    current = null;
    if (!asked || closed) return;
    log.error({ why, kind: asked.kind }, "the judging thread was lost");
    if (asked.tries < TRIES) line.unshift(asked);
    else asked.reject(new CannotJudge(`the judging thread was lost ${TRIES} times: ${why}`));
    next();
  }

  function started(): Thread {
    const one = start();
    one.on("message", ({ id: answers, result, problem }: Reply) => {
      if (one !== thread || answers !== id || !current) return;
      clearTimeout(timer);
      const asked = current;
      current = null;
      if (problem === undefined) asked.resolve(result);
      else asked.reject(new CannotJudge(problem));
      next();
    });
    one.on("error", (error: Error) => lost(one, error.message));
    one.on("exit", (code: number) => lost(one, `it ended with ${code}`));
    return one;
  }

  function next(): void {
    if (current || closed) return;
    const asked = line.shift();
    if (!asked) return;
    current = asked;
    asked.tries += 1;
    id += 1;
    thread ??= started();
    const one = thread;
    timer = setTimeout(() => lost(one, `no answer in ${patience} ms`), patience);
    timer.unref();
    try {
      one.postMessage({ id, kind: asked.kind, input: asked.input } as Question);
    } catch (error) {
      lost(one, error instanceof Error ? error.message : String(error));
    }
  }

  const ask = (kind: Question["kind"], input: Question["input"]) =>
    new Promise<unknown>((resolve, reject) => {
      if (closed) return reject(new JudgeGone());
      const asked = { kind, input, resolve, reject, tries: 0 };
      if (kind === "freeze") line.unshift(asked);
      else line.push(asked);
      next();
    });

  return {
    judge: async (input) => (await ask("judge", input)) as Judged,
    freeze: async (input) => (await ask("freeze", input)) as ClosedRecord,
    close: async () => {
      closed = true;
      clearTimeout(timer);
      for (const { reject } of [...(current ? [current] : []), ...line.splice(0)]) reject(new JudgeGone());
      await thread?.terminate();
    },
  };
}

/** @param script the built worker */
export function inOwnThread(script: URL, log: Logger): Judge {
  return judgingThread(() => new Worker(script), log);
}
