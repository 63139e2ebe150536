import type { Finding, OpenCheck } from "../evidence/index.ts";
import type { Minutes } from "../quantity/index.ts";
import { latestIn, type CheckId, type JobRecord } from "../record/index.ts";

export type CheckState = "toDo" | "inProgress" | "agrees" | "departs" | "cannotTell" | "skipped";

/** A check declares itself once; the plan, the screens and the evidence read it from here. */
export interface CheckDefinition {
  readonly id: CheckId;
  readonly title: string;
  readonly stage: "Take in" | "At rest" | "Spun" | "Sensors" | "Under power" | "Under doubt";
  readonly minutes: Minutes;
  readonly why: string;
  /** Null where it applies to the job, else the reason why it does not. */
  readonly notApplicable: (job: JobRecord) => string | null;
  /** True where a verdict does not wait for it: it is there to be made when it would tell something. */
  readonly optional?: (job: JobRecord) => boolean;
  /** Findings of the readings that stand in one epoch. */
  readonly findings: (job: JobRecord, epoch: number) => readonly Finding[];
  readonly state: (job: JobRecord, epoch: number) => CheckState;
  /** Result or progress in a word or two, for the plan; empty while there is none. */
  readonly note: (job: JobRecord, epoch: number) => string;
  /** What it could still find out in this epoch, for the choice of the next check. */
  readonly open: (job: JobRecord, epoch: number) => OpenCheck | null;
}

/** A finding that is one outcome for certain. */
export function certain(variable: string, outcome: string, sentence: string, departs: boolean): Finding {
  return { variable, likelihood: { [outcome]: 1 }, sentence, departs, place: null };
}

/** Why a check was skipped in this epoch, or null where it was not. */
export function skipReason(job: JobRecord, check: CheckId, epoch: number): string | null {
  const value = latestIn(job.readings, check, "skipped", epoch)?.value;
  return value?.kind === "skipped" ? value.reason : null;
}

/** Inside a sentence; a pair's own letters stay capital. */
export function lowerFirst(text: string): string {
  return /^[A-C]–[A-C]/u.test(text) ? text : text.charAt(0).toLowerCase() + text.slice(1);
}
