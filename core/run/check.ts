import { certain, skipReason, type CheckDefinition, type CheckState } from "../check/index.ts";
import type { Finding } from "../evidence/index.ts";
import {
  CURRENT,
  percentText,
  quantityText,
  RESISTANCE,
  VOLTAGE,
  type QuantityName,
} from "../quantity/index.ts";
import { choiceIn, latestIn, PHASES, quantitiesIn, type JobRecord } from "../record/index.ts";
import {
  CONNECTOR_LIMIT,
  connectorOhms,
  controllerAnswer,
  noLoadAnswer,
  RAILS,
  type Junction,
} from "./controller.ts";

const MINUTES = 8;

function junctionsOf(job: JobRecord, epoch: number): Junction[] {
  return PHASES.flatMap((phase) =>
    RAILS.flatMap((rail): Junction[] => {
      const value = latestIn(job.readings, "run", `${phase}.${rail}`, epoch)?.value;
      if (value?.kind === "open") return [{ phase, rail, volts: "open" }];
      return value?.kind === "quantity" ? [{ phase, rail, volts: value.value }] : [];
    }),
  );
}

function diodeFinding(job: JobRecord, epoch: number): Finding | null {
  const junctions = junctionsOf(job, epoch);
  if (junctions.length < PHASES.length * RAILS.length) return null;
  const answer = controllerAnswer(junctions);
  if (answer.kind === "alike")
    return certain("diodes", "alike", "Six junctions of the controller alike", false);
  const names = answer.junctions.map(({ phase, rail }) => `${phase} to ${rail}`).join(", ");
  return answer.kind === "shorted"
    ? certain("diodes", "shorted", `Controller shorted, ${names}`, true)
    : certain("diodes", "odd", `Controller junction odd, ${names}`, true);
}

const lastOf = (job: JobRecord, slot: string, quantity: QuantityName, epoch: number) =>
  quantitiesIn(job.readings, "run", slot, epoch, quantity).at(-1);

function noLoadFinding(job: JobRecord, epoch: number): Finding | null {
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
  return certain("noLoadCurrent", answer, text, answer === "high");
}

function dropFinding(job: JobRecord, epoch: number): Finding | null {
  const volts = lastOf(job, "drop.volts", "volts", epoch);
  const amperes = lastOf(job, "drop.amperes", "amperes", epoch);
  if (volts === undefined || amperes === undefined || amperes === 0) return null;
  const ohms = connectorOhms(volts, amperes);
  const high = ohms > CONNECTOR_LIMIT;
  return certain(
    "connectorDrop",
    high ? "high" : "low",
    `Connector ${quantityText(ohms, RESISTANCE)}, ${quantityText(volts, VOLTAGE)} at ${quantityText(amperes, CURRENT)}; ${quantityText(CONNECTOR_LIMIT, RESISTANCE)} is the most`,
    high,
  );
}

function choiceFinding(job: JobRecord, epoch: number): Finding[] {
  const run = choiceIn(job.readings, "run", "runGood", epoch);
  const swap = choiceIn(job.readings, "run", "swap", epoch);
  const ran: Readonly<Record<string, string>> = {
    runs: "Runs well on a controller known to be good",
    rough: "Runs roughly on a controller known to be good",
    dead: "Does not run on a controller known to be good",
  };
  const swapped: Readonly<Record<string, string>> = {
    runsWithGood: "A known-good motor runs on this controller",
    stillFails: "A known-good motor fails on this controller too",
  };
  return [
    ...(run && ran[run] ? [certain("runGood", run, ran[run], run !== "runs")] : []),
    ...(swap && swapped[swap] ? [certain("swap", swap, swapped[swap], swap === "stillFails")] : []),
  ];
}

function runFindings(job: JobRecord, epoch: number): Finding[] {
  return [
    ...choiceFinding(job, epoch),
    noLoadFinding(job, epoch),
    diodeFinding(job, epoch),
    dropFinding(job, epoch),
  ].filter((finding) => finding !== null);
}

/** Run on electronics known to be good, and the electronics themselves: is it the motor at all? */
export const runCheck: CheckDefinition = {
  id: "run",
  title: "Run and swap",
  stage: "Under power",
  minutes: MINUTES,
  why: "Either the motor is wrong or what feeds it: run each with something known to be good.",
  notApplicable: ({ motor }) =>
    motor.family === "hobby" || motor.family === "hub" || motor.family === "traction"
      ? null
      : "Its own electronics drive it: it cannot run on another controller.",
  optional: () => true,
  findings: runFindings,
  state: (job, epoch): CheckState => {
    const findings = runFindings(job, epoch);
    if (findings.some(({ departs }) => departs)) return "departs";
    if (findings.length > 0) return "agrees";
    if (skipReason(job, "run", epoch) !== null) return "skipped";
    return job.readings.some(({ check, epoch: when }) => check === "run" && when === epoch)
      ? "inProgress"
      : "toDo";
  },
  note: (job, epoch) => {
    const findings = runFindings(job, epoch);
    if (findings.length === 0) return skipReason(job, "run", epoch) ?? "";
    const departing = findings.filter(({ departs }) => departs).length;
    return departing > 0 ? `${departing} of ${findings.length} depart` : `${findings.length} agree`;
  },
  open: (job, epoch) => {
    const known = runFindings(job, epoch).map(({ variable }) => variable);
    const variables = ["runGood", "diodes", "swap"].filter((variable) => !known.includes(variable));
    return variables.length > 0 ? { check: "run", minutes: MINUTES, variables, merged: {} } : null;
  },
};
