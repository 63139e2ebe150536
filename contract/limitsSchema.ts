import Joi from "joi";
import { KV_CONVENTIONS } from "#core/quantity";
import { CURE_IDS } from "#core/known";
import {
  DEAD_HALL_SCHOOLS,
  FAMILIES,
  isTimeZone,
  type Experience,
  type OpeningHours,
  type ExperienceOf,
  type Letterhead,
  type PartTerms,
  type PriceBook,
  type School,
  type ShopLimit,
  type ShopLimits,
} from "#core/record";
import { id, keyed, lettered, name, oneLine, oneOf, strict } from "./fields.ts";

const reason = lettered(Joi.string().trim().min(3).max(300).required()).messages({
  "string.empty": "Say why: a limit without a reason is forgotten by the next one.",
  "string.min": "Say why: a limit without a reason is forgotten by the next one.",
});
const limit = (most: number) =>
  strict<ShopLimit>({
    limit: Joi.number()
      .greater(0)
      .max(most)
      .required()
      .messages({ "*": `A limit lies above 0 and up to ${most * 100} %.` }),
    reason,
  });
const school = <Choice extends string>(choices: readonly Choice[]) =>
  keyed<School<Choice>>({ choice: oneOf("school", choices).required(), reason });

const WIDEST_BALANCE = 0.5;
const WIDEST_SPIN = 0.2;

const MOST_MONEY = 1_000_000;
const MOST_DAYS = 365;
const MOST_MONTHS = 120;
const numberUpTo = (most: number, sentence: string) =>
  Joi.number().min(0).max(most).messages({ "*": sentence });
const amount = numberUpTo(MOST_MONEY, "An amount lies between 0 and 1 000 000.");
const terms = strict<PartTerms>({
  price: amount.required(),
  days: Joi.number()
    .integer()
    .min(0)
    .max(MOST_DAYS)
    .required()
    .messages({ "*": "Give whole days, 0 to 365; 0 where it lies on the shelf." }),
  supplier: oneLine(Joi.string().trim().min(1).max(60)).messages({
    "*": "Give the supplier in one line of at most 60 letters.",
  }),
});
const byKey = (keys: readonly string[]) => Joi.object(Object.fromEntries(keys.map((key) => [key, terms])));

const prices = keyed<PriceBook>({
  currency: oneLine(Joi.string().trim().min(1).max(4)).messages({
    "*": "Write the currency in at most four letters, such as EUR.",
  }),
  hourly: amount,
  trip: amount,
  warranty: numberUpTo(MOST_MONTHS, "Give the warranty in months, 0 to 120."),
  motors: byKey(FAMILIES),
  parts: byKey(CURE_IDS.filter((cure) => cure !== "motor")),
});
const letterhead = strict<Letterhead>({
  name: name.min(1).required().messages({ "string.empty": "Give the shop's name." }),
  line: name.allow("").required(),
});

const count = Joi.number().integer().min(0).max(100_000);
/** What was found, by model or family. */
export const experienceOfSchema = Joi.array()
  .items(
    strict<ExperienceOf>({
      model: id.allow(null).required(),
      family: oneOf("family", FAMILIES).required(),
      known: count.required(),
      cures: Joi.object()
        .pattern(Joi.valid(...CURE_IDS), count)
        .required(),
    }),
  )
  .max(1000);
const experience = strict<Experience>({
  counted: Joi.string().isoDate().max(30).required(),
  reason,
  of: experienceOfSchema.required(),
});

const time = Joi.string()
  .pattern(/^(?:[01]\d|2[0-3]):[0-5]\d$/u)
  .required()
  .messages({ "*": "Give the time as 08:00." });
const hours = strict<OpeningHours>({
  opens: time,
  closes: time,
  days: Joi.array()
    .items(Joi.number().integer().min(1).max(7))
    .unique()
    .min(1)
    .required()
    .messages({ "*": "Choose at least one day on which somebody works." }),
})
  .custom((said: OpeningHours, helpers) => (said.closes > said.opens ? said : helpers.error("hours.order")))
  .messages({ "hours.order": "It closes before it opens." });

/** The shop's own limits, schools, prices and letterhead; what is absent keeps the usual. */
export const limitsSchema = keyed<ShopLimits>({
  balance: Joi.object(Object.fromEntries(FAMILIES.map((family) => [family, limit(WIDEST_BALANCE)]))),
  spin: limit(WIDEST_SPIN),
  kvConvention: school(KV_CONVENTIONS),
  deadHall: school(DEAD_HALL_SCHOOLS),
  prices,
  letterhead,
  alsoFahrenheit: Joi.boolean(),
  timeZone: oneLine(Joi.string().min(1).max(60))
    .custom((zone: string, helpers) => (isTimeZone(zone) ? zone : helpers.error("string.zone")))
    .messages({ "string.zone": "There is no such time zone. Name it as Europe/Lisbon or UTC." }),
  hours,
  experience,
});
