import { certain, skipReason, type CheckDefinition, type CheckState } from "../check/index.ts";
import type { Finding } from "../evidence/index.ts";
import { quantityText, VOLTAGE, type Volts } from "../quantity/index.ts";
import {
  choiceIn,
  FAMILY_FACTS,
  hallSpacingOf,
  inOrder,
  latestIn,
  quantitiesIn,
  type JobRecord,
  type Reading,
} from "../record/index.ts";
import { levelsAnswer, oddOneOut, supplyAnswer, USUAL_SUPPLY } from "./levels.ts";
import { motorSensorFindings } from "./motorSensors.ts";
import {
  HALL_SIGNALS,
  isHallState,
  readHallTurn,
  stepsPerTurn,
  type HallAnswer,
  type HallState,
} from "./states.ts";

const MINUTES = 5;
/** Wires from plug to sensors, in the order of the trade: supply, ground, three signals. */
export const HALL_WIRES = ["supply", "ground", "A", "B", "C"] as const;
/** A turn counted by hand may be one change short or long. */
const COUNT_SLACK = 1;

function statesIn(job: JobRecord, slot: "forward" | "backward", epoch: number): HallState[] {
  return inOrder(job.readings).flatMap(({ check, slot: where, epoch: when, value }) =>
    check === "hall" &&
    where === slot &&
    when === epoch &&
    value.kind === "choice" &&
    isHallState(value.choice)
      ? [value.choice]
      : [],
  );
}

/** Lamp states of an epoch in the order seen. */
export function hallStates(job: JobRecord, epoch: number): { forward: HallState[]; backward: HallState[] } {
  return { forward: statesIn(job, "forward", epoch), backward: statesIn(job, "backward", epoch) };
}

/** What the step test says so far; null while nothing is recorded. */
export function hallAnswer(job: JobRecord, epoch: number): HallAnswer | null {
  const { forward, backward } = hallStates(job, epoch);
  if (forward.length === 0) return null;
  const told = choiceIn(job.readings, "hall", "spacing", epoch);
  const spacing = told === "120" || told === "60" ? told : hallSpacingOf(job.motor);
  return readHallTurn({ forward, backward, spacing });
}

const last = (values: readonly number[]) => values.at(-1);
function voltsIn(job: JobRecord, slot: string, epoch: number): Volts | undefined {
  return last(quantitiesIn(job.readings, "hall", slot, epoch, "volts"));
}

function supplyFinding(job: JobRecord, epoch: number): Finding | null {
  const volts = voltsIn(job, "supply", epoch);
  if (volts === undefined) return null;
  const answer = supplyAnswer(volts, voltsIn(job, "ratedSupply", epoch) ?? USUAL_SUPPLY);
  const text = quantityText(volts, VOLTAGE);
  if (answer === "high")
    return certain(
      "hallSupply",
      "present",
      `Sensor supply ${text}: above its band, sensors may die of it`,
      true,
    );
  const words = {
    present: `Sensor supply ${text}`,
    low: `Sensor supply low, ${text}`,
    missing: `No sensor supply, ${text}: supply or ground first, then the sensors`,
  };
  return certain("hallSupply", answer, words[answer], answer !== "present");
}

const namesOf = (signals: readonly string[]) => signals.join(" and ");

