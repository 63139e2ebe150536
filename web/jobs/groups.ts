import type { Stage } from "#contract/jobs";

/** What the jobs of a stage wait for. */
export const GROUPS: Readonly<Record<Stage, string>> = {
  reading: "Waiting for a reading",
  decision: "Waiting for you to decide",
  repair: "Waiting for the repair",
  parts: "Waiting for parts",
  answer: "Waiting for an answer",
  proof: "Being proved",
  closing: "Ready to close",
  closed: "Closed",
};
