import { HALL_LEVELS, HALL_STEPS, HALL_SUPPLY, LAMPS, TEMPERATURE_SENSOR } from "../../measure/hall/index.ts";
import { COMMAND, PACK } from "../../measure/feed/index.ts";
import { CONNECTOR_DROP, NO_LOAD_CURRENT, RUN_GOOD, SWAP } from "../../measure/run/index.ts";
import { PAIRS_AT_REST, STEADY, TIPS } from "../../measure/winding/index.ts";
import { CONSTANT, PAIRS_SPUN, SISTER } from "../../measure/backemf/index.ts";
import { FRAME } from "../../measure/frame/index.ts";
import { AGAINST_PAST, END_REPEAT, METER_KNOWN } from "../../measure/setup/index.ts";
import { bareOnly, everywhere } from "./chances.ts";
import { shows, type Fault } from "./fault.ts";
import { goesWithIt, staysWithoutIt } from "./withElectronics.ts";

// What is wrong with our own readings and papers, and what is left over.

export const outside: Fault = {
  name: "Cause outside the motor",
  plainWords: "The motor itself shows no fault; the trouble lies in what feeds or commands it.",
  location: "outside",
  disposition: "notMotor",
  cures: ["feed"],
  prior: {
    hobby: 0.02,
    hub: 0.02,
    traction: 0.02,
    ecm: 0.01,
    ecmAirflow: 0.01,
    ecmSealed: 0.01,
    miniSplit: 0.01,
    miniSplitDriver: 0.01,
  },
  priorReason: "what the named causes outside a motor leave over",
  complaints: { noRun: 1.5, runsOn: 1, noisy: 0.3, lowAirflow: 3, frozenCoil: 3, hunting: 3 },
  events: { newBattery: 1.5 },
  explains: 1,
  placed: false,
  impossibleIn: [],
  brings: [],
  hazard: false,
  condemnedAfter: [],
  suspect: null,
  leftOver: true,
  endedBy: null,
  shows: [
    shows(HALL_SUPPLY, { missing: 0.05, low: 0.03 }, "the five volts come from the controller"),
    shows(HALL_LEVELS, { weak: 0.05 }, "a low supply"),
    shows(PACK, { sags: 0.15 }, "a fuse or connector of the feed"),
    shows(COMMAND, { missing: 0.1, uneven: 0.05 }, "its supply comes from somewhere too"),
    shows(RUN_GOOD, { rough: 0.2, dead: 0.6 }, "the same fuse, the same plug"),
    shows(SWAP, { stillFails: 0.9 }, "another motor does not cure it"),
    shows(CONNECTOR_DROP, { high: 0.08 }, "a connector of the feed"),
    ...staysWithoutIt(0.9, "another motor does not cure it"),
  ],
  hides: [],
  alike: [],
};

export const setup: Fault = {
  name: "Test set-up at fault",
  plainWords: "Our own test equipment cannot be trusted for this reading yet.",
  location: "setup",
  disposition: null,
  cures: ["setup"],
  prior: {
    ...everywhere(0.06),
    ...{ ecm: 0.03, ecmAirflow: 0.03, ecmSealed: 0.02, miniSplit: 0.03, miniSplitDriver: 0.02 },
  },
  priorReason: "loose clips, worn leads and flat meter batteries have fooled good technicians",
  complaints: { afterRepair: 1.5 },
  events: {},
  explains: 0.4,
  placed: false,
  impossibleIn: [],
  brings: [],
  hazard: false,
  condemnedAfter: [],
  suspect: null,
  leftOver: false,
  endedBy: null,
  shows: [
    shows(TIPS, { high: 0.4, open: 0.15 }, "worn leads, loose plugs, a blown fuse"),
    shows(STEADY, { drifting: 0.5 }, "a clip that moves"),
    shows(
      PAIRS_AT_REST,
      { jointSeries: 0.22, erratic: 0.2, shifted: 0.15, twoOpen: 0.08, allOpen: 0.12 },
      "dirty or missed pins read open or high",
      { tips: "unproven" },
    ),
    shows(
      PAIRS_AT_REST,
      { jointSeries: 0.15, erratic: 0.15, shifted: 0.08, twoOpen: 0.02, allOpen: 0.01 },
      "with the tips proved, contact, range and a misread temperature are left",
      { tips: "proven" },
    ),
    shows(
      PAIRS_SPUN,
      { twoFloating: 0.06, allFloating: 0.08, erratic: 0.12 },
      "a clip half on, a range that jumps, a drill that slips",
    ),
    shows(
      CONSTANT,
      { high: 0.08, low: 0.08, tellTale: 0.04, farHigh: 0.02 },
      "old leads, wrong range, speed read on the bare chuck",
    ),
    shows(SISTER, { high: 0.04, low: 0.04 }, "a slip hits one of the two"),
    shows(FRAME, { high: 0.15, leaking: 0.05 }, "fingers across the probes"),
    shows(LAMPS, { oneDead: 0.06, impossible: 0.05, allDead: 0.04 }, "a pin missed, a lamp misread"),
    shows(TEMPERATURE_SENSOR, { off: 0.08 }, "the motor is not at the room it is held against"),
    shows(RUN_GOOD, { rough: 0.05, dead: 0.08 }, "the known-good one was not"),
    shows(SWAP, { stillFails: 0.06 }, "the known-good one was not"),
    shows(METER_KNOWN, { departs: 0.45 }, "a meter that is wrong on what is known"),
    shows(END_REPEAT, { moved: 0.5 }, "what moved was not the motor"),
    shows(AGAINST_PAST, { allShifted: 0.35 }, "three pairs do not age alike"),
  ],
  hides: [],
  alike: [],
};

