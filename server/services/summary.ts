import type { Stage, Summary } from "#contract/jobs";
import { assessJob, CHECKS, type Verdict } from "#core/assess";
import { plansFor, proofOf } from "#core/decision";
import { epochOf, type JobRecord } from "#core/record";
import { runningWait } from "#core/safety";

type NextStep = Pick<Summary, "next" | "to" | "minutes">;

const CLOSE: NextStep = { next: "Close the job", to: "repair", minutes: 1 };

function afterDecision(job: JobRecord, verdict: Verdict): { stage: Stage; step: NextStep } {
  const decision = job.decisions.at(-1)!;
  if (decision.waitingFor !== "nothing")
    return {
      stage: decision.waitingFor,
      step: {
        next: decision.waitingFor === "parts" ? "Parts to come" : "An answer to come",
        to: "decide",
        minutes: 0,
      },
    };
  const plan = plansFor(
    decision.disposition,
    verdict.faults.map(({ fault }) => fault),
  )[0];
  if (!plan || decision.disposition === "notMotor") return { stage: "closing", step: CLOSE };
  return { stage: "repair", step: { next: plan.title, to: "repair", minutes: plan.minutes } };
}

function afterRepair(job: JobRecord): { stage: Stage; step: NextStep } {
  const { lines, answer } = proofOf(job);
  if (answer === "proved") return { stage: "closing", step: CLOSE };
  const epoch = epochOf(job);
  const safe = CHECKS.find(({ id }) => id === "safety");
  const waiting = lines.find(({ state }) => state === "notRepeated");
  const check =
    safe && safe.state(job, epoch) !== "agrees" && waiting
      ? safe
      : CHECKS.find(({ id }) => id === waiting?.check);
  if (!check) return { stage: "proof", step: { next: "Look at the proof", to: "repair", minutes: 1 } };
  return {
    stage: "proof",
    step: {
      next: check.id === "safety" ? check.title : `Repeat: ${check.title.toLowerCase()}`,
      to: check.id,
      minutes: check.minutes,
    },
  };
}

function stepOf(job: JobRecord, verdict: Verdict, closed: boolean): { stage: Stage; step: NextStep } {
  if (closed) return { stage: "closed", step: { next: "Done", to: "report", minutes: 0 } };
  if (epochOf(job) > 0) return afterRepair(job);
  if (job.decisions.length > 0 && job.decisions.at(-1)!.disposition !== "undecided")
    return afterDecision(job, verdict);
  const check = CHECKS.find(({ id }) => id === verdict.next?.check);
  if (verdict.decided || !check)
    return { stage: "decision", step: { next: "Decide", to: "decide", minutes: 2 } };
  const safety = verdict.plan.find((step) => step.check === "safety");
  if (safety && safety.state !== "agrees")
    return { stage: "reading", step: { next: safety.title, to: "safety", minutes: safety.minutes } };
  return { stage: "reading", step: { next: check.title, to: check.id, minutes: check.minutes } };
}

/** What the bench shows of a job: worked out from its record alone. */
export function summarise(job: JobRecord, closed: boolean): { stage: Stage; summary: Summary } {
  const verdict = assessJob(job);
  const { stage, step } = stepOf(job, verdict, closed);
  const top = verdict.faults[0];
  const wait = runningWait(job, epochOf(job));
  const last = [...job.readings, ...job.decisions, ...job.repairs].at(-1);
  return {
    stage,
    summary: {
      headline: verdict.headline,
      leading:
        top && verdict.headline !== "Sound after repair"
          ? { name: top.name, probability: top.probability }
          : null,
      ...step,
      marks: verdict.plan.map(({ state }) => state),
      disposition: job.decisions.at(-1)?.disposition ?? null,
      by: last?.by ?? "",
      clock: wait ? { startedAt: wait.startedAt, minutes: wait.minutes, words: wait.caution.text } : null,
    },
  };
}
