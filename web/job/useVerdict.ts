import { wrap, type Remote } from "comlink";
import { useEffect, useRef, useState } from "react";
import type { Outlook, Verdict } from "#core/assess";
import { workshopOf, type JobRecord } from "#core/record";
import type { OpenJob } from "./openJob.ts";
import type { AssessWorker } from "../workers/assess.worker.ts";

const start = () =>
  wrap<AssessWorker>(new Worker(new URL("../workers/assess.worker.ts", import.meta.url), { type: "module" }));
let remote: Remote<AssessWorker> | null = null;
function assessor(): Remote<AssessWorker> {
  remote ??= start();
  return remote;
}

/** Looks ahead beside the other, so that no reading waits for its verdict meanwhile. */
let ahead: Remote<AssessWorker> | null = null;
const PAUSE_BEFORE_LOOKING_AHEAD = 400;

/** Starts the worker before the first job is there: its code is then compiled while the page is fetched. */
export function warmAssessor(): void {
  void assessor().warm();
}

/** What a verdict depends on, as a text: the same entries in the same order give the same verdict. */
function keyOf({ motor, complaint, events, limits, past, instruments, ...record }: JobRecord): string {
  const entries = [...record.readings, ...record.decisions, ...record.repairs, ...workshopOf(record).runs];
  return JSON.stringify([motor, complaint, events, limits, past, instruments, entries.map(({ id }) => id)]);
}

/**
 * The verdict on a record, worked out off the main thread; the one before stands until then.
 * @param given the verdict of a closed job, which is not worked out again
 */
export function useVerdict(record: JobRecord, given: Verdict | null): Verdict | null {
  const [verdict, setVerdict] = useState<Verdict | null>(null);
  const asked = useRef("");
  useEffect(() => {
    if (given) return;
    const key = keyOf(record);
    // An entry that is on the server now was judged already while it was on its way.
    if (key === asked.current) return;
    asked.current = key;
    void assessor()
      .assess(record)
      .then((found) => {
        if (asked.current === key) setVerdict(found);
      });
  }, [record, given]);
  return given ?? verdict;
}

/** What the next reading of an open job would leave, worked out in a pause; null until then, or where there is nothing to say. */
export function useOutlook(
  { record, verdict }: Pick<OpenJob, "record" | "verdict">,
  wanted: boolean,
): Outlook | null {
  const [found, setFound] = useState<{ readonly of: Verdict; readonly outlook: Outlook | null } | null>(null);
  const { next } = verdict;
  useEffect(() => {
    if (!wanted || !next) return;
    let over = false;
    const later = setTimeout(() => {
      ahead ??= start();
      void ahead.outlook(record, next).then((outlook) => {
        if (!over) setFound({ of: verdict, outlook });
      });
    }, PAUSE_BEFORE_LOOKING_AHEAD);
    return () => {
      over = true;
      clearTimeout(later);
    };
  }, [record, verdict, next, wanted]);
  return found !== null && found.of === verdict ? found.outlook : null;
}
