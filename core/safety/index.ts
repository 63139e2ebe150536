import type { CheckDefinition } from "../check/index.ts";
import { choiceIn, latestIn, type Family, type JobRecord } from "../record/index.ts";

export interface Caution {
  readonly id: string;
  readonly text: string;
  readonly families: readonly Family[] | "all";
}

/** The usual cautions, common practice. They add to local rules and licensed practice, never replace them. */
export const CAUTIONS: readonly Caution[] = [
  {
    id: "isolate",
    families: "all",
    text: "Switch off, lock out, and take the supply or pack away. Local rules and the maker's instructions come first.",
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
  {
    id: "discharge",
    families: ["ecm", "ecmSealed", "miniSplit"],
    text: "Wait five minutes after the supply is off and the rotor still, then measure before touching: bleeders fail.",
  },
  { id: "plugs", families: ["ecm", "ecmSealed", "miniSplit"], text: "Never plug or unplug a live motor." },
];

/** The cautions that apply to a family, in order. */
export function cautionsFor(family: Family): readonly Caution[] {
  return CAUTIONS.filter(({ families }) => families === "all" || families.includes(family));
}

function acknowledged(job: JobRecord, epoch: number): number {
  return cautionsFor(job.motor.family).filter(
    ({ id }) => choiceIn(job.readings, "safety", id, epoch) === "done",
  ).length;
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
    const done = acknowledged(job, epoch);
    if (done === cautionsFor(job.motor.family).length) return "agrees";
    if (latestIn(job.readings, "safety", "skipped", epoch)) return "skipped";
    return done > 0 ? "inProgress" : "toDo";
  },
  open: () => null,
};
