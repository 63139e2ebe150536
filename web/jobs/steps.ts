import type { JobStep } from "#contract/jobs";
import type { CheckState } from "#core/check";
import {
  asksForWork,
  nextStepOf,
  roadOf,
  stageOf,
  type NextStep,
  type RoadLine,
  type Verdict,
} from "#core/judge";
import { answerIn, ownPlan } from "#core/measure";
import { lapsed, type Here } from "#core/measure/safety";
import { COMPLAINT_LABELS, DISPOSITION_LABELS, epochOf, type CheckId, type JobRecord } from "#core/record";

/** A line of the plan: a check, or what settles the job. */
export interface Step {
  readonly step: JobStep;
  readonly title: string;
  readonly stage: string;
  readonly state: CheckState;
  readonly note: string;
  /** Its stage of the plan is folded until somebody opens it: it was found, or was not needed. */
  readonly folded?: true;
}

const SETTLE = "Settle";
const ROAD_BACK = "The road back";
const FOUND = "Found";
const OTHERS = "Other checks";

function decisionStep(record: JobRecord): Step {
  const decision = record.decisions.at(-1);
  return {
    step: "decide",
    title: "Decide",
    stage: SETTLE,
    state: decision ? (decision.disposition === "undecided" ? "cannotTell" : "agrees") : "toDo",
    note: decision ? DISPOSITION_LABELS[decision.disposition].toLowerCase() : "",
  };
}

/** What settles a job: the decision, the road that it asks for, and the report. */
function settling(record: JobRecord, closed: boolean): Step[] {
  const decided = record.decisions.length > 0;
  const road = epochOf(record) > 0 || asksForWork(record);
  const line = ({ stage: step, title, state, note }: RoadLine): Step => ({
    step,
    title,
    stage: SETTLE,
    state,
    note,
  });
  const stages = roadOf(record, closed).filter(
    ({ stage }) => road || stage === (decided ? "close" : "repair"),
  );
  return [
    decisionStep(record),
    ...stages.map(line),
    {
      step: "report",
      title: "Report",
      stage: SETTLE,
      state: closed ? "agrees" : "toDo",
      note: "",
    },
  ];
}

/** What says how things are now, and nothing of what was found. */
const isAlwaysNow = ({ step }: Step) => step === "takenIn" || step === "safety";

/** Once the road is entered the plan is the road: what was found stands before it and what nobody needed after it, both folded. */
function onTheRoad(steps: readonly Step[], record: JobRecord): Step[] {
  const epoch = epochOf(record);
  const settled = steps.filter(({ stage }) => stage === SETTLE);
  const read = (step: Step): Step => {
    // What somebody made safe before the repair is not safe now.
    if (step.state !== "toDo" || epoch === 0 || isAlwaysNow(step)) return step;
    const { state, note } = answerIn(step.step as CheckId, record, epoch - 1);
    return { ...step, state, note };
  };
  const checks = steps.filter(({ stage }) => stage !== SETTLE).map(read);
  const isOther = (step: Step) => !isAlwaysNow(step) && (step.state === "toDo" || step.state === "skipped");
  return [
    ...checks
      .filter((step) => !isOther(step))
      .map((step) => ({ ...step, stage: FOUND, folded: true as const })),
    ...settled.map((step) => ({ ...step, stage: ROAD_BACK })),
    ...checks.filter(isOther).map((step) => ({ ...step, stage: OTHERS, folded: true as const })),
  ];
}

/** The whole plan of a job in working order, as it is for who is here now. */
export function stepsOf(record: JobRecord, verdict: Verdict, closed: boolean, here?: Here): Step[] {
  const safeNoMore = here !== undefined && !closed && lapsed(record, epochOf(record), here) !== null;
  const steps: Step[] = [
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
    ...settling(record, closed),
  ];
  return epochOf(record) > 0 || asksForWork(record) ? onTheRoad(steps, record) : steps;
}

/** Where in the job its next step is done. */
export const nextPlaceOf = (record: JobRecord, verdict: Verdict, closed: boolean, here?: Here): JobStep =>
  placeOf(nextStepOf(record, verdict, closed, here), record);

/** Where a next step is done. */
export function placeOf(next: NextStep, record: JobRecord): JobStep {
  if (next.kind === "check") return next.check;
  if (next.kind === "done") return "report";
  return stageOf(next, record) ?? "decide";
}

/** The letter of a step: J and then this letter goes there. */
export function letterOf(steps: readonly Step[], wanted: JobStep): string {
  const at = steps.findIndex(({ step }) => step === wanted);
  return at < 0 ? "" : String.fromCharCode("a".charCodeAt(0) + at);
}

/** The step behind a letter; undefined where there is none. */
export const stepAt = (steps: readonly Step[], letter: string): JobStep | undefined =>
  letter.length === 1 ? steps[letter.toLowerCase().charCodeAt(0) - "a".charCodeAt(0)]?.step : undefined;
