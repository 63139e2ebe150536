import type { Finding } from "../check/index.ts";
import { answerIn, CHECKS } from "../measure/index.ts";
import { shareText } from "../quantity/index.ts";
import { balanceLimitOf } from "../families/index.ts";
import { type CheckId, type JobRecord } from "../record/index.ts";

type ProofState = "cured" | "stillDeparts" | "notRepeated" | "cannotTell";

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

/**
 * A repeat rules out what departed where that would make it less than a fifth as likely as what fits best. A meter whose
 * reading would be much the same with the fault still there proves nothing. Judgement.
 */
const RULED_OUT = 0.2;

/** The outcome that fits a finding best. */
const likeliest = ({ likelihood }: Finding): string =>
  Object.entries(likelihood).reduce((best, one) => (one[1]! > best[1]! ? one : best))[0];

/** Whether a repeat is of a meter that would have seen what departed. */
function isRuledOut(before: Finding, after: Finding): boolean {
  const best = Math.max(...Object.values(after.likelihood).map((one) => one ?? 0));
  return (after.likelihood[likeliest(before)] ?? 0) < RULED_OUT * best;
}

function doubtOf(
  job: JobRecord,
  check: CheckId,
  epoch: number,
  ruledOut: boolean,
  is: Finding,
): string | null {
  if (!ruledOut)
    return `what departed would read the same here: read it again with ${is.ableMeter ?? "a better meter"}`;
  if (answerIn(check, job, epoch).state !== "cannotTell") return null;
  const limit = shareText(balanceLimitOf(job));
  return `cured, but whether the pairs lie within ${limit} cannot be told with this meter`;
}

/** What the checks that apply found in one epoch by itself. */
function foundIn(job: JobRecord, epoch: number): Finding[] {
  return CHECKS.filter((check) => check.notApplicable(job.motor) === null).flatMap(
    ({ id }) => answerIn(id, job, epoch).findings,
  );
}

/** What is asked only while something else departs agrees once that does again: it is asked no more. Null while it may not. */
function agreesAgain(was: Finding, before: readonly Finding[], now: readonly Finding[]): string | null {
  const followed = before.filter(({ variable, departs }) => departs && was.follows?.includes(variable));
  const again = followed.map((one) => ({ one, is: now.find(({ variable }) => variable === one.variable) }));
  const agree = again.length > 0 && again.every(({ one, is }) => is && !is.departs && isRuledOut(one, is));
  return agree ? again.map(({ is }) => is!.sentence).join("; ") : null;
}

/** Each finding that departed in the epoch before, and whether its repeat still does. @param epoch 1 or later */
export function proofLines(job: JobRecord, epoch: number): readonly ProofLine[] {
  const now = foundIn(job, epoch);
  const before = foundIn(job, epoch - 1);
  return before
    .filter(({ departs }) => departs)
    .map((was): ProofLine => {
      const { check, variable, sentence } = was;
      const is = now.find((finding) => finding.variable === variable);
      const said = { variable, check, before: sentence };
      if (!is) {
        const after = agreesAgain(was, before, now);
        return { ...said, after, state: after === null ? "notRepeated" : "cured", doubt: null };
      }
      if (is.departs) return { ...said, after: is.sentence, state: "stillDeparts", doubt: null };
      const ruledOut = isRuledOut(was, is);
      return {
        ...said,
        after: is.sentence,
        state: ruledOut ? "cured" : "cannotTell",
        doubt: doubtOf(job, check, epoch, ruledOut, is),
      };
    });
}
