import { choiceSlot, type CheckDefinition, type Slot } from "../check/index.ts";
import type { Minutes } from "../quantity/index.ts";
import { choiceIn, latestIn, type Sitting } from "../record/index.ts";
import { CAUTIONS, cautionsFor, type Caution } from "./cautions.ts";

/** A caution is acknowledged as done; one that waits is started first. */
export const SAFETY_SLOTS: Readonly<Record<string, Slot>> = Object.fromEntries(
  CAUTIONS.map(({ id, name }) => [id, choiceSlot(name, { started: "Started", done: "Done" })]),
);

/** Whether a caution was acknowledged in this epoch. */
export function isDone({ readings }: Pick<Sitting, "readings">, { id }: Caution, epoch: number): boolean {
  return choiceIn(readings, "safety", id, epoch) === "done";
}

/** When the last caution of the epoch was acknowledged (UTC, ISO 8601); null while one is open. */
export function madeSafeAt(sitting: Sitting, epoch: number): string | null {
  const cautions = cautionsFor(sitting.motor.family);
  if (!cautions.every((caution) => isDone(sitting, caution, epoch))) return null;
  const times = cautions.map(({ id }) => latestIn(sitting.readings, "safety", id, epoch)?.takenAt ?? "");
  return times.toSorted().at(-1) ?? null;
}

export interface RunningWait {
  readonly caution: Caution;
  readonly startedAt: string;
  readonly minutes: Minutes;
}

/** The wait that was started and not yet acknowledged as over, if any. The core has no clock: callers count. */
export function runningWait(sitting: Sitting, epoch: number): RunningWait | null {
  for (const caution of cautionsFor(sitting.motor.family)) {
    const started = latestIn(sitting.readings, "safety", caution.id, epoch);
    if (caution.wait !== undefined && started?.value.kind === "choice" && started.value.choice === "started")
      return { caution, startedAt: started.takenAt, minutes: caution.wait };
  }
  return null;
}

/** Making safe: each caution acknowledged, again after each repair. It finds nothing about the motor. */
export const safetyCheck: CheckDefinition = {
  id: "safety",
  title: "Made safe",
  stage: "Take in",
  minutes: 2,
  why: "Nothing is measured on a motor that could start or bite.",
  gated: false,
  live: false,
  keys: "choices",
  slots: SAFETY_SLOTS,
  variables: [],
  rows: [],
  masks: [],
  leansOn: [],
  notApplicable: () => null,
  optional: () => false,
  answer: (sitting, epoch) => {
    const cautions = cautionsFor(sitting.motor.family);
    const done = cautions.filter((caution) => isDone(sitting, caution, epoch)).length;
    const begun = cautions.some(({ id }) => latestIn(sitting.readings, "safety", id, epoch));
    return {
      findings: [],
      state: madeSafeAt(sitting, epoch) ? "agrees" : begun ? "inProgress" : "toDo",
      note: done > 0 && done < cautions.length ? `${done}/${cautions.length}` : "",
      steps: [],
      made: [],
    };
  },
};
