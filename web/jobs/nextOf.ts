import type { JobLine, Summary } from "#contract/jobs";
import type { Here } from "#core/measure/safety";

/** What comes next of a job for who looks at the bench. */
export type NextOf = Pick<Summary, "next" | "to" | "minutes"> & {
  /** It is made safe before that: it never was, or what somebody else made safe, or on another day, is again. */
  readonly safeFirst: boolean;
};

/** The next step of a job on the bench, and whether the motor is made safe before it: the way leads there then. */
export function nextOf({ summary }: JobLine, here: Here): NextOf {
  const { next, to, minutes, safe, safeFirst = false } = summary;
  const lapsed = safe !== undefined && (safe.by !== here.by || safe.at < here.since);
  return { next, minutes, to: lapsed ? "safety" : to, safeFirst: lapsed || safeFirst };
}

/** Where the next step of a job is done. */
export const linkOf = (job: JobLine, here: Here) => `/jobs/${job.id}/${nextOf(job, here).to}`;
