import Joi from "joi";
import { FAMILIES, type Family } from "#core/record";

/** Families on which somebody may work alone. */
export const aloneSchema = Joi.object<{ readonly families: readonly Family[] }>({
  families: Joi.array()
    .items(Joi.string().valid(...FAMILIES))
    .unique()
    .required(),
});

const text = Joi.string().required();
const families = Joi.array().items(Joi.string().valid(...FAMILIES));

export const caseLineSchema = Joi.object({
  id: text,
  said: text,
  about: text,
  grade: text,
  family: text,
  teaches: Joi.array().items(Joi.string()).required(),
  own: Joi.boolean().required(),
});

export const progressSchema = Joi.object({
  attempts: Joi.array().items(Joi.object().unknown()).required(),
  people: Joi.array()
    .items(
      Joi.object({
        technician: text,
        initials: text,
        name: text,
        role: text,
        shown: families.required(),
        alone: families.required(),
      }),
    )
    .required(),
});

/** The file of a case, which docs/case.schema.json describes to the end. */
export const anyCaseSchema = Joi.object({
  format: text,
  version: Joi.number().required(),
  id: text,
}).unknown();
/** What was done with a case. */
export const anyAttemptSchema = Joi.object({ id: text, caseId: text, by: Joi.string().allow("") }).unknown();
/** What it came to. */
export const marksSchema = Joi.object({
  outcome: text,
  settled: Joi.boolean().required(),
  brier: Joi.number().required(),
  seconds: Joi.number().required(),
  needlessParts: Joi.array().items(Joi.string()).required(),
  unsafe: Joi.array()
    .items(Joi.object({ kind: text, at: Joi.number().required() }))
    .required(),
});
