import { id, name, strict, words } from "./fields.ts";
import { motorFields } from "./motorSchema.ts";
import type { MotorModel } from "./shop.ts";

const { family, connection, polePairs, expected, speedConstant, hallSpacing, magnets, rated, balanceLimit } =
  motorFields;

export const modelSchema = strict<MotorModel>({
  id: id.required(),
  name: name.required().messages({ "string.empty": "Name the model." }),
  facts: strict<MotorModel["facts"]>({
    family,
    connection,
    polePairs,
    expected,
    speedConstant,
    hallSpacing,
    magnets,
    rated,
    balanceLimit,
  }).required(),
  notes: words.required(),
});
