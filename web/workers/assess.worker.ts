import { expose } from "comlink";
import { assessJob, outlookOf, type NextCheck, type Outlook, type Verdict } from "#core/judge";
import type { JobRecord } from "#core/record";
import { COMPILING, USUAL } from "./warming.ts";

/** Nobody asked anything for so long: time for what is not needed yet. */
const QUIET_MILLISECONDS = 5000;
/** Between one kind of motor and the next. */
const PAUSE_MILLISECONDS = 250;

let lastAsked = 0;

/** Answers, and remembers when it was asked. */
function answer<T>(work: () => T): T {
  try {
    return work();
  } finally {
    lastAsked = performance.now();
  }
}

function compile(at: number): void {
  assessJob(COMPILING[at]!);
  if (at + 1 < COMPILING.length) setTimeout(compile, 0, at + 1);
}

/** Works out the kinds of motor from here on, whenever it is quiet. */
function prepareKinds(at: number): void {
  const quiet = performance.now() - lastAsked >= QUIET_MILLISECONDS;
  if (quiet) assessJob(USUAL[at]!);
  const next = quiet ? at + 1 : at;
  if (next < USUAL.length) setTimeout(prepareKinds, PAUSE_MILLISECONDS, next);
}

const worker = {
  assess: (record: JobRecord): Verdict => answer(() => assessJob(record)),
  outlook: (record: JobRecord, next: NextCheck | null): Outlook | null =>
    answer(() => outlookOf(record, next)),
  /** Returns at once; what is asked meanwhile is answered between one judging and the next. */
  warm: (): void => {
    setTimeout(compile, 0, 0);
    setTimeout(prepareKinds, QUIET_MILLISECONDS, 0);
  },
};
export type AssessWorker = typeof worker;
expose(worker);
