import { variable } from "../../inference/index.ts";

/**
 * What the set-up says of itself. Outcomes from ordinary to dominant; the leak is the false-alarm rate of a careful person with sound
 * equipment (bench judgement).
 */

export const METER_KNOWN = variable({
  id: "meterKnown",
  title: "Meter on something known",
  outcomes: ["agrees", "departs"],
  leak: { departs: 0.01 },
  leakReason: "the known thing was not",
  words: { agrees: "meter right on what is known", departs: "meter wrong on what is known" },
});

export const END_REPEAT = variable({
  id: "endRepeat",
  title: "First reading repeated",
  outcomes: ["same", "moved"],
  leak: { moved: 0.03 },
  leakReason: "the motor warmed",
  words: { same: "first reading comes back", moved: "first reading does not come back" },
});

export const AGAINST_PAST = variable({
  id: "past",
  title: "Against its own past",
  outcomes: ["same", "allShifted"],
  leak: { allShifted: 0.004 },
  leakReason: "another temperature than believed",
  words: { same: "as this motor read before", allShifted: "all pairs shifted together against its past" },
});

export const SETUP_VARIABLES = [METER_KNOWN, END_REPEAT, AGAINST_PAST];
