import { choiceSlot, type CheckDefinition, type Slot } from "../check/index.ts";
import type { Minutes } from "../quantity/index.ts";
import { choiceIn, latestIn, type Sitting } from "../record/index.ts";
import { CAUTIONS, cautionsFor, type Caution } from "./cautions.ts";

/** A caution is acknowledged as done; one that waits is started first. */
export const SAFETY_SLOTS: Readonly<Record<string, Slot>> = Object.fromEntries(
  CAUTIONS.map(({ id, name }) => [id, choiceSlot(name, { started: "Started", done: "Done" })]),
);

/** Written down of what feeds a motor without power on it. */
const WITHOUT_POWER = ["stance", "called", "skipped"];

/** When a motor with its own electronics was last read with power on (UTC, ISO 8601); empty where it never was. */
export function lastPowered({ readings }: Pick<Sitting, "readings">, epoch: number): string {
  return readings.reduce(
    (last, { check, slot, epoch: when, takenAt }) =>
      check === "power" && when === epoch && !WITHOUT_POWER.includes(slot) && takenAt > last ? takenAt : last,
    "",
  );
}

/** Whether what was acknowledged or begun then still stands: going from live to dead asks for it anew. */
const stands = (sitting: Pick<Sitting, "readings">, caution: Caution, at: string, epoch: number) =>
  caution.untilPowered !== true || at >= lastPowered(sitting, epoch);

/** Whether a caution was acknowledged in this epoch, and nothing was powered since that makes it void. */
export function isDone(sitting: Pick<Sitting, "readings">, caution: Caution, epoch: number): boolean {
  const { readings } = sitting;
  const at = latestIn(readings, "safety", caution.id, epoch)?.takenAt ?? "";
  return choiceIn(readings, "safety", caution.id, epoch) === "done" && stands(sitting, caution, at, epoch);
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
    const begun = started?.value.kind === "choice" && started.value.choice === "started";
    if (caution.wait !== undefined && begun && stands(sitting, caution, started.takenAt, epoch))
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
  // Power on undoes what was made safe.
  leansOn: ["power"],
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
