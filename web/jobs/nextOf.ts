import type { JobLine, Summary } from "#contract/jobs";
import type { Here } from "#core/measure/safety";

/** What comes next of a job for who looks at the bench. */
export type NextOf = Pick<Summary, "next" | "to" | "minutes"> & {
  /** What that is for; empty where it is for itself. */
  readonly then: string;
};

const MADE_SAFE = { next: "Made safe", to: "safety", minutes: 2 } as const;

/** The next step of a job on the bench: what somebody else made safe, or on another day, is made safe first. */
export function nextOf({ summary }: JobLine, here: Here): NextOf {
  const { next, to, minutes, safe } = summary;
  const lapsed = safe !== undefined && (safe.by !== here.by || safe.at < here.since);
  return lapsed ? { ...MADE_SAFE, then: next } : { next, to, minutes, then: "" };
}
