import {
  captureIn,
  certain,
  chosen,
  countedNote,
  madeSteps,
  openSteps,
  plainState,
  type CheckDefinition,
  type DeclaredStep,
  type Finding,
} from "../../check/index.ts";
import {
  CURRENT,
  percentText,
  quantityText,
  RESISTANCE,
  VOLTAGE,
  type QuantityName,
  type Watts,
} from "../../quantity/index.ts";
import { FAMILY_FACTS } from "../../families/index.ts";
import { figureOf, latestIn, PHASES, quantitiesIn, type Sitting } from "../../record/index.ts";
import {
  connectorAnswer,
  CONNECTOR_HEAT,
  controllerAnswer,
  noLoadAnswer,
  RAILS,
  type Junction,
} from "./controller.ts";
import { SLOW } from "../../runlog/index.ts";
import { RUN_SLOTS } from "./slots.ts";
import {
  CONNECTOR_DROP,
  DIODES,
  IN_USE,
  IN_USE_AGAIN,
  LOADED,
  NO_LOAD_CURRENT,
  RUN_GOOD,
  RUN_VARIABLES,
  SWAP,
} from "./variables.ts";

const MINUTES = 8;
/** Until it is warm. */
const USE_MINUTES = 15;
const JUNCTIONS = PHASES.flatMap((phase) => RAILS.map((rail) => `${phase}.${rail}`));

function junctionsOf(job: Sitting, epoch: number): Junction[] {
  return PHASES.flatMap((phase) =>
    RAILS.flatMap((rail): Junction[] => {
      const value = latestIn(job.readings, "run", `${phase}.${rail}`, epoch)?.value;
      if (value?.kind === "open") return [{ phase, rail, volts: "open" }];
      return value?.kind === "quantity" ? [{ phase, rail, volts: value.value }] : [];
    }),
  );
}

function diodeFinding(job: Sitting, epoch: number): Finding | null {
  const junctions = junctionsOf(job, epoch);
  if (junctions.length < PHASES.length * RAILS.length) return null;
  const answer = controllerAnswer(junctions);
  if (answer.kind === "alike")
    return certain("run", DIODES, "alike", "Six junctions of the controller alike", false);
  const names = answer.junctions.map(({ phase, rail }) => `${phase} to ${rail}`).join(", ");
  return answer.kind === "shorted"
    ? certain("run", DIODES, "shorted", `Controller shorted, ${names}`, true)
    : certain("run", DIODES, "odd", `Controller junction odd, ${names}`, true);
}

const lastOf = (job: Sitting, slot: string, quantity: QuantityName, epoch: number) =>
  quantitiesIn(job.readings, "run", slot, epoch, quantity).at(-1);

function noLoadFinding(job: Sitting, epoch: number): Finding | null {
  const of = (prefix: string) => {
    const volts = lastOf(job, `${prefix}.volts`, "volts", epoch);
    const amperes = lastOf(job, `${prefix}.amperes`, "amperes", epoch);
    return volts === undefined || amperes === undefined || volts === 0 ? null : { volts, amperes };
  };
  const [found, baseline] = [of("noLoad"), of("baseline")];
  if (!found || !baseline || baseline.amperes === 0) return null;
  const answer = noLoadAnswer(found, baseline);
  if (answer === "otherVoltage") return null;
  const text = `No-load current ${quantityText(found.amperes, CURRENT)} at ${quantityText(found.volts, VOLTAGE)}, ${percentText(found.amperes / baseline.amperes - 1)} against the baseline`;
  return certain("run", NO_LOAD_CURRENT, answer, text, answer === "high");
}

const wattsText = (watts: Watts) => `${Number(watts.toPrecision(2))} W`;

function dropFinding(job: Sitting, epoch: number): Finding | null {
  const volts = lastOf(job, "drop.volts", "volts", epoch);
  const amperes = lastOf(job, "drop.amperes", "amperes", epoch);
  if (volts === undefined || amperes === undefined || amperes === 0) return null;
  const rated = job.motor.rated?.amperes;
  const { ohms, watts, high } = connectorAnswer(volts, amperes, rated);
  const heat = `${wattsText(watts)} at ${quantityText(Math.max(rated ?? 0, amperes), CURRENT)}`;
  return certain(
    "run",
    CONNECTOR_DROP,
    high ? "high" : "low",
    `Connector ${quantityText(volts, VOLTAGE)} at ${quantityText(amperes, CURRENT)}, ${quantityText(ohms, RESISTANCE)}: ${heat}, ${wattsText(CONNECTOR_HEAT)} is the most`,
    high,
  );
}

const RAN = {
  runs: "Runs well on a controller known to be good",
  rough: "Runs roughly on a controller known to be good",
  dead: "Does not run on a controller known to be good",
} as const;
const SWAPPED = {
  runsWithGood: "A known-good motor runs on this controller",
  stillFails: "A known-good motor fails on this controller too",
} as const;

