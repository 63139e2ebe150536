import type { Ahead, Stage, Summary } from "#contract/jobs";
import {
  isSound,
  nextStepOf,
  readingsAhead,
  runProofOf,
  stageOf,
  type NextCheck,
  type NextStep,
  type Verdict,
} from "#core/judge";
import { checkOf, ownPlan } from "#core/measure";
import { lowerFirst } from "#core/check";
import { epochOf, workshopOf, type JobRecord } from "#core/record";
import { costsOf } from "#core/report";
import { awaitsParts, partsToOrder, restOf } from "#core/schedule";
import { madeSafe, runningWait } from "#core/measure/safety";

type Step = Pick<Summary, "next" | "to" | "minutes" | "due" | "safeFirst">;

/** What a check rests on, as in the job itself: that the motor was made safe, when and by whom. */
function safeFor(next: NextStep, job: JobRecord): Pick<Summary, "safe"> {
  if (next.kind !== "check") return {};
  const safe = madeSafe(job, epochOf(job), undefined, next.check);
  return safe ? { safe } : {};
}

/** Making a motor safe is no step of its own: it is for the one after it, which the bench names. */
function safeFirst(after: NextCheck): Step {
  return { next: checkOf(after.check).title, to: "safety", minutes: after.minutes, safeFirst: true };
}

/** The next step of a job as the bench groups and words it. */
function stepOf(job: JobRecord, next: NextStep, asked: NextCheck | null): { stage: Stage; step: Step } {
  switch (next.kind) {
    case "check": {
      if (next.check === "safety" && asked && asked.check !== "safety")
        return { stage: "reading", step: safeFirst(asked) };
      const { title, minutes: usual } = checkOf(next.check);
      const words = next.repeats ? `Repeat: ${title.toLowerCase()}` : title;
      const minutes = next.again?.minutes ?? usual;
      return { stage: "reading", step: { next: words, to: next.check, minutes } };
    }
    case "decide":
      return { stage: "decision", step: { next: "Decide", to: "decide", minutes: 2 } };
    case "wait": {
      const words = next.waitingFor === "parts" ? "Parts to come" : "An answer to come";
      const to = next.waitingFor === "parts" ? "repair" : "decide";
      return {
        stage: next.waitingFor,
        step: { next: words, to, minutes: 0, ...(next.due !== null && { due: next.due }) },
      };
    }
    case "repair": {
      const minutes = next.plans.reduce((sum, plan) => sum + plan.minutes, 0);
      const words = next.plans.map(({ title }, i) => (i === 0 ? title : lowerFirst(title))).join("; ");
      return { stage: "repair", step: { next: words, to: "repair", minutes } };
    }
    case "lookAtProof":
      return {
        stage: "proof",
        step: { next: "Look at the proof", to: stageOf(next, job) ?? "readAgain", minutes: 1 },
      };
    case "letRun":
      return { stage: "proof", step: { next: "Let it run", to: "letRun", minutes: next.minutes } };
    case "release":
      return { stage: "proof", step: { next: "Release it", to: "release", minutes: 2 } };
    case "close":
      return { stage: "closing", step: { next: "Close the job", to: "close", minutes: 1 } };
    case "done":
      return { stage: "closed", step: { next: "Done", to: "report", minutes: 0 } };
  }
}

/** What goes by itself: a wait before it is safe, or the run after a repair. */
function clockOf(job: JobRecord): Summary["clock"] {
  const wait = runningWait(job, epochOf(job));
  if (wait) return { startedAt: wait.startedAt, minutes: wait.minutes, words: wait.caution.text };
  const { running, asked, made } = runProofOf(job);
  return running
    ? {
        startedAt: running.at,
        minutes: Math.max(1, asked - made),
        words: "It runs after its repair: stop it when this is over.",
      }
    : null;
}

/** What is still to be done, and what it comes to where the shop has said what its hour costs. */
function aheadOf(job: JobRecord, verdict: Verdict): Ahead {
  const priced = job.limits?.prices?.hourly !== undefined;
  const repaired = job.repairs.length > 0;
  return {
    rest: restOf(job, verdict, false, readingsAhead(job, verdict.next)),
    awaits: awaitsParts(job),
    parts: partsToOrder(job, verdict, false),
    soFar: repaired ? (costsOf(job)?.total ?? null) : priced ? 0 : null,
    toCome: repaired ? 0 : priced && verdict.action ? verdict.action.cost : null,
  };
}

/** What the bench shows of a job, from its record and the verdict on it. */
export function summarise(
  job: JobRecord,
  verdict: Verdict,
  closed: boolean,
): { stage: Stage; summary: Summary } {
  const next = nextStepOf(job, verdict, closed);
  const { stage, step } = stepOf(job, next, verdict.next);
  const top = verdict.faults[0];
  const { done, parts, runs, releases } = workshopOf(job);
  const written = [
    ...job.readings.map(({ by, takenAt }) => ({ by, at: takenAt })),
    ...[job.decisions, job.repairs, done, parts, runs, releases].flat(),
  ];
  const last = written.reduce((late, one) => (one.at >= late.at ? one : late), { by: "", at: "" });
  return {
    // A check to be made after a repair is its proof.
    stage: stage === "reading" && epochOf(job) > 0 ? "proof" : stage,
    summary: {
      headline: verdict.headline,
      leading: top && !isSound(verdict) ? { name: top.name, probability: top.probability } : null,
      ...step,
      ...safeFor(next, job),
      marks: ownPlan(job.motor, verdict.plan).map(({ state }) => state),
      disposition: job.decisions.at(-1)?.disposition ?? null,
      by: last.by,
      clock: clockOf(job),
      ...(!closed && { ahead: aheadOf(job, verdict) }),
    },
  };
}
