import { CHECKS, type Verdict } from "../assess/index.ts";
import { epochOf, type CheckId, type JobRecord } from "../record/index.ts";
import { madeSafeAt } from "../safety/index.ts";
import { plansFor, type RepairPlan } from "./plans.ts";
import { proofOf } from "./proof.ts";

/** What a job waits for now. */
export type NextStep =
  | { readonly kind: "check"; readonly check: CheckId; readonly repeats: boolean }
  | { readonly kind: "decide" }
  | { readonly kind: "wait"; readonly waitingFor: "parts" | "answer" }
  | { readonly kind: "repair"; readonly plan: RepairPlan }
  /** The repair was read again and something departs still, or departs now. */
  | { readonly kind: "lookAtProof" }
  | { readonly kind: "close" }
  | { readonly kind: "done" };

function afterRepair(job: JobRecord): NextStep {
  const { lines, answer } = proofOf(job);
  if (answer === "proved") return { kind: "close" };
  const waiting = lines.find(({ state }) => state === "notRepeated");
  if (answer === "failed" || !waiting) return { kind: "lookAtProof" };
  return madeSafeAt(job, epochOf(job))
    ? { kind: "check", check: waiting.check, repeats: true }
    : { kind: "check", check: "safety", repeats: false };
}

function afterDecision(job: JobRecord, verdict: Verdict): NextStep | null {
  const decision = job.decisions.at(-1);
  if (!decision || decision.disposition === "undecided") return null;
  if (decision.waitingFor !== "nothing") return { kind: "wait", waitingFor: decision.waitingFor };
  const faults = verdict.faults.map(({ fault }) => fault);
  const plan =
    decision.disposition === "notMotor"
      ? undefined
      : plansFor(decision.disposition, faults, job.limits?.deadHall?.choice)[0];
  return plan ? { kind: "repair", plan } : { kind: "close" };
}

/**
 * Where a job goes next: made safe before anything is measured, then what the verdict proposes, the decision,
 * what it waits for, the repair, its proof, the closing. One rule for the bench and for the job itself.
 * @param verdict of this record; where it lags behind by a reading, safety is still taken from the record
 */
export function nextStepOf(job: JobRecord, verdict: Verdict, closed: boolean): NextStep {
  if (closed) return { kind: "done" };
  if (epochOf(job) > 0) return afterRepair(job);
  const decided = afterDecision(job, verdict);
  if (decided) return decided;
  const check = CHECKS.find(({ id }) => id === verdict.next?.check);
  if (verdict.decided || !check) return { kind: "decide" };
  return { kind: "check", check: madeSafeAt(job, 0) ? check.id : "safety", repeats: false };
}