/** The answer as a finding; null while it says nothing yet. */
function statesFinding(answer: HallAnswer | null): Finding | null {
  switch (answer?.kind) {
    case "healthy":
      return certain("hallStates", "healthy", `All six states in order, ${answer.spacing}°`, false);
    case "reversed":
      return {
        ...certain("hallStates", "swapped", `All six states, but against the turn, ${answer.spacing}°`, true),
        // Which way is forwards is often a guess: the other way round it is healthy.
        likelihood: { swapped: 1, healthy: 0.3 },
        advice:
          "Turn it the way the machine drives it. If it still runs against the turn, two signals are swapped.",
      };
    case "dead": {
      const names = answer.signals.map(({ signal, stuck }) => `${signal} stuck ${stuck}`);
      const outcome = ["oneDead", "severalDead", "allDead"][answer.signals.length - 1]!;
      return {
        ...certain("hallStates", outcome, `Signal ${namesOf(names)}`, true),
        advice:
          answer.signals.length === 3
            ? "All three dead: supply or ground first."
            : "Wire or sensor? Continuity of each wire, wiggle it, then the signal at the sensor's own leg. Both at once is a possible answer.",
      };
    }
    case "alike":
      return certain(
        "hallStates",
        "twoAlike",
        `Signals ${namesOf(answer.signals)} never differ: they touch`,
        true,
      );
    case "impossible":
      return certain(
        "hallStates",
        "impossible",
        `${namesOf(answer.states)} cannot be${answer.spacing ? ` with ${answer.spacing}°` : " together"}: a signal inverted or swapped, or a lamp misread`,
        true,
      );
    case "outOfOrder":
      return certain("hallStates", "impossible", `From ${answer.from} to ${answer.to} skips a state`, true);
    default:
      return null;
  }
}

function levelsFinding(job: JobRecord, epoch: number): Finding | null {
  const pullUp = voltsIn(job, "pullUp", epoch) ?? voltsIn(job, "supply", epoch) ?? USUAL_SUPPLY;
  const read = HALL_SIGNALS.flatMap((signal) => {
    const [low, high] = [voltsIn(job, `${signal}.low`, epoch), voltsIn(job, `${signal}.high`, epoch)];
    return low === undefined || high === undefined
      ? []
      : [{ signal, answer: levelsAnswer(low, high, pullUp) }];
  });
  if (read.length === 0) return null;
  const weak = read.filter(({ answer }) => answer === "weak").map(({ signal }) => signal);
  return certain(
    "hallLevels",
    weak.length > 0 ? "weak" : "good",
    weak.length > 0
      ? `Signal ${namesOf(weak)} weak: low below 0.8 V, high above 70 % wanted`
      : "Signal levels good",
    weak.length > 0,
  );
}

function stepsFinding(job: JobRecord, epoch: number, answer: HallAnswer | null): Finding | null {
  const counted = last(quantitiesIn(job.readings, "hall", "steps", epoch, "count"));
  const { polePairs } = job.motor;
  if (counted === undefined || polePairs === null || !answer) return null;
  const wanted = stepsPerTurn(polePairs, answer.kind);
  const fits = Math.abs(counted - wanted) <= COUNT_SLACK;
  return certain(
    "hallSteps",
    fits ? "agrees" : "departs",
    `${counted} lamp changes a turn; ${polePairs} pole pairs make ${wanted}`,
    !fits,
  );
}

function offFinding(job: JobRecord, epoch: number): Finding | null {
  const readings = HALL_SIGNALS.flatMap((signal): (Volts | "open")[] => {
    const value = latestIn(job.readings, "hall", `${signal}.off`, epoch)?.value;
    if (value?.kind === "open") return ["open"];
    return value?.kind === "quantity" ? [value.value] : [];
  });
  if (readings.length !== HALL_SIGNALS.length) return null;
  const odd = oddOneOut(readings);
  return odd === null
    ? certain("hallOff", "alike", "Without power the three signals compare alike", false)
    : certain(
        "hallOff",
        "oneDiffers",
        `Without power signal ${HALL_SIGNALS[odd]} compares differently`,
        true,
      );
}

function wireFinding(job: JobRecord, epoch: number): Finding | null {
  const found = HALL_WIRES.flatMap((wire) => {
    const state = choiceIn(job.readings, "hall", `${wire}.wire`, epoch);
    return state ? [{ wire, state }] : [];
  });
  if (found.length === 0) return null;
  const of = (state: string) => found.filter((one) => one.state === state).map(({ wire }) => wire);
  const [broken, wanders] = [of("broken"), of("wanders")];
  if (broken.length > 0)
    return certain("hallContinuity", "broken", `Sensor wire ${namesOf(broken)} broken`, true);
  if (wanders.length > 0)
    return certain("hallContinuity", "wanders", `Sensor wire ${namesOf(wanders)} wanders when wiggled`, true);
  return found.length === HALL_WIRES.length
    ? certain("hallContinuity", "whole", "All five sensor wires whole", false)
    : null;
}

