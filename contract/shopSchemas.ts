import { id, name, keyed, words } from "./fields.ts";
import { diagramFits, motorFields } from "./motorSchema.ts";
import type { MotorModel } from "./shop.ts";

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

export const modelSchema = keyed<MotorModel>({
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
});
