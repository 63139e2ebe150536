import Joi from "joi";
import {
  CHECK_IDS,
  COMPLAINTS,
  CONNECTIONS,
  CONSEQUENCES,
  DISPOSITIONS,
  EVENTS,
  FAMILIES,
  HALL_SPACINGS,
  MAGNET_MATERIALS,
  WAITING_FOR,
} from "#core/record";
import { limitsSchema } from "./limitsSchema.ts";
import { KV_CONVENTIONS, QUANTITIES, QUANTITY_NAMES, RESISTANCE, TEMPERATURE } from "#core/quantity";

/** The newest bundle this program writes and reads. */
export const BUNDLE_VERSION = 1;
const LONGEST_TEXT = 2000;
const LONGEST_NAME = 120;
const MOST_READINGS = 5000;

const id = Joi.string().guid().messages({ "string.guid": "An id must be a UUID." });
const name = Joi.string().trim().max(LONGEST_NAME);
const words = Joi.string().trim().max(LONGEST_TEXT).allow("");
const instant = Joi.string()
  .isoDate()
  .messages({ "string.isoDate": "A time must be ISO 8601, as 2026-03-02T09:15:00.000Z." });

const ohms = Joi.number().min(RESISTANCE.least).max(RESISTANCE.most).messages({
  "number.base": "Type a resistance as a number of ohms, or OL.",
  "number.min": "A resistance cannot be below zero. Swap or null the probes and read again.",
  "number.max": "Above 1 TΩ is out of range. Record it as open.",
  "number.infinity": "A resistance must be finite. Record OL as open.",
});
const celsius = Joi.number()
  .min(TEMPERATURE.least)
  .max(TEMPERATURE.most)
  .messages({
    "number.base": "Type a temperature in °C.",
    "number.min": `Below ${TEMPERATURE.least} °C is no winding temperature.`,
    "number.max": `Above ${TEMPERATURE.most} °C the winding would be gone. Check the figure.`,
  });

/** A number within what its quantity can be; counts come whole. */
const quantityValue = Joi.number()
  .when("quantity", {
    switch: QUANTITY_NAMES.map((quantity) => {
      const kind: { least: number; most: number; whole?: boolean; name: string; symbol: string } =
        QUANTITIES[quantity];
      const inside = Joi.number()
        .min(kind.least)
        .max(kind.most)
        .messages({
          "*":
            `A ${kind.name} lies between ${kind.least} and ${kind.most.toLocaleString("en")} ${kind.symbol}`.trimEnd() +
            ".",
        });
      return { is: quantity, then: kind.whole ? inside.integer() : inside };
    }),
  })
  .required();

const readingValueSchema = Joi.alternatives()
  .conditional(".kind", {
    switch: [
      { is: "ohms", then: Joi.object({ kind: Joi.string(), ohms: ohms.required() }) },
      { is: "open", then: Joi.object({ kind: Joi.string() }) },
      { is: "celsius", then: Joi.object({ kind: Joi.string(), celsius: celsius.required() }) },
      {
        is: "quantity",
        then: Joi.object({
          kind: Joi.string(),
          quantity: Joi.string()
            .valid(...QUANTITY_NAMES)
            .required(),
          value: quantityValue,
        }),
      },
      { is: "choice", then: Joi.object({ kind: Joi.string(), choice: name.required() }) },
      {
        is: "choices",
        then: Joi.object({ kind: Joi.string(), choices: Joi.array().items(name).max(40).required() }),
      },
      { is: "text", then: Joi.object({ kind: Joi.string(), text: words.required() }) },
      { is: "photo", then: Joi.object({ kind: Joi.string(), photo: id.required() }) },
      { is: "skipped", then: Joi.object({ kind: Joi.string(), reason: name.required() }) },
      { is: "withdrawn", then: Joi.object({ kind: Joi.string(), reason: name.required() }) },
    ],
    otherwise: Joi.any().forbidden().messages({
      "any.unknown":
        "A value must say its kind: ohms, open, celsius, quantity, choice, choices, text, photo, skipped or withdrawn.",
    }),
  })
  .required();

const accuracy = {
  resolution: Joi.number().positive().required(),
  ofReading: Joi.number().min(0).max(1).required(),
  digits: Joi.number().min(0).max(1000).required(),
};
const rangeSchema = Joi.object({ fullScale: Joi.number().positive().required(), ...accuracy });
const rangesSchema = Joi.array().items(rangeSchema).max(20);

/** What an instrument may read beside ohms. */
const MEASURES = ["acVolts", "frequency", "tachometer", "dcVolts", "dcAmperes", "insulation"] as const;

export const instrumentSchema = Joi.object({
  id: name.required(),
  name: name.required(),
  wiring: Joi.string().valid("twoWire", "fourWire").required(),
  ranges: rangesSchema.required(),
  acVolts: Joi.object({
    ranges: rangesSchema.min(1).required(),
    response: Joi.string().valid("trueRms", "average").required(),
    least: Joi.number().min(0).required(),
    most: Joi.number().greater(Joi.ref("least")).required(),
  }),
  frequency: Joi.object(accuracy),
  tachometer: Joi.object(accuracy),
  dcVolts: rangesSchema.min(1),
  dcAmperes: rangesSchema.min(1),
  insulation: Joi.object({
    volts: Joi.array().items(Joi.number().positive()).min(1).max(10).required(),
    most: ohms.required(),
    ofReading: Joi.number().min(0).max(1).required(),
  }),
  lastChecked: Joi.string().isoDate(),
  leadResistance: ohms.required(),
  contactScatter: ohms.required(),
})
  .custom((value: { ranges: unknown[] } & Record<string, unknown>, helpers) =>
    value.ranges.length > 0 || MEASURES.some((what) => value[what] !== undefined)
      ? value
      : helpers.error("instrument.reads"),
  )
  .messages({ "instrument.reads": "An instrument must read something: give it at least one range." });

