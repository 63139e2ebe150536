import Joi from "joi";
import { LIVE_FUNCTION_NAMES, LIVE_FUNCTIONS, unitFactor } from "#core/live";
import {
  FEED_KINDS,
  MOST_SAMPLES,
  type Feed,
  type FeedKey,
  type FeedView,
  type ReadSamples,
  type SamplesReceipt,
  type TimedDisplay,
  type WireSample,
} from "./feed.ts";
import { byKind, oneOf, strict } from "./fields.ts";
import { problemsOf } from "./problems.ts";

const MOST_PORT = 65_535;
const [SLOWEST, FASTEST] = [300, 4_000_000];
/** A host name or a numeric address: letters, digits, dots, colons, dashes. */
const host = Joi.string()
  .max(253)
  .pattern(/^[0-9A-Za-z](?:[0-9A-Za-z.:-]*[0-9A-Za-z])?$|^::1$/u)
  .messages({
    "string.pattern.base": "Give the instrument's address alone, as 192.168.1.40 or meter.local.",
  });

/** What each kind of feed is told beside its kind. */
const FEEDS: {
  readonly [Kind in Feed["kind"]]: {
    readonly [Field in Exclude<keyof Extract<Feed, { kind: Kind }>, "kind">]: Joi.Schema;
  };
} = {
  http: {},
  scpi: {
    host: host.required().messages({ "any.required": "Give the instrument's address." }),
    port: Joi.number()
      .integer()
      .min(1)
      .max(MOST_PORT)
      .required()
      .messages({ "*": `Give its port, 1 to ${MOST_PORT}; 5025 is usual.` }),
  },
  serial: {
    baud: Joi.number()
      .integer()
      .min(SLOWEST)
      .max(FASTEST)
      .required()
      .messages({ "*": "Give its speed in baud, as 115200." }),
  },
};

export const feedSchema = byKind(
  "kind",
  FEEDS,
  `An instrument speaks by one of: ${FEED_KINDS.join(", ")}.`,
).required() as Joi.AlternativesSchema<Feed>;

export const feedViewSchema = strict<Pick<FeedView, "instrument">>({
  instrument: Joi.string().required(),
}).append<FeedView>({ feed: feedSchema });
export const feedKeySchema = feedViewSchema.append<FeedKey>({ key: Joi.string().allow(null).required() });

const sampleSchema = strict<WireSample>({
  sequence: Joi.number().integer().min(0).required(),
  time: Joi.number().required(),
  function: oneOf("function", LIVE_FUNCTION_NAMES).required(),
  value: Joi.number().allow(null).required(),
  unit: Joi.string().max(20).required(),
  range: Joi.number().positive(),
  overload: Joi.boolean(),
})
  .custom((sample: WireSample, helpers) => {
    const { value, overload = false } = sample;
    if (unitFactor(sample.function, sample.unit) === null)
      return helpers.error("sample.unit", {
        why: `${LIVE_FUNCTIONS[sample.function].words} is not read in “${sample.unit}”; ${LIVE_FUNCTIONS[sample.function].kind.symbol} is, with or without a prefix.`,
      });
    return (value === null) === overload ? sample : helpers.error("sample.overload");
  })
  .messages({
    "sample.unit": "{#why}",
    "sample.overload": "An overload has the value null, and nothing else has.",
  });

export const samplesSchema = strict<{ readonly samples: readonly unknown[] }>({
  samples: Joi.array().min(1).max(MOST_SAMPLES).required(),
});

/** The same with its samples described, for whoever reads how to send them. */
export const wireSamplesSchema = strict<{ readonly samples: readonly WireSample[] }>({
  samples: Joi.array().items(sampleSchema).min(1).max(MOST_SAMPLES).required(),
});

/** Reads samples one by one: a bad one spoils no other. */
export function readSamples(samples: readonly unknown[]): ReadSamples {
  const read = samples.map((sample, n) => {
    const { error, value } = sampleSchema.validate(sample, { abortEarly: false, convert: false });
    const field = (path: string) => ["samples", String(n), path].filter(Boolean).join(".");
    return error
      ? { refused: problemsOf(error).map((one) => ({ ...one, field: field(one.field) })) }
      : { display: displayOf(value) };
  });
  return {
    displays: read.flatMap(({ display }) => display ?? []),
    refused: read.flatMap(({ refused = [] }) => refused),
  };
}

function displayOf({ sequence, time, function: reads, value, unit, range }: WireSample): TimedDisplay {
  const factor = unitFactor(reads, unit)!;
  return {
    ...{ sequence, time, reads },
    value: value === null ? null : value * factor,
    range: range === undefined ? null : range * factor,
  };
}

export const samplesReceiptSchema = strict<Omit<SamplesReceipt, "refused">>({
  taken: Joi.number().integer().min(0).required(),
  dropped: Joi.number().integer().min(0).required(),
}).append<SamplesReceipt>({
  refused: Joi.array()
    .items(Joi.object({ field: Joi.string(), sentence: Joi.string() }))
    .required(),
});
