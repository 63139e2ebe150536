import Joi from "joi";
import type { FaultBelief, Need, NextCheck, PlanLine, Verdict } from "#core/judge";
import { CURE_IDS, FAULT_IDS } from "#core/known";
import type { Finding, Place } from "#core/check";
import {
  CHECK_IDS,
  COMPLAINTS,
  DISPOSITIONS,
  EVENTS,
  PAIRS,
  PHASES,
  RELEASES,
  type JobRecord,
  type Workshop,
} from "#core/record";
import type { BeforeAfter, DrawnRing, PairTable, Report } from "#core/report";
import type { BundledJob } from "./bundledJob.ts";
import { id, instant, keyed, name, oneOf, words } from "./fields.ts";
import { instrumentSchema } from "./instrumentSchema.ts";
import { decisionSchema, repairSchema } from "./jobSchemas.ts";
import { limitsSchema } from "./limitsSchema.ts";
import { motorSchema } from "./motorSchema.ts";
import { outcomeSchema } from "./outcomeSchemas.ts";
import { readingAsKept } from "./readingSchema.ts";
import { visitSchema } from "./visitSchema.ts";
import { burnInSchema, partSchema, releaseSchema, runStartSchema, workSchema } from "./workSchemas.ts";

/**
 * A closing as it is kept for ever, and as it travels: every field that anything reads. Closings by earlier rules said
 * less, and some things that nothing reads any more: what they lacked is optional here, and what is unknown stays.
 */

const MOST = 10_000;
/** A sentence of the program's own: longer than a person writes. */
const sentence = Joi.string().allow("").max(20_000);
/** A probability; sums of many are above one by their rounding. */
const share = Joi.number().min(0).max(1.000_001);
const amount = Joi.number();
const list = (item: Joi.Schema) => Joi.array().items(item).max(MOST);
/** By rules that may be earlier or later: what is not read here is carried along. */
const open = <T>(fields: { readonly [Key in keyof Required<T>]: Joi.Schema }) => keyed<T>(fields).unknown();

const place = open<Place>({
  phase: oneOf("phase", PHASES).required(),
  winding: oneOf("pair", PAIRS).required(),
  share: share.required(),
}).allow(null);
const disposition = oneOf("decision", DISPOSITIONS);
const cures = Joi.array().items(oneOf("cure", CURE_IDS)).max(CURE_IDS.length);
const check = oneOf("check", CHECK_IDS);
const finding = open<Finding>({
  variable: name.required(),
  likelihood: Joi.object().pattern(Joi.string(), Joi.number().min(0)).required(),
  check: check.required(),
  sentence: sentence.required(),
  advice: sentence,
  departs: Joi.boolean().required(),
  place: place.required(),
  slip: Joi.any(),
  with: Joi.any(),
  ableMeter: sentence,
  lacks: sentence,
  follows: Joi.array().items(name),
});

const belief = open<FaultBelief>({
  fault: oneOf("fault", FAULT_IDS).required(),
  name: name.required(),
  probability: share.required(),
  place: place.required(),
  weights: list(
    open<FaultBelief["weights"][number]>({
      variable: name.required(),
      sentence: sentence.required(),
      weight: amount.required(),
      clears: Joi.boolean(),
    }),
  ).required(),
});

const next = open<NextCheck>({
  check: check.required(),
  title: sentence,
  slots: list(name),
  minutes: amount.min(0).required(),
  gain: amount.required(),
  because: sentence.required(),
  again: Joi.boolean(),
  halfDone: Joi.boolean(),
  alone: name,
  first: sentence,
});

const need = open<Need>({
  what: sentence.required(),
  why: sentence.required(),
  state: oneOf("state of a need", ["met", "leftOut", "open"] as const).required(),
  step: next.allow(null),
  ableMeter: sentence.allow(null),
  inRecord: Joi.boolean().valid(true),
});

const action = open<NonNullable<Verdict["action"]>>({
  cures: cures.required(),
  disposition: disposition.required(),
  probability: share.required(),
  exact: share,
  waste: amount,
  minutes: amount.min(0).required(),
  parts: amount,
  days: amount,
  cost: amount.required(),
  wrongCost: amount,
  expectedCost: amount,
  unsafe: sentence.allow(null),
});

const step = open<PlanLine>({
  check: check.required(),
  title: sentence.required(),
  stage: name.required(),
  minutes: amount.min(0).required(),
  state: oneOf("state of a check", [
    "toDo",
    "inProgress",
    "agrees",
    "departs",
    "cannotTell",
    "skipped",
  ] as const).required(),
  note: sentence.required(),
  notApplicable: sentence.allow(null).required(),
  optional: Joi.boolean(),
});

export const verdictSchema = open<Verdict>({
  rules: Joi.string().max(100).required(),
  epoch: Joi.number().integer().min(0).required(),
  headline: words.required(),
  reason: sentence,
  decided: disposition.allow(null).required(),
  action: action.allow(null),
  rivals: list(action),
  doubtful: list(name),
  hardFact: open<NonNullable<Verdict["hardFact"]>>({
    ends: oneOf("end", [...CURE_IDS, "asItStands"] as const).required(),
    sentence: sentence.required(),
  }).allow(null),
  faults: list(belief).required(),
  remedies: Joi.any(),
  cleared: Joi.boolean(),
  outside: open<Verdict["outside"]>({
    chance: share.required(),
    suspects: list(
      open<Verdict["outside"]["suspects"][number]>({
        fault: oneOf("fault", FAULT_IDS).required(),
        name: name.required(),
        probability: share.required(),
        step: next.allow(null),
      }),
    ),
  }),
  findings: list(finding).required(),
  experience: sentence,
  sound: share,
  beyondThree: share,
  next: next.allow(null),
  runnerUp: next.allow(null),
  proposals: list(next),
  wouldChange: list(
    open<Verdict["wouldChange"][number]>({
      variable: name.required(),
      words: sentence.required(),
      probability: share.required(),
      to: Joi.array().items(Joi.string()).allow(null),
    }),
  ),
  warrant: list(need),
  plan: list(step).required(),
});

