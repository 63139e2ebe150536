import Joi from "joi";
import { CURE_IDS } from "#core/known";
import {
  COMPLAINTS,
  DISPOSITIONS,
  EVENTS,
  PRESSINGS,
  WAITING_FOR,
  type Correction,
  type Decision,
  type EntryBody,
  type EntryKind,
  type Intake,
  type IntakeChanges,
  type Motor,
  type Note,
  type Repair,
  type Told,
  type Turning,
  type Undo,
} from "#core/record";
import { ROLES } from "./doors.ts";
import type { Technician } from "./jobs.ts";
import {
  id,
  instant,
  lettered,
  oneLine,
  LONGEST_NAME,
  LONGEST_TEXT,
  name,
  oneOf,
  reason,
  words,
  keyed,
  strict,
} from "./fields.ts";
import { motorFields, motorSchema } from "./motorSchema.ts";
import { readingSchema } from "./readingSchema.ts";
import { burnInSchema, day, partSchema, releaseSchema, runStartSchema, workSchema } from "./workSchemas.ts";

const complaint = oneOf("complaint", COMPLAINTS);
const events = Joi.array().items(oneOf("past event", EVENTS)).unique();

/** Absent where nobody said; emptied by a correction. */
const contact = oneLine(Joi.string().trim().max(LONGEST_NAME).allow(""));

/** The day a motor is promised for; emptied by a correction. */
const promised = day.allow("");
const pressing = oneOf("answer to how much it presses", PRESSINGS);

export const intakeSchema = keyed<Intake>({
  motor: motorSchema.required(),
  complaint: complaint.required().messages({ "any.required": "Choose the complaint from the list." }),
  complaintWords: words.required(),
  events: events.required(),
  takenInAt: instant.required(),
  by: name,
  contact,
  promised,
  pressing,
});

export const decisionSchema = strict<Decision>({
  id: id.required(),
  disposition: oneOf("decision", DISPOSITIONS).required(),
  cures: Joi.array().items(oneOf("cure", CURE_IDS)).unique().max(CURE_IDS.length),
  reason,
  waitingFor: oneOf("thing to wait for", WAITING_FOR).required(),
  by: name.required(),
  at: instant.required(),
});

export const repairSchema = strict<Repair>({
  id: id.required(),
  plan: name.required(),
  done: words.required(),
  minutes: Joi.number()
    .min(0)
    .max(10_000)
    .required()
    .messages({ "*": "Give the minutes as a number, 0 to 10 000." }),
  by: name.required(),
  at: instant.required(),
});

const turning = { id: id.required(), by: name.required(), at: instant.required() };
const turningSchema = strict<Turning>({ ...turning, reason: words.required() });
const reasonedSchema = strict<Turning>({ ...turning, reason });

type MotorChanges = Partial<Omit<Motor, "id">>;
/** The motor's fields, each of them left out where it stays. */
const motorChanges = Joi.object<MotorChanges>(
  Object.fromEntries(
    Object.entries(motorFields)
      .filter(([field]) => field !== "id")
      .map(([field, schema]) => [field, schema.optional()]),
  ),
).min(1);

const changesSchema = keyed<IntakeChanges>({
  motor: motorChanges,
  unit: motorSchema,
  complaint,
  complaintWords: words,
  events,
  contact,
  promised,
  pressing,
})
  .min(1)
  .messages({ "object.min": "Say what is to be put right." });

const correctionSchema = keyed<Correction>({
  ...turning,
  reason,
  changes: changesSchema.required(),
});

const noteSchema = strict<Note>({
  ...turning,
  words: lettered(Joi.string().trim().min(1).max(LONGEST_TEXT).required()).messages({
    "string.empty": "Write what the next person should know.",
  }),
});

const toldSchema = strict<Told>({
  ...turning,
  words: lettered(Joi.string().trim().min(1).max(LONGEST_TEXT).required()).messages({
    "string.empty": "Write what the customer was told.",
  }),
  readyBy: instant.allow(null).required(),
  chance: Joi.number().min(0).max(1).allow(null).required(),
});

const undoSchema = strict<Undo>({ ...turning, of: id.required() });

/** One schema a kind of entry; server, browser and bundle validate with the same. */
export const ENTRY_SCHEMAS: { readonly [Kind in EntryKind]: Joi.ObjectSchema<EntryBody<Kind>> } = {
  reading: readingSchema,
  decision: decisionSchema,
  repair: repairSchema,
  work: workSchema,
  part: partSchema,
  runStart: runStartSchema,
  burnIn: burnInSchema,
  release: releaseSchema,
  correction: correctionSchema,
  undo: undoSchema,
  note: noteSchema,
  told: toldSchema,
  closing: turningSchema,
  reopening: turningSchema,
  callingOff: reasonedSchema,
};

const LONGEST_INITIALS = 4;

export const initials = oneLine(
  Joi.string().trim().uppercase().min(1).max(LONGEST_INITIALS).required(),
).messages({
  "string.empty": "Give one to four initials.",
  "string.min": "Give one to four initials.",
  "string.max": "Give one to four initials.",
  "string.uppercase": "Write initials in capitals.",
});

export const technicianSchema = strict<Technician>({
  id: id.required(),
  initials,
  name: name.required().messages({ "string.empty": "Give the name." }),
  retired: Joi.boolean(),
  role: oneOf("role", ROLES),
});
