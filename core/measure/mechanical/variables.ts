import { FELT, SEEN, TYPED } from "../../check/index.ts";
import { variable } from "../../inference/index.ts";

/**
 * What hands, eyes and ears find out. Outcomes from ordinary to dominant; the leak is the false-alarm rate of a careful person with sound
 * equipment (bench judgement).
 */

export const TURN = variable({
  id: "turn",
  title: "Turned by hand",
  outcomes: ["even", "tightSpot", "grinding", "scraping", "stiffPluggedOnly", "stiff", "locked"],
  leak: { tightSpot: 0.03, grinding: 0.01, scraping: 0.005, stiff: 0.005 },
  leakReason: "strong cogging is sometimes felt as a tight spot",
  slip: FELT,
  words: {
    even: "turns evenly",
    tightSpot: "one tight spot",
    grinding: "grinds or rattles",
    scraping: "scrapes",
    stiffPluggedOnly: "stiff, but free when unplugged",
    stiff: "stiff with nothing connected",
    locked: "does not turn",
  },
});

export const PLAY = variable({
  id: "play",
  title: "Play",
  outcomes: ["none", "slight", "clear"],
  leak: { slight: 0.12, clear: 0.01 },
  leakReason: "wave washers give a little axial play in sound motors",
  slip: FELT,
  words: { none: "no play", slight: "slight play", clear: "clear play" },
});

export const BURNT = variable({
  id: "burnt",
  title: "Heat marks",
  outcomes: ["none", "smell", "dark"],
  leak: { smell: 0.04, dark: 0.02 },
  leakReason: "varnish darkens with honest age",
  slip: SEEN,
  words: { none: "windings bright", smell: "burnt smell", dark: "windings dark or burnt" },
});

export const DAMP = variable({
  id: "damp",
  title: "Rust outside",
  outcomes: ["none", "rust"],
  leak: { rust: 0.12 },
  leakReason: "surface rust without harm",
  slip: SEEN,
  words: { none: "no rust outside", rust: "rust outside" },
});

export const WATER_SEEN = variable({
  id: "waterSeen",
  title: "Water inside",
  outcomes: ["dry", "rust", "standing"],
  leak: { rust: 0.01, standing: 0.001 },
  leakReason: "a trace from long ago",
  slip: SEEN,
  words: { dry: "dry inside", rust: "rust or a tide mark inside", standing: "water standing inside" },
});

export const MAGNETS_SEEN = variable({
  id: "magnetsSeen",
  title: "Magnets",
  outcomes: ["sound", "scratched", "scored", "chipped"],
  leak: { scratched: 0.03, scored: 0.001, chipped: 0.001 },
  leakReason: "light marks from an earlier opening",
  slip: SEEN,
  words: {
    sound: "magnets whole",
    scratched: "magnets scratched",
    scored: "magnets deeply scored",
    chipped: "magnet chipped, cracked or loose",
  },
});

export const LAMINATIONS_SEEN = variable({
  id: "laminationsSeen",
  title: "Laminations",
  outcomes: ["sound", "torn"],
  leak: { torn: 0.0002 },
  leakReason: "hardly mistaken for anything else",
  slip: SEEN,
  words: { sound: "laminations whole", torn: "laminations torn" },
});

export const DEBRIS_SEEN = variable({
  id: "debrisSeen",
  title: "Gap",
  outcomes: ["clean", "chips"],
  leak: { chips: 0.04 },
  leakReason: "a few filings on a magnet are common and harmless",
  slip: SEEN,
  words: { clean: "gap clean", chips: "chips or dirt in the gap" },
});

export const WIRES_SEEN = variable({
  id: "wiresSeen",
  title: "Wires",
  outcomes: ["sound", "taped", "broken"],
  leak: { taped: 0.06, broken: 0.003 },
  leakReason: "tape from an earlier, sound repair",
  slip: SEEN,
  words: { sound: "wires whole", taped: "wires taped or chafed", broken: "a wire visibly broken" },
});

export const SHORT_DRAG = variable({
  id: "shortDrag",
  title: "Pairs bridged in turn",
  outcomes: ["equal", "oneDiffers", "noneDrags", "dragsUnbridged"],
  leak: { oneDiffers: 0.04, noneDrags: 0.02 },
  leakReason: "a weak motor drags little, a hand judges roughly",
  slip: FELT,
  words: {
    equal: "three equal drags",
    oneDiffers: "one pair drags differently",
    noneDrags: "no pair drags",
    dragsUnbridged: "drags with nothing bridged",
  },
});

export const COAST_DOWN = variable({
  id: "coastDown",
  title: "Coast-down",
  outcomes: ["agrees", "short"],
  leak: { short: 0.05 },
  leakReason: "bearings and grease differ",
  slip: TYPED,
  words: { agrees: "coasts as long as its sister", short: "coasts down too soon" },
});

export const MECHANICAL_VARIABLES = [
  TURN,
  PLAY,
  BURNT,
  DAMP,
  WATER_SEEN,
  MAGNETS_SEEN,
  LAMINATIONS_SEEN,
  DEBRIS_SEEN,
  WIRES_SEEN,
  SHORT_DRAG,
  COAST_DOWN,
];