const USED = {
  shows: "Used as its owner uses it, the trouble shows",
  away: "Used as its owner uses it, the trouble does not show",
} as const;

/** Whether what did not show is tried once more on another day. */
export const isTriedAgain = (job: Pick<Sitting, "readings" | "motor">, epoch: number): boolean =>
  chosen(job, "run", RUN_SLOTS, "inUse", epoch) === "away";

function usedFindings(job: Sitting, epoch: number): Finding[] {
  const used = chosen(job, "run", RUN_SLOTS, "inUse", epoch);
  const again = isTriedAgain(job, epoch) ? chosen(job, "run", RUN_SLOTS, "inUseAgain", epoch) : undefined;
  return [
    ...(used ? [certain("run", IN_USE, used, USED[used], used === "shows")] : []),
    ...(again
      ? [certain("run", IN_USE_AGAIN, again, `${USED[again]}, on another day`, again === "shows")]
      : []),
  ];
}

function choiceFindings(job: Sitting, epoch: number): Finding[] {
  const run = chosen(job, "run", RUN_SLOTS, "runGood", epoch);
  const swap = chosen(job, "run", RUN_SLOTS, "swap", epoch);
  return [
    ...(run ? [certain("run", RUN_GOOD, run, RAN[run], run !== "runs")] : []),
    ...(swap ? [certain("run", SWAP, swap, SWAPPED[swap], swap === "stillFails")] : []),
  ];
}

/** The speed under load by a log of a run, against what constant and ohms foretell. */
function loadedFinding(job: Sitting, epoch: number): Finding | null {
  const log = captureIn(job, "feed", "log", epoch);
  const against = log && figureOf(log, "speedUnderLoad");
  if (!against) return null;
  const { value, u } = against;
  const slow = value + u < -100 * SLOW;
  // Between the two nothing is said: it may be either.
  if (!slow && value - u < -100 * SLOW) return null;
  return certain(
    "run",
    LOADED,
    slow ? "slow" : "asForetold",
    `In the logged run the speed under load lies ${percentText(value / 100)} off what constant and ohms foretell`,
    slow,
  );
}

function runFindings(job: Sitting, epoch: number): Finding[] {
  return [
    loadedFinding(job, epoch),
    ...choiceFindings(job, epoch),
    ...usedFindings(job, epoch),
    noLoadFinding(job, epoch),
    diodeFinding(job, epoch),
    dropFinding(job, epoch),
  ].filter((finding) => finding !== null);
}

const STEPS: readonly DeclaredStep[] = [
  {
    name: "runGood",
    title: "This motor on a known-good controller",
    slots: ["runGood"],
    minutes: MINUTES,
    variables: [RUN_GOOD],
  },
  {
    name: "swap",
    title: "A known-good motor on this controller",
    slots: ["swap"],
    minutes: MINUTES,
    variables: [SWAP],
  },
  {
    name: "diodes",
    title: "Six junctions of the controller",
    slots: JUNCTIONS,
    minutes: 4,
    variables: [DIODES],
  },
  {
    name: "inUse",
    title: "Used as its owner uses it: does the trouble show?",
    slots: ["inUse"],
    minutes: USE_MINUTES,
    variables: [IN_USE],
  },
];
const AGAIN: DeclaredStep = {
  name: "inUseAgain",
  title: "On another day: used as its owner uses it",
  slots: ["inUseAgain"],
  minutes: USE_MINUTES,
  variables: [IN_USE_AGAIN],
};

/** Run on electronics known to be good, and the electronics themselves: is it the motor at all? */
export const runCheck: CheckDefinition = {
  id: "run",
  title: "Run and swap",
  stage: "Under power",
  minutes: MINUTES,
  why: "Either the motor is wrong or what feeds it: run each with something known to be good.",
  gated: true,
  live: true,
  looksAt: "motor",
  touchedBySetUp: false,
  keys: "readings",
  slots: RUN_SLOTS,
  variables: RUN_VARIABLES,
  // A run is logged once, where its supply is looked at.
  leansOn: ["feed"],
  only: "bare",
  notApplicable: ({ family }) =>
    FAMILY_FACTS[family].ownElectronics
      ? "Its own electronics drive it: it cannot run on another controller."
      : null,
  optional: () => true,
  answer: (sitting, epoch) => {
    const findings = runFindings(sitting, epoch);
    const steps = isTriedAgain(sitting, epoch) ? [...STEPS, AGAIN] : STEPS;
    return {
      findings,
      state: plainState(sitting, "run", epoch, findings),
      note: countedNote(sitting, "run", epoch, findings),
      steps: openSteps(findings, steps),
      made: madeSteps(findings, steps),
    };
  },
};
