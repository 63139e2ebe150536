import {
  certain,
  chosen,
  madeSteps,
  openSteps,
  skipReason,
  type CheckDefinition,
  type CheckState,
  type DeclaredStep,
  type Finding,
} from "../../check/index.ts";
import { quantityText, VOLTAGE, type Volts } from "../../quantity/index.ts";
import {
  isSkipSlot,
  inOrder,
  latestIn,
  quantitiesIn,
  type Motor,
  type Reading,
  type Sitting,
} from "../../record/index.ts";
import { FAMILY_FACTS, unreachedReason, hallSpacingOf } from "../../families/index.ts";
import { levelsAnswer, oddOneOut, supplyAnswer, USUAL_SUPPLY } from "./levels.ts";
import { hallLog, loggedFindings } from "./logged.ts";
import { motorSensorFindings } from "./motorSensors.ts";
import { HALL_SLOTS, HALL_WIRES, RESOLVER_SLOTS } from "./slots.ts";
import {
  HALL_SIGNALS,
  isHallState,
  readHallTurn,
  stepsPerTurn,
  type HallAnswer,
  type HallState,
} from "./states.ts";
import {
  HALL_LEG,
  HALL_LEVELS,
  HALL_OFF,
  HALL_STEPS,
  HALL_SUPPLY,
  HALL_VARIABLES,
  HALL_WIRING,
  LAMPS,
  RESOLVER,
  TEMPERATURE_SENSOR,
} from "./variables.ts";

const MINUTES = 5;
/** A turn counted by hand may be one change short or long. */
const COUNT_SLACK = 1;

function statesIn(job: Sitting, slot: "forward" | "backward", epoch: number): HallState[] {
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
export function hallStates(job: Sitting, epoch: number): { forward: HallState[]; backward: HallState[] } {
  return { forward: statesIn(job, "forward", epoch), backward: statesIn(job, "backward", epoch) };
}

/** What the step test says so far; null while nothing is recorded. */
export function hallAnswer(job: Sitting, epoch: number): HallAnswer | null {
  const { forward, backward } = hallStates(job, epoch);
  if (forward.length === 0) return null;
  const told = chosen(job, "hall", HALL_SLOTS, "spacing", epoch);
  const spacing = told === "120" || told === "60" ? told : hallSpacingOf(job.motor);
  return readHallTurn({ forward, backward, spacing });
}

const last = (values: readonly number[]) => values.at(-1);
function voltsIn(job: Sitting, slot: string, epoch: number): Volts | undefined {
  return last(quantitiesIn(job.readings, "hall", slot, epoch, "volts"));
}

function supplyFinding(job: Sitting, epoch: number): Finding | null {
  const volts = voltsIn(job, "supply", epoch);
  if (volts === undefined) return null;
  const answer = supplyAnswer(volts, voltsIn(job, "ratedSupply", epoch) ?? USUAL_SUPPLY);
  const text = quantityText(volts, VOLTAGE);
  if (answer === "high")
    return certain(
      "hall",
      HALL_SUPPLY,
      "present",
      `Sensor supply ${text}: above its band, sensors may die of it`,
      true,
    );
  const words = {
    present: `Sensor supply ${text}`,
    low: `Sensor supply low, ${text}`,
    missing: `No sensor supply, ${text}: supply or ground first, then the sensors`,
  };
  return certain("hall", HALL_SUPPLY, answer, words[answer], answer !== "present");
}

const namesOf = (signals: readonly string[]) => signals.join(" and ");

/** The answer as a finding; null while it says nothing yet. */
function statesFinding(answer: HallAnswer | null): Finding | null {
  switch (answer?.kind) {
    case "healthy":
      return certain("hall", LAMPS, "healthy", `All six states in order, ${answer.spacing}°`, false);
    case "reversed":
      return {
        ...certain(
          "hall",
          LAMPS,
          "swapped",
          `All six states, but against the turn, ${answer.spacing}°`,
          true,
        ),
        // Which way is forwards is often a guess: the other way round it is healthy.
        likelihood: { swapped: 1, healthy: 0.3 },
        advice:
          "Turn it the way the machine drives it. If it still runs against the turn, two signals are swapped.",
      };
    case "dead": {
      const names = answer.signals.map(({ signal, stuck }) => `${signal} stuck ${stuck}`);
      const outcome = (["oneDead", "severalDead", "allDead"] as const)[answer.signals.length - 1]!;
      return {
        ...certain("hall", LAMPS, outcome, `Signal ${namesOf(names)}`, true),
        advice:
          answer.signals.length === 3
            ? "All three dead: supply or ground first."
            : "Wire or sensor? Continuity of each wire, wiggle it, then the signal at the sensor's own leg. Both at once is a possible answer.",
      };
    }
    case "alike":
      return certain(
        "hall",
        LAMPS,
        "twoAlike",
        `Signals ${namesOf(answer.signals)} never differ: they touch`,
        true,
      );
    case "impossible":
      return certain(
        "hall",
        LAMPS,
        "impossible",
        `${namesOf(answer.states)} cannot be${answer.spacing ? ` with ${answer.spacing}°` : " together"}: a signal inverted or swapped, or a lamp misread`,
        true,
      );
    case "outOfOrder":
      return certain("hall", LAMPS, "impossible", `From ${answer.from} to ${answer.to} skips a state`, true);
    default:
      return null;
  }
}

function levelsFinding(job: Sitting, epoch: number): Finding | null {
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
    "hall",
    HALL_LEVELS,
    weak.length > 0 ? "weak" : "good",
    weak.length > 0
      ? `Signal ${namesOf(weak)} weak: low below 0.8 V, high above 70 % wanted`
      : "Signal levels good",
    weak.length > 0,
  );
}

