import type { PartToOrder } from "#core/schedule";
import Joi from "joi";
import { ROAD } from "#core/judge";
import { CHECK_IDS, DISPOSITIONS, ENTRY_KINDS, PRESSINGS, type Entry } from "#core/record";
import { id, instant, keyed, name, oneOf, strict, words } from "./fields.ts";
import { instrumentSchema } from "./instrumentSchema.ts";
import { intakeSchema } from "./jobSchemas.ts";
import {
  STAGES,
  type Ahead,
  type BenchAside,
  type ClosedElsewhere,
  type Day,
  type DayBlock,
  type DayMove,
  type DayRow,
  type DayWaiting,
  type JobLine,
  type JobList,
  type Judging,
  type JobView,
  type Ready,
  type Receipt,
  type Summary,
} from "./jobs.ts";
import { limitsSchema } from "./limitsSchema.ts";
import { motorSchema } from "./motorSchema.ts";
import { ledgerSchema, outcomeSchema } from "./outcomeSchemas.ts";
import type { FieldProblem } from "./problems.ts";
import type { Unit, UnitVisit } from "./shop.ts";
import { visitSchema } from "./visitSchema.ts";

/** What the API answers, as schemas: described in the OpenAPI document, and held against real answers in tests. */

const version = Joi.number().integer().min(0).required();
const closedAt = instant.allow(null).required();

export const receiptSchema = strict<Receipt>({
  job: id.required(),
  version,
  closedAt,
  savedAt: instant.required(),
});

const chance = Joi.number().min(0).max(1).required();
const minutes = Joi.number().min(0).required();
const money = Joi.number().min(0).allow(null).required();
const work = { chance, minutes, wait: minutes, days: minutes, proof: minutes, run: minutes };
const aheadSchema = strict<Ahead>({
  rest: strict<Ahead["rest"]>({
    settle: Joi.number().min(0),
    readings: Joi.array().items(Joi.object({ chance, minutes })).required(),
    works: Joi.array().items(Joi.object(work)).required(),
    proof: minutes,
    run: minutes,
    close: minutes,
  }).required(),
  awaits: Joi.boolean().required(),
  parts: Joi.array()
    .items(
      Joi.object({
        what: name.required(),
        by: words.required(),
        chance,
        price: money,
        days: minutes,
        supplier: name,
      }),
    )
    .required(),
  soFar: money,
  toCome: money,
});

const summarySchema = keyed<Summary>({
  headline: words.required(),
  leading: strict<NonNullable<Summary["leading"]>>({
    name: name.required(),
    probability: Joi.number().min(0).max(1).required(),
  })
    .allow(null)
    .required(),
  next: words.required(),
  to: oneOf("step", ["takenIn", ...CHECK_IDS, "decide", ...ROAD, "report"]).required(),
  minutes: Joi.number().min(0).required(),
  safeFirst: Joi.boolean().valid(true),
  marks: Joi.array().items(name).required(),
  unjudged: words,
  disposition: oneOf("decision", DISPOSITIONS).allow(null).required(),
  by: name.allow("").required(),
  due: Joi.string(),
  safe: strict<NonNullable<Summary["safe"]>>({ at: instant.required(), by: name.required() }),
  promised: Joi.string(),
  pressing: oneOf("answer to how much it presses", PRESSINGS),
  ahead: aheadSchema,
  clock: strict<NonNullable<Summary["clock"]>>({
    startedAt: instant.required(),
    minutes: Joi.number().min(0).required(),
    words: words.required(),
  })
    .allow(null)
    .required(),
});

const lineSchema = keyed<JobLine>({
  id: id.required(),
  number: Joi.number().integer().min(1).required(),
  name: name.required(),
  owner: name.allow("").required(),
  stage: oneOf("stage", STAGES).required(),
  summary: summarySchema.required(),
  takenInAt: instant.required(),
  closedAt,
});

const paged = {
  total: Joi.number().integer().min(0).required(),
  page: Joi.number().integer().min(1).required(),
  pageSize: Joi.number().integer().min(1).required(),
};

export const jobListSchema = keyed<JobList>({
  items: Joi.array().items(lineSchema).required(),
  ...paged,
  totals: Joi.object()
    .pattern(
      oneOf("stage", STAGES),
      Joi.object({
        motors: Joi.number().integer().min(1).required(),
        minutes: Joi.number().min(0).required(),
      }),
    )
    .required(),
  partly: Joi.string().valid("newest", "most"),
  judging: strict<Judging>({
    left: Joi.number().integer().min(0).required(),
    of: Joi.number().integer().min(0).required(),
  }).required(),
});

const ready = strict<Ready>({ at: instant.required(), chance }).allow(null).required();
const initialsSchema = name.allow("").required();

