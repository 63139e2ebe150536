import Joi from "joi";
import {
  LOADS,
  PART_STATES,
  RELEASES,
  SOUNDS,
  type BurnIn,
  type PartLine,
  type Release,
  type RunStart,
  type WorkDone,
} from "#core/record";
import {
  celsius,
  fileName,
  id,
  instant,
  lettered,
  LONGEST_TEXT,
  name,
  oneOf,
  keyed,
  strict,
  words,
} from "./fields.ts";

const MOST_PHOTOS = 20;
const MOST_MINUTES = 10_000;
const MOST_MONEY = 1_000_000;
const MOST_REPAIRS = 1000;

const line = {
  id: id.required(),
  epoch: Joi.number().integer().min(0).max(MOST_REPAIRS).required(),
  by: name.required(),
  at: instant.required(),
};

export const workSchema = strict<WorkDone>({
  ...line,
  plan: name.required(),
  step: lettered(Joi.string().trim().min(1).max(LONGEST_TEXT).required()).messages({
    "*": "Name the step that was done.",
  }),
  photos: Joi.array().items(fileName).unique().max(MOST_PHOTOS).required(),
});

/** A day of the calendar, as 2026-03-02. */
export const day = Joi.string()
  .pattern(/^\d{4}-\d{2}-\d{2}$/u)
  .custom((text: string, helpers) => {
    const at = new Date(`${text}T00:00:00Z`);
    return Number.isNaN(at.getTime()) || at.toISOString().slice(0, 10) !== text
      ? helpers.error("string.pattern.base")
      : text;
  })
  .messages({ "string.pattern.base": "Give the day as 4 Dec or 2026-12-04." });

export const partSchema = strict<PartLine>({
  ...line,
  part: name.min(1).required().messages({ "*": "Name the part by its rating, in at most 120 letters." }),
  state: oneOf("state of a part", PART_STATES).required(),
  due: day.allow(null).required(),
  price: Joi.number()
    .min(0)
    .max(MOST_MONEY)
    .allow(null)
    .required()
    .messages({ "*": "Give the price as a number, 0 to 1 000 000, or nothing." }),
  replaces: id.allow(null).required(),
});

export const runStartSchema = strict<RunStart>({ ...line, load: oneOf("load", LOADS).required() });

export const burnInSchema = keyed<BurnIn>({
  ...line,
  start: id,
  minutes: Joi.number()
    .greater(0)
    .max(MOST_MINUTES)
    .required()
    .messages({ "*": "Give the minutes it ran as a number above 0, up to 10 000." }),
  load: oneOf("load", LOADS)
    .required()
    .messages({ "any.required": "Say what was on the shaft.", "any.only": "Say what was on the shaft." }),
  celsius: celsius.allow(null).required(),
  sound: oneOf("sound", SOUNDS).required(),
  note: words.required(),
});

export const releaseSchema = strict<Release>({
  ...line,
  as: oneOf("release", RELEASES).required(),
  words: words.required(),
})
  .custom((release: Release, helpers) =>
    release.as !== "use" && release.words === "" ? helpers.error("release.words") : release,
  )
  .messages({ "release.words": "Say what it may not be used for, or why it is scrap." });
