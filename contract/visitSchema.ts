import Joi from "joi";
import { KV_CONVENTIONS, type KvConvention } from "#core/quantity";
import type { Measured, Visit } from "#core/record";
import { instant, ohms, oneOf, strict } from "./fields.ts";

const measured = {
  value: Joi.number().greater(0).required(),
  expanded: Joi.number().min(0).required(),
};
const measuredSchema = strict<Measured>(measured);
export const visitSchema = strict<Visit>({
  shop: Joi.string().max(60),
  jobNumber: Joi.number().integer().min(0).required(),
  at: instant.required(),
  pairs: strict<NonNullable<Visit["pairs"]>>({
    AB: measuredSchema.required(),
    BC: measuredSchema.required(),
    CA: measuredSchema.required(),
  })
    .allow(null)
    .required(),
  constant: strict<Measured & { convention: KvConvention }>({
    ...measured,
    convention: oneOf("convention", KV_CONVENTIONS).required(),
  })
    .allow(null)
    .required(),
  insulation: ohms.allow(null).required(),
  // Pairs that are equal to the digit do not differ at all.
  imbalance: strict<Measured>({ ...measured, value: Joi.number().min(0).required() }),
  coastDown: measuredSchema,
});