function stepsFinding(job: Sitting, epoch: number, answer: HallAnswer | null): Finding | null {
  const counted = last(quantitiesIn(job.readings, "hall", "steps", epoch, "count"));
  const { polePairs } = job.motor;
  if (counted === undefined || polePairs === null || !answer) return null;
  const wanted = stepsPerTurn(polePairs, answer.kind);
  const fits = Math.abs(counted - wanted) <= COUNT_SLACK;
  return certain(
    "hall",
    HALL_STEPS,
    fits ? "agrees" : "departs",
    `${counted} lamp changes a turn; ${polePairs} pole pairs make ${wanted}`,
    !fits,
  );
}

function offFinding(job: Sitting, epoch: number): Finding | null {
  const readings = HALL_SIGNALS.flatMap((signal): (Volts | "open")[] => {
    const value = latestIn(job.readings, "hall", `${signal}.off`, epoch)?.value;
    if (value?.kind === "open") return ["open"];
    return value?.kind === "quantity" ? [value.value] : [];
  });
  if (readings.length !== HALL_SIGNALS.length) return null;
  const odd = oddOneOut(readings);
  return odd === null
    ? certain("hall", HALL_OFF, "alike", "Without power the three signals compare alike", false)
    : certain(
        "hall",
        HALL_OFF,
        "oneDiffers",
        `Without power signal ${HALL_SIGNALS[odd]} compares differently`,
        true,
      );
}

function wireFinding(job: Sitting, epoch: number): Finding | null {
  const found = HALL_WIRES.flatMap((wire) => {
    const state = chosen(job, "hall", HALL_SLOTS, `${wire}.wire`, epoch);
    return state ? [{ wire, state }] : [];
  });
  if (found.length === 0) return null;
  const of = (state: "broken" | "wanders") =>
    found.filter((one) => one.state === state).map(({ wire }) => wire);
  const [broken, wanders] = [of("broken"), of("wanders")];
  if (broken.length > 0)
    return certain("hall", HALL_WIRING, "broken", `Sensor wire ${namesOf(broken)} broken`, true);
  if (wanders.length > 0)
    return certain(
      "hall",
      HALL_WIRING,
      "wanders",
      `Sensor wire ${namesOf(wanders)} wanders when wiggled`,
      true,
    );
  return found.length === HALL_WIRES.length
    ? certain("hall", HALL_WIRING, "whole", "All five sensor wires whole", false)
    : null;
}

const AT_LEG = {
  changes: "The signal changes at the sensor's own leg",
  dead: "Dead at the sensor's own leg",
  unfed: "No supply at the sensor's own leg",
} as const;

function legFinding(job: Sitting, epoch: number): Finding | null {
  const leg = chosen(job, "hall", HALL_SLOTS, "leg", epoch);
  if (!leg) return null;
  return certain("hall", HALL_LEG, leg, AT_LEG[leg], leg !== "changes");
}

/** Read by a meter these stand: a log shows that signals move, and the mean of their levels. */
const BY_METER: ReadonlySet<string> = new Set([HALL_SUPPLY.id, HALL_LEVELS.id]);

