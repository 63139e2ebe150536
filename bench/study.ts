import { assessJob, type NextCheck, type Verdict } from "#core/assess";
import type { Family, JobRecord } from "#core/record";
import { outcomeOf, type Outcome } from "./outcome.ts";
import type { Technician } from "./technician.ts";
import { visitOf } from "./visit.ts";
import type { SimulatedMotor } from "./world.ts";

export interface Trial {
  readonly seed: number;
  readonly motor: SimulatedMotor;
  readonly outcome: Outcome;
  /** What the leading action would have done, decided or not; null where there is none. */
  readonly would: Outcome | null;
  /** What was said of the action that was decided on, or of the one that leads. */
  readonly said: number;
  readonly verdict: Verdict;
  /** What was known at the end. */
  readonly record: JobRecord;
  readonly steps: readonly string[];
  readonly minutes: number;
}

/** More steps than any job takes: a program that asks the same again for ever is stopped here. */
const MOST_STEPS = 30;

/** How a motor is worked on: by the program's own next step, or through the whole list of checks. */
export type Manner = "followed" | "wholeList";
const WHOLE_LIST: readonly (readonly [NextCheck["check"], number])[] = [
  ["mechanical", 3],
  ["frame", 2],
  // With the plain meter, where the first one ends too low.
  ["frame", 1],
  ["winding", 4],
  ["backemf", 5],
  ["hall", 5],
  ["feed", 10],
  ["run", 20],
];

function follow(
  technician: Technician,
): Omit<Trial, "seed" | "motor" | "outcome" | "would" | "said" | "record"> {
  const steps: string[] = [];
  const refused = new Set<string>();
  let minutes = 0;
  let verdict = assessJob(technician.record());
  const nameOf = ({ check, title }: NextCheck) => `${check}: ${title}`;
  while ((verdict.decided === null || verdict.cleared) && steps.length < MOST_STEPS) {
    const next = [verdict.next, ...verdict.proposals].find((one) => one && !refused.has(nameOf(one)));
    if (!next) break;
    const name = nameOf(next);
    if (technician.take(next.check, next.slots)) {
      steps.push(name);
      minutes += next.minutes;
      if (steps.filter((one) => one === name).length > 1) refused.add(name);
    } else refused.add(name);
    verdict = assessJob(technician.record());
  }
  return { verdict, steps, minutes };
}

function wholeList(technician: Technician): ReturnType<typeof follow> {
  const steps: string[] = [];
  let minutes = 0;
  for (const [check, each] of WHOLE_LIST) {
    const slots =
      check === "feed"
        ? ["rubbing", "pack.rest", "pack.load", "command", "settings"]
        : check === "run"
          ? ["runGood", "swap"]
          : [];
    if (!technician.take(check, slots)) continue;
    steps.push(check);
    minutes += each;
  }
  return { verdict: assessJob(technician.record()), steps, minutes };
}

/** One motor drawn, worked on and judged. The same seed, the same trial. */
export function play(seed: number, families: readonly Family[], manner: Manner = "followed"): Trial {
  const { motor, technician } = visitOf(seed, families);
  const played = manner === "followed" ? follow(technician) : wholeList(technician);
  const { verdict } = played;
  const { action } = verdict;
  return {
    seed,
    motor,
    ...played,
    record: technician.record(),
    said: action?.probability ?? 0,
    would: action ? outcomeOf(motor.ailments, action) : null,
    outcome:
      verdict.decided === null || verdict.cleared || !action
        ? "undecided"
        : outcomeOf(motor.ailments, action),
  };
}

export interface Tally {
  readonly n: number;
  readonly right: number;
  readonly half: number;
  readonly undecided: number;
  readonly wasteful: number;
  readonly harmful: number;
  readonly minutes: number;
  /** Of those said with 90 % and more, the share that came true. */
  readonly saidTrue: number;
  readonly saidMean: number;
}

/** Shares of the outcomes, median minutes, and what became of what was said with 90 % and more. */
export function tally(trials: readonly Trial[]): Tally {
  const n = trials.length;
  const share = (outcome: Outcome) =>
    trials.filter((trial) => trial.outcome === outcome).length / Math.max(1, n);
  const sorted = trials.map(({ minutes }) => minutes).sort((a, b) => a - b);
  const sure = trials.filter(({ outcome, said }) => outcome !== "undecided" && said >= 0.9);
  return {
    n,
    right: share("right"),
    half: share("half"),
    undecided: share("undecided"),
    wasteful: share("wasteful"),
    harmful: share("harmful"),
    minutes: sorted[Math.floor(n / 2)] ?? 0,
    saidTrue: sure.filter(({ outcome }) => outcome === "right").length / Math.max(1, sure.length),
    saidMean: sure.reduce((sum, { said }) => sum + said, 0) / Math.max(1, sure.length),
  };
}
