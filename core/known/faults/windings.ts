import { BURNT, COAST_DOWN, SHORT_DRAG, TURN, WIRES_SEEN } from "../../measure/mechanical/index.ts";
import { INWARD, PAIRS_AT_REST, STEADY } from "../../measure/winding/index.ts";
import { PAIRS_SPUN, SPIN_DRAG } from "../../measure/backemf/index.ts";
import { PACK } from "../../measure/feed/index.ts";
import { CONNECTOR_DROP, NO_LOAD_CURRENT, RUN_GOOD } from "../../measure/run/index.ts";
import { END_REPEAT } from "../../measure/setup/index.ts";
import { INSULATION } from "../../measure/insulation/index.ts";
import { FRAME } from "../../measure/frame/index.ts";
import { everywhere } from "./chances.ts";
import { alike, shows, type Fault } from "./fault.ts";
import { goesWithIt, stopsIt } from "./withElectronics.ts";

// Windings that carry current and are not as they were made.

export const turnsShorted: Fault = {
  name: "Shorted turns",
  plainWords: "Heat has damaged the insulation inside one winding, so part of it is bridged.",
  location: "winding",
  disposition: "replaceMotor",
  cures: ["motor", "section"],
  prior: {
    hobby: 0.06,
    hub: 0.04,
    traction: 0.04,
    ecm: 0.03,
    ecmAirflow: 0.03,
    ecmSealed: 0.02,
    miniSplit: 0.04,
    miniSplitDriver: 0.02,
  },
  priorReason: "heat breaks the enamel",
  complaints: { noRun: 0.7, runsOn: 0.5, uneven: 2, hot: 3, lowPower: 2 },
  events: { heat: 2.5, surge: 1.5 },
  explains: 1,
  placed: true,
  impossibleIn: [],
  brings: ["switchShorted", "magnetsWeak", "frameFault", "module"],
  hazard: false,
  shows: [
    shows(TURN, { stiff: 0.15, tightSpot: 0.1 }, "shorted loops drag, noticeably only when large"),
    shows(BURNT, { dark: 0.5, smell: 0.2 }, "shorted turns burn"),
    shows(SHORT_DRAG, { oneDiffers: 0.2, dragsUnbridged: 0.25 }, "the loop drags by itself when large"),
    shows(COAST_DOWN, { short: 0.45 }, "shorted loops brake"),
    shows(
      PAIRS_AT_REST,
      { turnsStar: 0.7, pairShorted: 0.02, erratic: 0.02 },
      "lower limb; a few turns hide below any limit",
      { connection: "star" },
    ),
    shows(
      PAIRS_AT_REST,
      { turnsDelta: 0.66, pairShorted: 0.06, erratic: 0.02 },
      "lower winding; wholly shorted it reads as a shorted pair",
      { connection: "delta" },
    ),
    shows(INWARD, { differ: 0.72 }, "the turns are missing there too; few hide below any limit"),
    shows(
      PAIRS_SPUN,
      { turnsStar: 0.72, limbGone: 0.04, erratic: 0.03 },
      "fewer turns make fewer volts; a few turns hide below the limit",
      { connection: "star" },
    ),
    shows(
      PAIRS_SPUN,
      { turnsDelta: 0.7, pairShorted: 0.04, erratic: 0.03 },
      "fewer turns make fewer volts, and current circulates",
      { connection: "delta" },
    ),
    shows(SPIN_DRAG, { hard: 0.35 }, "shorted loops drag, plainly only when large"),
    shows(PACK, { sags: 0.06 }, "shorted turns draw current"),
    shows(RUN_GOOD, { rough: 0.45, dead: 0.05 }, "uneven and hot, unless small"),
    shows(NO_LOAD_CURRENT, { high: 0.7 }, "shorted turns draw current at no load"),
    ...stopsIt(0.35, "large shorts trip its electronics"),
    ...goesWithIt(0.85),
  ],
  hides: [],
  alike: [alike([PAIRS_AT_REST, PAIRS_SPUN], "the turns that are missing at rest are missing spun")],
};

