import { connect, type Socket } from "node:net";
import { performance } from "node:perf_hooks";
import { setTimeout as pause } from "node:timers/promises";
import type { TimedDisplay } from "#contract/feed";
import { LIVE_FUNCTIONS, type LiveFunction } from "#core/live";
import type { Instrument } from "#core/quantity";

/** Milliseconds: to be reached, to answer (a slow integration at four wires takes seconds), from one reading to the next. */
const [REACHED, ANSWERS, BETWEEN] = [3000, 8000, 80];
/** After a failure it is asked again, ms. */
const AGAIN = 2000;
/** No answer to what is asked here is longer. */
const LONGEST_LINE = 1000;
/** What stands for an overload and for no number (SCPI-1999, volume 1, 7.2.1.4 and 7.2.1.5; from memory). */
const [OVERLOAD, NO_NUMBER] = [9.9e37, 9.91e37];

/** What each function is called (SCPI-1999, volume 2, MEASure subsystem); null where the standard has no word for it. */
function headerOf(reads: LiveFunction, { wiring }: Pick<Instrument, "wiring">): string | null {
  switch (reads) {
    case "ohms":
      return wiring === "fourWire" ? "FRES" : "RES";
    case "acVolts":
      return "VOLT:AC";
    case "dcVolts":
      return "VOLT:DC";
    case "dcAmperes":
      return "CURR:DC";
    case "frequency":
      return "FREQ";
    default:
      return null;
  }
}

/** Lines to and fro over one connection. */
function lines(socket: Socket) {
  let [waiting, ended]: [((line: string | Error) => void) | null, Error | null] = [null, null];
  let kept = "";
  const give = (line: string | Error) => {
    const taker = waiting;
    waiting = null;
    taker?.(line);
  };
  const fail = (error: Error) => {
    ended ??= error;
    give(ended);
  };
  socket.setEncoding("latin1");
  socket.on("data", (text: string) => {
    kept += text;
    if (kept.length > LONGEST_LINE) return void socket.destroy(new Error("answers without end"));
    const end = kept.indexOf("\n");
    if (end < 0) return;
    const line = kept.slice(0, end).trim();
    kept = kept.slice(end + 1);
    give(line);
  });
  socket.on("error", fail);
  socket.on("close", () => fail(new Error("ended the connection")));
  return {
    say: (words: string) => void socket.write(`${words}\n`),
    /** Asks, and waits for the one line that answers. */
    ask: (words: string) =>
      new Promise<string>((resolve, reject) => {
        if (ended) return reject(ended);
        const late = setTimeout(() => fail(new Error("does not answer")), ANSWERS);
        waiting = (line) => {
          clearTimeout(late);
          if (line instanceof Error) reject(line);
          else resolve(line);
        };
        socket.write(`${words}\n`);
      }),
  };
}

function reach(address: string, port: number, signal: AbortSignal): Promise<Socket> {
  return new Promise((resolve, reject) => {
    const socket = connect({ host: address, port, signal });
    const late = setTimeout(() => socket.destroy(new Error("is not reached")), REACHED);
    socket.once("connect", () => {
      clearTimeout(late);
      socket.setNoDelay(true);
      resolve(socket);
    });
    socket.once("error", (error) => {
      clearTimeout(late);
      reject(error);
    });
  });
}

const isAbout = (value: number, one: number) => Math.abs(value / one - 1) < 1e-4;

/** One reading as its text says it; a text that is none is no display. */
function displayOf(text: string, reads: LiveFunction, sequence: number): TimedDisplay | null {
  const [first = ""] = text.split(",");
  const value = Number(first);
  const size = Math.abs(value);
  if (first.trim() === "" || !Number.isFinite(value) || isAbout(size, NO_NUMBER)) return null;
  const time = performance.now() / 1000;
  return { sequence, time, reads, value: isAbout(size, OVERLOAD) ? null : value, range: null };
}

/** What is asked of one instrument, and to whom its answers go. */
export interface Asked {
  readonly instrument: Instrument;
  readonly reads: LiveFunction;
  readonly port: number;
  /** Its address in numbers, or why it is not asked. */
  readonly find: () => Promise<{ readonly address: string } | { readonly why: string }>;
  readonly hear: (display: TimedDisplay) => void;
  readonly silent: (why: string | null) => void;
}

/** What went wrong, as one says it of an instrument. */
function wordsOf(error: unknown, { instrument: { name }, port }: Asked): string {
  const code = error instanceof Error && "code" in error ? String(error.code) : "";
  if (code === "ECONNREFUSED") return `${name} does not listen on port ${port}.`;
  if (code === "EHOSTUNREACH" || code === "ENETUNREACH") return `${name} is not on the network.`;
  return `${name} ${error instanceof Error && code === "" ? error.message : "is not reached"}.`;
}

/** Reads until it is told to end. It is only ever asked to measure: nothing is switched. */
async function readOn(asked: Asked, signal: AbortSignal, next: () => number): Promise<void> {
  const { instrument, reads, port, find, hear, silent } = asked;
  const header = headerOf(reads, instrument);
  if (header === null) {
    silent(`${LIVE_FUNCTIONS[reads].words} cannot be asked of ${instrument.name} over the network: type it.`);
    await pause(AGAIN, undefined, { signal });
    return;
  }
  const found = await find();
  if ("why" in found) {
    silent(found.why);
    await pause(AGAIN, undefined, { signal });
    return;
  }
  const socket = await reach(found.address, port, signal);
  try {
    const { say, ask } = lines(socket);
    say("*CLS");
    say(`CONF:${header}`);
    // What knows no configuring, as a supply does not, measures in one word.
    const understood = /^\+?0\b/u.test(await ask("SYST:ERR?"));
    const question = understood ? "READ?" : `MEAS:${header}?`;
    for (;;) {
      signal.throwIfAborted();
      const text = await ask(question);
      const display = displayOf(text, reads, next());
      silent(display ? null : `${instrument.name} shows no number.`);
      if (display) hear(display);
      await pause(BETWEEN, undefined, { signal });
    }
  } finally {
    socket.destroy();
  }
}

/** Asks an instrument again and again, through lost connections, until somebody stops it. */
export function askByScpi(asked: Asked): { readonly stop: () => void } {
  const ending = new AbortController();
  let sequence = 0;
  const run = async () => {
    while (!ending.signal.aborted)
      try {
        await readOn(asked, ending.signal, () => (sequence += 1));
      } catch (error) {
        if (ending.signal.aborted) return;
        asked.silent(wordsOf(error, asked));
        await pause(AGAIN, undefined, { signal: ending.signal }).catch(() => undefined);
      }
  };
  void run();
  return { stop: () => ending.abort() };
}