export const wrongData: Fault = {
  name: "Expected values wrong",
  plainWords: "The data we have for this motor do not fit it.",
  location: "data",
  disposition: null,
  cures: ["record"],
  prior: {
    ...everywhere(0.05),
    ...{ ecm: 0.01, ecmAirflow: 0.01, ecmSealed: 0.01, miniSplit: 0.01, miniSplitDriver: 0.01 },
  },
  priorReason: "nameplate, model or a rewind other than believed; of a blower hardly anything is expected",
  complaints: {},
  events: { repair: 1.5 },
  explains: 0.4,
  placed: false,
  impossibleIn: [],
  brings: [],
  hazard: false,
  condemnedAfter: [],
  suspect: null,
  leftOver: false,
  endedBy: null,
  shows: [
    shows(PAIRS_AT_REST, { shifted: 0.9 }, "balanced at another value than believed"),
    shows(
      CONSTANT,
      { high: 0.25, low: 0.3, farHigh: 0.1, tellTale: 0.1 },
      "another motor or a rewind has another constant too",
    ),
    shows(NO_LOAD_CURRENT, { high: 0.1 }, "the baseline is of another motor"),
    shows(
      AGAINST_PAST,
      { allShifted: 0.008 },
      "data that fitted last time fit still, unless it is another motor under this serial",
    ),
  ],
  hides: [],
  alike: [],
};

export const wrongPlate: Fault = {
  name: "Nameplate, pole count or convention wrong",
  plainWords: "The data on the motor's plate do not fit it.",
  location: "data",
  disposition: null,
  cures: ["record"],
  prior: bareOnly({ hobby: 0.06, hub: 0.06, traction: 0.06 }),
  priorReason:
    "plates are often off by a few percent and poles are miscounted; those of blowers name no speed constant",
  complaints: { noRun: 0.2 },
  events: {},
  explains: 0.4,
  placed: false,
  impossibleIn: [],
  brings: ["wrongData"],
  hazard: false,
  condemnedAfter: [],
  suspect: null,
  leftOver: false,
  endedBy: null,
  shows: [
    shows(
      CONSTANT,
      { tellTale: 0.5, high: 0.16, low: 0.2, farHigh: 0.08 },
      "the figure it is held against is wrong",
    ),
    shows(HALL_STEPS, { departs: 0.5 }, "poles counted wrong, so the steps of a turn are too"),
  ],
  hides: [],
  alike: [],
};

export const unseen: Fault = {
  name: "Something these checks cannot see",
  plainWords: "The checks made so far cannot see everything; the cause is not found yet.",
  location: "unknown",
  disposition: "undecided",
  cures: [],
  prior: {
    hobby: 0.01,
    hub: 0.017,
    traction: 0.023,
    ecm: 0.007,
    ecmAirflow: 0.007,
    ecmSealed: 0.01,
    miniSplit: 0.01,
    miniSplitDriver: 0.01,
  },
  priorReason: "a single shorted turn, a misplaced sensor, built-in electronics: no check here reaches them",
  complaints: { twitches: 1.5, cutsOut: 1.2, uneven: 1.2, hot: 1.2, lowPower: 1.3, hunting: 1.5 },
  events: { heat: 1.2, water: 1.3, surge: 1.5 },
  explains: 1,
  placed: false,
  impossibleIn: [],
  brings: [],
  hazard: false,
  condemnedAfter: [],
  suspect: null,
  leftOver: false,
  endedBy: null,
  shows: [
    shows(RUN_GOOD, { rough: 0.4, dead: 0.1 }, "whatever it is, it is in the motor"),
    ...goesWithIt(0.85),
  ],
  hides: [],
  alike: [],
};
