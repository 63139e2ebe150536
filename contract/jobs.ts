import Joi from "joi";
import {
  COMPLAINTS,
  EVENTS,
  type Complaint,
  type Disposition,
  type JobRecord,
  type Motor,
  type PastEvent,
} from "#core/record";
import { decisionSchema, motorSchema, readingSchema, repairSchema } from "./schemas.ts";

/** What a job waits for; the bench groups by it. */
export const STAGES = ["reading", "decision", "parts", "answer", "proof", "closed"] as const;
export type Stage = (typeof STAGES)[number];

/** What a person enters when a motor is taken in. */
export interface Intake {
  readonly motor: Motor;
  readonly complaint: Complaint;
  readonly complaintWords: string;
  readonly events: readonly PastEvent[];
  readonly takenInAt: string;
}

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

export const ENTRY_KINDS = ["reading", "decision", "repair", "closing", "reopening"] as const;
export type EntryKind = (typeof ENTRY_KINDS)[number];

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

export interface Summary {
  readonly headline: string;
  readonly leading: { readonly name: string; readonly probability: number } | null;
  readonly next: string;
  readonly minutes: number;
  readonly marks: readonly string[];
  readonly disposition: Disposition | null;
}

export interface JobLine {
  readonly id: string;
  readonly number: number;
  readonly name: string;
  readonly owner: string;
  readonly stage: Stage;
  readonly summary: Summary;
  readonly closedAt: string | null;
}

export interface JobView {
  readonly id: string;
  readonly number: number;
  readonly version: number;
  readonly stage: Stage;
  readonly takenInAt: string;
  readonly closedAt: string | null;
  readonly savedAt: string;
  readonly record: JobRecord;
}

export interface JournalChange {
  readonly version: number;
  readonly kind: string;
  readonly what: string;
  readonly by: string;
  readonly at: string;
}