/** What was logged stands in the place of what was seen by lamps, the meter's own beside it: nothing is counted twice. */
function hallFindings(job: Sitting, epoch: number): Finding[] {
  const log = hallLog(job, epoch);
  const pullUp = voltsIn(job, "pullUp", epoch) ?? voltsIn(job, "supply", epoch) ?? USUAL_SUPPLY;
  const logged = log ? loggedFindings(log, pullUp) : [];
  const byHand = handFindings(job, epoch);
  const has = (findings: readonly Finding[], variable: string) =>
    findings.some((finding) => finding.variable === variable);
  return [
    ...logged.filter(({ variable }) => !(BY_METER.has(variable) && has(byHand, variable))),
    ...byHand.filter(({ variable }) => BY_METER.has(variable) || !has(logged, variable)),
  ];
}

function handFindings(job: Sitting, epoch: number): Finding[] {
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

const hasHalls = (motor: Motor) => hallSpacingOf(motor) !== "none";
const ofThis = (epoch: number) => (reading: Reading) =>
  reading.check === "hall" && reading.epoch === epoch && !isSkipSlot(reading.slot);

function stateOf(job: Sitting, epoch: number, findings: readonly Finding[]): CheckState {
  if (!job.readings.some(ofThis(epoch))) return skipReason(job, "hall", epoch) === null ? "toDo" : "skipped";
  if (findings.some(({ departs }) => departs)) return "departs";
  if (!hasHalls(job.motor)) return findings.length > 0 ? "agrees" : "inProgress";
  return findings.some(({ variable }) => variable === LAMPS.id) ? "agrees" : "inProgress";
}

const SUPPLY_AND_LAMPS: DeclaredStep = {
  name: "lamps",
  title: "Supply at the plug, then the three lamps",
  slots: ["supply", "forward"],
  minutes: MINUTES,
  variables: [LAMPS, HALL_SUPPLY],
};
const TEMPERATURE_STEP: DeclaredStep = {
  name: "temperature",
  title: "The motor's temperature sensor",
  slots: ["temp.kind", "temp.ohms", "temp.room"],
  minutes: 2,
  variables: [TEMPERATURE_SENSOR],
};
const RESOLVER_STEP: DeclaredStep = {
  name: "resolver",
  title: "Three windings of the resolver",
  slots: RESOLVER_SLOTS,
  minutes: MINUTES,
  variables: [RESOLVER],
};
const WIRES_STEP: DeclaredStep = {
  name: "wires",
  title: "Each sensor wire, end to end",
  slots: HALL_WIRES.map((wire) => `${wire}.wire`),
  minutes: 5,
  variables: [HALL_WIRING],
};
const LEG_STEP: DeclaredStep = {
  name: "leg",
  title: "The signal at the sensor's own leg",
  slots: ["leg"],
  minutes: 10,
  variables: [HALL_LEG],
};

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
  gated: true,
  live: false,
  looksAt: "motor",
  touchedBySetUp: false,
  keys: "lamps",
  slots: HALL_SLOTS,
  variables: HALL_VARIABLES,
  leansOn: [],
  notApplicable: (motor) => {
    if (hasHalls(motor) || FAMILY_FACTS[motor.family].resolverPossible) return null;
    return unreachedReason(motor) ?? "No sensor wires at its plug.";
  },
  optional: (motor) => !hasHalls(motor),
  answer: (sitting, epoch) => {
    const findings = hallFindings(sitting, epoch);
    const answer = hallAnswer(sitting, epoch);
    const state = stateOf(sitting, epoch, findings);
    const dead = state === "departs" && findings.some(({ variable }) => variable === LAMPS.id);
    return {
      findings,
      state,
      note: hallLog(sitting, epoch)
        ? state === "departs"
          ? "departs, logged"
          : "logged"
        : answer
          ? NOTES[answer.kind]
          : findings.some(({ departs }) => departs)
            ? "departs"
            : (skipReason(sitting, "hall", epoch) ?? ""),
      steps: openSteps(findings, [
        ...(hasHalls(sitting.motor) ? [SUPPLY_AND_LAMPS] : [RESOLVER_STEP]),
        ...(dead ? [WIRES_STEP, LEG_STEP] : []),
        ...(hasHalls(sitting.motor) ? [TEMPERATURE_STEP] : []),
      ]),
      made: madeSteps(findings, [SUPPLY_AND_LAMPS, WIRES_STEP, LEG_STEP]),
    };
  },
};
