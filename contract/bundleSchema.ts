import Joi from "joi";
import { COMPLAINTS, ENTRY_KINDS, EVENTS, type JobRecord } from "#core/record";
import type {
  BundledJob,
  FileOfBundle,
  JobBundle,
  Journalled,
  MotorVersion,
  OldBundle,
} from "./bundledJob.ts";
import { closedSchema } from "./closingSchema.ts";
import { fileName, instant, keyed, name, oneOf, sha256, strict, words } from "./fields.ts";
import { instrumentSchema } from "./instrumentSchema.ts";
import { decisionSchema, ENTRY_SCHEMAS, intakeSchema, repairSchema } from "./jobSchemas.ts";
import { limitsSchema } from "./limitsSchema.ts";
import { motorSchema } from "./motorSchema.ts";
import { FILE_TYPES, MOST_FILE_BYTES } from "./files.ts";
import { readingForm, readingSchema } from "./readingSchema.ts";
import { visitSchema } from "./visitSchema.ts";

/** The newest bundle this program writes; it reads every earlier one. */
export const BUNDLE_VERSION = 2;
const MOST_ENTRIES = 10_000;
const MOST_FILES = 1000;

const instruments = Joi.array().items(instrumentSchema).unique("id").max(100).required();
const past = Joi.array().items(visitSchema).max(1000);

/** A job's record as it is judged. */
export const recordSchema = keyed<JobRecord>({
  motor: motorSchema.required(),
  complaint: oneOf("complaint", COMPLAINTS).required(),
  complaintWords: words.required(),
  events: Joi.array().items(oneOf("past event", EVENTS)).unique().required(),
  readings: Joi.array().items(readingSchema).unique("id").max(MOST_ENTRIES).required(),
  decisions: Joi.array().items(decisionSchema).unique("id").max(1000).required(),
  repairs: Joi.array().items(repairSchema).unique("id").max(1000).required(),
  /** Newer than this form. */
  workshop: Joi.forbidden(),
  instruments,
  past,
  limits: limitsSchema,
  unread: Joi.array().items(Joi.object({ reading: readingForm.required(), why: words.required() })),
});

const FORMAT = "green-fable-job";
const format = Joi.string()
  .valid(FORMAT)
  .required()
  .messages({ "any.only": `This is no job bundle: format must be "${FORMAT}".` });

/** Version and format alone: a newer file is refused as newer and not as broken. */
export const headSchema = Joi.object<{ format: string; version: number }>({
  format,
  version: Joi.number()
    .integer()
    .min(1)
    .max(BUNDLE_VERSION)
    .required()
    .messages({
      "number.max": `This bundle was written by a newer version; this program reads up to version ${BUNDLE_VERSION}.`,
    }),
}).unknown();

export const oldBundleSchema = keyed<OldBundle>({
  format,
  version: Joi.number().valid(1).required(),
  job: recordSchema.required(),
});

/** An entry by its kind; one that an older program wrote may be a reading this one cannot place. */
const entrySchema = keyed<Journalled>({
  kind: oneOf("kind of entry", ENTRY_KINDS).required(),
  savedAt: instant.required(),
  body: Joi.alternatives()
    .conditional("kind", {
      switch: ENTRY_KINDS.map((kind) => ({
        is: kind,
        then: kind === "reading" ? readingForm : ENTRY_SCHEMAS[kind],
      })),
    })
    .required(),
});

const fileSchema = strict<FileOfBundle>({
  name: fileName.required(),
  sha256: sha256.required(),
  type: oneOf("file type", FILE_TYPES).required(),
  bytes: Joi.number().integer().min(1).max(MOST_FILE_BYTES).required(),
});

const versionSchema = keyed<MotorVersion>({
  motor: motorSchema.required(),
  by: name.allow("").required(),
  at: instant.required(),
  reason: words.required(),
});

const jobSchema = keyed<BundledJob>({
  number: Joi.number().integer().min(1).required(),
  intake: intakeSchema.required(),
  entries: Joi.array().items(entrySchema).unique("body.id").max(MOST_ENTRIES).required(),
  instruments,
  past: past.required(),
  limits: limitsSchema.required(),
  motorVersions: Joi.array().items(versionSchema).max(1000).required(),
  closings: Joi.array().items(closedSchema).max(1000).required(),
  files: Joi.array().items(fileSchema).unique("name").max(MOST_FILES).required(),
});

/** A job as a file: everything of it, and nothing that depends on a shop's database. */
export const bundleSchema = keyed<JobBundle>({
  format,
  version: Joi.number().valid(BUNDLE_VERSION).required(),
  job: jobSchema.required(),
});
