import { assessJob, type Verdict } from "../judge/index.ts";
import { leftSound, visitOf } from "../history/index.ts";
import { outcomeOf, type Outcome } from "../outcomes/index.ts";
import type { JobRecord, Turning, Visit } from "../record/index.ts";
import { buildReport, type Report } from "../report/index.ts";

/**
 * What a job was when it was closed: its own record, with the verdict and the rules that gave it, the report that was
 * handed over, and what the visit measured. Nothing of it is worked out again, whatever changes in the shop or the rules.
 */
export interface ClosedRecord {
  readonly kind: "closing" | "callingOff";
  /** UTC, ISO 8601. */
  readonly at: string;
  readonly by: string;
  readonly reason: string;
  /** With the instruments that its readings name. */
  readonly record: JobRecord;
  readonly verdict: Verdict;
  readonly report: Report;
  readonly visit: Visit;
  /** It left as sound: nothing departs, and it was repaired or cleared. */
  readonly sound: boolean;
  /** What was said before anything was done, and what came of it; absent in closings of earlier versions. */
  readonly outcome?: Outcome;
}

/** Number and dates of a job; times UTC, ISO 8601. */
export interface JobHead {
  readonly number: number;
  readonly takenInAt: string;
}

/**
 * Freezes a job as it stands.
 * @param turning the entry that closes it or calls it off
 * @param at when that entry was on disk, UTC, ISO 8601
 */
export function closedRecordOf(
  job: JobRecord,
  head: JobHead,
  kind: ClosedRecord["kind"],
  { by, reason }: Turning,
  at: string,
): ClosedRecord {
  const used = new Set(job.readings.map(({ instrumentId }) => instrumentId));
  const record = { ...job, instruments: job.instruments.filter(({ id }) => used.has(id)) };
  const verdict = assessJob(job);
  return {
    kind,
    at,
    by,
    reason,
    record,
    verdict,
    report: buildReport(record, { ...head, closedAt: at }),
    visit: visitOf(record, { jobNumber: head.number, at: head.takenInAt }),
    sound: kind === "closing" && leftSound(record, verdict.findings),
    outcome: outcomeOf(record),
  };
}
