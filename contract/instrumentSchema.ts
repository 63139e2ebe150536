import Joi from "joi";
import {
  type AccuracyRange,
  type AcVolts,
  type CounterAccuracy,
  type Instrument,
  type InsulationTester,
  canMeasure,
} from "#core/quantity";
import { name, ohms, oneOf, strict } from "./fields.ts";

const accuracy = {
  resolution: Joi.number().positive().required(),
  ofReading: Joi.number().min(0).max(1).required(),
  digits: Joi.number().min(0).max(1000).required(),
};
const range = strict<AccuracyRange>({ fullScale: Joi.number().positive().required(), ...accuracy });
const ranges = Joi.array().items(range).max(20);

/** What an instrument may read. */
const MEASURES = [
  "ohms",
  "acVolts",
  "frequency",
  "tachometer",
  "dcVolts",
  "dcAmperes",
  "insulation",
] as const;

export const instrumentSchema = strict<Instrument>({
  id: name.required(),
  name: name.required(),
  wiring: oneOf("wiring", ["twoWire", "fourWire"]).required(),
  ranges: ranges.required(),
  acVolts: strict<AcVolts>({
    ranges: ranges.min(1).required(),
    response: oneOf("response", ["trueRms", "average"]).required(),
    least: Joi.number().min(0).required(),
    most: Joi.number().greater(Joi.ref("least")).required(),
  }),
  frequency: strict<CounterAccuracy>(accuracy),
  tachometer: strict<CounterAccuracy>(accuracy),
  dcVolts: ranges.min(1),
  dcAmperes: ranges.min(1),
  insulation: strict<InsulationTester>({
    volts: Joi.array().items(Joi.number().positive()).min(1).max(10).required(),
    most: ohms.required(),
    ofReading: Joi.number().min(0).max(1).required(),
  }),
  lastChecked: Joi.string().isoDate().messages({ "*": "Give the day as 4 Dec or 2026-12-04." }),
  checkEvery: Joi.number()
    .integer()
    .min(1)
    .max(120)
    .messages({ "*": "Give whole months, 1 to 120, or leave it empty." }),
  leadResistance: ohms.required(),
  contactScatter: ohms.required(),
})
  .custom((value: Instrument, helpers) =>
    MEASURES.some((what) => canMeasure(value, what)) ? value : helpers.error("instrument.reads"),
  )
  .messages({ "instrument.reads": "An instrument must read something: give it at least one range." });
