import { BURNT, COAST_DOWN, SHORT_DRAG, TURN, WIRES_SEEN } from "../../measure/mechanical/index.ts";
import { INWARD, PAIRS_AT_REST } from "../../measure/winding/index.ts";
import { PAIRS_SPUN, SPIN_DRAG } from "../../measure/backemf/index.ts";
import { RUN_GOOD } from "../../measure/run/index.ts";
import { CODE } from "../../measure/power/index.ts";
import { FLASH } from "../../measure/air/index.ts";
import { MODULE_LOOK } from "../../measure/module/index.ts";
import { PACK } from "../../measure/feed/index.ts";
import { everywhere } from "./chances.ts";
import { LEADS_TOUCHED } from "../warrants.ts";
import { alike, hides, shows, type Fault } from "./fault.ts";
import { goesWithIt, rocksInVain, stopsIt } from "./withElectronics.ts";

// Joints, windings and leads that conduct no more, or where they should not.

export const starJointOpen: Fault = {
  name: "Star joint open",
  plainWords: "The three windings of the motor meet in one soldered joint, and that joint has come apart.",
  location: "winding",
  disposition: "resolder",
  cures: ["starJoint", "motor", "section"],
  prior: {
    hobby: 0.06,
    hub: 0.02,
    traction: 0.015,
    ecm: 0.01,
    ecmAirflow: 0.01,
    ecmSealed: 0.005,
    miniSplit: 0.01,
    miniSplitDriver: 0.005,
  },
  priorReason: "the classic of small motors: one soldered bundle that overheats",
  complaints: { noRun: 2.5, twitches: 1.5, afterRepair: 1.5 },
  events: { heat: 2.5 },
  explains: 1,
  placed: false,
  impossibleIn: ["delta"],
  brings: ["magnetsWeak"],
  hazard: false,
  condemnedAfter: [],
  suspect: null,
  leftOver: false,
  endedBy: [],
  shows: [
    shows(BURNT, { dark: 0.15, smell: 0.25 }, "the joint cooks, the windings often stay bright"),
    shows(SHORT_DRAG, { noneDrags: 0.93, oneDiffers: 0.05 }, "no loop closes"),
    shows(
      PAIRS_AT_REST,
      { allOpen: 0.9, twoOpen: 0.07, erratic: 0.03 },
      "no path between any two leads; now and then two bundles still touch",
    ),
    shows(INWARD, { allOpen: 0.93, differ: 0.05 }, "nothing joins the limbs there either"),
    shows(
      PAIRS_SPUN,
      { allFloating: 0.9, twoFloating: 0.07 },
      "nothing holds the limbs together; now and then two bundles still touch",
    ),
    shows(RUN_GOOD, { dead: 0.95 }, "no current can flow"),
    ...stopsIt(0.97, "no current flows"),
    ...goesWithIt(0.95),
    shows(CODE, { motor: 0.5 }, "the motor does not turn"),
  ],
  hides: [
    hides(
      PAIRS_AT_REST,
      ["turnsShorted", "highJoint", "pathOpen", "wrongData"],
      "with the joint open no current flows at rest: the pairs say nothing of the limbs",
    ),
  ],
  alike: [alike([PAIRS_AT_REST, PAIRS_SPUN], "where two bundles still touch at rest they touch when spun")],
};

export const limbOpen: Fault = {
  name: "Winding open",
  plainWords: "One of the three windings inside the motor is broken.",
  location: "winding",
  disposition: "replaceMotor",
  cures: ["motor", "section"],
  prior: everywhere(0.02),
  priorReason: "burnt or broken wire inside a limb; rarer than its joints",
  complaints: { noRun: 1.5, twitches: 3 },
  events: {},
  explains: 1,
  placed: true,
  impossibleIn: [],
  brings: [],
  hazard: false,
  condemnedAfter: [],
  suspect: null,
  leftOver: false,
  endedBy: [],
  shows: [
    shows(BURNT, { dark: 0.45, smell: 0.2 }, "wires rarely part without heat"),
    shows(SHORT_DRAG, { oneDiffers: 0.95 }, "only the pair without the limb drags", {
      connection: "star",
    }),
    shows(SHORT_DRAG, { oneDiffers: 0.35 }, "all drag, one a little less", { connection: "delta" }),
    shows(PAIRS_AT_REST, { twoOpen: 0.97, erratic: 0.03 }, "both pairs through the limb are open", {
      connection: "star",
    }),
    shows(
      PAIRS_AT_REST,
      { limbOpenDelta: 0.97, erratic: 0.03 },
      "the open winding's pair reads through the two others",
      { connection: "delta" },
    ),
    shows(INWARD, { differ: 0.97 }, "the limb is open from its own ends"),
    shows(PAIRS_SPUN, { twoFloating: 0.97 }, "both pairs through the limb float", {
      connection: "star",
    }),
    shows(RUN_GOOD, { rough: 0.5, dead: 0.45 }, "two phases only: twitches or nothing"),
    ...rocksInVain(0.9),
    shows(FLASH, { none: 0.7 }, "its logic finds no motor, and mostly waits"),
    ...goesWithIt(0.95),
    shows(CODE, { motor: 0.5 }, "the motor does not turn"),
  ],
  hides: [],
  alike: [],
};