export const daySchema = keyed<Day>({
  now: instant.required(),
  from: instant.required(),
  until: instant.required(),
  rows: Joi.array()
    .items(
      keyed<DayRow>({
        job: lineSchema.required(),
        person: initialsSchema,
        start: instant.required(),
        minutes,
        ready,
        kept: Joi.number().min(0).max(1).allow(null).required(),
        pinned: Joi.boolean().required(),
      }),
    )
    .required(),
  blocks: Joi.array()
    .items(
      strict<DayBlock>({
        row: Joi.number().integer().min(1).required(),
        person: initialsSchema,
        kind: oneOf("kind of stretch", ["work", "wait"] as const).required(),
        start: instant.required(),
        end: instant.required(),
      }),
    )
    .required(),
  waiting: Joi.array()
    .items(keyed<DayWaiting>({ job: lineSchema.required(), person: initialsSchema, ready }))
    .required(),
  done: Joi.array().items(lineSchema).required(),
  unplanned: Joi.number().integer().min(0).required(),
  parts: Joi.array()
    .items(
      keyed<PartToOrder>({
        what: name.required(),
        by: words.required(),
        supplier: name.allow("").required(),
        price: money,
        days: minutes,
        jobs: Joi.array()
          .items(Joi.object({ id: id.required(), name: name.required(), chance }))
          .required(),
      }),
    )
    .required(),
  currency: name.allow("").required(),
  judging: strict<Judging>({
    left: Joi.number().integer().min(0).required(),
    of: Joi.number().integer().min(0).required(),
  }).required(),
});

/** A row moved to a place of its own. */
export const dayMoveSchema = strict<DayMove>({
  job: id.required(),
  place: Joi.number().integer().min(0).max(1000).allow(null).required(),
});

export const asideSchema = keyed<BenchAside>({
  clocks: Joi.array().items(lineSchema).required(),
  longest: Joi.array().items(lineSchema).required(),
  owners: Joi.array().items(name).required(),
  minutes: Joi.number().min(0).required(),
});

const elsewhereSchema = strict<ClosedElsewhere>({
  kind: oneOf("kind of closing", ["closing", "callingOff"] as const).required(),
  at: instant.required(),
  by: name.required(),
  reason: words.required(),
  headline: words.required(),
  leading: strict<NonNullable<ClosedElsewhere["leading"]>>({
    name: words.required(),
    probability: Joi.number().min(0).max(1).required(),
  })
    .allow(null)
    .required(),
  rules: words.required(),
  file: strict<ClosedElsewhere["file"]>({
    sha256: Joi.string().allow("").required(),
    at: instant.required(),
    by: name.allow("").required(),
  }).required(),
});

export const jobViewSchema = keyed<JobView>({
  id: id.required(),
  number: Joi.number().integer().min(1).required(),
  version,
  takenInAt: instant.required(),
  closedAt,
  savedAt: instant.required(),
  intake: intakeSchema.required(),
  entries: Joi.array()
    .items(
      keyed<Entry>({ kind: oneOf("kind of entry", ENTRY_KINDS).required(), body: Joi.object().required() }),
    )
    .required(),
  grounds: keyed<JobView["grounds"]>({
    instruments: Joi.array().items(instrumentSchema).required(),
    past: Joi.array().items(visitSchema),
    limits: limitsSchema,
  }).required(),
  closing: Joi.object().allow(null).required(),
  elsewhere: elsewhereSchema.allow(null).required(),
});

const unitVisitSchema = keyed<UnitVisit>({
  shop: name,
  jobNumber: Joi.number().integer().required(),
  at: instant.required(),
  pairs: Joi.object().allow(null).required(),
  constant: Joi.object().allow(null).required(),
  insulation: Joi.number().allow(null).required(),
  imbalance: Joi.object(),
  coastDown: Joi.object(),
  jobId: id.required(),
  headline: words.required(),
  disposition: oneOf("decision", DISPOSITIONS).allow(null).required(),
  sound: Joi.boolean().required(),
  outcome: outcomeSchema,
  ledger: ledgerSchema,
});

const unitSchema = keyed<Unit>({
  shop: name,
  serial: name.required(),
  name: name.required(),
  owner: name.allow("").required(),
  modelId: id.allow(null).required(),
  motor: motorSchema.required(),
  versions: Joi.array()
    .items(
      keyed<Unit["versions"][number]>({
        motor: motorSchema.required(),
        by: name.allow("").required(),
        at: instant.required(),
        reason: words.required(),
      }),
    )
    .required(),
  visits: Joi.array().items(unitVisitSchema).required(),
  openJob: id.allow(null).required(),
});

export const unitsSchema = keyed<{ items: Unit[]; total: number; page: number; pageSize: number }>({
  items: Joi.array().items(unitSchema).required(),
  ...paged,
});

/** RFC 9457, with the fields that are wrong where there are any. */
export const problemSchema = Joi.object<{
  type: string;
  status: number;
  title: string;
  detail: string;
  fields?: FieldProblem[];
}>({
  type: Joi.string().required(),
  status: Joi.number().integer().required(),
  title: Joi.string().required(),
  detail: Joi.string().required(),
  fields: Joi.array().items(
    strict<FieldProblem>({ field: Joi.string().allow("").required(), sentence: Joi.string().required() }),
  ),
}).unknown();
