import Joi from "joi";
import { LIVE_FUNCTION_NAMES, LIVE_FUNCTIONS, unitFactor, type Display, type LiveFunction } from "#core/live";
import { keyed, oneOf, strict } from "./fields.ts";
import { problemsOf, type FieldProblem } from "./problems.ts";

/** How an instrument says what it reads. */
export const FEED_KINDS = ["http", "scpi", "serial"] as const;
export type Feed =
  /** It sends its samples to the server itself, with a key. */
  | { readonly kind: "http" }
  /** The server asks it over the network, in the words of IEEE 488.2 and SCPI. */
  | { readonly kind: "scpi"; readonly host: string; readonly port: number }
  /** It hangs on the device that the bench is read on, and sends lines. */
  | { readonly kind: "serial"; readonly baud: number };

/** An instrument that speaks. */
export interface FeedView {
  readonly instrument: string;
  readonly feed: Feed;
}

/** The key of a feed, told once. */
export interface FeedKey extends FeedView {
  /** Null where none was made: the instrument does not call by itself, or has the one it had. */
  readonly key: string | null;
}

const MOST_PORT = 65_535;
const [SLOWEST, FASTEST] = [300, 4_000_000];
/** A host name or a numeric address: letters, digits, dots, colons, dashes. */
const host = Joi.string()
  .max(253)
  .pattern(/^[0-9A-Za-z](?:[0-9A-Za-z.:-]*[0-9A-Za-z])?$|^::1$/u)
  .messages({
    "string.pattern.base": "Give the instrument's address alone, as 192.168.1.40 or meter.local.",
  });

export const feedSchema = Joi.alternatives()
  .conditional(".kind", {
    switch: [
      { is: "http", then: keyed<Extract<Feed, { kind: "http" }>>({ kind: Joi.string() }) },
      {
        is: "scpi",
        then: keyed<Extract<Feed, { kind: "scpi" }>>({
          kind: Joi.string(),
          host: host.required().messages({ "any.required": "Give the instrument's address." }),
          port: Joi.number()
            .integer()
            .min(1)
            .max(MOST_PORT)
            .required()
            .messages({
              "*": `Give its port, 1 to ${MOST_PORT}; 5025 is usual.`,
            }),
        }),
      },
      {
        is: "serial",
        then: keyed<Extract<Feed, { kind: "serial" }>>({
          kind: Joi.string(),
          baud: Joi.number().integer().min(SLOWEST).max(FASTEST).required().messages({
            "*": "Give its speed in baud, as 115200.",
          }),
        }),
      },
    ],
    otherwise: Joi.any()
      .forbidden()
      .messages({ "any.unknown": `An instrument speaks by one of: ${FEED_KINDS.join(", ")}.` }),
  })
  .required() as Joi.AlternativesSchema<Feed>;

export const feedViewSchema = strict<Pick<FeedView, "instrument">>({
  instrument: Joi.string().required(),
}).append<FeedView>({ feed: feedSchema });
export const feedKeySchema = feedViewSchema.append<FeedKey>({ key: Joi.string().allow(null).required() });

/** One sample on the wire. */
export interface WireSample {
  /** Counts up by at least one with each sample; begins anew when the device is started again. */
  readonly sequence: number;
  /** Seconds by the device's own clock, which need not be right. */
  readonly time: number;
  readonly function: LiveFunction;
  /** Null with an overload. */
  readonly value: number | null;
  readonly unit: string;
  /** Full scale of the range it stands on, in the same unit. */
  readonly range?: number;
  readonly overload?: boolean;
}

/** Samples in one message at most. */
export const MOST_SAMPLES = 200;

export const sampleSchema = strict<WireSample>({
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

/** A sample as the record reads it, still at the device's own time. */
export type TimedDisplay = Display & { readonly time: number };

/** What was heard in a message, and what is wrong with the rest of it, by its place. */
export interface ReadSamples {
  readonly displays: readonly TimedDisplay[];
  readonly refused: readonly FieldProblem[];
}

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

/** What became of the samples of one message. */
export interface SamplesReceipt {
  readonly taken: number;
  /** Came late or twice: something later was heard before. */
  readonly dropped: number;
  readonly refused: readonly FieldProblem[];
}

export const samplesReceiptSchema = strict<Omit<SamplesReceipt, "refused">>({
  taken: Joi.number().integer().min(0).required(),
  dropped: Joi.number().integer().min(0).required(),
}).append<SamplesReceipt>({
  refused: Joi.array()
    .items(Joi.object({ field: Joi.string(), sentence: Joi.string() }))
    .required(),
});

/** A display on its way to a bench, with how long ago it was shown, s. */
export type LiveDisplay = Display & { readonly ago: number };

/** What a bench hears of an instrument. */
export type LiveEvent =
  | { readonly kind: "shown"; readonly instrument: string; readonly displays: readonly LiveDisplay[] }
  /** Why nothing is heard of it; null once it answers. */
  | { readonly kind: "silent"; readonly instrument: string; readonly why: string | null };

/** What a bench listens for: an instrument, and what it wants read where it can be asked for it. */
export interface Listening {
  readonly instrument: string;
  readonly reads: LiveFunction;
}

/** As it stands in the address. */
export const listeningText = ({ instrument, reads }: Listening) => `${reads}:${instrument}`;

/** Reads it back; null where it is none. */
export function listeningOf(text: string): Listening | null {
  const [reads = "", ...rest] = text.split(":");
  const found = LIVE_FUNCTION_NAMES.find((name) => name === reads);
  const instrument = rest.join(":");
  return found && instrument !== "" ? { instrument, reads: found } : null;
}
