import { wrap, type Remote } from "comlink";

/** A verdict takes some hundredths of a second, the first of a cold device some seconds. */
const PATIENCE_MILLISECONDS = 30_000;
/** Once more in a new worker: the first may have died of something else. */
const TRIES = 2;

/** A worker as far as it is needed here. */
export interface Startable {
  readonly addEventListener: (kind: "error" | "messageerror", listener: () => void) => void;
  readonly terminate: () => void;
}

/** A verdict that could not be worked out. */
class CannotAssess extends Error {}

/**
 * Asks a worker, and never waits for ever: one that dies or does not answer is started anew and asked once more; after
 * that it is said that there is no answer.
 * @param start starts a worker
 */
export function assessorOf<Api, W extends Startable>(
  start: () => W,
  wrapped: (worker: W) => Remote<Api> = (worker) => wrap<Api>(worker as never),
  patience = PATIENCE_MILLISECONDS,
) {
  let running: { readonly worker: W; readonly remote: Remote<Api>; readonly lost: Promise<never> } | null =
    null;

  function started() {
    const worker = start();
    const lost = new Promise<never>((_resolve, reject) => {
      for (const kind of ["error", "messageerror"] as const)
        worker.addEventListener(kind, () => reject(new CannotAssess("the worker was lost")));
    });
    // Nobody may be waiting for it.
    lost.catch(() => undefined);
    return { worker, remote: wrapped(worker), lost };
  }

  async function once<T>(question: (remote: Remote<Api>) => Promise<T>): Promise<T> {
    running ??= started();
    const mine = running;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const late = new Promise<never>((_resolve, reject) => {
      timer = setTimeout(() => reject(new CannotAssess("no answer in time")), patience);
    });
    try {
      return await Promise.race([question(mine.remote), mine.lost, late]);
    } catch (error) {
      if (running === mine) running = null;
      mine.worker.terminate();
      throw error;
    } finally {
      clearTimeout(timer);
    }
  }

  return {
    /** @throws the last reason why it could not be worked out */
    async ask<T>(question: (remote: Remote<Api>) => Promise<T>): Promise<T> {
      for (let tries = 1; ; tries += 1)
        try {
          return await once(question);
        } catch (error) {
          if (tries >= TRIES) throw error;
        }
    },
    /** Starts it before the first question is there. */
    begin(question: (remote: Remote<Api>) => unknown): void {
      running ??= started();
      void question(running.remote);
    },
  };
}
