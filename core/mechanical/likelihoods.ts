import { row } from "../catalogue/index.ts";
import {
  BURNT,
  COAST_DOWN,
  DAMP,
  DEBRIS_SEEN,
  LAMINATIONS_SEEN,
  MAGNETS_SEEN,
  PLAY,
  SHORT_DRAG,
  TURN,
  WIRES_SEEN,
} from "./variables.ts";

/**
 * What each fault, when present, makes this check show, with its reason. Judgement from common practice and circuit
 * arithmetic; held against simulated motors that know nothing of it.
 */
export const MECHANICAL_ROWS = [
  row(
    TURN,
    "bearing",
    { grinding: 0.6, tightSpot: 0.12, stiff: 0.08, locked: 0.03 },
    "a box of marbles; stiff with old grease or rust",
  ),
  row(
    TURN,
    "magnets",
    { scraping: 0.35, tightSpot: 0.2, locked: 0.08, grinding: 0.1 },
    "a lifted magnet or fragment touches the stator",
  ),
  row(
    TURN,
    "laminations",
    { scraping: 0.6, tightSpot: 0.15, locked: 0.05 },
    "torn sheets stand into the gap",
  ),
  row(
    TURN,
    "debris",
    { scraping: 0.3, grinding: 0.2, tightSpot: 0.15, stiff: 0.08, locked: 0.04 },
    "what lies in the gap rubs",
  ),
  row(
    TURN,
    "controller",
    { stiffPluggedOnly: 0.6 },
    "a shorted switch brakes the motor until it is unplugged; a dead one does not",
  ),
  row(TURN, "leadsShorted", { stiff: 0.65 }, "shorted leads brake as the rotor turns, plugged or not"),
  row(
    TURN,
    "turnsShorted",
    { stiff: 0.15, tightSpot: 0.1 },
    "shorted loops drag, noticeably only when large",
  ),
  row(PLAY, "bearing", { slight: 0.35, clear: 0.35 }, "worn races let the shaft rock"),
  row(BURNT, "frameFault", { dark: 0.3, smell: 0.2 }, "liners fail with heat"),
  row(BURNT, "turnsShorted", { dark: 0.5, smell: 0.2 }, "shorted turns burn"),
  row(BURNT, "starJointOpen", { dark: 0.15, smell: 0.25 }, "the joint cooks, the windings often stay bright"),
  row(BURNT, "limbOpen", { dark: 0.45, smell: 0.2 }, "wires rarely part without heat"),
  row(BURNT, "magnetsWeak", { dark: 0.25, smell: 0.15 }, "what weakened them was heat"),
  row(DAMP, "bearing", { rust: 0.35 }, "rust starts at the outer bearing"),
  row(DAMP, "debris", { rust: 0.4 }, "half of the dirt is rust"),
  row(MAGNETS_SEEN, "magnets", { chipped: 0.9, scratched: 0.07 }, "seen once the motor is open"),
  row(MAGNETS_SEEN, "laminations", { scratched: 0.6, chipped: 0.15 }, "torn sheets score the magnets"),
  row(MAGNETS_SEEN, "debris", { scratched: 0.3 }, "chips score what they rub on"),
  row(LAMINATIONS_SEEN, "laminations", { torn: 0.97 }, "plain to see once open"),
  row(DEBRIS_SEEN, "debris", { chips: 0.85 }, "seen once open, chips cling to magnets"),
  row(WIRES_SEEN, "leadOpen", { broken: 0.4, taped: 0.2 }, "some breaks show, some sit inside the jacket"),
  row(WIRES_SEEN, "leadsShorted", { taped: 0.35, broken: 0.15 }, "the chafe shows at the axle or plug"),
  row(WIRES_SEEN, "highJoint", { taped: 0.25 }, "tape over a splice"),
  row(SHORT_DRAG, "starJointOpen", { noneDrags: 0.93, oneDiffers: 0.05 }, "no loop closes"),
  row(SHORT_DRAG, "limbOpen", { oneDiffers: 0.95 }, "only the pair without the limb drags", {
    connection: "star",
  }),
  row(SHORT_DRAG, "limbOpen", { oneDiffers: 0.35 }, "all drag, one a little less", { connection: "delta" }),
  row(SHORT_DRAG, "leadOpen", { oneDiffers: 0.95 }, "only the pair without the lead drags"),
  row(SHORT_DRAG, "leadsShorted", { dragsUnbridged: 0.85 }, "bridged already"),
  row(
    SHORT_DRAG,
    "turnsShorted",
    { oneDiffers: 0.2, dragsUnbridged: 0.25 },
    "the loop drags by itself when large",
  ),
  row(SHORT_DRAG, "highJoint", { oneDiffers: 0.15 }, "ohms in the loop"),
  row(COAST_DOWN, "bearing", { short: 0.55 }, "what rubs or grinds takes its share"),
  row(COAST_DOWN, "debris", { short: 0.5 }, "what rubs or grinds takes its share"),
  row(COAST_DOWN, "laminations", { short: 0.5 }, "touches"),
  row(COAST_DOWN, "turnsShorted", { short: 0.45 }, "shorted loops brake"),
  row(COAST_DOWN, "leadsShorted", { short: 0.92 }, "shorted leads brake"),
  row(COAST_DOWN, "magnets", { short: 0.25 }, "touches"),
];
