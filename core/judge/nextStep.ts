import type { Verdict } from "./verdict.ts";
import { answerIn, CHECKS, checkOf, handsOff } from "../measure/index.ts";
import type { Minutes } from "../quantity/index.ts";
import { epochOf, standingParts, type CheckId, type JobRecord } from "../record/index.ts";
import { madeSafeAt, type Here } from "../measure/safety/index.ts";
import { plansOf } from "./plans.ts";
import type { RepairPlan } from "../known/index.ts";
import { proofOf } from "./proof.ts";
import type { NextCheck } from "./nextCheck.ts";
import { whole } from "./steps.ts";
import { againNeeds, awaitedParts, releaseOf, runProofOf } from "./release.ts";

/** What a job waits for now. */
export type NextStep =
  | {
      readonly kind: "check";
      readonly check: CheckId;
      readonly repeats: boolean;
      /** What of it is read again after a repair; null where the verdict says what is read. */
      readonly again: NextCheck | null;
    }
  | { readonly kind: "decide" }
  | {
      readonly kind: "wait";
      readonly waitingFor: "parts" | "answer";
      /** The latest day that a part is expected, as 2026-03-02; null where nobody said. */
      readonly due: string | null;
    }
  | { readonly kind: "repair"; readonly plans: readonly RepairPlan[] }
  /** The repair was read again and something departs still, or departs now, or it ran rough. */
  | { readonly kind: "lookAtProof" }
  /** Proved by its readings; it is still to run. */
  | { readonly kind: "letRun"; readonly minutes: Minutes }
  | { readonly kind: "release" }
  | { readonly kind: "close" }
  | { readonly kind: "done" };

/** Parts that are listed say themselves whether they are here; until any is, the decision says it. */
function waitForParts(job: JobRecord, said: boolean): NextStep | null {
  const awaited = awaitedParts(job);
  const listed = standingParts(job, epochOf(job)).length > 0;
  if (listed ? awaited.length === 0 : !said) return null;
  const due = awaited.flatMap((part) => part.due ?? []).toSorted();
  return { kind: "wait", waitingFor: "parts", due: due.at(-1) ?? null };
}

/** What comes before any reading: the motor made safe. */
const ISOLATION = CHECKS.find(({ looksAt }) => looksAt === "isolation")!;

/** Whether something is to be made safe before these slots are read. */
const isUnsafeFor = (job: JobRecord, check: CheckId, slots: readonly string[], here: Here | undefined) =>
  madeSafeAt(job, epochOf(job), here, check) === null ||
  slots.some((slot) => handsOff(job, check, slot, epochOf(job), here));

/** The step of a check that reads a variable after the repair, by its places; the whole check where none does by itself. */
function stepFor(job: JobRecord, check: CheckId, variable: string | null): NextCheck {
  const { steps, made } = answerIn(check, job, epochOf(job));
  const step = [...steps, ...made].find(({ variables }) => variable !== null && variables.includes(variable));
  const plain = whole(checkOf(check), false);
  return step ? { ...plain, title: step.title, slots: step.slots, minutes: step.minutes } : plain;
}

const readAgain = (
  job: JobRecord,
  check: CheckId,
  variable: string | null,
  here: Here | undefined,
): NextStep =>
  isUnsafeFor(job, check, [], here)
    ? { kind: "check", check: ISOLATION.id, repeats: false, again: null }
    : { kind: "check", check, repeats: true, again: stepFor(job, check, variable) };

function afterRepair(job: JobRecord, here: Here | undefined): NextStep {
  const { lines, answer } = proofOf(job);
  if (releaseOf(job)) return { kind: "close" };
  const wait = waitForParts(job, false);
  if (wait) return wait;
  if (answer === "proved") {
    const again = againNeeds(job).flatMap(({ step }) => step ?? [])[0];
    if (again) return readAgain(job, again.check, null, here);
    const { state, asked, made } = runProofOf(job);
    if (state === "rough") return { kind: "lookAtProof" };
    return state === "toDo" ? { kind: "letRun", minutes: asked - made } : { kind: "release" };
  }
  const waiting = lines.find(({ state }) => state === "notRepeated" || state === "cannotTell");
  if (answer === "failed" || !waiting) return { kind: "lookAtProof" };
  return readAgain(job, waiting.check, waiting.variable, here);
}

function afterDecision(job: JobRecord, verdict: Verdict): NextStep | null {
  const decision = job.decisions.at(-1);
  if (!decision || decision.disposition === "undecided") return null;
  const wait = waitForParts(job, decision.waitingFor === "parts");
  if (wait) return wait;
  if (decision.waitingFor === "answer") return { kind: "wait", waitingFor: "answer", due: null };
  const faults = verdict.faults.map(({ fault }) => fault);
  const plans = plansOf(decision, faults, job.limits?.deadHall?.choice);
  return plans.length > 0 ? { kind: "repair", plans } : { kind: "close" };
}

/**
 * Where a job goes next: made safe before anything is measured, then what the verdict proposes, the decision,
 * what it waits for, the repair, its proof by reading and running, the release, the closing. One rule for the bench and for the job itself.
 * @param here who is there now, for whom what was made safe may have lapsed
 * @param verdict of this record; where it lags behind by a reading, safety is still taken from the record
 */
export function nextStepOf(job: JobRecord, verdict: Verdict, closed: boolean, here?: Here): NextStep {
  if (closed) return { kind: "done" };
  if (epochOf(job) > 0) return afterRepair(job, here);
  const decided = afterDecision(job, verdict);
  if (decided) return decided;
  const check = CHECKS.find(({ id }) => id === verdict.next?.check);
  if (verdict.decided || !check) return { kind: "decide" };
  return {
    kind: "check",
    check: isUnsafeFor(job, check.id, verdict.next?.slots ?? [], here) ? ISOLATION.id : check.id,
    repeats: false,
    again: null,
  };
}
