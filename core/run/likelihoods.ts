import { row } from "../catalogue/index.ts";
import { CONNECTOR_DROP, DIODES, NO_LOAD_CURRENT, RUN_GOOD, SWAP } from "./variables.ts";

/**
 * What each fault, when present, makes this check show, with its reason. Judgement from common practice and circuit
 * arithmetic; held against simulated motors that know nothing of it.
 */
export const RUN_ROWS = [
  row(RUN_GOOD, "starJointOpen", { dead: 0.95 }, "no current can flow"),
  row(RUN_GOOD, "limbOpen", { rough: 0.5, dead: 0.45 }, "two phases only: twitches or nothing"),
  row(RUN_GOOD, "leadOpen", { rough: 0.5, dead: 0.45 }, "two phases only: twitches or nothing"),
  row(RUN_GOOD, "leadsShorted", { dead: 0.7, rough: 0.2 }, "the controller trips"),
  row(RUN_GOOD, "turnsShorted", { rough: 0.45, dead: 0.05 }, "uneven and hot, unless small"),
  row(RUN_GOOD, "highJoint", { rough: 0.35 }, "uneven under load more than free"),
  row(RUN_GOOD, "pathOpen", { rough: 0.15 }, "weaker in one phase"),
  row(RUN_GOOD, "limbReversed", { rough: 0.6, dead: 0.35 }, "fights itself"),
  row(RUN_GOOD, "bearing", { rough: 0.35, dead: 0.03 }, "heard and felt"),
  row(RUN_GOOD, "magnets", { rough: 0.45, dead: 0.08 }, "fragments, missing flux"),
  row(RUN_GOOD, "laminations", { rough: 0.6, dead: 0.05 }, "touches"),
  row(RUN_GOOD, "debris", { rough: 0.3, dead: 0.03 }, "what lies in the gap rubs"),
  row(RUN_GOOD, "hallSensor", { rough: 0.5, dead: 0.3 }, "loses its place"),
  row(RUN_GOOD, "hallWire", { rough: 0.5, dead: 0.3 }, "loses its place"),
  row(RUN_GOOD, "hallSwapped", { rough: 0.6, dead: 0.35 }, "shakes"),
  row(RUN_GOOD, "resolver", { dead: 0.8 }, "the drive refuses"),
  row(RUN_GOOD, "frameFault", { rough: 0.1, dead: 0.25 }, "the drive trips"),
  row(RUN_GOOD, "setup", { rough: 0.05, dead: 0.06 }, "the known-good one was not"),
  row(NO_LOAD_CURRENT, "turnsShorted", { high: 0.7 }, "shorted turns draw current at no load"),
  row(NO_LOAD_CURRENT, "bearing", { high: 0.4 }, "what rubs or grinds takes its share"),
  row(NO_LOAD_CURRENT, "debris", { high: 0.45 }, "what rubs or grinds takes its share"),
  row(NO_LOAD_CURRENT, "laminations", { high: 0.5 }, "what rubs or grinds takes its share"),
  row(NO_LOAD_CURRENT, "magnets", { high: 0.3 }, "touch, missing flux"),
  row(NO_LOAD_CURRENT, "magnetsWeak", { high: 0.6 }, "less flux, more current for the same drag"),
  row(NO_LOAD_CURRENT, "wrongData", { high: 0.1 }, "the baseline is of another motor"),
  row(DIODES, "controller", { shorted: 0.5, odd: 0.3 }, "a shorted switch, or one that no longer conducts"),
  row(SWAP, "controller", { stillFails: 0.95 }, "another motor does not cure it"),
  row(SWAP, "outside", { stillFails: 0.9 }, "another motor does not cure it"),
  row(SWAP, "setup", { stillFails: 0.06 }, "the known-good one was not"),
  row(CONNECTOR_DROP, "outside", { high: 0.08 }, "a connector of the feed"),
  row(CONNECTOR_DROP, "highJoint", { high: 0.3 }, "a phase connector that heats"),
];
