import Joi from "joi";
import type { AuditLine } from "./doors.ts";
import { feedViewSchema } from "./feedSchema.ts";
import { id, instant, keyed, words } from "./fields.ts";
import { instrumentSchema } from "./instrumentSchema.ts";
import { technicianSchema } from "./jobSchemas.ts";
import { limitsSchema } from "./limitsSchema.ts";
import { aloneSchema, anyCaseSchema } from "./practiceSchema.ts";
import { modelSchema } from "./shopSchemas.ts";
import { visitSchema } from "./visitSchema.ts";

const MOST = 1_000_000;

/** What an open job of another shop's file is judged by. */
const carried = Joi.object({
  instruments: Joi.array().items(instrumentSchema).required(),
  past: Joi.array().items(visitSchema).required(),
  limits: limitsSchema.required(),
});

const auditLine = keyed<AuditLine>({
  at: instant.required(),
  who: Joi.string().allow("").required(),
  what: Joi.string().required(),
  address: Joi.string().allow("").required(),
});

/** The lists of a whole shop, as its export holds them; those of earlier versions had less. */
export const shopListsSchema = Joi.object({
  format: Joi.string().required(),
  version: Joi.number().integer().min(1).required(),
  people: Joi.array().items(technicianSchema).max(10_000).required(),
  instruments: Joi.array().items(instrumentSchema).max(10_000).required(),
  models: Joi.array().items(modelSchema).max(10_000).required(),
  limits: limitsSchema.required(),
  carried: Joi.object().pattern(id, carried),
  audit: Joi.array().items(auditLine).max(MOST),
  snapshots: Joi.array()
    .items(
      Joi.object({
        id: Joi.string().required(),
        jobId: id.required(),
        rules: words.required(),
        body: Joi.object().required(),
        at: instant.required(),
      }),
    )
    .max(MOST),
  feeds: Joi.array().items(feedViewSchema).max(10_000),
  cases: Joi.array().items(anyCaseSchema).max(10_000),
  tries: Joi.array()
    .items(
      Joi.object({
        id: id.required(),
        caseId: words.required(),
        byWhom: Joi.string().allow("").required(),
        at: instant.required(),
        line: Joi.object().required(),
        attempt: Joi.object().required(),
        marks: Joi.object().required(),
      }),
    )
    .max(MOST),
  alone: Joi.object().pattern(id, aloneSchema.extract("families")),
});
