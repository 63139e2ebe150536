import Joi from "joi";
import { id, name, keyed, words } from "./fields.ts";
import { diagramFits, motorFields } from "./motorSchema.ts";
import type { ListedModel, MotorModel } from "./shop.ts";

const {
  family,
  connection,
  polePairs,
  expected,
  speedConstant,
  hallSpacing,
  magnets,
  rated,
  balanceLimit,
  onePiece,
  diagram,
} = motorFields;

const MODEL = {
  id: id.required(),
  name: name.required().messages({ "string.empty": "Name the model." }),
  facts: keyed<MotorModel["facts"]>({
    family,
    connection,
    polePairs,
    expected,
    speedConstant,
    hallSpacing,
    magnets,
    rated,
    balanceLimit,
    onePiece,
    diagram,
  })
    .custom(diagramFits)
    .required(),
  notes: words.required(),
};
export const modelSchema = keyed<MotorModel>(MODEL);
/** As a shop lists it. */
export const listedModelSchema = keyed<ListedModel>({ ...MODEL, shared: Joi.boolean().valid(true) });
