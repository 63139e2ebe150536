import Joi from "joi";
import { motorSchema } from "./schemas.ts";

const fact = (name: string) => motorSchema.extract(name);

export const modelSchema = Joi.object({
  id: Joi.string().guid().required(),
  name: Joi.string().trim().max(120).required().messages({ "string.empty": "Name the model." }),
  facts: Joi.object({
    family: fact("family"),
    connection: fact("connection"),
    polePairs: fact("polePairs"),
    expected: fact("expected"),
    speedConstant: fact("speedConstant"),
    hallSpacing: fact("hallSpacing"),
    magnets: fact("magnets"),
    rated: fact("rated"),
    balanceLimit: fact("balanceLimit"),
  }).required(),
  notes: Joi.string().trim().max(2000).allow("").required(),
});
