import type { JobStep } from "#contract/jobs";
import type { CheckState } from "#core/check";
import { type Verdict, nextStepOf, proofOf, type NextStep } from "#core/judge";
import { ownPlan } from "#core/measure";
import { lapsed, type Here } from "#core/measure/safety";
import { COMPLAINT_LABELS, DISPOSITION_LABELS, epochOf, type JobRecord } from "#core/record";

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
  const states = {
    proved: "agrees",
    failed: "departs",
    open: "inProgress",
    unexplained: "cannotTell",
  } as const;
  return {
    step: "repair",
    title: "Repair and prove",
    stage: "Settle",
    state: proof ? states[proof] : "toDo",
    note: "",
  };
}

/** The whole plan of a job in working order, as it is for who is here now. */
export function stepsOf(record: JobRecord, verdict: Verdict, closed: boolean, here?: Here): Step[] {
  const safeNoMore = here !== undefined && !closed && lapsed(record, epochOf(record), here) !== null;
  return [
    {
      step: "takenIn",
      title: "Complaint",
      stage: "Take in",
      state: "agrees",
      note: COMPLAINT_LABELS[record.complaint],
    },
    ...ownPlan(record.motor, verdict.plan).map(({ check, title, stage, state, note, minutes }) => ({
      step: check,
      title,
      stage,
      // Made safe once, and not for who is here now.
      ...(check === "safety" && safeNoMore
        ? { state: "toDo" as const, note: "again" }
        : { state, note: note || (state === "toDo" ? `${minutes} min` : "") }),
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

/** Where in the job its next step is done. */
export const nextPlaceOf = (record: JobRecord, verdict: Verdict, closed: boolean, here?: Here): JobStep =>
  placeOf(nextStepOf(record, verdict, closed, here));

/** Where a next step is done. */
export function placeOf(next: NextStep): JobStep {
  if (next.kind === "check") return next.check;
  if (next.kind === "decide" || (next.kind === "wait" && next.waitingFor === "answer")) return "decide";
  return next.kind === "done" ? "report" : "repair";
}

/** The letter of a step: J and then this letter goes there. */
export function letterOf(steps: readonly Step[], wanted: JobStep): string {
  const at = steps.findIndex(({ step }) => step === wanted);
  return at < 0 ? "" : String.fromCharCode("a".charCodeAt(0) + at);
}

/** The step behind a letter; undefined where there is none. */
export const stepAt = (steps: readonly Step[], letter: string): JobStep | undefined =>
  letter.length === 1 ? steps[letter.toLowerCase().charCodeAt(0) - "a".charCodeAt(0)]?.step : undefined;
