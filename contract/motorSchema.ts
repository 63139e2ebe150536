import Joi from "joi";
import { diagramProblems } from "#core/families";
import { KV_CONVENTIONS } from "#core/quantity";
import {
  CODE_SUBJECTS,
  CONNECTIONS,
  CONSEQUENCES,
  FAMILIES,
  HALL_SPACINGS,
  MAGNET_MATERIALS,
  WARRANTIES,
  type Diagram,
  type MachineCode,
  type Motor,
  type PointDiagram,
} from "#core/record";
import { celsius, id, name, ohms, oneLine, oneOf, keyed, strict } from "./fields.ts";

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
  voltsMost: Joi.number()
    .greater(Joi.ref("volts"))
    .max(1500)
    .messages({ "number.greater": "Of two voltages on a plate the lower comes first, as 208-230 V." }),
  amperes: Joi.number().greater(0).max(1000),
  rpm: Joi.number().greater(0).max(200_000),
  lines: Joi.number().valid(1, 2, 3),
});
const MOST_PINS = 40;
const MOST_CODES = 100;
const pinName = oneLine(Joi.string().trim().min(1).max(12));
/** How a diagram is built; whether it fits the family is for the motor as a whole to say. */
export const diagramSchema = Joi.object<Diagram>({
  source: name.required().messages({
    "string.empty": "Say where it was read: the label on the motor, the maker's sheet.",
  }),
  plugs: Joi.object().pattern(
    name,
    Joi.array().items(Joi.array().items(pinName).min(1).max(MOST_PINS)).min(1).max(4),
  ),
  points: Joi.object().pattern(
    name,
    Joi.object<PointDiagram>({
      pins: Joi.array().ordered(pinName.required(), pinName.required()),
      least: Joi.number().min(0).max(1500),
      most: Joi.number().greater(0).max(1500),
    }),
  ),
  codes: Joi.array()
    .items(
      Joi.object<MachineCode>({
        code: oneLine(Joi.string().trim().min(1).max(20).required()),
        means: name.required(),
        speaksOf: oneOf("subject of a code", CODE_SUBJECTS).required(),
      }),
    )
    .max(MOST_CODES)
    .unique((one: MachineCode, other: MachineCode) => one.code.toLowerCase() === other.code.toLowerCase())
    .messages({ "array.unique": "A code stands once in its table." }),
});

/** The fields of a motor, those that every record has required. */
export const motorFields = {
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
  onePiece: Joi.boolean(),
  diagram: diagramSchema.allow(null),
} satisfies { readonly [Field in keyof Required<Motor>]: Joi.Schema };

type WithDiagram = Pick<Motor, "family" | "diagram" | "rated">;

/** A diagram that is nonsense for its family is refused, with the place. */
export function diagramFits<Of extends WithDiagram>(
  of: Of,
  helpers: Joi.CustomHelpers,
): Of | Joi.ErrorReport {
  const [problem] = diagramProblems(of);
  return problem === undefined
    ? of
    : helpers.message({ custom: problem }, { path: [...(helpers.state.path ?? []), "diagram"] });
}

export const motorSchema = keyed<Motor>(motorFields).custom(diagramFits);
