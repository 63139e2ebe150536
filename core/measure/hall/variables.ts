import { TYPED } from "../../check/index.ts";
import { variable } from "../../inference/index.ts";

/**
 * What the motor's own sensors say. Outcomes from ordinary to dominant; the leak is the false-alarm rate of a careful person with sound
 * equipment (bench judgement).
 */

export const HALL_SUPPLY = variable({
  id: "hallSupply",
  title: "Sensor supply",
  outcomes: ["present", "low", "missing"],
  leak: { low: 0.02, missing: 0.005 },
  leakReason: "a probe that slipped",
  slip: TYPED,
  words: { present: "supply present", low: "supply low", missing: "supply missing" },
});

export const LAMPS = variable({
  id: "hallStates",
  title: "Sensor states",
  outcomes: ["healthy", "swapped", "oneDead", "twoAlike", "impossible", "severalDead", "allDead"],
  leak: { oneDead: 0.004, impossible: 0.006, swapped: 0.002 },
  leakReason: "a lamp misread, a step skipped",
  slip: TYPED,
  words: {
    healthy: "all six states in order",
    swapped: "all six states in another order",
    oneDead: "one signal dead",
    twoAlike: "two signals alike",
    impossible: "an impossible state",
    severalDead: "two signals dead",
    allDead: "all signals dead",
  },
});

export const HALL_LEVELS = variable({
  id: "hallLevels",
  title: "Signal levels",
  outcomes: ["good", "weak"],
  leak: { weak: 0.02 },
  leakReason: "no pull-up at the open plug",
  slip: TYPED,
  words: { good: "signal levels good", weak: "a signal weak" },
});

export const HALL_STEPS = variable({
  id: "hallSteps",
  title: "Steps of a turn",
  outcomes: ["agrees", "departs"],
  leak: { departs: 0.06 },
  leakReason: "a turn counted short or long",
  slip: TYPED,
  words: { agrees: "steps of a turn fit the poles", departs: "steps of a turn do not fit the poles" },
});

export const HALL_OFF = variable({
  id: "hallOff",
  title: "Signals compared without power",
  outcomes: ["alike", "oneDiffers"],
  leak: { oneDiffers: 0.03 },
  leakReason: "a probe on the wrong pin",
  slip: TYPED,
  words: { alike: "three signals compare alike", oneDiffers: "one signal compares differently" },
});

export const HALL_WIRING = variable({
  id: "hallContinuity",
  title: "Sensor wires",
  outcomes: ["whole", "wanders", "broken"],
  leak: { wanders: 0.02, broken: 0.004 },
  leakReason: "a probe that slips off a leg",
  words: {
    whole: "sensor wires whole",
    wanders: "a sensor wire wanders when wiggled",
    broken: "a sensor wire broken",
  },
});

export const HALL_LEG = variable({
  id: "hallLeg",
  title: "At the dead sensor's own leg",
  outcomes: ["changes", "dead", "unfed"],
  leak: { dead: 0.005, unfed: 0.003 },
  leakReason: "a fine leg is easily missed",
  words: {
    changes: "the signal changes at its leg",
    dead: "the signal is dead at its leg",
    unfed: "its own leg has no supply",
  },
});

export const TEMPERATURE_SENSOR = variable({
  id: "tempSensor",
  title: "Temperature sensor",
  outcomes: ["agrees", "off", "open"],
  leak: { off: 0.02, open: 0.004 },
  leakReason: "the motor is warmer than the room",
  words: {
    agrees: "temperature sensor tells the room",
    off: "temperature sensor is off",
    open: "temperature sensor open or shorted",
  },
});

export const RESOLVER = variable({
  id: "resolver",
  title: "Resolver windings",
  outcomes: ["agrees", "departs", "open"],
  leak: { departs: 0.02, open: 0.003 },
  leakReason: "leads and temperature",
  words: {
    agrees: "resolver windings as expected",
    departs: "a resolver winding off",
    open: "a resolver winding open",
  },
});

export const HALL_PLACED = variable({
  id: "hallPlaced",
  title: "Where the sensors stand",
  outcomes: ["fine", "off"],
  leak: { off: 0.004 },
  leakReason: "some motors leave the works a little off",
  slip: 0.003,
  words: { fine: "sensors stand where they belong", off: "a sensor stands off its place" },
});

export const HALL_PULSES = variable({
  id: "hallPulses",
  title: "Signals as logged",
  outcomes: ["clean", "disturbed"],
  leak: { disturbed: 0.05 },
  leakReason: "a probe beside the phases picks up spikes",
  slip: 0.003,
  words: { clean: "no pulse too short, none missing", disturbed: "pulses too short, or missing" },
});

export const HALL_PHASES = variable({
  id: "hallPhases",
  title: "Sensors against their phases",
  outcomes: ["together", "crossed"],
  leak: { crossed: 0.002 },
  leakReason: "recorder leads crossed",
  slip: 0.003,
  words: {
    together: "each sensor switches with its phase",
    crossed: "sensors switch with other phases than theirs",
  },
});

export const HALL_VARIABLES = [
  HALL_SUPPLY,
  LAMPS,
  HALL_LEVELS,
  HALL_STEPS,
  HALL_OFF,
  HALL_WIRING,
  HALL_LEG,
  HALL_PLACED,
  HALL_PULSES,
  HALL_PHASES,
  TEMPERATURE_SENSOR,
  RESOLVER,
];
