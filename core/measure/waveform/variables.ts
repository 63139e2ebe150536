import { variable } from "../../inference/index.ts";

/**
 * What a recorded waveform says beside three voltages: what turns with the rotor. Outcomes from ordinary to dominant; the leak
 * is the false-alarm rate of a careful person with sound equipment (bench judgement).
 */

export const MAGNET_RING = variable({
  id: "magnetRing",
  title: "Magnets one by one",
  outcomes: ["even", "someLow"],
  leak: { someLow: 0.004 },
  leakReason: "a chuck that knocks once a turn, or the drill's own trigger",
  slip: 0.003,
  words: { even: "all magnets alike", someLow: "magnets low at one place of every turn" },
});

export const RUNOUT = variable({
  id: "runout",
  title: "Swing once per turn",
  outcomes: ["none", "swings"],
  leak: { swings: 0.02 },
  leakReason: "rotors run out a little; a whole turn of it shows at about one in fifty",
  slip: 0.003,
  words: { none: "no swing with the turn", swings: "a swing once in every turn" },
});

export const WAVEFORM_VARIABLES = [MAGNET_RING, RUNOUT];
