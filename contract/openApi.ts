import {
  aloneSchema,
  anyAttemptSchema,
  anyCaseSchema,
  caseLineSchema,
  marksSchema,
  progressSchema,
} from "./practiceSchema.ts";
import Joi, { type Schema } from "joi";
import { ENTRY_KINDS } from "#core/record";
import { CHAIN_AT } from "./chain.ts";
import { chainSchema, newShopSchema, shopTitleSchema } from "./chainSchemas.ts";
import { bundleSchema } from "./bundleSchema.ts";
import {
  auditSchema,
  copiesSchema,
  firstOwnerSchema,
  ownPassPhraseSchema,
  passPhraseSchema,
  sessionSchema,
  signInSchema,
} from "./doorSchemas.ts";
import {
  feedKeySchema,
  feedSchema,
  feedViewSchema,
  samplesReceiptSchema,
  wireSamplesSchema,
} from "./feedSchema.ts";
import { instrumentSchema } from "./instrumentSchema.ts";
import { ENTRY_SCHEMAS, intakeSchema, technicianSchema } from "./jobSchemas.ts";
import { limitsSchema } from "./limitsSchema.ts";
import { accountSchema, foundSchema, periodsSchema } from "./outcomeSchemas.ts";
import { CAPTURE_LIMITS, SENT_TYPES } from "./captures.ts";
import { PHOTO_LIMITS } from "./photos.ts";
import {
  asideSchema,
  dayMoveSchema,
  daySchema,
  jobListSchema,
  jobViewSchema,
  problemSchema,
  receiptSchema,
  unitsSchema,
} from "./responseSchemas.ts";
import { API, ENTRY_PATHS } from "./routes.ts";
import { listedModelSchema, modelSchema } from "./shopSchemas.ts";

/** JSON Schema of a Joi schema, from Joi itself: what validates is what is described. */
export function jsonSchemaOf(schema: Schema): Record<string, unknown> {
  return schema["~standard"].jsonSchema.input({ target: "draft-2020-12" });
}

type Content = Readonly<Record<string, { readonly schema?: Record<string, unknown> }>>;

const json = (schema: Schema): Content => ({ "application/json": { schema: jsonSchemaOf(schema) } });
const bytes = (...types: string[]): Content =>
  Object.fromEntries(types.map((type) => [type, { schema: { type: "string", format: "binary" } }]));
const listOf = (schema: Schema) => Joi.array().items(schema);

const refused = {
  description: "Refused; problem+json names the field and says why",
  content: { "application/problem+json": { schema: jsonSchemaOf(problemSchema) } },
};

/** Parameters that stand in braces in a path. */
function inPath(path: string) {
  return [...path.matchAll(/\{(\w+)\}/gu)].map(([, name]) => ({
    name,
    in: "path",
    required: true,
    schema: { type: "string" },
  }));
}

const inQuery = (...names: string[]) =>
  names.map((name) => ({ name, in: "query", required: false, schema: { type: "string" } }));

const VERSION_SEEN = {
  name: "If-Match",
  in: "header",
  required: true,
  schema: { type: "string" },
  description: "version of the job this is based on",
};

interface Put {
  readonly summary: string;
  /** Left out where the address says it all. */
  readonly body?: Content;
  readonly answer: Content;
  readonly versioned?: boolean;
}

function put(path: string, { summary, body, answer, versioned = false }: Put) {
  return {
    put: {
      summary,
      parameters: [...inPath(path), ...(versioned ? [VERSION_SEEN] : [])],
      ...(body && { requestBody: { required: true, content: body } }),
      responses: {
        200: { description: "Was there already; nothing changed", content: answer },
        201: { description: "On disk", content: answer },
        409: refused,
        413: refused,
        415: refused,
        422: refused,
        ...(versioned && { 412: refused, 428: refused }),
      },
    },
  };
}

function get(path: string, summary: string, answer: Content, query: readonly string[] = []) {
  return {
    get: {
      summary,
      parameters: [...inPath(path), ...inQuery(...query)],
      responses: { 200: { description: "OK", content: answer }, 404: refused },
    },
  };
}

/** A change that is not put at an address of its own. */
function change(verb: "post" | "delete", path: string, summary: string, answer: Content, body?: Content) {
  return {
    [verb]: {
      summary,
      parameters: inPath(path),
      ...(body && { requestBody: { required: true, content: body } }),
      responses: {
        200: { description: "Done", content: answer },
        201: { description: "Made", content: answer },
        401: refused,
        403: refused,
        409: refused,
        422: refused,
        429: refused,
      },
    },
  };
}

const HEALTH = Joi.object({
  ok: Joi.boolean().required(),
  demo: Joi.boolean().required(),
  /** Jobs whose verdict could not be worked out. */
  unjudged: Joi.number().integer().min(0).required(),
});
/** As `npm run capture` prints it. */
const CAPTURE = Joi.object({
  outcome: Joi.string().valid("read", "warned", "refused").required(),
  understood: Joi.object().required(),
  said: Joi.array().items(Joi.object()).required(),
  figures: Joi.object().required(),
  words: Joi.object().required(),
});
const DONE = Joi.object({ ok: Joi.boolean().required() });

