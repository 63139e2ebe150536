import type { LikelihoodRow } from "../types.ts";

/** Position and temperature sensors. */
export const SENSORS: readonly LikelihoodRow[] = [
  {
    fault: "outside",
    variable: "hallSupply",
    outcomes: { missing: 0.05, low: 0.03 },
    reason: "the five volts come from the controller",
  },
  {
    fault: "hallWire",
    variable: "hallSupply",
    outcomes: { missing: 0.12, low: 0.05 },
    reason: "one of the five wires is the supply, one the ground",
  },
  {
    fault: "hallSensor",
    variable: "hallSupply",
    outcomes: { low: 0.06 },
    reason: "a sensor that shorts pulls the supply down",
  },
  {
    fault: "hallSensor",
    variable: "hallStates",
    outcomes: { oneDead: 0.8, severalDead: 0.08, impossible: 0.04, allDead: 0.03 },
    reason: "mostly one of three",
  },
  {
    fault: "hallWire",
    variable: "hallStates",
    outcomes: { oneDead: 0.6, twoAlike: 0.1, severalDead: 0.08, allDead: 0.12, impossible: 0.03 },
    reason: "a signal wire, two that touch, or supply and ground",
  },
  {
    fault: "hallSwapped",
    variable: "hallStates",
    outcomes: { swapped: 0.93 },
    reason: "every state is there, in another order",
  },
  {
    fault: "setup",
    variable: "hallStates",
    outcomes: { oneDead: 0.06, impossible: 0.05, allDead: 0.04 },
    reason: "a pin missed, a lamp misread",
  },
  {
    fault: "hallSensor",
    variable: "hallLevels",
    outcomes: { weak: 0.25 },
    reason: "half dead pulls half way",
  },
  {
    fault: "hallWire",
    variable: "hallLevels",
    outcomes: { weak: 0.3 },
    reason: "ohms in the wire, or a leak",
  },
  { fault: "outside", variable: "hallLevels", outcomes: { weak: 0.05 }, reason: "a low supply" },
  {
    fault: "wrongPlate",
    variable: "hallSteps",
    outcomes: { departs: 0.5 },
    reason: "poles counted wrong, so the steps of a turn are too",
  },
  {
    fault: "hallSensor",
    variable: "hallOff",
    outcomes: { oneDiffers: 0.6 },
    reason: "a dead sensor rarely compares like the others",
  },
  {
    fault: "hallWire",
    variable: "hallOff",
    outcomes: { oneDiffers: 0.55 },
    reason: "an open wire reads open",
  },
  {
    fault: "hallWire",
    variable: "hallContinuity",
    outcomes: { broken: 0.75, wanders: 0.2 },
    reason: "that is what it is",
  },
  { fault: "hallSensor", variable: "hallLeg", outcomes: { dead: 0.95 }, reason: "dead at its own leg" },
  {
    fault: "tempSensor",
    variable: "tempSensor",
    outcomes: { open: 0.5, off: 0.45 },
    reason: "broken, shorted or drifted",
  },
  {
    fault: "setup",
    variable: "tempSensor",
    outcomes: { off: 0.08 },
    reason: "the motor is not at the room it is held against",
  },
  {
    fault: "resolver",
    variable: "resolver",
    outcomes: { open: 0.6, departs: 0.35 },
    reason: "a winding open, or turns of it shorted",
  },
];
