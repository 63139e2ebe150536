import type { CheckState } from "../check/index.ts";
import { isSentBack, epochOf, workshopOf, type JobRecord } from "../record/index.ts";
import type { NextStep } from "./nextStep.ts";
import { proofOf } from "./proof.ts";
import { releaseOf, runProofOf } from "./release.ts";

/** What follows a decision, in order. */
export const ROAD = ["repair", "readAgain", "letRun", "release", "close"] as const;
export type RoadStage = (typeof ROAD)[number];

/** Whether a next step is one of the road, and not a reading or a decision. */
export const isRoadStage = (step: string): step is RoadStage => ROAD.some((stage) => stage === step);

/** A stage of the road: how it stands, in a few words. */
export interface RoadLine {
  readonly stage: RoadStage;
  readonly title: string;
  readonly state: CheckState;
  readonly note: string;
}

/** Whether what was decided asks for work on the motor, and so for its proof. */
export function asksForWork({ decisions }: Pick<JobRecord, "decisions">): boolean {
  const disposition = decisions.at(-1)?.disposition;
  return disposition !== undefined && disposition !== "undecided" && !isSentBack(disposition);
}

function repairLine(job: JobRecord): Omit<RoadLine, "stage" | "title"> {
  const last = job.repairs.at(-1);
  if (last) return { state: "agrees", note: `${last.minutes} min` };
  const ticked = workshopOf(job).done.filter(({ epoch }) => epoch === 0).length;
  return ticked > 0
    ? { state: "inProgress", note: ticked === 1 ? "1 step done" : `${ticked} steps done` }
    : { state: "toDo", note: "" };
}

const PROOF_STATES = {
  proved: "agrees",
  failed: "departs",
  open: "inProgress",
  unexplained: "cannotTell",
} as const;

function proofLine(job: JobRecord): Omit<RoadLine, "stage" | "title"> {
  if (epochOf(job) === 0) return { state: "toDo", note: "" };
  const { lines, answer } = proofOf(job);
  const cured = lines.filter(({ state }) => state === "cured").length;
  const begun = lines.some(({ state }) => state !== "notRepeated");
  return {
    state: answer === "open" && !begun ? "toDo" : PROOF_STATES[answer],
    note: lines.length === 0 ? "" : `${cured} of ${lines.length}`,
  };
}

function runLine(job: JobRecord): Omit<RoadLine, "stage" | "title"> {
  const { asked, made, state, running } = runProofOf(job);
  const states = { made: "agrees", rough: "departs", toDo: "toDo" } as const;
  return {
    state: running || (state === "toDo" && made > 0) ? "inProgress" : states[state],
    note: running ? "running" : made > 0 ? `${made} of ${asked} min` : `${asked} min`,
  };
}

function releaseLine(job: JobRecord): Omit<RoadLine, "stage" | "title"> {
  const release = epochOf(job) > 0 ? releaseOf(job) : null;
  if (!release) return { state: "toDo", note: "" };
  return { state: release.as === "use" ? "agrees" : "departs", note: release.by };
}

/** The road after a decision that asks for work, each stage as it stands: repair, read again, run, release, close. */
export function roadOf(job: JobRecord, closed: boolean): readonly RoadLine[] {
  return [
    { stage: "repair", title: "Repair", ...repairLine(job) },
    { stage: "readAgain", title: "Read again", ...proofLine(job) },
    { stage: "letRun", title: "Let it run", ...runLine(job) },
    { stage: "release", title: "Release", ...releaseLine(job) },
    { stage: "close", title: "Close", state: closed ? "agrees" : "toDo", note: closed ? "closed" : "" },
  ];
}

/** The stage of the road in which a next step is done; null where it lies before the decision. */
export function stageOf(next: NextStep, job: JobRecord): RoadStage | null {
  switch (next.kind) {
    case "repair":
      return "repair";
    case "wait":
      return next.waitingFor === "parts" ? "repair" : null;
    case "lookAtProof":
      return runProofOf(job).state === "rough" && proofOf(job).answer === "proved" ? "letRun" : "readAgain";
    case "letRun":
      return "letRun";
    case "release":
      return "release";
    case "close":
    case "done":
      return "close";
    case "check":
      return epochOf(job) > 0 ? "readAgain" : null;
    case "decide":
      return null;
  }
}
