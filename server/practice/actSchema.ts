import Joi from "joi";
import type { Act } from "#bench/acts";
import { PLACES, POINTS } from "#bench/points";
import { SENSES } from "#bench/senses";
import { byKind } from "#contract/fields";
import { POINT_IDS } from "#core/families";
import { LIVE_FUNCTION_NAMES } from "#core/live";

const point = Joi.string().valid(...POINTS);
const by = { with: Joi.string().required() };
const on = { on: Joi.boolean().required() };
/** What each act takes. */
const ACTS: { readonly [Do in Act["do"]]: Readonly<Record<string, Joi.Schema>> } = {
  touch: { ...by, red: point.required(), black: point.required() },
  tips: by,
  lift: by,
  press: by,
  dial: {
    ...by,
    reads: Joi.string()
      .valid(...LIVE_FUNCTION_NAMES)
      .required(),
  },
  reach: {
    ...by,
    at: Joi.string()
      .valid(...PLACES, ...POINT_IDS)
      .required(),
  },
  range: { ...by, fullScale: Joi.number().positive().allow(null).required() },
  null: by,
  power: on,
  call: on,
  insulate: on,
  plug: { in: Joi.boolean().required() },
  open: {},
  spin: { rpm: Joi.number().min(0).max(6000).required() },
  turn: { degrees: Joi.number().required() },
  stop: {},
  sense: {
    what: Joi.string()
      .valid(...Object.keys(SENSES))
      .required(),
  },
  wait: { seconds: Joi.number().min(0).max(3600).required() },
  supply: { ...by, amperes: Joi.number().min(0).max(10).allow(null).required() },
};
export const actSchema = byKind("do", ACTS, `An act is one of: ${Object.keys(ACTS).join(", ")}.`).required();

/** An act as it was sent. @throws Error with one sentence where it is none */
export function actOf(asked: unknown): Act {
  const { error, value } = actSchema.validate(asked) as Joi.ValidationResult<Act>;
  if (error) throw new Error(error.message);
  return value;
}