const strip = open<NonNullable<PairTable["strip"]>>({
  limit: amount.required(),
  bars: list(
    open<NonNullable<PairTable["strip"]>["bars"][number]>({
      label: sentence.required(),
      value: amount.required(),
      expanded: amount.required(),
      state: name.required(),
    }),
  ).required(),
});

const table = open<PairTable>({
  title: sentence.required(),
  rows: list(
    open<PairTable["rows"][number]>({
      pair: sentence.required(),
      wires: sentence.required(),
      value: sentence.required(),
      meaning: sentence.required(),
    }),
  ).required(),
  summary: sentence.required(),
  strip: strip.allow(null),
});

/** A turn of the sensors as it is drawn: six states of three lamps. */
const ring = open<DrawnRing>({
  states: Joi.array()
    .items(
      open<DrawnRing["states"][number]>({
        state: Joi.string()
          .pattern(/^[01]{3}$/u)
          .required(),
        seen: Joi.boolean().required(),
      }),
    )
    .length(6)
    .required(),
});
const drawnAs = (kind: BeforeAfter["kind"]) => ({
  kind: Joi.valid(kind).required(),
  title: sentence.required(),
});
/** What a report draws before and after: each kind with all that its drawing needs. */
export const beforeAfterSchema = Joi.alternatives().try(
  Joi.object({ ...drawnAs("ring"), before: ring.required(), after: ring.required() }),
  Joi.object({ ...drawnAs("strips"), before: strip.required(), after: strip.required() }),
  Joi.object({
    ...drawnAs("values"),
    rows: list(Joi.array().ordered(sentence.required(), sentence.required(), sentence.required())).required(),
  }),
);

const report = open<Report>({
  title: sentence.required(),
  motor: list(Joi.array().ordered(sentence.required(), sentence.required())).required(),
  complaint: sentence.required(),
  answer: sentence.required(),
  plainWords: sentence.required(),
  findings: list(
    open<Report["findings"][number]>({
      sentence: sentence.required(),
      departs: Joi.boolean().required(),
      cannotTell: Joi.valid(true),
    }),
  ).required(),
  tables: list(table).required(),
  decision: open<NonNullable<Report["decision"]>>({
    what: sentence.required(),
    plain: sentence.required(),
    reason: sentence.required(),
    by: name.required(),
    at: instant.required(),
  })
    .allow(null)
    .required(),
  repairs: list(
    open<Report["repairs"][number]>({
      plan: sentence.required(),
      done: sentence.required(),
      minutes: amount.min(0).required(),
      by: name.required(),
      at: instant.required(),
    }),
  ).required(),
  proof: open<NonNullable<Report["proof"]>>({
    lines: list(
      open<NonNullable<Report["proof"]>["lines"][number]>({
        check: check.required(),
        variable: name.required(),
        before: sentence.required(),
        after: sentence.allow(null).required(),
        state: name.required(),
        doubt: sentence.allow(null),
      }),
    ).required(),
    answer: oneOf("proof", ["proved", "failed", "open", "unexplained"] as const).required(),
  })
    .allow(null)
    .required(),
  beforeAfter: list(beforeAfterSchema),
  notDone: list(sentence).required(),
  foot: sentence.required(),
  letterhead: open<NonNullable<Report["letterhead"]>>({
    name: sentence.required(),
    line: sentence.required(),
  }),
  release: open<NonNullable<Report["release"]>>({
    as: oneOf("release", RELEASES).required(),
    words: words.required(),
    by: name.required(),
    at: instant.required(),
  }),
  knownBy: sentence,
  costs: open<NonNullable<Report["costs"]>>({
    currency: name.allow("").required(),
    lines: list(Joi.array().ordered(sentence.required(), amount.required())).required(),
    total: amount.required(),
    aside: sentence.required(),
  }),
  signedBy: list(name),
  timeZone: name,
});

const workshop = keyed<Workshop>({
  done: list(workSchema).required(),
  parts: list(partSchema).required(),
  runs: list(burnInSchema).required(),
  starts: list(runStartSchema),
  releases: list(releaseSchema).required(),
});

/** The record that was judged, with the lines that an undo left beside what it took back. */
const record = keyed<JobRecord>({
  motor: motorSchema.required(),
  complaint: oneOf("complaint", COMPLAINTS).required(),
  complaintWords: words.required(),
  events: Joi.array().items(oneOf("past event", EVENTS)).unique().required(),
  readings: list(readingAsKept).unique("id").required(),
  decisions: list(decisionSchema).required(),
  repairs: list(repairSchema).required(),
  workshop,
  instruments: Joi.array().items(instrumentSchema).unique("id").max(100).required(),
  past: Joi.array().items(visitSchema).max(1000),
  limits: limitsSchema,
  unread: Joi.array().items(Joi.object({ reading: readingAsKept.required(), why: words.required() })),
});

export const closedSchema = keyed<BundledJob["closings"][number]>({
  entryId: id.required(),
  kind: oneOf("kind of closing", ["closing", "callingOff"]).required(),
  at: instant.required(),
  by: name.required(),
  reason: words.required(),
  record: record.required(),
  verdict: verdictSchema.required(),
  report: report.required(),
  visit: visitSchema.required(),
  sound: Joi.boolean().required(),
  outcome: outcomeSchema,
});
