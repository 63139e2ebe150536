import Joi from "joi";
import { RESISTANCE, TEMPERATURE } from "#core/quantity";

/** Fields that several schemas share, with their sentences. */
export const LONGEST_TEXT = 2000;
export const LONGEST_NAME = 120;

/** One thing has one id, however it is written: capitals are read as small letters. */
export const id = Joi.string()
  .guid()
  .custom((value: string) => value.toLowerCase())
  .messages({ "string.guid": "An id must be a UUID." });
/** Nothing that ends a text early, and no half of a letter: what was typed is what is read back, in every program. */
const UNREADABLE = /[\0\p{Cs}]/u;
/** A name stands in one line, on every label and in every list. */
const ONE_LINE = /[\n\r\v\f\u0085\u2028\u2029]/u;
const LETTERS = {
  "string.unreadable":
    "This holds a character that cannot be kept: a NUL, or half of a letter. Type it anew.",
  "string.oneLine": "A name stands in one line. Leave the line breaks out.",
};
/** Text of letters alone. */
export const lettered = (schema: Joi.StringSchema) =>
  schema
    .custom((value: string, helpers) => (UNREADABLE.test(value) ? helpers.error("string.unreadable") : value))
    .messages(LETTERS);
/** The same, in one line. */
export const oneLine = (schema: Joi.StringSchema) =>
  lettered(schema).custom((value: string, helpers) =>
    ONE_LINE.test(value) ? helpers.error("string.oneLine") : value,
  );

export const name = oneLine(Joi.string().trim().max(LONGEST_NAME));
export const words = lettered(Joi.string().trim().max(LONGEST_TEXT).allow(""));
export const reason = lettered(Joi.string().trim().min(3).max(LONGEST_TEXT).required()).messages({
  "string.empty": "Say why, in a few words.",
  "string.min": "Say why, in a few words.",
});
export const instant = Joi.string()
  .isoDate()
  .messages({ "string.isoDate": "A time must be ISO 8601, as 2026-03-02T09:15:00.000Z." });
/** SHA-256 of bytes, in lower-case hexadecimal. */
export const sha256 = Joi.string()
  .pattern(/^[0-9a-f]{64}$/u)
  .messages({ "string.pattern.base": "A file is named by its SHA-256, 64 hexadecimal digits." });

/** A file by its name in a job: the SHA-256 of its bytes, or the UUID that earlier versions gave it. */
export const fileName = Joi.string()
  .pattern(/^(?:[0-9a-f]{64}|[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12})$/iu)
  .messages({ "string.pattern.base": "A file is named by its SHA-256, or by a UUID." });

/** One of a list, refused in a sentence that names what was written. */
export const oneOf = <T extends string>(what: string, values: readonly T[]) =>
  Joi.string<T>()
    .valid(...values)
    .messages({ "any.only": `{#value} is no ${what} known here; it is one of ${values.join(", ")}.` });

export const ohms = Joi.number().min(RESISTANCE.least).max(RESISTANCE.most).messages({
  "number.base": "Type a resistance as a number of ohms, or OL.",
  "number.min": "A resistance cannot be below zero. Swap or null the probes and read again.",
  "number.max": "Above 1 TΩ is out of range. Record it as open.",
  "number.infinity": "A resistance must be finite. Record OL as open.",
});
export const celsius = Joi.number()
  .min(TEMPERATURE.least)
  .max(TEMPERATURE.most)
  .messages({
    "number.base": "Type a temperature, such as 21 °C or 70 °F.",
    "number.min": `Below ${TEMPERATURE.least} °C is no winding temperature.`,
    "number.max": `Above ${TEMPERATURE.most} °C the winding would be gone. Check the figure.`,
  });

/** A type as Joi sees it, without its readonly marks. */
export type Plain<T> = T extends readonly (infer Item)[]
  ? Plain<Item>[]
  : T extends object
    ? { -readonly [Key in keyof T]: Plain<T[Key]> }
    : T;

/** A schema of an object, with a field of the right kind for each of its keys: none forgotten, none invented. */
export function strict<T>(fields: Joi.StrictSchemaMap<Plain<T>>): Joi.ObjectSchema<Plain<T>> {
  return Joi.object<Plain<T>, true>(fields);
}

/** The same where a field is one of several kinds of object, which Joi's own types cannot follow. */
export function keyed<T>(fields: { readonly [Key in keyof Required<T>]: Joi.Schema }): Joi.ObjectSchema<T> {
  return Joi.object<T>(fields);
}

/**
 * An object of one of several kinds, each with fields of its own, told by the word in one of them.
 * @param tells the field that says which kind it is
 * @param sentence what is said to any other word
 */
export function byKind(
  tells: string,
  kinds: Readonly<Record<string, Readonly<Record<string, Joi.Schema>>>>,
  sentence: string,
): Joi.AlternativesSchema {
  return Joi.alternatives().conditional(`.${tells}`, {
    switch: Object.entries(kinds).map(([kind, fields]) => ({
      is: kind,
      then: Joi.object({ [tells]: Joi.string(), ...fields }),
    })),
    otherwise: Joi.any().forbidden().messages({ "any.unknown": sentence }),
  });
}
