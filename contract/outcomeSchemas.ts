import Joi from "joi";
import { CURE_IDS, FAULT_IDS } from "#core/known";
import type { Band, Found, Ledger, Outcome, Period } from "#core/outcomes";
import { COMPLAINTS, DISPOSITIONS, FAMILIES, RELEASES } from "#core/record";
import { experienceOfSchema } from "./limitsSchema.ts";
import { id, instant, keyed, name, oneOf, words } from "./fields.ts";
import type { Account, OutcomeLine, Periods } from "./shop.ts";
import { day } from "./workSchemas.ts";

const TRUTHS = ["true", "half", "false", "open"] as const;
const share = Joi.number().min(0).max(1).required();
const count = Joi.number().integer().min(0).required();

export const outcomeSchema = keyed<Outcome>({
  family: oneOf("family", FAMILIES).required(),
  modelId: id.allow(null).required(),
  complaint: oneOf("complaint", COMPLAINTS).required(),
  headline: words.required(),
  said: keyed<NonNullable<Outcome["said"]>>({
    disposition: oneOf("decision", DISPOSITIONS).required(),
    cures: Joi.array().items(oneOf("cure", CURE_IDS)).required(),
    probability: share,
  })
    .allow(null)
    .required(),
  fault: keyed<NonNullable<Outcome["fault"]>>({
    id: oneOf("fault", FAULT_IDS).required(),
    probability: share,
  })
    .allow(null)
    .required(),
  did: keyed<NonNullable<Outcome["did"]>>({
    disposition: oneOf("decision", DISPOSITIONS).required(),
    cures: Joi.array().items(Joi.string()).required(),
  })
    .allow(null)
    .required(),
  first: keyed<NonNullable<Outcome["first"]>>({
    disposition: oneOf("decision", DISPOSITIONS).required(),
    cures: Joi.array().items(Joi.string()).required(),
    mended: Joi.boolean().required(),
  }),
  without: Joi.array().items(words),
  repairs: count,
  proof: oneOf("proof", ["proved", "failed", "open", "unexplained"]).allow(null).required(),
  release: oneOf("release", RELEASES).allow(null).required(),
  minutes: Joi.number().min(0).required(),
  cost: Joi.number().min(0).allow(null).required(),
});

const bandSchema = keyed<Band>({
  from: share,
  to: share,
  n: count,
  came: count,
  said: share,
  share,
  least: share,
  most: share,
});

export const accountCounts = keyed<Account["counts"]>({
  true: count,
  half: count,
  false: count,
  open: count,
});
export const toldSchema = keyed<Account["told"]>({
  of: count,
  kept: count,
  expected: Joi.number().min(0).required(),
});

export const accountSchema = keyed<Account>({
  bands: Joi.array().items(bandSchema).required(),
  counts: accountCounts.required(),
  unsaid: count,
  told: toldSchema.required(),
  experience: experienceOfSchema.required(),
  items: Joi.array()
    .items(
      keyed<OutcomeLine>({
        jobId: id.required(),
        jobNumber: count,
        name: name.allow("").required(),
        closedAt: instant.required(),
        outcome: outcomeSchema.required(),
        cameBack: Joi.boolean().required(),
        truth: oneOf("truth", TRUTHS).required(),
      }),
    )
    .required(),
});

export const foundSchema = keyed<Found>({
  known: count,
  cures: Joi.array()
    .items(keyed<Found["cures"][number]>({ cure: oneOf("cure", CURE_IDS).required(), n: count }))
    .required(),
  cleared: count,
  repaired: count,
  proved: count,
  cameBack: count,
  minutes: Joi.number().min(0).allow(null).required(),
  cost: Joi.number().min(0).allow(null).required(),
});

const days = Joi.number().min(0).allow(null).required();
const amount = Joi.number().min(0).required();
export const periodSchema = keyed<Period>({
  from: day.required(),
  to: day.required(),
  closed: count,
  cameBack: count,
  labour: amount,
  parts: amount,
  minutes: amount,
  unpriced: count,
  usual: keyed<Period["usual"]>({ here: days, begun: days, waited: days }).required(),
});
const periods = Joi.array().items(periodSchema).required();
export const periodsSchema = keyed<Periods>({
  currency: name.allow("").required(),
  weeks: periods,
  months: periods,
});

export const ledgerSchema = keyed<Ledger>({
  currency: name.allow("").required(),
  labour: amount.allow(null),
  parts: amount,
  minutes: amount,
  begun: instant.allow(null).required(),
  waited: amount,
});
