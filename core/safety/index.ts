import type { CheckDefinition } from "../check/index.ts";
import type { Minutes } from "../quantity/index.ts";
import { choiceIn, latestIn, type Family, type JobRecord } from "../record/index.ts";

export interface Caution {
  readonly id: string;
  readonly text: string;
  readonly families: readonly Family[] | "all";
  /** A wait that must have run out before the caution can be called done. */
  readonly wait?: Minutes;
}

/** The usual cautions, common practice. They add to local rules and licensed practice, never replace them. */
export const CAUTIONS: readonly Caution[] = [
  {
    id: "isolate",
    families: "all",
    text: "Switch off, lock out, and take the supply or pack away. Local rules and the maker's instructions come first.",
  },
  {
    id: "discharge",
    families: ["ecm", "ecmSealed", "miniSplit"],
    text: "Capacitors hold charge: wait five minutes after the supply is off. Bleeders fail, so measure after it.",
    wait: 5,
  },
  {
    id: "verifyDead",
    families: "all",
    text: "Verify dead with a meter proved before and after on something live.",
  },
  {
    id: "propellers",
    families: ["hobby"],
    text: "Take propellers off before anything else: a motor that starts cuts.",
  },
  {
    id: "magnets",
    families: ["hobby", "hub", "traction"],
    text: "Magnets crush fingers. Keep them from pacemakers and cards.",
  },
  {
    id: "pack",
    families: ["hobby", "hub", "traction"],
    text: "A shorted pack burns. Cover its terminals; never lay tools on it.",
  },
  {
    id: "highVoltage",
    families: ["traction"],
    text: "Above 60 V DC or 30 V AC, judged at full charge: qualified people and high-voltage rules only.",
  },
  { id: "plugs", families: ["ecm", "ecmSealed", "miniSplit"], text: "Never plug or unplug a live motor." },
];

/** The cautions that apply to a family, in order. */
export function cautionsFor(family: Family): readonly Caution[] {
  return CAUTIONS.filter(({ families }) => families === "all" || families.includes(family));
}

/** Whether a caution was acknowledged in this epoch. */
export function isDone(job: JobRecord, caution: Caution, epoch: number): boolean {
  return choiceIn(job.readings, "safety", caution.id, epoch) === "done";
}

/** When the last caution of the epoch was acknowledged (UTC, ISO 8601); null while one is open. */
export function madeSafeAt(job: JobRecord, epoch: number): string | null {
  const cautions = cautionsFor(job.motor.family);
  if (!cautions.every((caution) => isDone(job, caution, epoch))) return null;
  const times = cautions.map(({ id }) => latestIn(job.readings, "safety", id, epoch)?.takenAt ?? "");
  return times.toSorted().at(-1) ?? null;
}

export interface RunningWait {
  readonly caution: Caution;
  readonly startedAt: string;
  readonly minutes: Minutes;
}

/** The wait that was started and not yet acknowledged as over, if any. The core has no clock: callers count. */
export function runningWait(job: JobRecord, epoch: number): RunningWait | null {
  for (const caution of cautionsFor(job.motor.family)) {
    const started = latestIn(job.readings, "safety", caution.id, epoch);
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
  notApplicable: () => null,
  findings: () => [],
  state: (job, epoch) => {
    if (madeSafeAt(job, epoch)) return "agrees";
    const begun = cautionsFor(job.motor.family).some(({ id }) => latestIn(job.readings, "safety", id, epoch));
    return begun ? "inProgress" : "toDo";
  },
  note: (job, epoch) => {
    const cautions = cautionsFor(job.motor.family);
    const done = cautions.filter((caution) => isDone(job, caution, epoch)).length;
    return done > 0 && done < cautions.length ? `${done}/${cautions.length}` : "";
  },
  open: () => null,
};
