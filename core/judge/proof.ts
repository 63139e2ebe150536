import { findingsOf } from "./assessJob.ts";
import { answerIn, checkOf, CHECKS } from "../measure/index.ts";
import { shareText } from "../quantity/index.ts";
import { balanceLimitOf, epochOf, type CheckId, type JobRecord } from "../record/index.ts";
import type { Finding } from "../check/index.ts";
import { isOpen, type Need } from "./need.ts";
import { whole } from "./steps.ts";

type ProofState = "cured" | "stillDeparts" | "notRepeated";

/** One thing that was wrong before the repair, and what the same reading says after it. */
interface ProofLine {
  readonly variable: string;
  readonly check: CheckId;
  readonly before: string;
  readonly after: string | null;
  readonly state: ProofState;
  /** What the repeat leaves open although it no longer departs. */
  readonly doubt: string | null;
}

export interface Proof {
  readonly lines: readonly ProofLine[];
  /** Proved: everything that departed was repeated and agrees. A motor with nothing to repeat is not proved. */
  readonly answer: "proved" | "failed" | "open";
}

function doubtOf(job: JobRecord, check: CheckId): string | null {
  if (answerIn(check, job, epochOf(job)).state !== "cannotTell") return null;
  const limit = shareText(balanceLimitOf(job));
  return `cured, but whether the pairs lie within ${limit} cannot be told with this meter`;
}

/** What the checks that apply found in one epoch by itself. */
function foundIn(job: JobRecord, epoch: number): Finding[] {
  return CHECKS.filter((check) => check.notApplicable(job.motor) === null).flatMap(
    ({ id }) => answerIn(id, job, epoch).findings,
  );
}

/** What the proof wants: each reading that departed, read again until it agrees. */
const proofNeeds = (lines: readonly ProofLine[]): readonly Need[] =>
  lines.map(({ check, before, state }) => ({
    what: before,
    why:
      state === "stillDeparts"
        ? "It departs still: mend it, and read it again."
        : "What departed before the repair is read again after it.",
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
  const now = foundIn(job, epoch);
  const lines = foundIn(job, epoch - 1)
    .filter(({ departs }) => departs)
    .map(({ check, variable, sentence }): ProofLine => {
      const is = now.find((finding) => finding.variable === variable);
      return {
        variable,
        check,
        before: sentence,
        after: is?.sentence ?? null,
        state: !is ? "notRepeated" : is.departs ? "stillDeparts" : "cured",
        doubt: is && !is.departs ? doubtOf(job, check) : null,
      };
    });
  const departing = findingsOf(job, epoch).some(({ departs }) => departs);
  const answer = departing
    ? "failed"
    : lines.length > 0 && !proofNeeds(lines).some(isOpen)
      ? "proved"
      : "open";
  return { lines, answer };
}
