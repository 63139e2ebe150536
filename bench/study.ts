import { assessJob, findingsOf, type NextCheck, type Verdict } from "#core/judge";
import { epochOf, workshopOf, type Disposition, type Family, type JobRecord } from "#core/record";
import { clearedOutcome, inMotor, outcomeOf, type Outcome } from "./outcome.ts";
import { repaired, soundAfter } from "./repaired.ts";
import type { Technician } from "./technician.ts";
import { visitOf } from "./visit.ts";
import type { SimulatedMotor } from "./world.ts";
import { USUAL, type World } from "./worlds.ts";

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
    if (technician.take(next.check, next.slots, next.alone)) {
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
export function play(
  seed: number,
  families: readonly Family[],
  manner: Manner = "followed",
  world: World = USUAL,
): Trial {
  const { motor, technician } = visitOf(seed, families, world);
  const played = manner === "followed" ? follow(technician) : wholeList(technician);
  const { verdict } = played;
  const { action } = verdict;
  return {
    seed,
    motor,
    ...played,
    record: technician.record(),
    said: action?.probability ?? 0,
    would: action ? outcomeOf(motor, action) : null,
    outcome: verdict.cleared
      ? clearedOutcome(motor)
      : verdict.decided === null || !action
        ? "undecided"
        : outcomeOf(motor, action),
  };
}

/** How a job ended once its repairs were proved: right at once, right after another repair, and so on. */
export type End = "rightAtOnce" | "rightLater" | "cameBack" | "undecided" | "scrapped";

export interface Ended {
  readonly end: End;
  readonly repairs: number;
  readonly minutes: number;
}

/** More repairs than anybody tries. */
const MOST_REPAIRS = 3;

/** Reads again what departed before, and lets it run. */
function prove(technician: Technician, before: JobRecord, sound: "even" | "rough"): JobRecord {
  for (const check of new Set(departingIn(before))) technician.take(check, []);
  const record = technician.record();
  const run = {
    id: `run ${epochOf(record)}`,
    epoch: epochOf(record),
    by: "XX",
    at: "2026-01-06T09:00:00.000Z",
  };
  const { done, parts, runs, releases } = workshopOf(record);
  return {
    ...record,
    workshop: {
      done,
      parts,
      releases,
      runs: [...runs, { ...run, minutes: 60, load: "working", celsius: null, sound, note: "" }],
    },
  };
}

const departingIn = (record: JobRecord) =>
  findingsOf(record, epochOf(record)).flatMap(({ departs, check }) => (departs ? [check] : []));

/**
 * The whole job: worked on until it is decided, repaired, read again and run; where something departs still or it runs
 * rough, worked on again, as often as somebody would. A motor replaced in vain is scrapped.
 */
export function playOut(
  seed: number,
  families: readonly Family[],
): Ended & { readonly motor: SimulatedMotor } {
  const visit = visitOf(seed, families);
  let { motor, technician } = visit;
  let minutes = 0;
  for (let repairs = 0; ; repairs += 1) {
    const played = follow(technician);
    minutes += played.minutes;
    const { action, decided, cleared } = played.verdict;
    const end = (what: End) => ({ motor: visit.motor, end: what, repairs, minutes });
    if (decided === null || cleared || !action || repairs === MOST_REPAIRS) return end("undecided");
    const { cures } = action;
    const sound = motor.ailments.filter(inMotor).length === 0;
    if (cures.includes("motor") && sound) return end("scrapped");
    motor = repaired(motor, cures, visit.chance);
    minutes += action.minutes;
    const before = recorded(technician.record(), decided, cures);
    technician = visit.again(motor, before);
    const heard = soundAfter(motor, visit.chance);
    const after = prove(technician, technician.record(), heard);
    technician = visit.again(motor, after);
    if (heard === "even" && departingIn(after).length === 0)
      return {
        ...end(motor.ailments.length > 0 ? "cameBack" : repairs > 0 ? "rightLater" : "rightAtOnce"),
        repairs: repairs + 1,
      };
  }
}

/** The record with a decision and its repair. */
function recorded(record: JobRecord, disposition: Disposition, cures: readonly string[]): JobRecord {
  const at = "2026-01-05T12:00:00.000Z";
  const n = record.repairs.length + 1;
  return {
    ...record,
    decisions: [
      ...record.decisions,
      { id: `decision ${n}`, disposition, cures, reason: "the verdict", waitingFor: "nothing", by: "XX", at },
    ],
    repairs: [
      ...record.repairs,
      { id: `repair ${n}`, plan: "", done: "as planned", minutes: 30, by: "XX", at },
    ],
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
