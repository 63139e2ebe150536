import { SEEN } from "../../check/index.ts";
import { variable } from "../../inference/index.ts";

export const HARNESS_WIRES = variable({
  id: "harnessWires",
  title: "Harness, wire by wire",
  outcomes: ["whole", "corroded", "broken"],
  leak: { corroded: 0.03, broken: 0.01 },
  leakReason: "a probe beside its pin",
  slip: SEEN,
  words: {
    whole: "every wire and pin of the harness is whole",
    corroded: "a pin of the harness is corroded or loose",
    broken: "a wire or pin of the harness is broken",
  },
});

export const LIMIT_OHMS = variable({
  id: "limitOhms",
  title: "Safety limit, by ohms",
  outcomes: ["closed", "open"],
  leak: { open: 0.005 },
  leakReason: "one that was warm closes again",
  slip: SEEN,
  words: { closed: "the safety limit is closed", open: "the safety limit is open" },
});

export const SWITCHES = variable({
  id: "switches",
  title: "Jumper and speed switches",
  outcomes: ["asTable", "differ"],
  leak: { differ: 0.03 },
  leakReason: "an installer's choice that works",
  slip: SEEN,
  words: { asTable: "set as the maker's table says", differ: "not set as the maker's table says" },
});

export const MODULE_LOOK = variable({
  id: "moduleLook",
  title: "The opened module",
  outcomes: ["clean", "burnt", "limiterOpen", "limiterBlown", "liquid"],
  leak: { burnt: 0.02, limiterOpen: 0.003, limiterBlown: 0.0005, liquid: 0.003 },
  leakReason: "boards darken with honest age",
  slip: SEEN,
  words: {
    clean: "nothing burnt in the module",
    burnt: "burnt parts or pins in the module",
    limiterOpen: "the inrush limiter is open, and nothing behind it is shorted",
    limiterBlown: "the inrush limiter is open, and what lies behind it is shorted",
    liquid: "capacitors have leaked",
  },
});
