import { CHECKS, findingsOf } from "../assess/index.ts";
import { shareText } from "../quantity/index.ts";
import { balanceLimitOf, epochOf, type CheckId, type JobRecord } from "../record/index.ts";
import type { Finding } from "../evidence/index.ts";

export type ProofState = "cured" | "stillDeparts" | "notRepeated";

/** One thing that was wrong before the repair, and what the same reading says after it. */
export interface ProofLine {
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

function checkOf(job: JobRecord, epoch: number, variable: string): CheckId {
  const found = CHECKS.find((check) =>
    check.findings(job, epoch).some((finding) => finding.variable === variable),
  );
  if (!found) throw new RangeError(`proofOf: no check of epoch ${epoch} found "${variable}"`);
  return found.id;
}

function doubtOf(job: JobRecord, check: CheckId): string | null {
  const definition = CHECKS.find(({ id }) => id === check);
  if (definition?.state(job, epochOf(job)) !== "cannotTell") return null;
  const limit = shareText(balanceLimitOf(job));
  return `cured, but whether the pairs lie within ${limit} cannot be told with this meter`;
}

/**
 * Before and after the last repair: each finding that departed, and whether its repeat still does.
 * @param job at least one repair
 * @throws RangeError where nothing was repaired
 */
export function proofOf(job: JobRecord): Proof {
  const epoch = epochOf(job);
  if (epoch < 1) throw new RangeError("proofOf: the job has no repair to prove");
  const now: Finding[] = CHECKS.filter((check) => !check.notApplicable(job)).flatMap((check) => [
    ...check.findings(job, epoch),
  ]);
  const lines = CHECKS.filter((check) => !check.notApplicable(job))
    .flatMap((check) => [...check.findings(job, epoch - 1)])
    .filter(({ departs }) => departs)
    .map((was): ProofLine => {
      const check = checkOf(job, epoch - 1, was.variable);
      const is = now.find(({ variable }) => variable === was.variable);
      return {
        variable: was.variable,
        check,
        before: was.sentence,
        after: is?.sentence ?? null,
        state: !is ? "notRepeated" : is.departs ? "stillDeparts" : "cured",
        doubt: is && !is.departs ? doubtOf(job, check) : null,
      };
    });
  const departing = findingsOf(job, epoch).some(({ departs }) => departs);
  const answer = departing
    ? "failed"
    : lines.length > 0 && lines.every(({ state }) => state === "cured")
      ? "proved"
      : "open";
  return { lines, answer };
}
