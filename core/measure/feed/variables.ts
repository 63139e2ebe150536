import { FELT, TYPED } from "../../check/index.ts";
import { variable } from "../../inference/index.ts";

/**
 * What feeds and commands a motor. Outcomes from ordinary to dominant; the leak is the false-alarm rate of a careful
 * person with sound equipment (bench judgement).
 */

export const PACK = variable({
  id: "pack",
  title: "Battery under throttle",
  outcomes: ["holds", "sags"],
  leak: { sags: 0.02 },
  leakReason: "a pack that was not charged",
  slip: TYPED,
  words: { holds: "the battery holds", sags: "the battery sags" },
});

export const COMMAND = variable({
  id: "command",
  title: "Command",
  outcomes: ["follows", "uneven", "missing"],
  leak: { uneven: 0.02, missing: 0.005 },
  leakReason: "probe or plug not made",
  slip: TYPED,
  words: { follows: "the command follows", uneven: "the command jumps", missing: "the command is missing" },
});

export const RUBBING = variable({
  id: "rubbing",
  title: "What turns with the motor",
  outcomes: ["free", "rubs"],
  leak: { rubs: 0.03 },
  leakReason: "a new brake pad touches and does no harm",
  slip: FELT,
  words: { free: "nothing rubs on it", rubs: "something rubs on it" },
});

export const SETTINGS = variable({
  id: "settings",
  title: "Controller settings",
  outcomes: ["fit", "wrong"],
  leak: { wrong: 0.02 },
  leakReason: "a setting that looks odd and works",
  slip: FELT,
  words: { fit: "settings fit the motor", wrong: "settings do not fit the motor" },
});

export const FEED_VARIABLES = [PACK, COMMAND, RUBBING, SETTINGS];
