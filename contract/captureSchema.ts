import Joi from "joi";
import type { KeptCapture, KeptFigure, KeptPictures, KeptRemark } from "#core/record";
import { LONGEST_NAME, LONGEST_TEXT, name, oneLine, lettered, sha256, strict } from "./fields.ts";

/** Names of figures, codes and words: one closed list in the core; a record of a later version may know more. */
const key = Joi.string()
  .pattern(/^[a-zA-Z][a-zA-Z0-9]*$/u)
  .max(60);
const MOST_NAMES = 120;

const figure = strict<KeptFigure>({
  value: Joi.number().required(),
  u: Joi.number().min(0).required(),
  unit: lettered(Joi.string().max(20).allow("")).required(),
});
const remark = strict<KeptRemark>({
  code: key.required(),
  words: lettered(Joi.string().max(LONGEST_TEXT)).required(),
  channel: oneLine(Joi.string().max(LONGEST_NAME)),
  line: Joi.number().integer().min(1),
  at: Joi.number(),
});
const role = Joi.string().pattern(/^[ABC][ABCN]?$/u);
const text = lettered(Joi.string().max(LONGEST_NAME).allow(""));
const numbers = (most: number) => Joi.array().items(Joi.number()).max(most);

const drawn = Joi.object<KeptPictures>({
  magnets: Joi.object({ heights: numbers(400).required(), u: Joi.number().min(0).required() })
    .allow(null)
    .required(),
  cycle: Joi.array()
    .items(Joi.object({ role: role.required(), values: numbers(400).required() }))
    .max(12)
    .required(),
  coast: Joi.object({ at: numbers(400).required(), speed: numbers(400).required() })
    .allow(null)
    .required(),
  edges: Joi.object({
    degrees: Joi.object()
      .pattern(/^[ABC][+-]$/u, Joi.number().min(0).max(360))
      .required(),
    u: Joi.number().min(0).required(),
    lag: Joi.number().min(0).max(180),
  })
    .allow(null)
    .required(),
  sound: Joi.object({
    hertz: numbers(400).required(),
    decibels: numbers(400).required(),
    octaves: Joi.array().items(Joi.number().allow(null)).max(20).required(),
    at: numbers(400).required(),
    level: numbers(400).required(),
  }),
});

/** What a reading keeps of a recording, field by field. */
export const CAPTURE_FIELDS: { readonly [Key in keyof KeptCapture]: Joi.Schema } = {
  file: sha256.allow(null).required(),
  sha256: sha256.required(),
  name: name.required(),
  carries: Joi.array().items(role.allow(null)).max(64).required(),
  polePairs: Joi.number().integer().min(1).max(200).allow(null).required(),
  slots: Joi.number().integer().min(3).max(400).allow(null).required(),
  rules: Joi.string().max(20).required(),
  figures: Joi.object().pattern(key, figure).max(MOST_NAMES).required(),
  perHertz: Joi.object({ AB: figure, BC: figure, CA: figure }).required(),
  said: Joi.array().items(remark).max(100).required(),
  words: Joi.object()
    .pattern(key, Joi.alternatives(text, Joi.object().pattern(/^[ABC]$/u, text)))
    .max(MOST_NAMES)
    .required(),
  drawn: drawn.required(),
};
