import { factsOf } from "../known/index.ts";
import { assessJob, findingsOf } from "./assessJob.ts";
import { isOpen, type Need } from "./need.ts";
import { proofLines, type ProofLine } from "./proofLines.ts";
import { whole } from "./steps.ts";
import { checkOf } from "../measure/index.ts";
import { epochOf, type JobRecord } from "../record/index.ts";

export interface Proof {
  readonly lines: readonly ProofLine[];
  /**
   * Proved: everything that departed was repeated and agrees, and what was done cures what it may have had. Agreeing
   * without, it is unexplained. A motor with nothing to repeat is not proved.
   */
  readonly answer: "proved" | "failed" | "open" | "unexplained";
}

/** What was done is a cure of what it may have had from this chance on. Judgement. */
const LEAST_CURED = 0.05;

/** Whether what was done cures a fault that was possible before and shows in this reading; true where nobody named what was done. */
function isExplained(job: JobRecord, epoch: number, { variable }: ProofLine): boolean {
  const done = job.decisions.at(-1)?.cures ?? [];
  if (done.length === 0) return true;
  const chance = assessJob(job, epoch - 1)
    .faults.filter(
      ({ fault, weights }) =>
        factsOf(fault).cures.some((cure) => done.includes(cure)) &&
        weights.some((one) => one.variable === variable && !one.clears),
    )
    .reduce((sum, { probability }) => sum + probability, 0);
  return chance >= LEAST_CURED;
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
  if (departing) return { lines, answer: "failed" };
  if (lines.length === 0 || proofNeeds(lines).some(isOpen)) return { lines, answer: "open" };
  const explained = lines.every((line) => isExplained(job, epoch, line));
  return { lines, answer: explained ? "proved" : "unexplained" };
}
