import { useEffect, useMemo, useState } from "react";
import type { Outlook, Verdict } from "#core/judge";
import { workshopOf, type JobRecord } from "#core/record";
import { assessorOf } from "./assessor.ts";
import type { AssessWorker } from "../workers/assess.worker.ts";

const start = () => new Worker(new URL("../workers/assess.worker.ts", import.meta.url), { type: "module" });
const assessor = assessorOf<AssessWorker, Worker>(start);

/** Looks ahead beside the other, so that no reading waits for its verdict meanwhile. */
const ahead = assessorOf<AssessWorker, Worker>(start);
const PAUSE_BEFORE_LOOKING_AHEAD = 400;

let warmed = false;

/** Starts the worker before the first job is there, once: its code is then compiled while the page is fetched. */
export function warmAssessor(): void {
  if (!warmed) assessor.begin((remote) => remote.warm());
  warmed = true;
}

/** What a verdict depends on, as a text: the same entries in the same order give the same verdict. */
function keyOf({ motor, complaint, events, limits, past, instruments, ...record }: JobRecord): string {
  const entries = [...record.readings, ...record.decisions, ...record.repairs, ...workshopOf(record).runs];
  return JSON.stringify([motor, complaint, events, limits, past, instruments, entries.map(({ id }) => id)]);
}

let lastAsked: { readonly key: string; readonly answer: Promise<Verdict> } | null = null;

/** The verdict on a record, asked once however often it is drawn: what was judged on its way to the server stays judged. */
function askOnce(record: JobRecord, tries: number): Promise<Verdict> {
  const key = `${tries} ${keyOf(record)}`;
  if (lastAsked?.key === key) return lastAsked.answer;
  const answer = assessor.ask((remote) => remote.assess(record) as Promise<Verdict>);
  const mine = { key, answer };
  lastAsked = mine;
  // Whoever waits hears of it; whoever asks later asks anew.
  answer.catch(() => {
    if (lastAsked === mine) lastAsked = null;
  });
  return answer;
}

export interface StandingVerdict {
  /** The latest that was worked out; null before the first. */
  readonly verdict: Verdict | null;
  /** The record as it stands could not be judged: what stands is of an earlier one, if anything. */
  readonly failed: boolean;
  readonly again: () => void;
}

/**
 * The verdict on a record, worked out off the main thread; the one before stands until then.
 * @param given the verdict of a closed job, which is not worked out again
 */
export function useVerdict(record: JobRecord, given: Verdict | null): StandingVerdict {
  const [verdict, setVerdict] = useState<Verdict | null>(null);
  const [failed, setFailed] = useState(false);
  const [tries, setTries] = useState(0);
  // Asked before anything is drawn: the worker judges while the reading is painted.
  const answer = useMemo(() => (given ? null : askOnce(record, tries)), [record, given, tries]);
  useEffect(() => {
    if (!answer) return;
    let over = false;
    const settle = (found: Verdict | null) => {
      if (over) return;
      setFailed(found === null);
      if (found) setVerdict(found);
    };
    answer.then(settle, () => settle(null));
    return () => {
      over = true;
    };
  }, [answer]);
  return {
    verdict: given ?? verdict,
    failed: given === null && failed,
    again: () => setTries((before) => before + 1),
  };
}

/** What the next reading of an open job would leave, worked out in a pause; null until then, or where there is nothing to say. */
export function useOutlook(record: JobRecord, verdict: Verdict, wanted: boolean): Outlook | null {
  const [found, setFound] = useState<{ readonly of: Verdict; readonly outlook: Outlook | null } | null>(null);
  const { next } = verdict;
  useEffect(() => {
    if (!wanted || !next) return;
    let over = false;
    const later = setTimeout(() => {
      ahead
        .ask((remote) => remote.outlook(record, next) as Promise<Outlook | null>)
        .then(
          (outlook) => {
            if (!over) setFound({ of: verdict, outlook });
          },
          // It is said nothing of what might come; the verdict says itself where it failed.
          () => undefined,
        );
    }, PAUSE_BEFORE_LOOKING_AHEAD);
    return () => {
      over = true;
      clearTimeout(later);
    };
  }, [record, verdict, next, wanted]);
  return found !== null && found.of === verdict ? found.outlook : null;
}
