import type { JobStep } from "#contract/jobs";
import type { CheckState } from "#core/check";
import type { Verdict } from "#core/assess";
import { proofOf } from "#core/decision";
import { DISPOSITION_LABELS, epochOf, type JobRecord } from "#core/record";
import { madeSafeAt } from "#core/safety";

/** A line of the plan: a check, or what settles the job. */
export interface Step {
  readonly step: JobStep;
  readonly title: string;
  readonly stage: string;
  readonly state: CheckState;
  readonly note: string;
}

function decisionStep(record: JobRecord): Step {
  const decision = record.decisions.at(-1);
  return {
    step: "decide",
    title: "Decide",
    stage: "Settle",
    state: decision ? (decision.disposition === "undecided" ? "cannotTell" : "agrees") : "toDo",
    note: decision ? DISPOSITION_LABELS[decision.disposition].toLowerCase() : "",
  };
}

function repairStep(record: JobRecord): Step {
  const proof = epochOf(record) > 0 ? proofOf(record).answer : null;
  const states = { proved: "agrees", failed: "departs", open: "inProgress" } as const;
  return {
    step: "repair",
    title: "Repair and prove",
    stage: "Settle",
    state: proof ? states[proof] : "toDo",
    note: "",
  };
}

/** The whole plan of a job in working order. */
export function stepsOf(record: JobRecord, verdict: Verdict, closed: boolean): Step[] {
  return [
    ...verdict.plan.map(({ check, title, stage, state, note, minutes }) => ({
      step: check,
      title,
      stage,
      state,
      note: note || (state === "toDo" ? `${minutes} min` : ""),
    })),
    decisionStep(record),
    repairStep(record),
    {
      step: "report",
      title: "Report",
      stage: "Settle",
      state: closed ? "agrees" : "toDo",
      note: closed ? "closed" : "",
    },
  ];
}

/** Where the next key leads: safety first, then what the verdict proposes, else the decision or what follows it. */
export function nextStepOf(record: JobRecord, verdict: Verdict, closed: boolean): JobStep {
  if (closed) return "report";
  // From the record, not the verdict: the verdict comes a moment later.
  const safe = madeSafeAt(record, epochOf(record)) !== null;
  const undecided = (record.decisions.at(-1)?.disposition ?? "undecided") === "undecided";
  if (epochOf(record) > 0) {
    const { lines, answer } = proofOf(record);
    if (answer !== "open") return "repair";
    if (!safe) return "safety";
    return lines.find(({ state }) => state === "notRepeated")?.check ?? "repair";
  }
  if (!undecided) return "repair";
  if (verdict.decided && verdict.decided !== "notMotor") return "decide";
  if (!safe && verdict.next) return "safety";
  return verdict.next?.check ?? "decide";
}