export const leadOpen: Fault = {
  name: "Lead or plug open",
  plainWords: "One of the three power leads, or its plug, is broken.",
  location: "winding",
  disposition: "repair",
  cures: ["phaseWire", "motor", "section"],
  prior: {
    hobby: 0.03,
    hub: 0.06,
    traction: 0.02,
    ecm: 0.015,
    ecmAirflow: 0.015,
    ecmSealed: 0.01,
    miniSplit: 0.015,
    miniSplitDriver: 0.01,
  },
  priorReason: "cables flex where they leave the axle or the can",
  complaints: { noRun: 1.5, twitches: 3, afterRepair: 2 },
  events: { crash: 2, repair: 1.5 },
  explains: 1,
  placed: true,
  impossibleIn: [],
  brings: [],
  hazard: false,
  condemnedAfter: [],
  suspect: null,
  leftOver: false,
  endedBy: [],
  shows: [
    shows(WIRES_SEEN, { broken: 0.4, taped: 0.2 }, "some breaks show, some sit inside the jacket"),
    shows(SHORT_DRAG, { oneDiffers: 0.95 }, "only the pair without the lead drags"),
    shows(
      PAIRS_AT_REST,
      { twoOpen: 0.9, allOpen: 0.05 },
      "both pairs through the lead are open; a torn plug may open all",
    ),
    shows(PAIRS_SPUN, { twoFloating: 0.92, allFloating: 0.03 }, "both pairs through the lead float"),
    shows(RUN_GOOD, { rough: 0.5, dead: 0.45 }, "two phases only: twitches or nothing"),
    ...rocksInVain(0.9),
    shows(FLASH, { none: 0.7 }, "its logic finds no motor, and mostly waits"),
    ...goesWithIt(0.95),
    shows(CODE, { motor: 0.5 }, "the motor does not turn"),
  ],
  hides: [],
  alike: [alike([PAIRS_AT_REST, PAIRS_SPUN], "a plug that is torn off whole opens all at rest and spun")],
};

export const leadsShorted: Fault = {
  name: "Two leads shorted",
  plainWords: "Two of the power leads touch each other inside the cable or plug.",
  location: "winding",
  disposition: "repair",
  cures: ["phaseWire", "motor", "section"],
  prior: {
    hobby: 0.015,
    hub: 0.035,
    traction: 0.01,
    ecm: 0.01,
    ecmAirflow: 0.01,
    ecmSealed: 0.005,
    miniSplit: 0.01,
    miniSplitDriver: 0.005,
  },
  priorReason: "chafed insulation in a cable or plug",
  complaints: { noRun: 1.5, cutsOut: 1.5 },
  events: {},
  explains: 1,
  placed: true,
  impossibleIn: [],
  brings: ["hallSensor", "switchShorted", "module"],
  hazard: true,
  condemnedAfter: LEADS_TOUCHED,
  suspect: null,
  leftOver: false,
  endedBy: [],
  shows: [
    shows(TURN, { stiff: 0.65 }, "shorted leads brake as the rotor turns, plugged or not"),
    shows(WIRES_SEEN, { taped: 0.35, broken: 0.15 }, "the chafe shows at the axle or plug"),
    shows(SHORT_DRAG, { dragsUnbridged: 0.85 }, "bridged already"),
    shows(COAST_DOWN, { short: 0.92 }, "shorted leads brake"),
    shows(
      PAIRS_AT_REST,
      { pairShorted: 0.92, allShort: 0.05 },
      "the pair reads its contact alone; a crushed cable may short all three",
    ),
    shows(PAIRS_SPUN, { pairShorted: 0.85, erratic: 0.05 }, "the pair makes nothing, the others 0.87"),
    shows(INWARD, { differ: 0.04 }, "behind the leads the windings are whole"),
    shows(SPIN_DRAG, { hard: 0.85 }, "leads that touch brake the drill"),
    shows(PACK, { sags: 0.15 }, "a short draws all there is"),
    shows(RUN_GOOD, { dead: 0.7, rough: 0.2 }, "the controller trips"),
    shows(MODULE_LOOK, { burnt: 0.15 }, "a short takes its switches along"),
    ...stopsIt(0.97, "its electronics switch off"),
    ...goesWithIt(0.95),
    shows(CODE, { motor: 0.5 }, "the motor does not turn"),
  ],
  hides: [],
  alike: [alike([PAIRS_AT_REST, PAIRS_SPUN], "a cable crushed through is crushed when spun too")],
};
