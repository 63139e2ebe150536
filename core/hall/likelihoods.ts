import { row } from "../catalogue/index.ts";
import {
  HALL_LEG,
  HALL_LEVELS,
  HALL_OFF,
  LAMPS,
  HALL_STEPS,
  HALL_SUPPLY,
  HALL_WIRING,
  RESOLVER,
  TEMPERATURE_SENSOR,
} from "./variables.ts";

/**
 * What each fault, when present, makes this check show, with its reason. Judgement from common practice and circuit
 * arithmetic; held against simulated motors that know nothing of it.
 */
export const HALL_ROWS = [
  row(HALL_SUPPLY, "outside", { missing: 0.05, low: 0.03 }, "the five volts come from the controller"),
  row(HALL_SUPPLY, "hallWire", { low: 0.03 }, "the wires beyond the plug leave the supply at it alone"),
  row(HALL_SUPPLY, "switchShorted", { missing: 0.15, low: 0.05 }, "the five volts come from the controller"),
  row(HALL_SUPPLY, "controller", { missing: 0.2, low: 0.05 }, "the five volts come from the controller"),
  row(HALL_SUPPLY, "hallSensor", { low: 0.06 }, "a sensor that shorts pulls the supply down"),
  row(
    LAMPS,
    "hallSensor",
    { oneDead: 0.8, severalDead: 0.08, impossible: 0.04, allDead: 0.03 },
    "mostly one of three",
  ),
  row(
    LAMPS,
    "hallWire",
    { oneDead: 0.6, twoAlike: 0.1, severalDead: 0.08, allDead: 0.12, impossible: 0.03 },
    "a signal wire, two that touch, or supply and ground",
  ),
  row(
    LAMPS,
    "hallSwapped",
    { swapped: 0.7 },
    "two swapped run against the turn; all three shifted look healthy by lamps",
  ),
  row(LAMPS, "setup", { oneDead: 0.06, impossible: 0.05, allDead: 0.04 }, "a pin missed, a lamp misread"),
  row(HALL_LEVELS, "hallSensor", { weak: 0.25 }, "half dead pulls half way"),
  row(HALL_LEVELS, "hallWire", { weak: 0.3 }, "ohms in the wire, or a leak"),
  row(HALL_LEVELS, "outside", { weak: 0.05 }, "a low supply"),
  row(HALL_STEPS, "wrongPlate", { departs: 0.5 }, "poles counted wrong, so the steps of a turn are too"),
  row(HALL_OFF, "hallSensor", { oneDiffers: 0.6 }, "a dead sensor rarely compares like the others"),
  row(HALL_OFF, "hallWire", { oneDiffers: 0.55 }, "an open wire reads open"),
  row(HALL_WIRING, "hallWire", { broken: 0.75, wanders: 0.2 }, "that is what it is"),
  row(HALL_LEG, "hallSensor", { dead: 0.95 }, "dead at its own leg"),
  row(TEMPERATURE_SENSOR, "tempSensor", { open: 0.5, off: 0.45 }, "broken, shorted or drifted"),
  row(TEMPERATURE_SENSOR, "setup", { off: 0.08 }, "the motor is not at the room it is held against"),
  row(RESOLVER, "resolver", { open: 0.6, departs: 0.35 }, "a winding open, or turns of it shorted"),
];
