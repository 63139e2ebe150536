import { findingsOf } from "./assessJob.ts";
import { isOpen, type Need } from "./need.ts";
import { proofLines, type ProofLine } from "./proofLines.ts";
import { whole } from "./steps.ts";
import { checkOf } from "../measure/index.ts";
import { epochOf, type JobRecord } from "../record/index.ts";

export interface Proof {
  readonly lines: readonly ProofLine[];
  /** Proved: everything that departed was repeated and agrees. A motor with nothing to repeat is not proved. */
  readonly answer: "proved" | "failed" | "open";
}

/** What the proof wants: each reading that departed, read again until it agrees. */
const proofNeeds = (lines: readonly ProofLine[]): readonly Need[] =>
  lines.map(({ check, before, state, doubt }) => ({
    what: before,
    why:
      state === "stillDeparts"
        ? "It departs still: mend it, and read it again."
        : (doubt ?? "What departed before the repair is read again after it."),
    state: state === "cured" ? "met" : "open",
    step: state === "cured" ? null : whole(checkOf(check), false),
    ableMeter: null,
  }));

/**
 * Before and after the last repair: each finding that departed, and whether its repeat still does.
 * @param job at least one repair
 * @throws RangeError where nothing was repaired
 */
export function proofOf(job: JobRecord): Proof {
  const epoch = epochOf(job);
  if (epoch < 1) throw new RangeError("proofOf: the job has no repair to prove");
  const lines = proofLines(job, epoch);
  const departing = findingsOf(job, epoch).some(({ departs }) => departs);
  const answer = departing
    ? "failed"
    : lines.length > 0 && !proofNeeds(lines).some(isOpen)
      ? "proved"
      : "open";
  return { lines, answer };
}
