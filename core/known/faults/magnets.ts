import { BURNT, COAST_DOWN, MAGNETS_SEEN, TURN } from "../../measure/mechanical/index.ts";
import { CONSTANT, REFERENCE, SISTER } from "../../measure/backemf/index.ts";
import { NO_LOAD_CURRENT, RUN_GOOD } from "../../measure/run/index.ts";
import { MAGNET_RING, RUNOUT } from "../../measure/waveform/index.ts";
import { shows, type Fault } from "./fault.ts";
import { goesWithIt } from "./withElectronics.ts";

// Magnets of the rotor.

export const magnets: Fault = {
  name: "Magnet chipped or loose",
  plainWords: "A magnet of the rotor is broken or loose; a fragment can jam the motor without warning.",
  location: "rotor",
  disposition: "replacePart",
  cures: ["rotor", "motor", "section"],
  prior: {
    hobby: 0.04,
    hub: 0.02,
    traction: 0.015,
    ecm: 0.01,
    ecmAirflow: 0.01,
    ecmSealed: 0.01,
    miniSplit: 0.01,
    miniSplitDriver: 0.01,
  },
  priorReason: "a crash or a lost glue line",
  complaints: { uneven: 1.5, noisy: 3 },
  events: { heat: 1.5, crash: 3 },
  explains: 1,
  placed: false,
  impossibleIn: [],
  brings: ["debris"],
  hazard: true,
  condemnedAfter: [],
  suspect: null,
  leftOver: false,
  endedBy: [
    {
      mark: "chipped",
      cure: "rotor",
      sentence: "A broken magnet condemns the rotor: a fragment jams it without warning.",
    },
    {
      mark: "scored",
      cure: "rotor",
      sentence: "Deeply scored magnets condemn the rotor: what is left of them cracks and comes loose.",
    },
  ],
  shows: [
    shows(
      TURN,
      { scraping: 0.35, tightSpot: 0.2, locked: 0.08, grinding: 0.1 },
      "a lifted magnet or fragment touches the stator",
    ),
    shows(MAGNETS_SEEN, { chipped: 0.78, scored: 0.13, scratched: 0.06 }, "seen once the motor is open"),
    shows(COAST_DOWN, { short: 0.25 }, "touches"),
    shows(CONSTANT, { high: 0.15 }, "a lost magnet takes its flux along"),
    shows(SISTER, { high: 0.15 }, "a lost magnet takes its flux along"),
    shows(REFERENCE, { high: 0.15 }, "a lost magnet takes its flux along"),
    shows(MAGNET_RING, { someLow: 0.82 }, "a part of the flux is missing at one place of the rotor"),
    shows(RUNOUT, { swings: 0.06 }, "many magnets lifted on one side"),
    shows(RUN_GOOD, { rough: 0.45, dead: 0.08 }, "fragments, missing flux"),
    shows(NO_LOAD_CURRENT, { high: 0.3 }, "touch, missing flux"),
    ...goesWithIt(0.9),
  ],
  hides: [],
  alike: [],
};

export const magnetsWeak: Fault = {
  name: "Magnets weakened",
  plainWords: "Heat has weakened the magnets of the rotor: the motor gives less pull for its current.",
  location: "rotor",
  disposition: "replacePart",
  cures: ["rotor", "motor", "section"],
  prior: {
    hobby: 0.04,
    hub: 0.015,
    traction: 0.02,
    ecm: 0.008,
    ecmAirflow: 0.008,
    ecmSealed: 0.008,
    miniSplit: 0.008,
    miniSplitDriver: 0.008,
  },
  priorReason: "heat beyond the grade of the magnets, mostly in small motors driven hard",
  complaints: { noRun: 0.2, hot: 3, lowPower: 3 },
  events: { heat: 4 },
  explains: 1,
  placed: false,
  impossibleIn: [],
  brings: [],
  hazard: false,
  condemnedAfter: [],
  suspect: null,
  leftOver: false,
  endedBy: [],
  shows: [
    shows(BURNT, { dark: 0.25, smell: 0.15 }, "what weakened them was heat"),
    shows(CONSTANT, { high: 0.97 }, "less flux, more speed a volt"),
    shows(SISTER, { high: 0.92 }, "less flux than the known-good one"),
    shows(REFERENCE, { high: 0.9 }, "less flux than its plate asks, by a motor that is known"),
    shows(MAGNET_RING, { someLow: 0.06 }, "heat takes of all of them, now and then of one side more"),
    shows(RUN_GOOD, { rough: 0.1 }, "fast and weak, hardly seen without load"),
    shows(NO_LOAD_CURRENT, { high: 0.6 }, "less flux, more current for the same drag"),
    ...goesWithIt(0.75),
  ],
  hides: [],
  alike: [],
};
