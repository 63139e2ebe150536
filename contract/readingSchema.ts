import Joi from "joi";
import { LIVE_FUNCTION_NAMES } from "#core/live";
import { misread } from "#core/measure";
import { QUANTITIES, QUANTITY_NAMES, wholeText, type Component, type QuantityKind } from "#core/quantity";
import { CHECK_IDS, type Latched, type Reading, type ReadingValue } from "#core/record";
import { CAPTURE_FIELDS } from "./captureSchema.ts";
import {
  byKind,
  celsius,
  fileName,
  id,
  instant,
  keyed,
  LONGEST_NAME,
  name,
  ohms,
  oneLine,
  oneOf,
  strict,
  words,
} from "./fields.ts";

/** A number within what its quantity can be; counts come whole. */
const quantityValue = Joi.number()
  .when("quantity", {
    switch: QUANTITY_NAMES.map((quantity) => {
      const kind: QuantityKind = QUANTITIES[quantity];
      const inside = Joi.number()
        .min(kind.least)
        .max(kind.most)
        .messages({
          "*":
            `A ${kind.name} lies between ${kind.least} and ${wholeText(kind.most)} ${kind.symbol}`.trimEnd() +
            ".",
        });
      return { is: quantity, then: kind.whole ? inside.integer() : inside };
    }),
  })
  .required();

type Kind = ReadingValue["kind"];
type Fields<K extends Kind> = Omit<Extract<ReadingValue, { kind: K }>, "kind">;
/** What each kind of value holds; a kind that people cannot write has no place here. */
const FIELDS: {
  readonly [K in Exclude<Kind, "undone">]: { readonly [Key in keyof Fields<K>]: Joi.Schema };
} = {
  ohms: { ohms: ohms.required() },
  open: {},
  celsius: { celsius: celsius.required() },
  quantity: { quantity: oneOf("quantity", QUANTITY_NAMES).required(), value: quantityValue },
  choice: { choice: name.required() },
  choices: { choices: Joi.array().items(name).unique().max(40).required() },
  text: { text: words.required() },
  photo: { photo: fileName.required() },
  capture: CAPTURE_FIELDS,
  skipped: { reason: name.required(), what: name },
  withdrawn: { reason: name.required() },
};
/** The value of a reading, of one of some kinds. */
const valueOf = (fields: Readonly<Record<string, Readonly<Record<string, Joi.Schema>>>>) =>
  byKind("kind", fields, `A value must say its kind: ${Object.keys(fields).join(", ")}.`).required();

const atLeastZero = Joi.number().min(0).required();
/** What an instrument that speaks showed: a value that it is the mean of, never words. */
const latchedSchema = strict<Latched>({
  reads: oneOf("function", LIVE_FUNCTION_NAMES).required(),
  range: Joi.number().positive().allow(null).required(),
  count: Joi.number().integer().min(1).max(1000).required(),
  spread: atLeastZero,
  typeA: strict<Component>({ u: atLeastZero, freedom: Joi.number().min(1).required() }).required(),
});

const formOf = (value: Joi.Schema) =>
  keyed<Reading>({
    id: id.required(),
    check: oneOf("check", CHECK_IDS).required(),
    slot: name.required(),
    epoch: Joi.number().integer().min(0).required(),
    value,
    typed: oneLine(Joi.string().max(LONGEST_NAME).allow("").required()),
    instrumentId: name.allow(null).required(),
    latched: latchedSchema,
    takenAt: instant.required(),
    by: name.required(),
    supersedes: id.allow(null).required(),
  });

/** A reading by its form alone: what an older program may have written. */
export const readingForm = formOf(valueOf(FIELDS));

/** A line of a record: a reading, or what an undo made of one. */
export const readingAsKept = formOf(valueOf({ ...FIELDS, undone: {} }));

/** A reading that fits a slot its check declares: an unknown slot, kind or word is refused with a sentence. */
export const readingSchema = readingForm
  .custom((reading: Reading, helpers) => {
    const why = misread(reading);
    if (why !== null) return helpers.error("reading.misread", { why });
    if (reading.value.kind === "withdrawn" && reading.supersedes === null)
      return helpers.error("reading.takesNothing");
    return reading;
  })
  .messages({
    "reading.misread": "{#why}",
    "reading.takesNothing": "What takes a reading back must name it in supersedes.",
  });
