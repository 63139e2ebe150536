import { assessJob, type Action, type NextCheck, type Verdict } from "#core/assess";
import type { CureId } from "#core/catalogue";
import { canMeasure, OHMMETER_TEMPLATES, type Instrument } from "#core/quantity";
import type { Family } from "#core/record";
import { chanceFrom } from "./chance.ts";
import { technicianFor, type Technician } from "./technician.ts";
import { motorFrom, type Ailment, type SimulatedMotor } from "./world.ts";

/** What truly cures each ailment; any one does. */
const CURED_BY: Readonly<Record<Ailment, readonly CureId[]>> = {
  starJoint: ["starJoint", "motor"],
  limb: ["motor"],
  lead: ["phaseWire", "motor"],
  leadsTouch: ["phaseWire", "motor"],
  turns: ["motor"],
  joint: ["joint", "motor"],
  path: ["joint", "motor"],
  frame: ["motor"],
  bearing: ["bearings", "motor"],
  magnet: ["rotor", "motor"],
  laminations: ["motor"],
  dirt: ["clean", "dryAndSeal", "motor"],
  water: ["dryAndSeal", "motor"],
  weakMagnets: ["rotor", "motor"],
  sensor: ["hallSensor", "motor"],
  sensorWire: ["sensorWire", "motor"],
  sensorOrder: ["sensorOrder"],
  shortedSwitch: ["controller"],
  deadPhase: ["controller"],
  battery: ["battery"],
  command: ["command"],
  settings: ["settings"],
  rubbing: ["rubbing"],
  wrongPlate: ["record"],
  elsewhere: ["feed"],
  hidden: ["motor"],
};
/** Left uncured they hurt somebody or break something dear. */
const HAZARDS: readonly Ailment[] = ["frame", "magnet", "laminations", "leadsTouch"];
const OUTSIDE: readonly Ailment[] = [
  "shortedSwitch",
  "deadPhase",
  "battery",
  "command",
  "settings",
  "rubbing",
  "wrongPlate",
  "elsewhere",
];
const inMotor = (ailment: Ailment) => !OUTSIDE.includes(ailment);

/** *Half* does one of several, all of it needed, and leaves the rest to be found by its proof and its run. */
export type Outcome = "right" | "half" | "undecided" | "wasteful" | "harmful";

/** What an action does to a motor with these ailments. */
export function outcomeOf(ailments: readonly Ailment[], action: Pick<Action, "cures">): Outcome {
  const { cures } = action;
  const uncured = ailments.filter((one) => !CURED_BY[one].some((cure) => cures.includes(cure)));
  const touches = cures.some((cure) => ailments.some((one) => inMotor(one) && CURED_BY[one].includes(cure)));
  const first = ailments[0];
  const sentBack = !touches && first !== undefined && inMotor(first);
  if (uncured.some((one) => HAZARDS.includes(one)) || sentBack) return "harmful";
  const needless = cures.filter((cure) => !ailments.some((one) => CURED_BY[one].includes(cure)));
  const dear =
    cures.includes("motor") && ailments.filter(inMotor).every((one) => CURED_BY[one][0] !== "motor");
  if (needless.length > 0 || dear) return "wasteful";
  if (cures.length === 0) return uncured.length > 0 ? "wasteful" : "right";
  return uncured.length > 0 ? "half" : "right";
}

export interface Trial {
  readonly seed: number;
  readonly motor: SimulatedMotor;
  readonly outcome: Outcome;
  /** What the leading action would have done, decided or not; null where there is none. */
  readonly would: Outcome | null;
  /** What was said of the action that was decided on, or of the one that leads. */
  readonly said: number;
  readonly verdict: Verdict;
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
  ["winding", 4],
  ["backemf", 5],
  ["hall", 5],
  ["feed", 10],
  ["run", 20],
];

function follow(technician: Technician): Omit<Trial, "seed" | "motor" | "outcome" | "would" | "said"> {
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
  const chance = chanceFrom(seed);
  const motor = motorFrom(chance.oneOf(families), chance.happens(0.65) ? "star" : "delta", chance);
  const instruments = OHMMETER_TEMPLATES.map((template, i): Instrument => ({ ...template, id: `m${i}` }));
  const technician = technicianFor(
    motor,
    {
      instrument: chance.oneOf(instruments),
      finer: chance.happens(0.5) ? (instruments.find(({ wiring }) => wiring === "fourWire") ?? null) : null,
      voltmeter: chance.happens(0.9)
        ? chance.oneOf(instruments.filter((one) => canMeasure(one, "acVolts")))
        : null,
      connectionKnown: chance.happens(0.6),
      expectedKnown: chance.happens(0.7),
      goodOnesAtHand: chance.happens(0.8),
      slips: 0.05,
    },
    chance,
  );
  const played = manner === "followed" ? follow(technician) : wholeList(technician);
  const { verdict } = played;
  const { action } = verdict;
  return {
    seed,
    motor,
    ...played,
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
