import { FELT, TYPED } from "../../check/index.ts";
import { variable } from "../../inference/index.ts";

/**
 * What running says. Outcomes from ordinary to dominant; the leak is the false-alarm rate of a careful person with sound
 * equipment (bench judgement).
 */

export const RUN_GOOD = variable({
  id: "runGood",
  title: "On a controller known to be good",
  outcomes: ["runs", "rough", "dead"],
  leak: { rough: 0.04, dead: 0.01 },
  leakReason: "settings that do not suit it",
  slip: FELT,
  words: {
    runs: "runs well on a good controller",
    rough: "runs roughly on a good controller",
    dead: "does not run on a good controller",
  },
});

export const NO_LOAD_CURRENT = variable({
  id: "noLoadCurrent",
  title: "No-load current",
  outcomes: ["agrees", "high"],
  leak: { high: 0.05 },
  leakReason: "cold grease, another voltage",
  slip: TYPED,
  words: { agrees: "no-load current usual", high: "no-load current high" },
});

export const DIODES = variable({
  id: "diodes",
  title: "Six readings of the controller",
  outcomes: ["alike", "odd", "shorted"],
  leak: { odd: 0.015, shorted: 0.003 },
  leakReason: "capacitors still charging",
  slip: TYPED,
  words: { alike: "six junctions alike", odd: "one junction odd", shorted: "a switch shorted" },
});

export const SWAP = variable({
  id: "swap",
  title: "Good motor on this controller",
  outcomes: ["runsWithGood", "stillFails"],
  leak: { stillFails: 0.02 },
  leakReason: "a fault that comes and goes",
  slip: FELT,
  words: { runsWithGood: "a good motor runs there", stillFails: "a good motor fails there too" },
});

export const CONNECTOR_DROP = variable({
  id: "connectorDrop",
  title: "Drop over a loaded connector",
  outcomes: ["low", "high"],
  leak: { high: 0.03 },
  leakReason: "probes on the wire and not on the pin",
  slip: TYPED,
  words: { low: "connector drops little", high: "connector drops too much" },
});

/** One call of the trouble, by somebody who uses it as its owner does. */
const inUse = (id: string, title: string, again: string) =>
  variable({
    id,
    title,
    outcomes: ["away", "shows"],
    leak: { shows: 0.04 },
    leakReason: "what every such machine does, taken for trouble",
    slip: FELT,
    words: { away: `does not show in use${again}`, shows: `shows in use${again}` },
  });
export const IN_USE = inUse("inUse", "The trouble, in use", "");
export const IN_USE_AGAIN = inUse("inUseAgain", "The trouble, in use on another day", " on another day");

export const LOADED = variable({
  id: "speedUnderLoad",
  title: "Speed under load, logged",
  outcomes: ["asForetold", "slow"],
  leak: { slow: 0.05 },
  leakReason: "a controller's own volts and amperes are off by a little",
  slip: 0.01,
  words: { asForetold: "turns under load as foretold", slow: "slower under load than foretold" },
});

export const RUN_VARIABLES = [
  LOADED,
  RUN_GOOD,
  NO_LOAD_CURRENT,
  DIODES,
  SWAP,
  CONNECTOR_DROP,
  IN_USE,
  IN_USE_AGAIN,
];