export const motorSchema = Joi.object({
  id: id.required(),
  name: name.required().messages({ "string.empty": "Name the machine and where the motor sits in it." }),
  owner: name.allow("").required(),
  serial: name.allow("").required(),
  family: Joi.string()
    .valid(...FAMILIES)
    .required(),
  connection: Joi.string()
    .valid(...CONNECTIONS)
    .required(),
  polePairs: Joi.number().integer().min(1).max(200).allow(null).required().messages({
    "number.integer": "Pole pairs come whole.",
    "number.min": "A motor has at least one pole pair.",
  }),
  expected: Joi.object({
    ohms: ohms
      .greater(0)
      .required()
      .messages({ "number.greater": "An expected resistance must be above zero." }),
    tolerance: Joi.number().greater(0).max(1).required(),
    atTemperature: celsius.required(),
    source: name.allow("").required(),
  })
    .allow(null)
    .required(),
  wireColours: Joi.object({
    A: name.allow("").required(),
    B: name.allow("").required(),
    C: name.allow("").required(),
  }).required(),
  consequence: Joi.string()
    .valid(...CONSEQUENCES)
    .required(),
  balanceLimit: Joi.number().greater(0).max(0.5).allow(null).required(),
  speedConstant: Joi.object({
    rpmPerVolt: Joi.number().greater(0).max(50_000).required().messages({
      "number.greater": "A speed constant must be above zero.",
    }),
    convention: Joi.string()
      .valid(...KV_CONVENTIONS)
      .required(),
    source: name.allow("").required(),
  }).allow(null),
  hallSpacing: Joi.string().valid(...HALL_SPACINGS),
  magnets: Joi.string()
    .valid(...MAGNET_MATERIALS)
    .allow(null),
  rated: Joi.object({
    volts: Joi.number().greater(0).max(1500),
    amperes: Joi.number().greater(0).max(1000),
    rpm: Joi.number().greater(0).max(200_000),
  }),
  modelId: id.allow(null),
});

export const readingSchema = Joi.object({
  id: id.required(),
  check: Joi.string()
    .valid(...CHECK_IDS)
    .required(),
  slot: name.required(),
  epoch: Joi.number().integer().min(0).required(),
  value: readingValueSchema,
  typed: Joi.string().max(LONGEST_NAME).allow("").required(),
  instrumentId: name.allow(null).required(),
  takenAt: instant.required(),
  by: name.required(),
  supersedes: id.allow(null).required(),
});

export const decisionSchema = Joi.object({
  id: id.required(),
  disposition: Joi.string()
    .valid(...DISPOSITIONS)
    .required(),
  reason: Joi.string().trim().min(3).max(LONGEST_TEXT).required().messages({
    "string.empty": "Say why, in a few words.",
    "string.min": "Say why, in a few words.",
  }),
  waitingFor: Joi.string()
    .valid(...WAITING_FOR)
    .required(),
  by: name.required(),
  at: instant.required(),
});

export const repairSchema = Joi.object({
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

const measuredSchema = Joi.object({
  value: Joi.number().greater(0).required(),
  expanded: Joi.number().min(0).required(),
});
const visitSchema = Joi.object({
  jobNumber: Joi.number().integer().min(0).required(),
  at: instant.required(),
  pairs: Joi.object({ AB: measuredSchema, BC: measuredSchema, CA: measuredSchema })
    .options({ presence: "required" })
    .allow(null)
    .required(),
  constant: measuredSchema
    .keys({
      convention: Joi.string()
        .valid(...KV_CONVENTIONS)
        .required(),
    })
    .allow(null)
    .required(),
  insulation: ohms.allow(null).required(),
});

const jobRecordSchema = Joi.object({
  motor: motorSchema.required(),
  complaint: Joi.string()
    .valid(...COMPLAINTS)
    .required(),
  complaintWords: words.required(),
  events: Joi.array()
    .items(Joi.string().valid(...EVENTS))
    .unique()
    .required(),
  readings: Joi.array().items(readingSchema).max(MOST_READINGS).required(),
  decisions: Joi.array().items(decisionSchema).max(1000).required(),
  repairs: Joi.array().items(repairSchema).max(1000).required(),
  instruments: Joi.array().items(instrumentSchema).max(100).required(),
  past: Joi.array().items(visitSchema).max(1000),
  limits: limitsSchema,
});

/** A job as a file: everything that gives the verdict, and nothing that depends on a shop's database. */
export const bundleSchema = Joi.object({
  format: Joi.string().valid("green-fable-job").required().messages({
    "any.only": 'This is no job bundle: format must be "green-fable-job".',
  }),
  version: Joi.number()
    .integer()
    .min(1)
    .max(BUNDLE_VERSION)
    .required()
    .messages({
      "number.max": `This bundle was written by a newer version; this program reads up to version ${BUNDLE_VERSION}.`,
    }),
  job: jobRecordSchema.required(),
});
