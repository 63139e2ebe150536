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

export const VOLTS_KNOWN = variable({
  id: "voltsKnown",
  title: "Meter on known volts",
  outcomes: ["agrees", "departs"],
  leak: { departs: 0.01 },
  leakReason: "the known source was not",
  words: { agrees: "meter right on volts that are known", departs: "meter wrong on volts that are known" },
});

export const METER_BATTERY = variable({
  id: "meterBattery",
  title: "The meter's battery",
  outcomes: ["good", "low"],
  leak: { low: 0.03 },
  leakReason: "the sign comes early in most meters",
  words: { good: "the meter's battery is good", low: "the meter's battery is low" },
});

export const MAGNETS_COUNTED = variable({
  id: "magnetsCounted",
  title: "Magnets counted",
  outcomes: ["agree", "differ"],
  leak: { differ: 0.02 },
  leakReason: "people lose count",
  words: { agree: "as many magnets as written down", differ: "another number of magnets than written down" },
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

export const SETUP_VARIABLES = [
  METER_KNOWN,
  VOLTS_KNOWN,
  METER_BATTERY,
  MAGNETS_COUNTED,
  END_REPEAT,
  AGAINST_PAST,
];