/** The whole API as OpenAPI 3.1. */
export function openApi(): Record<string, unknown> {
  const below =
    (place: string) =>
    (path: string, ...operations: ((path: string) => object)[]) =>
      [
        `${place}${path}`,
        operations.reduce<object>((all, operation) => ({ ...all, ...operation(path) }), {}),
      ] as const;
  const at = below(API);
  const inOffice = below(`${CHAIN_AT}${API}`);
  const listed = (noun: string, path: string, summary: string, schema: Schema) => [
    at(path, (where) => get(where, summary, json(listOf(schema)))),
    at(`${path}/{id}`, (where) =>
      put(where, { summary: `Put ${noun} on the list`, body: json(schema), answer: json(schema) }),
    ),
  ];
  const entries = ENTRY_KINDS.map((kind) =>
    at(`/jobs/{job}/${ENTRY_PATHS[kind]}/{id}`, (where) =>
      put(where, {
        summary: `Append a ${kind} to a job`,
        body: json(ENTRY_SCHEMAS[kind]),
        answer: json(receiptSchema),
        versioned: true,
      }),
    ),
  );
  return {
    openapi: "3.1.0",
    info: { title: "Green Fable", version: "1" },
    paths: Object.fromEntries([
      at("/health", (where) => get(where, "Whether the server and its file answer", json(HEALTH))),
      at("/jobs", (where) =>
        get(where, "Jobs, newest first", json(jobListSchema), [
          "stage",
          "q",
          "owner",
          "mine",
          "dueBefore",
          "page",
          "size",
        ]),
      ),
      at("/aside", (where) => get(where, "What stands beside the jobs on the bench", json(asideSchema))),
      at("/day", (where) => get(where, "The day at the bench, in its order", json(daySchema), ["mine"])),
      at("/day/{job}", (where) =>
        put(where, {
          summary: "Give a job a place of the day, or take it away",
          body: json(dayMoveSchema),
          answer: json(dayMoveSchema),
        }),
      ),
      at(
        "/jobs/{job}",
        (where) => get(where, "One job: its journal and what it is judged by", json(jobViewSchema)),
        (where) =>
          put(where, {
            summary: "Take a motor in",
            body: json(intakeSchema),
            answer: json(jobViewSchema),
          }),
      ),
      ...entries,
      at(
        "/jobs/{job}/files/{name}",
        (where) =>
          get(where, "A photo or a packed recording of the job", {
            ...bytes(PHOTO_LIMITS.type),
            ...bytes(CAPTURE_LIMITS.type),
          }),
        (where) =>
          put(where, {
            summary: "Keep a photo, or a recording packed with gzip, under the SHA-256 of its bytes",
            body: { ...bytes(PHOTO_LIMITS.type), ...bytes(CAPTURE_LIMITS.type) },
            answer: json(DONE),
          }),
      ),
      at("/captures", () => ({
        post: {
          summary: `Read a recording of a motor, up to ${CAPTURE_LIMITS.mostSent / 1_000_000} MB; it is not kept`,
          parameters: inQuery("as", "polePairs", "slots", "ratedKv", "turned"),
          requestBody: { required: true, content: bytes(...SENT_TYPES) },
          responses: {
            200: {
              description: "What it says, or that nothing is read from it and why",
              content: json(CAPTURE),
            },
            413: refused,
            415: refused,
            422: refused,
          },
        },
      })),
      at("/jobs/{job}/bundle", (where) =>
        get(where, "Everything of the job as a zip", bytes("application/zip")),
      ),
      at("/jobs/{job}/import", (where) =>
        put(where, {
          summary: "Make a job of a bundle: a zip, or the JSON of an earlier version",
          body: { ...bytes("application/zip"), ...json(bundleSchema) },
          answer: json(jobViewSchema),
        }),
      ),
      at("/jobs/{job}/report.pdf", (where) =>
        get(where, "The report for the customer, as PDF", bytes("application/pdf")),
      ),
      at("/jobs/{job}/label.pdf", (where) =>
        get(where, "A label for the motor, with the job's address to be scanned", bytes("application/pdf")),
      ),
      ...listed("a person", "/technicians", "Who works at this bench", technicianSchema),
      at("/models", (where) =>
        get(where, "Motor models with their expected values", json(listOf(listedModelSchema))),
      ),
      at("/models/{id}", (where) =>
        put(where, {
          summary: "Put a model on the list",
          body: json(modelSchema),
          answer: json(modelSchema),
        }),
      ),
      inOffice("/chain", (where) =>
        get(where, "The shops of a chain side by side, for its own people", json(chainSchema)),
      ),
      inOffice("/shops/{shop}", (where) =>
        put(where, {
          summary: "Take a shop into the chain",
          body: json(newShopSchema),
          answer: json(chainSchema),
        }),
      ),
      inOffice("/shops/{shop}/title", (where) =>
        put(where, {
          summary: "Name a shop otherwise",
          body: json(shopTitleSchema),
          answer: json(chainSchema),
        }),
      ),
      inOffice("/models/{id}/of/{shop}", (where) =>
        put(where, { summary: "Make a model of one shop the chain's", answer: json(chainSchema) }),
      ),
      ...listed("an instrument", "/instruments", "The shop's instruments", instrumentSchema),
      at("/feeds", (where) => get(where, "Instruments that speak", json(listOf(feedViewSchema)))),
      at(
        "/instruments/{id}/feed",
        (where) =>
          put(where, {
            summary: "Let an instrument speak; the key it calls with is told once",
            body: json(feedSchema),
            answer: json(feedKeySchema),
          }),
        (where) => change("delete", where, "Let it speak no more", json(DONE)),
      ),
      at("/instruments/{id}/samples", (where) =>
        change(
          "post",
          where,
          "What an instrument shows, sent by itself with its key; nothing of it is kept",
          json(samplesReceiptSchema),
          json(wireSamplesSchema),
        ),
      ),
      at("/live", (where) =>
        get(where, "What instruments show, as server-sent events", bytes("text/event-stream"), ["to"]),
      ),
      at("/practice/cases", (where) => get(where, "Cases to practise on", json(listOf(caseLineSchema)))),
      at(
        "/practice/cases/{case}",
        (where) => get(where, "A case with all that is the matter", json(anyCaseSchema)),
        (where) =>
          put(where, {
            summary: "Keep a case of this shop; docs/case.schema.json says what it holds",
            body: json(anyCaseSchema),
            answer: json(anyCaseSchema),
          }),
        (where) => change("delete", where, "Take a case of this shop away", json(DONE)),
      ),
      at("/practice/attempts/{id}", (where) =>
        put(where, {
          summary: "Keep what somebody did with a case; its marks are worked out here",
          body: json(anyAttemptSchema),
          answer: json(marksSchema),
        }),
      ),
      at("/practice/progress", (where) =>
        get(where, "What was practised, and who has shown what", json(progressSchema)),
      ),
      at("/technicians/{id}/alone", (where) =>
        put(where, {
          summary: "Say on which families a trainee may work alone",
          body: json(aloneSchema),
          answer: json(aloneSchema),
        }),
      ),
      at("/units", (where) =>
        get(where, "Motors by serial with their visits", json(unitsSchema), ["q", "model", "page"]),
      ),
      at("/account", (where) =>
        get(where, "What was said of closed jobs, and what was true", json(accountSchema)),
      ),
      at("/periods", (where) =>
        get(where, "What weeks and months earned, took and waited for", json(periodsSchema)),
      ),
      at("/ledger.csv", (where) =>
        get(where, "The closed jobs of the week or month of a day, as CSV", bytes("text/csv"), [
          "day",
          "span",
        ]),
      ),
      at("/found", (where) =>
        get(where, "What closed jobs of a model or family turned out to have", json(foundSchema), [
          "model",
          "family",
        ]),
      ),
      at(
        "/session",
        (where) => get(where, "Who is signed in, and whether that is needed", json(sessionSchema)),
        (where) => change("post", where, "Sign in", json(sessionSchema), json(signInSchema)),
        (where) => change("delete", where, "Sign out", json(sessionSchema)),
      ),
      at("/session/first", (where) =>
        change(
          "post",
          where,
          "Become the first owner, by the printed code",
          json(sessionSchema),
          json(firstOwnerSchema),
        ),
      ),
      at("/session/pass-phrase", (where) =>
        put(where, {
          summary: "Change one's own pass-phrase, with the old one",
          body: json(ownPassPhraseSchema),
          answer: json(DONE),
        }),
      ),
      at("/technicians/{id}/pass-phrase", (where) =>
        put(where, {
          summary: "Give somebody a pass-phrase",
          body: json(passPhraseSchema),
          answer: json(DONE),
        }),
      ),
      at("/audit", (where) =>
        get(where, "Who changed what of the shop, and who was not let in", json(auditSchema), [
          "page",
          "size",
        ]),
      ),
      at(
        "/copies",
        (where) => get(where, "Copies of the shop that are kept", json(copiesSchema)),
        (where) => change("post", where, "Make a copy now", json(copiesSchema)),
      ),
      at("/copies/{name}", (where) => get(where, "One of them", bytes("application/octet-stream"))),
      at("/export.zip", (where) =>
        get(where, "Everything of the shop in open formats", bytes("application/zip")),
      ),
      at(
        "/limits",
        (where) => get(where, "The shop's own limits and schools", json(limitsSchema)),
        (where) =>
          put(where, {
            summary: "Set them; open jobs are judged anew in the background",
            body: json(limitsSchema),
            answer: json(limitsSchema),
          }),
      ),
    ]),
  };
}
