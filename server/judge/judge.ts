import type { Stage, Summary } from "#contract/jobs";
import type { UnitVisit } from "#contract/shop";
import { assessJob } from "#core/judge";
import { closedRecordOf, type ClosedRecord, type JobHead } from "#core/closing";
import { leftSound, visitOf } from "#core/history";
import { ledgerOf, outcomeOf } from "#core/outcomes";
import type { JobRecord, Pressing, Turning } from "#core/record";
import { summarise } from "./summary.ts";

/** A job to be judged: its record, and its own closing where it was closed here. */
export interface JudgeInput {
  readonly jobId: string;
  readonly number: number;
  readonly takenInAt: string;
  readonly record: JobRecord;
  readonly closed: boolean;
  /** What was promised, and how much it presses; null where nobody said. */
  readonly promised: string | null;
  readonly pressing: Pressing | null;
  /** Null while it is open, and where it was closed elsewhere: then its readings are judged by the rules of today. */
  readonly closing: ClosedRecord | null;
}

/** What the bench, the units and the sisters show of a job. */
export interface Judged {
  readonly stage: Stage;
  readonly summary: Summary & { readonly name: string; readonly owner: string };
  readonly visit: UnitVisit;
}

/** Judges a job for the lists. A closed one is not judged again: its own record says what it is. */
export function judge({
  jobId,
  number,
  takenInAt,
  record: open,
  closed,
  promised,
  pressing,
  closing,
}: JudgeInput): Judged {
  const record = closing?.record ?? open;
  const verdict = closing?.verdict ?? assessJob(record);
  const { stage, summary } = summarise(record, verdict, closed);
  return {
    stage,
    summary: {
      ...summary,
      ...(promised !== null && { promised }),
      ...(pressing !== null && { pressing }),
      name: record.motor.name,
      owner: record.motor.owner,
    },
    visit: {
      ...(closing?.visit ?? visitOf(record, { jobNumber: number, at: takenInAt })),
      jobId,
      jobNumber: number,
      headline: verdict.headline,
      disposition: record.decisions.at(-1)?.disposition ?? null,
      sound: closing?.sound ?? (closed && leftSound(record, verdict.findings)),
      ...(closing?.kind === "closing" && {
        outcome: closing.outcome ?? outcomeOf(record),
        ledger: ledgerOf(record, closing.at),
      }),
    },
  };
}

/** A job to be frozen as it stands. */
export interface FreezeInput {
  readonly record: JobRecord;
  readonly head: JobHead;
  readonly kind: ClosedRecord["kind"];
  readonly turning: Turning;
  readonly at: string;
}

export function freeze({ record, head, kind, turning, at }: FreezeInput): ClosedRecord {
  return closedRecordOf(record, head, kind, turning, at);
}

/** A job that cannot be judged now, with why: for the log, since a person can do nothing about it. */
export class CannotJudge extends Error {}

/** Whoever judged was ended: what was asked is judged by another one, at the next start or in another process. */
export class JudgeGone extends CannotJudge {
  constructor() {
    super("the shop is closing");
  }
}

/** Whoever judges: in this thread for tests, in one of its own in a running shop. */
export interface Judge {
  readonly judge: (input: JudgeInput) => Promise<Judged>;
  readonly freeze: (input: FreezeInput) => Promise<ClosedRecord>;
  readonly close: () => Promise<void>;
}

/** Judges in this thread. */
export const inThisThread: Judge = {
  judge: (input) => Promise.resolve(judge(input)),
  freeze: (input) => Promise.resolve(freeze(input)),
  close: () => Promise.resolve(),
};