export const highJoint: Fault = {
  name: "High joint or lead",
  plainWords: "One of the motor's joints or leads conducts badly and gets hot under load.",
  location: "winding",
  disposition: "resolder",
  cures: ["joint", "motor", "section"],
  prior: {
    hobby: 0.05,
    hub: 0.07,
    traction: 0.03,
    ecm: 0.02,
    ecmAirflow: 0.02,
    ecmSealed: 0.01,
    miniSplit: 0.02,
    miniSplitDriver: 0.01,
  },
  priorReason: "cold joints, corroded splices",
  complaints: { twitches: 2, cutsOut: 2.5, uneven: 2, hot: 2, lowPower: 2, afterRepair: 2.5 },
  events: { water: 1.5, repair: 2 },
  explains: 1,
  placed: true,
  impossibleIn: [],
  brings: [],
  hazard: false,
  shows: [
    shows(WIRES_SEEN, { taped: 0.25 }, "tape over a splice"),
    shows(SHORT_DRAG, { oneDiffers: 0.15 }, "ohms in the loop"),
    shows(STEADY, { drifting: 0.2 }, "a bad contact moves while it is read"),
    shows(
      PAIRS_AT_REST,
      { jointSeries: 0.85, erratic: 0.03 },
      "the limb or lead gains ohms; contact may wander",
      { connection: "star" },
    ),
    shows(
      PAIRS_AT_REST,
      { jointDelta: 0.45, jointSeries: 0.4, erratic: 0.03 },
      "inside the winding or in the lead: two different readings",
      { connection: "delta" },
    ),
    shows(INWARD, { differ: 0.5 }, "half of the bad joints sit behind the lead"),
    shows(RUN_GOOD, { rough: 0.35 }, "uneven under load more than free"),
    shows(CONNECTOR_DROP, { high: 0.3 }, "a phase connector that heats"),
    shows(END_REPEAT, { moved: 0.12 }, "a contact that moves"),
    ...goesWithIt(0.8),
  ],
  hides: [],
  alike: [],
};

export const pathOpen: Fault = {
  name: "One parallel path open",
  plainWords: "One of two wires that share the current of a winding has lost its joint.",
  location: "winding",
  disposition: "resolder",
  cures: ["joint", "motor", "section"],
  prior: everywhere(0.01),
  priorReason: "only where limbs have two paths, and one lost its joint",
  complaints: { lowPower: 2 },
  events: {},
  explains: 1,
  placed: true,
  impossibleIn: [],
  brings: [],
  hazard: false,
  shows: [
    shows(PAIRS_AT_REST, { pathStar: 0.95 }, "the limb doubles", { connection: "star" }),
    shows(PAIRS_AT_REST, { pathDelta: 0.95 }, "the winding doubles", { connection: "delta" }),
    shows(INWARD, { differ: 0.6 }, "where the paths meet inside, the other one still carries alone"),
    shows(RUN_GOOD, { rough: 0.15 }, "weaker in one phase"),
    ...goesWithIt(0.75),
  ],
  hides: [],
  alike: [],
};

export const limbReversed: Fault = {
  name: "Limb reversed",
  plainWords: "One of the three windings was joined the wrong way round.",
  location: "winding",
  disposition: "resolder",
  cures: ["joint", "motor", "section"],
  prior: everywhere(0.003),
  priorReason: "only after a rewind or a joint made anew",
  complaints: { afterRepair: 6 },
  events: { repair: 6 },
  explains: 1,
  placed: true,
  impossibleIn: [],
  brings: [],
  hazard: false,
  shows: [
    shows(PAIRS_SPUN, { limbGone: 0.95 }, "its voltage counts against the others", {
      connection: "star",
    }),
    shows(
      PAIRS_SPUN,
      { reversedDelta: 0.95 },
      "its voltage counts against the others, and current circulates",
      { connection: "delta" },
    ),
    shows(SPIN_DRAG, { hard: 0.8 }, "the voltages round the loop no longer cancel", {
      connection: "delta",
    }),
    shows(RUN_GOOD, { rough: 0.6, dead: 0.35 }, "fights itself"),
    ...goesWithIt(0.95),
  ],
  hides: [],
  alike: [],
};

export const frameFault: Fault = {
  name: "Winding touches the frame",
  plainWords: "A winding touches the metal of the motor.",
  location: "winding",
  disposition: "replaceMotor",
  cures: ["motor", "section"],
  prior: everywhere(0.025),
  priorReason: "worn slot liner, or a lead under a cover",
  complaints: {},
  events: { heat: 1.5, water: 2 },
  explains: 1,
  placed: false,
  impossibleIn: [],
  brings: [],
  hazard: true,
  shows: [
    shows(BURNT, { dark: 0.3, smell: 0.2 }, "liners fail with heat"),
    shows(INSULATION, { down: 0.55, bad: 0.27, poor: 0.12 }, "the tester stresses what a meter cannot"),
    shows(FRAME, { solid: 0.55, touching: 0.07, leaking: 0.25, high: 0.05 }, "a meter's few volts miss some"),
    shows(RUN_GOOD, { rough: 0.1, dead: 0.25 }, "the drive trips"),
    ...stopsIt(0.5, "leakage trips its electronics or the breaker"),
    ...goesWithIt(0.85),
  ],
  hides: [],
  alike: [alike([FRAME, INSULATION], "one bare place lies behind both")],
};
