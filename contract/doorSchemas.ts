import Joi from "joi";
import { name, oneOf, strict } from "./fields.ts";
import { initials } from "./jobSchemas.ts";
import type { CopiesView, CopyLine } from "./copies.ts";
import { ROLES, type AuditLine, type AuditPage, type SessionView, type TryLine } from "./doors.ts";

const SHORTEST = 10;
const LONGEST = 200;

/** Several words are easier to keep in mind than signs, and harder to guess. */
export const passPhrase = Joi.string()
  .min(SHORTEST)
  .max(LONGEST)
  .required()
  .messages({
    "string.min": `A pass-phrase has ${SHORTEST} letters at least: three or four words do.`,
    "string.empty": `A pass-phrase has ${SHORTEST} letters at least: three or four words do.`,
    "string.max": `A pass-phrase has ${LONGEST} letters at most.`,
  });

export const signInSchema = strict<{ initials: string; passPhrase: string }>({
  initials,
  passPhrase: Joi.string().max(LONGEST).required().messages({ "string.empty": "Type your pass-phrase." }),
});

export const firstOwnerSchema = strict<{
  code: string;
  initials: string;
  name: string;
  passPhrase: string;
}>({
  code: Joi.string().max(40).required().messages({ "string.empty": "Type the code the server printed." }),
  initials,
  name: name.required().messages({ "string.empty": "Give the name." }),
  passPhrase,
});

export const passPhraseSchema = strict<{ passPhrase: string }>({ passPhrase });

/** One's own is changed with the old one: a device that was left signed in gives nobody another's door. */
export const ownPassPhraseSchema = strict<{ old: string; passPhrase: string }>({
  old: Joi.string().max(LONGEST).required().messages({
    "string.empty": "Type the pass-phrase you have now.",
    "any.required": "Type the pass-phrase you have now.",
  }),
  passPhrase,
});

export const sessionSchema = strict<SessionView>({
  needed: Joi.boolean().required(),
  person: strict<NonNullable<SessionView["person"]>>({
    initials: name.required(),
    name: name.required(),
    role: oneOf("role", ROLES).required(),
    looksIn: Joi.boolean().valid(true),
  })
    .allow(null)
    .required(),
  first: Joi.boolean().required(),
  shop: name.allow(null).required(),
  tries: strict<NonNullable<SessionView["tries"]>>({
    count: Joi.number().integer().min(1).required(),
    from: Joi.array().items(Joi.string()).required(),
  })
    .allow(null)
    .required(),
  timeZone: name.required(),
  token: Joi.string().allow(null).required(),
});

export const copiesSchema = strict<CopiesView>({
  of: Joi.string().valid("file", "database").required(),
  folder: Joi.string().required(),
  keep: Joi.number().integer().min(1).required(),
  items: Joi.array()
    .items(
      strict<CopyLine>({
        name: name.required(),
        bytes: Joi.number().min(0).required(),
        at: Joi.string().isoDate().required(),
      }),
    )
    .required(),
  last: strict<NonNullable<CopiesView["last"]>>({
    at: Joi.string().isoDate().required(),
    problem: Joi.string().allow(null).required(),
  })
    .allow(null)
    .required(),
});

const auditLineSchema = strict<AuditLine>({
  at: Joi.string().isoDate().required(),
  who: Joi.string().allow("").required(),
  what: Joi.string().required(),
  address: Joi.string().allow("").required(),
});

const tryLineSchema = strict<TryLine>({
  hour: Joi.string().isoDate().required(),
  address: Joi.string().allow("").required(),
  count: Joi.number().integer().min(1).required(),
  initials: Joi.array().items(Joi.string()).required(),
});

export const auditSchema = strict<AuditPage>({
  items: Joi.array().items(auditLineSchema).required(),
  total: Joi.number().integer().min(0).required(),
  page: Joi.number().integer().min(1).required(),
  pageSize: Joi.number().integer().min(1).required(),
  tries: Joi.array().items(tryLineSchema).required(),
});
