import Joi from "joi";
import { COMPLAINTS, EVENTS } from "#core/record";
import type { EntryKind } from "./jobs.ts";
import { decisionSchema, motorSchema, readingSchema, repairSchema } from "./schemas.ts";

export const intakeSchema = Joi.object({
  motor: motorSchema.required(),
  complaint: Joi.string()
    .valid(...COMPLAINTS)
    .required()
    .messages({ "any.only": "Choose the complaint from the list." }),
  complaintWords: Joi.string().trim().max(2000).allow("").required(),
  events: Joi.array()
    .items(Joi.string().valid(...EVENTS))
    .unique()
    .required(),
  takenInAt: Joi.string().isoDate().required(),
});

const turningSchema = Joi.object({
  id: Joi.string().guid().required(),
  reason: Joi.string().trim().max(2000).allow("").required(),
  by: Joi.string().trim().max(120).required(),
  at: Joi.string().isoDate().required(),
});

/** One schema a kind of entry; server and browser validate with the same. */
export const ENTRY_SCHEMAS: Readonly<Record<EntryKind, Joi.ObjectSchema>> = {
  reading: readingSchema,
  decision: decisionSchema,
  repair: repairSchema,
  closing: turningSchema,
  reopening: turningSchema,
};

const LONGEST_INITIALS = 4;

export const technicianSchema = Joi.object({
  id: Joi.string().guid().required(),
  initials: Joi.string().trim().uppercase().min(1).max(LONGEST_INITIALS).required().messages({
    "string.empty": "Give one to four initials.",
    "string.min": "Give one to four initials.",
    "string.max": "Give one to four initials.",
    "string.uppercase": "Write initials in capitals.",
  }),
  name: Joi.string().trim().max(120).required().messages({ "string.empty": "Give the name." }),
});