function legFinding(job: JobRecord, epoch: number): Finding | null {
  const leg = choiceIn(job.readings, "hall", "leg", epoch);
  if (leg !== "changes" && leg !== "dead") return null;
  return certain(
    "hallLeg",
    leg,
    leg === "dead" ? "Dead at the sensor's own leg" : "The signal changes at the sensor's own leg",
    leg === "dead",
  );
}

function hallFindings(job: JobRecord, epoch: number): Finding[] {
  const supply = supplyFinding(job, epoch);
  const answer = hallAnswer(job, epoch);
  // Without supply no signal can move: the states then say nothing of the sensors.
  const fed = supply?.likelihood["missing"] === undefined;
  return [
    supply,
    ...(fed ? [statesFinding(answer), levelsFinding(job, epoch), stepsFinding(job, epoch, answer)] : []),
    offFinding(job, epoch),
    wireFinding(job, epoch),
    legFinding(job, epoch),
    ...motorSensorFindings(job, epoch),
  ].filter((finding) => finding !== null);
}

const hasHalls = (job: JobRecord) => hallSpacingOf(job.motor) !== "none";
const ofThis = (epoch: number) => (reading: Reading) =>
  reading.check === "hall" && reading.epoch === epoch && reading.slot !== "skipped";

function stateOf(job: JobRecord, epoch: number): CheckState {
  if (!job.readings.some(ofThis(epoch))) return skipReason(job, "hall", epoch) === null ? "toDo" : "skipped";
  const findings = hallFindings(job, epoch);
  if (findings.some(({ departs }) => departs)) return "departs";
  if (!hasHalls(job)) return findings.length > 0 ? "agrees" : "inProgress";
  return findings.some(({ variable }) => variable === "hallStates") ? "agrees" : "inProgress";
}

const NOTES: Readonly<Record<HallAnswer["kind"], string>> = {
  healthy: "six in order",
  reversed: "against the turn",
  dead: "signal dead",
  alike: "two alike",
  impossible: "impossible state",
  sameWay: "turn back",
  outOfOrder: "skips",
  unfinished: "begun",
};

/** Position sensors by hand: three lamps, one key a change; and the motor's temperature sensor or resolver. */
export const hallCheck: CheckDefinition = {
  id: "hall",
  title: "Sensors",
  stage: "Sensors",
  minutes: MINUTES,
  why: "A dead signal, a wire or a swap looks like a bad motor, and costs a tenth of one.",
  notApplicable: ({ motor }) =>
    hallSpacingOf(motor) !== "none" || motor.family === "traction"
      ? null
      : FAMILY_FACTS[motor.family].windingsReachable
        ? "No sensor wires at its plug."
        : FAMILY_FACTS[motor.family].unreachableReason,
  optional: (job) => !hasHalls(job),
  findings: hallFindings,
  state: stateOf,
  note: (job, epoch) => {
    const answer = hallAnswer(job, epoch);
    if (answer) return NOTES[answer.kind];
    return hallFindings(job, epoch).find(({ departs }) => departs)
      ? "departs"
      : (skipReason(job, "hall", epoch) ?? "");
  },
  open: (job, epoch) => {
    const known = hallFindings(job, epoch).map(({ variable }) => variable);
    const wanted = hasHalls(job) ? ["hallStates", "hallSupply"] : ["resolver"];
    const variables = wanted.filter((variable) => !known.includes(variable));
    const dead = known.includes("hallStates") && stateOf(job, epoch) === "departs";
    const then = dead ? ["hallContinuity", "hallLeg"].filter((variable) => !known.includes(variable)) : [];
    const all = [...variables, ...then];
    return all.length > 0 ? { check: "hall", minutes: MINUTES, variables: all, merged: {} } : null;
  },
};
