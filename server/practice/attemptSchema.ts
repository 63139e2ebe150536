import Joi from "joi";
import type { Attempt } from "#bench/marks";
import { CURE_IDS, FAULT_IDS } from "#core/known";
import { byKind } from "#contract/fields";
import { ENTRY_SCHEMAS } from "#contract/jobSchemas";
import { actSchema } from "./actSchema.ts";

/** More than anybody does to one motor. */
const MOST_ACTS = 3000;
const MOST_WORDS = 8;
const MOST_ENTRIES = 500;

/** An attempt on its way in: whose it is, at which case, and what was done. */
export interface SentAttempt extends Attempt {
  readonly id: string;
  readonly caseId: string;
  readonly by: string;
  /** UTC, ISO 8601. */
  readonly at: string;
}

export const attemptSchema = Joi.object<SentAttempt>({
  id: Joi.string().guid().required(),
  caseId: Joi.string().max(60).required(),
  by: Joi.string().max(3).allow("").required(),
  at: Joi.string().isoDate().required(),
  acts: Joi.array()
    .items(Joi.object({ after: Joi.number().min(0).max(86_400).required(), act: actSchema }))
    .max(MOST_ACTS)
    .required(),
  entries: Joi.array()
    .items(
      byKind(
        "kind",
        {
          reading: { body: ENTRY_SCHEMAS.reading.required() },
          undo: { body: ENTRY_SCHEMAS.undo.required() },
        },
        "In practice readings are written, and taken back.",
      ),
    )
    .max(MOST_ENTRIES)
    .required(),
  words: Joi.array()
    .items(
      Joi.object({
        fault: Joi.string()
          .valid(...FAULT_IDS)
          .required(),
        chance: Joi.number().min(0).max(1).required(),
      }),
    )
    .unique("fault")
    .max(MOST_WORDS)
    .required(),
  decided: Joi.object({
    cures: Joi.array()
      .items(Joi.string().valid(...CURE_IDS))
      .unique()
      .max(CURE_IDS.length)
      .required(),
  }).required(),
  peeked: Joi.boolean().required(),
});
