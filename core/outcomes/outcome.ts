import { assessJob, proofOf, releaseOf, type Proof, type Verdict } from "../judge/index.ts";
import type { CureId, FaultId } from "../known/index.ts";
import type { Minutes } from "../quantity/index.ts";
import { costsOf } from "../report/index.ts";
import {
  epochOf,
  type Complaint,
  type Disposition,
  type Family,
  type JobRecord,
  type ReleaseKind,
  isSentBack,
} from "../record/index.ts";

/** What somebody did. */
interface Did {
  readonly disposition: Disposition;
  readonly cures: readonly string[];
}

/** What the evidence said of a motor before anything was done, and what somebody then did and proved. */
export interface Outcome {
  readonly family: Family;
  readonly modelId: string | null;
  readonly complaint: Complaint;
  readonly headline: string;
  /** Null where the evidence was not enough. */
  readonly said: {
    readonly disposition: Disposition;
    readonly cures: readonly CureId[];
    /** That it is all that is needed. */
    readonly probability: number;
  } | null;
  /** The likeliest fault, said or not. */
  readonly fault: { readonly id: FaultId; readonly probability: number } | null;
  readonly did: Did | null;
  /** What was done first, where another repair followed, and whether it mended some of what departed; absent in older ones. */
  readonly first?: Did & { readonly mended: boolean };
  /** What should have been seen before it was done, and was left out or never read; absent where nothing was, and in older ones. */
  readonly without?: readonly string[];
  readonly repairs: number;
  readonly proof: Proof["answer"] | null;
  readonly release: ReleaseKind | null;
  readonly minutes: Minutes;
  /** In the shop's currency; null where the shop's hour has no price. */
  readonly cost: number | null;
}

/** The first of several repairs: what was decided before it, and what its own proof showed. */
function firstOf(record: JobRecord): Outcome["first"] | null {
  const [first, second] = record.repairs;
  const before = record.decisions.findLast(({ at }) => first && at <= first.at);
  if (!first || !second || !before) return null;
  const { lines } = proofOf({
    ...record,
    readings: record.readings.filter(({ epoch }) => epoch <= 1),
    repairs: [first],
  });
  return {
    disposition: before.disposition,
    cures: before.cures ?? [],
    mended: lines.some(({ state }) => state === "cured"),
  };
}

/** What somebody went without who did what the evidence leads to: left out with a reason, or decided before it was read. */
function withoutOf({ decided, action, warrant }: Verdict, did: Did | null): readonly string[] {
  const done = did?.cures ?? [];
  if (!action?.cures.some((cure) => done.includes(cure))) return [];
  return warrant
    .filter(({ state }) => state === "leftOut" || (state === "open" && decided === null))
    .map(({ what }) => what);
}

/**
 * The outcome of a job as it stands; taken when it is closed. What was said is judged from what was read before the
 * first repair: readings after it know the answer.
 */
export function outcomeOf(record: JobRecord): Outcome {
  const verdict = assessJob(record, 0);
  const [top] = verdict.faults;
  const decision = record.decisions.at(-1);
  const repaired = epochOf(record) > 0;
  const first = firstOf(record);
  const did = decision ? { disposition: decision.disposition, cures: decision.cures ?? [] } : null;
  const without = withoutOf(verdict, did);
  return {
    family: record.motor.family,
    modelId: record.motor.modelId ?? null,
    complaint: record.complaint,
    headline: verdict.headline,
    said:
      verdict.decided && verdict.action
        ? {
            disposition: verdict.decided,
            cures: verdict.cleared ? [] : verdict.action.cures,
            // Sums of many sets may pass 1 by a rounding.
            probability: Math.min(1, verdict.cleared ? verdict.outside.chance : verdict.action.probability),
          }
        : null,
    fault: top ? { id: top.fault, probability: top.probability } : null,
    did,
    ...(without.length > 0 && { without }),
    ...(first && { first }),
    repairs: record.repairs.length,
    proof: repaired ? proofOf(record).answer : null,
    release: repaired ? (releaseOf(record)?.as ?? null) : null,
    minutes: record.repairs.reduce((sum, { minutes }) => sum + minutes, 0),
    cost: costsOf(record)?.total ?? null,
  };
}

/** Days after which a motor that came back has a new trouble, and not the old one. Judgement. */
export const COME_BACK_DAYS = 180;
/** Days after which a motor that was cleared and did not come back is taken to have been sound. Judgement. */
export const STAYED_AWAY_DAYS = 30;

/** *Half*: what was said was needed and not all of it; its proof showed the rest, which was then mended too. */
export type Truth = "true" | "half" | "false" | "open";

const sameCures = (one: readonly string[], other: readonly string[]) =>
  one.length === other.length && one.every((cure) => other.includes(cure));

/**
 * Whether what was said came true. *Open* where nothing was said, where nobody can know, and where it is too early.
 * A new motor cures whatever was wrong with the old one, and proves nothing.
 * @param cameBack the same motor was taken in with a complaint within {@link COME_BACK_DAYS}
 * @param daysSince closing
 */
export function truthOf(
  { said, did, first, repairs, proof, release }: Outcome,
  cameBack: boolean,
  daysSince: number,
): Truth {
  if (!said || !did || did.disposition === "undecided") return "open";
  const follows =
    (did.disposition === said.disposition || (isSentBack(did.disposition) && isSentBack(said.disposition))) &&
    (did.cures.length === 0 || sameCures(did.cures, said.cures));
  if (isSentBack(said.disposition)) {
    if (follows) return cameBack ? "false" : daysSince >= STAYED_AWAY_DAYS ? "true" : "open";
    return proof === "proved" && did.disposition !== "replaceMotor" ? "false" : "open";
  }
  if (isSentBack(did.disposition)) return !cameBack && daysSince >= STAYED_AWAY_DAYS ? "false" : "open";
  const begun = first?.mended === true && sameCures(first.cures, said.cures);
  if (begun && proof === "proved" && !cameBack && release !== "scrap" && !did.cures.includes("motor"))
    return "half";
  if (!follows) {
    const shared = did.cures.some((cure) => said.cures.some((one) => one === cure));
    return proof === "proved" && !shared && did.cures.length > 0 && !did.cures.includes("motor")
      ? "false"
      : "open";
  }
  if (repairs > 1 || proof === "failed" || release === "scrap" || cameBack) return "false";
  if (said.disposition === "replaceMotor") return "open";
  return proof === "proved" ? "true" : "open";
}
