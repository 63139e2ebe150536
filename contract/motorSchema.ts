import Joi from "joi";
import { KV_CONVENTIONS } from "#core/quantity";
import {
  CONNECTIONS,
  CONSEQUENCES,
  FAMILIES,
  HALL_SPACINGS,
  MAGNET_MATERIALS,
  WARRANTIES,
  type Motor,
} from "#core/record";
import { celsius, id, name, ohms, oneOf, strict } from "./fields.ts";

const expected = strict<NonNullable<Motor["expected"]>>({
  ohms: ohms
    .greater(0)
    .required()
    .messages({ "number.greater": "An expected resistance must be above zero." }),
  tolerance: Joi.number().greater(0).max(1).required(),
  atTemperature: celsius.required(),
  source: name.allow("").required(),
});
const speedConstant = strict<NonNullable<Motor["speedConstant"]>>({
  rpmPerVolt: Joi.number()
    .greater(0)
    .max(50_000)
    .required()
    .messages({ "number.greater": "A speed constant must be above zero." }),
  convention: oneOf("convention", KV_CONVENTIONS).required(),
  source: name.allow("").required(),
});
const rated = strict<NonNullable<Motor["rated"]>>({
  volts: Joi.number().greater(0).max(1500),
  amperes: Joi.number().greater(0).max(1000),
  rpm: Joi.number().greater(0).max(200_000),
});

/** The fields of a motor, those that every record has required. */
export const motorFields: Joi.StrictSchemaMap<Motor> = {
  id: id.required(),
  name: name.required().messages({ "string.empty": "Name the machine and where the motor sits in it." }),
  owner: name.allow("").required(),
  serial: name.allow("").required(),
  family: oneOf("family", FAMILIES).required(),
  connection: oneOf("connection", CONNECTIONS).required(),
  polePairs: Joi.number().integer().min(1).max(200).allow(null).required().messages({
    "number.integer": "Pole pairs come whole.",
    "number.min": "A motor has at least one pole pair.",
  }),
  expected: expected.allow(null).required(),
  wireColours: strict<Motor["wireColours"]>({
    A: name.allow("").required(),
    B: name.allow("").required(),
    C: name.allow("").required(),
  }).required(),
  consequence: oneOf("consequence", CONSEQUENCES).required(),
  balanceLimit: Joi.number().greater(0).max(0.5).allow(null).required(),
  speedConstant: speedConstant.allow(null),
  hallSpacing: oneOf("spacing", HALL_SPACINGS),
  magnets: oneOf("magnet material", MAGNET_MATERIALS).allow(null),
  rated,
  modelId: id.allow(null),
  warranty: oneOf("warranty", WARRANTIES),
};

export const motorSchema = strict<Motor>(motorFields);
