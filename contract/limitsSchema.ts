import Joi from "joi";
import { KV_CONVENTIONS } from "#core/quantity";
import { DEAD_HALL_SCHOOLS, FAMILIES, type School, type ShopLimit, type ShopLimits } from "#core/record";
import { keyed, oneOf, strict } from "./fields.ts";

const reason = Joi.string().trim().min(3).max(300).required().messages({
  "string.empty": "Say why: a limit without a reason is forgotten by the next one.",
  "string.min": "Say why: a limit without a reason is forgotten by the next one.",
});
const limit = (most: number) =>
  strict<ShopLimit>({
    limit: Joi.number()
      .greater(0)
      .max(most)
      .required()
      .messages({ "*": `A limit lies above 0 and up to ${most * 100} %.` }),
    reason,
  });
const school = <Choice extends string>(choices: readonly Choice[]) =>
  keyed<School<Choice>>({ choice: oneOf("school", choices).required(), reason });

const WIDEST_BALANCE = 0.5;
const WIDEST_SPIN = 0.2;

/** The shop's own limits and schools; what is absent keeps the usual. */
export const limitsSchema = strict<ShopLimits>({
  balance: Joi.object(Object.fromEntries(FAMILIES.map((family) => [family, limit(WIDEST_BALANCE)]))),
  spin: limit(WIDEST_SPIN),
  kvConvention: school(KV_CONVENTIONS),
  deadHall: school(DEAD_HALL_SCHOOLS),
});
